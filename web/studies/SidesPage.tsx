import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { readPlainNumber } from '#core/sizing/delimited.ts';
import { writeProbability } from '#core/sizing/number-words.ts';
import { type Equivalence, testEquivalence } from '#core/statistics/equivalence.ts';
import plot from '../drawing/Plot.module.css';
import { Plot, widen } from '../drawing/Plot.tsx';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { TableLinks } from '../shell/TableLinks.tsx';
import { useUnits } from '../shell/units.ts';
import { useAmounts } from './amounts.ts';
import { QuantitySelect } from './QuantitySelect.tsx';
import classes from './Studies.module.css';
import { useSideDifferences } from './studies.ts';

function test(
  differences: readonly number[],
  tolerance: number | undefined,
): { found: Equivalence } | { fault: string } {
  if (tolerance === undefined) return { fault: 'the tolerance is a number, such as 1.0' };
  try {
    return { found: testEquivalence(differences, tolerance) };
  } catch (error) {
    if (error instanceof RangeError) return { fault: error.message };
    throw error;
  }
}

const WORDS: Record<Equivalence['verdict'], string> = {
  alike: 'Left and right are alike within the tolerance',
  'not alike': 'Left and right are not alike within the tolerance',
  'cannot tell': 'Cannot tell whether left and right are alike within the tolerance',
};

/** Are left and right alike, over many pairs? */
export function SidesPage() {
  const units = useUnits();
  const [search, setSearch] = useSearchParams();
  const quantity = (search.get('quantity') ?? 'heel-stack') as QuantityId;
  const edition = search.get('edition') ?? '';
  const fetched = useSideDifferences(quantity, edition || undefined);
  const amounts = useAmounts(quantity);
  const { factor } = units.unitOf(quantity);
  const usual = units.define(quantity).sideTolerance.absolute;
  const [typed, setTyped] = useState<{ quantity: string; text: string } | null>(null);
  const text = typed?.quantity === quantity ? typed.text : amounts.digits(usual, 0);
  const number = readPlainNumber(text, true);
  const tolerance = number === undefined ? undefined : number * factor;
  const rows = fetched.data ?? [];
  const differences = rows.map((row) => row.difference);
  const answer = fetched.data && test(differences, tolerance);
  const found = answer && 'found' in answer ? answer.found : undefined;
  const reach = tolerance ?? usual;
  return (
    <section>
      <div className={classes.terms}>
        <QuantitySelect
          computed
          value={quantity}
          onChange={(next) => setSearch({ quantity: next, ...(edition ? { edition } : {}) })}
        />
        <EditionSelect
          size="xs"
          label="Of which edition"
          placeholder="all editions"
          clearable
          measured
          value={edition}
          onChange={(slug) => setSearch({ quantity, ...(slug ? { edition: slug } : {}) })}
        />
        <TextInput
          size="xs"
          w={120}
          label={`Tolerance ±, ${amounts.symbol}`}
          value={text}
          onChange={(event) => setTyped({ quantity, text: event.currentTarget.value })}
        />
      </div>
      {answer && 'fault' in answer && (
        <p role="alert">
          <strong className="look-here">No study:</strong> {answer.fault}.
        </p>
      )}
      {found && (
        <>
          <p className={classes.says}>
            {WORDS[found.verdict]}: right is {amounts.write(Math.abs(found.mean))}{' '}
            {found.mean < 0 ? 'less' : 'more'} over {found.n} pairs.
          </p>
          <p>
            {found.interval95[0] > 0 || found.interval95[1] < 0
              ? 'There is a bias to one side, whether or not anyone minds it: '
              : 'No bias to one side is shown: '}
            it lies between {amounts.digits(found.interval95[0])} and{' '}
            {amounts.write(found.interval95[1])} (95 %); pairs scatter by {amounts.write(found.sd)}.
          </p>
          <details>
            <summary>How surely</summary>
            <p>
              Two one-sided tests at 5 % against the tolerance: p {found.p < 0.001 ? '' : '= '}
              {writeProbability(found.p)}; 90 % interval {amounts.digits(found.interval90[0])} to{' '}
              {amounts.write(found.interval90[1])}.
            </p>
          </details>
          <Plot
            name={`sides-${quantity}`}
            says={`Right less left of each pair against the tolerance of ± ${amounts.write(reach, 0)}.`}
            table={{
              columns: ['pair', 'edition', `right − left, ${amounts.symbol}`],
              rows: rows.map((row) => [row.tag, row.edition, amounts.digits(row.difference)]),
            }}
            xRange={widen(
              [Math.min(-reach, ...differences), Math.max(reach, ...differences)].map(
                (one) => one / factor,
              ) as [number, number],
            )}
            yRange={[0, rows.length + 1]}
            xTitle={`right less left, ${amounts.symbol}`}
            yTitle="a pair each; band: the tolerance; bar: 90 % interval of the mean"
            yTicks={() => ''}
            width={640}
            height={Math.min(420, 110 + 9 * rows.length)}
          >
            {({ x, y }) => (
              <>
                <rect
                  className={plot.band}
                  x={x(-reach / factor)}
                  width={x(reach / factor) - x(-reach / factor)}
                  y={y(rows.length + 1)}
                  height={y(0) - y(rows.length + 1)}
                />
                <line
                  className={plot.centre}
                  x1={x(0)}
                  x2={x(0)}
                  y1={y(0)}
                  y2={y(rows.length + 1)}
                />
                {rows.map((row, at) => (
                  <circle
                    key={row.tag}
                    cx={x(row.difference / factor)}
                    cy={y(rows.length - at + 0.2)}
                    r={3.4}
                    data-look={Math.abs(row.difference) > reach}
                  />
                ))}
                <line
                  className={plot.whisker}
                  x1={x(found.interval90[0] / factor)}
                  x2={x(found.interval90[1] / factor)}
                  y1={y(0.4)}
                  y2={y(0.4)}
                />
              </>
            )}
          </Plot>
          <TableLinks of="sides" query={{ quantity, edition }} />
        </>
      )}
    </section>
  );
}
