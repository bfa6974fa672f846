import { NativeSelect, TextInput } from '@mantine/core';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { z } from 'zod';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import type { QuantityKind } from '#core/sizing/units.ts';
import {
  detectableDifference,
  type Plan,
  pairValueSd,
  planPairs,
  powerOfPairs,
} from '#core/statistics/sample-size.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import plot from '../drawing/Plot.module.css';
import { Plot } from '../drawing/Plot.tsx';
import { readFields, useSchemaForm } from '../shell/form.ts';
import { typedNumber, typedQuantity } from '../shell/form-fields.ts';
import { type UnitWords, useUnits } from '../shell/units.ts';
import { useAmounts } from './amounts.ts';
import { QuantitySelect } from './QuantitySelect.tsx';
import classes from './Studies.module.css';

/** A spread or a difference, in any unit of its kind; a number alone is in the unit shown. */
const amountOf = (kind: QuantityKind, symbol: string) =>
  typedQuantity(kind, symbol, (value) => (value >= 0 ? undefined : 'not below nothing'));
const count = typedNumber('a number, not negative', (value) => value >= 0);
const percent = typedNumber('between 0 and 100', (value) => value > 0 && value < 100);
const termsIn = (kind: QuantityKind, symbol: string) =>
  z
    .object({
      aim: z.enum(['difference', 'mean']),
      size: typedQuantity(kind, symbol, (value) => (value > 0 ? undefined : 'more than nothing')),
      pair: amountOf(kind, symbol),
      shoe: amountOf(kind, symbol),
      repeat: amountOf(kind, symbol),
      power: percent,
      alpha: percent,
      have: count,
      cost: count,
      minutes: count,
      reading: count,
    })
    .refine(({ power, alpha }) => power > alpha, {
      path: ['power'],
      message: 'more than the risk of a false alarm',
    });
type Terms = z.output<ReturnType<typeof termsIn>>;
type Field = Exclude<keyof Terms, 'aim'>;

/** What a bench usually begins with: spreads of the catalogue, a pair bought, some minutes each. */
function usualTerms(units: UnitWords, quantity: QuantityId, search: URLSearchParams) {
  const { factor } = units.unitOf(quantity);
  const definition = units.define(quantity);
  const shown = (value: number) => String(Number((value / factor).toPrecision(3)));
  const given = (name: string, usual: number) => {
    const value = Number(search.get(name));
    return shown(search.has(name) && Number.isFinite(value) ? value : usual);
  };
  return {
    aim: 'difference' as 'difference' | 'mean',
    size: shown(definition.noticeable),
    pair: given('pair', definition.betweenPairSd ?? definition.repeatabilitySd),
    shoe: given('shoe', definition.repeatabilitySd / 2),
    repeat: given('repeat', definition.repeatabilitySd),
    power: '90',
    alpha: '5',
    have: '3',
    cost: '100',
    minutes: '10',
    reading: '1',
  };
}

function plansFor(terms: Terms): { plans: Plan[] } | { fault: string } {
  const { aim, size, pair, shoe, repeat, power, alpha, cost, minutes, reading } = terms;
  try {
    return {
      plans: planPairs({
        aim:
          aim === 'mean'
            ? { span: size }
            : { difference: size, power: power / 100, alpha: alpha / 100 },
        spread: { pair: pair, shoe: shoe, repeat: repeat },
        costPerPair: cost,
        minutesPerPair: minutes,
        minutesPerReading: reading,
      }),
    };
  } catch (error) {
    if (error instanceof RangeError) return { fault: error.message };
    throw error;
  }
}

const readingsEach = (plan: Plan) =>
  `${plan.readings} ${plan.readings === 1 ? 'reading' : 'readings'} a shoe`;

/** A power in words: never all cases. */
const cases = (power: number) => (power > 0.99 ? 'over 99 %' : `${Math.floor(100 * power)} %`);

const hours = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`;

function PlanTable({ plans, aim }: { plans: readonly Plan[]; aim: 'difference' | 'mean' }) {
  const byReadings = [...plans].sort((a, b) => a.readings - b.readings);
  const [best] = plans;
  return (
    <DataTable
      rows={byReadings}
      keyOf={({ readings }) => readings}
      columns={[
        { head: 'readings a shoe', cell: ({ readings }) => readings, names: true, figure: true },
        {
          head: aim === 'difference' ? 'pairs of each' : 'pairs',
          cell: ({ pairs }) => pairs,
          figure: true,
          strong: (plan) => plan === best,
        },
        { head: 'cost', cell: ({ cost }) => cost.toLocaleString('en'), figure: true },
        { head: 'time at the bench', cell: ({ minutes }) => hours(minutes), figure: true },
        { head: 'which', cell: (plan) => (plan === best ? 'cheapest' : '') },
      ]}
    />
  );
}

/** How many pairs and readings, for what one wants to see? */
export function PlannerPage() {
  const units = useUnits();
  const [search, setSearch] = useSearchParams();
  const quantity = (search.get('quantity') ?? 'heel-stack') as QuantityId;
  return (
    <Planner
      key={`${quantity} ${search.get('pair')}`}
      quantity={quantity}
      usual={usualTerms(units, quantity, search)}
      onQuantity={(next) => setSearch({ quantity: next })}
    />
  );
}

function Planner({
  quantity,
  usual,
  onQuantity,
}: {
  quantity: QuantityId;
  usual: ReturnType<typeof usualTerms>;
  onQuantity: (quantity: QuantityId) => void;
}) {
  const units = useUnits();
  const amounts = useAmounts(quantity);
  const { symbol } = units.unitOf(quantity);
  const { kind } = units.define(quantity);
  const schema = useMemo(() => termsIn(kind, symbol), [kind, symbol]);
  const { form } = useSchemaForm(schema, usual, 'size', `plan ${quantity}`);
  const { aim } = form.values;
  const { values } = form;
  const { meant: terms, faults } = useMemo(() => readFields(schema, values), [schema, values]);
  const answer = useMemo(() => (terms ? plansFor(terms) : undefined), [terms]);
  const plans = answer && 'plans' in answer ? answer.plans : undefined;
  const [best] = plans ?? [];
  const field = (name: Field, label: string, width = 110) => (
    <TextInput
      size="xs"
      w={width}
      label={label}
      {...form.getInputProps(name)}
      error={faults[name]}
    />
  );
  // What is wrong in a field must be seen.
  const hasFaultBehind = Object.keys(faults).some((name) => name !== 'size');
  const spread = terms && {
    pair: terms.pair,
    shoe: terms.shoe,
    repeat: terms.repeat,
  };
  const have = terms && Math.floor(terms.have);
  const sd = spread && best && pairValueSd(spread, best.readings);
  const sees =
    terms && sd && have !== undefined && aim === 'difference'
      ? detectableDifference(have, { sd, power: terms.power / 100, alpha: terms.alpha / 100 })
      : undefined;
  const most = best ? Math.max(8, Math.min(60, Math.ceil(1.6 * best.pairs))) : 8;
  const curve =
    terms && sd && aim === 'difference'
      ? Array.from({ length: most - 1 }, (_, at) => at + 2).map((n) => ({
          n,
          power: powerOfPairs(n, {
            difference: terms.size,
            sd,
            alpha: terms.alpha / 100,
          }),
        }))
      : [];
  return (
    <section>
      <h2>What do you want to see?</h2>
      <div className={classes.terms}>
        <QuantitySelect computed value={quantity} onChange={onQuantity} />
        <NativeSelect
          size="xs"
          label="To see"
          data={[
            { value: 'difference', label: 'a difference of two editions' },
            { value: 'mean', label: 'the mean of one, within ±' },
          ]}
          {...form.getInputProps('aim')}
        />
        {field('size', `${aim === 'mean' ? 'Within ±' : 'Of'}, ${amounts.symbol}`)}
      </div>
      <details className={classes.behind} open={hasFaultBehind || undefined}>
        <summary>How sure, what there is, what it costs</summary>
        <div className={classes.terms}>
          {aim === 'difference' && field('power', 'Found in, %')}
          {aim === 'difference' && field('alpha', 'False alarm in, %')}
          {field('have', 'Pairs at hand')}
          {field('cost', 'Price of a pair')}
          {field('minutes', 'Minutes a pair')}
          {field('reading', 'Minutes a reading')}
        </div>
        <div className={classes.terms}>
          {field('pair', `Pairs scatter by, ${amounts.symbol}`, 150)}
          {field('shoe', `Shoes of a pair by, ${amounts.symbol}`, 150)}
          {field('repeat', `Repeats by, ${amounts.symbol}`, 150)}
        </div>
      </details>
      {answer && 'fault' in answer && (
        <p role="alert">
          <strong className="look-here">No plan:</strong> {answer.fault}.
        </p>
      )}
      {best && plans && terms && (
        <>
          <p className={classes.says} data-testid="plan">
            {aim === 'difference'
              ? `${best.pairs} pairs of each edition, ${readingsEach(best)}, find ${amounts.write(terms.size, 0)} in ${cases(best.power)} of cases.`
              : `${best.pairs} pairs, ${readingsEach(best)}, bring the mean within ± ${amounts.write(terms.size, 0)} (95 %).`}
          </p>
          {aim === 'difference' && (
            <p data-testid="sees">
              {sees === undefined
                ? 'With fewer than two pairs of each nothing is shown of a difference.'
                : `With the ${have} pairs of each you have you can see ${amounts.write(sees)}.`}
            </p>
          )}
          <div className={classes.columns}>
            {curve.length > 0 ? (
              <Plot
                name={`power-${quantity}`}
                says={`Power to find ${amounts.write(terms.size, 0)} against pairs of each edition, ${readingsEach(best)}.`}
                table={{
                  columns: ['pairs of each', 'power'],
                  rows: curve.map(({ n, power }) => [n, `${(100 * power).toFixed(1)} %`]),
                }}
                xRange={[1.5, most + 0.5]}
                yRange={[0, 1]}
                xTitle="pairs of each edition"
                yTitle="power"
                yTicks={(value) => `${(100 * value).toFixed(0)} %`}
              >
                {({ x, y }) => (
                  <>
                    <line
                      className={plot.limit}
                      x1={x(1.5)}
                      x2={x(most + 0.5)}
                      y1={y(terms.power / 100)}
                      y2={y(terms.power / 100)}
                    />
                    <path
                      className={plot.path}
                      d={`M${curve.map(({ n, power }) => `${x(n)},${y(power)}`).join('L')}`}
                    />
                    {curve.length <= 40 &&
                      curve.map(({ n, power }) => <circle key={n} cx={x(n)} cy={y(power)} r={3} />)}
                    <line
                      className={plot.centre}
                      x1={x(best.pairs)}
                      x2={x(best.pairs)}
                      y1={y(0)}
                      y2={y(best.power)}
                    />
                  </>
                )}
              </Plot>
            ) : (
              <p className="soft">
                t·s/√n against the span, s the spread of a pair’s value: pairs, shoes and repeats
                together.
              </p>
            )}
            <div>
              <h2>Readings against pairs</h2>
              <PlanTable plans={plans} aim={aim} />
              <p className="soft">
                More readings a shoe shrink the gauge’s part only; from some number on, another pair
                is the cheaper reading.
              </p>
            </div>
          </div>
        </>
      )}
    </section>
  );
}
