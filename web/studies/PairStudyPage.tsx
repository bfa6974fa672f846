import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { PairStudyReadings } from '#contract/study-records.ts';
import { individualsChart } from '#core/individuals-chart.ts';
import { nameConsistency, nameShare, type PairToPair } from '#core/pair-to-pair.ts';
import type { MeasuredQuantityId } from '#core/quantities.ts';
import { labelSlug, nameLabel } from '#core/size-label.ts';
import { useEditions } from '../api/queries.ts';
import plot from '../drawing/Plot.module.css';
import { Plot, widen } from '../drawing/Plot.tsx';
import { readNumber } from '../lab/form-numbers.ts';
import { editionName } from '../shell/names.ts';
import { type UnitWords, useUnits } from '../shell/units.ts';
import { type Amounts, useAmounts } from './amounts.ts';
import classes from './Studies.module.css';
import { useConsistency, usePairStudy, useStudyOf } from './studies.ts';

const SHARES: { key: 'pair' | 'pairSide' | 'repeat'; name: string }[] = [
  { key: 'pair', name: 'pairs' },
  { key: 'pairSide', name: 'shoes of a pair' },
  { key: 'repeat', name: 'repeats: the gauge' },
];

function VarianceBars({
  study,
  amounts,
  name,
}: {
  study: PairToPair;
  amounts: Amounts;
  name: string;
}) {
  const { components } = study;
  const whole = components.pair + components.pairSide + components.repeat;
  const rows = SHARES.map(({ key, name: what }) => ({
    what: key === 'repeat' && !study.repeatsTold ? 'repeats: not told' : what,
    share: whole > 0 ? components[key] / whole : 0,
    sd: Math.sqrt(components[key]),
  }));
  return (
    <Plot
      name={`${name}-variance`}
      says={`Of the variance of one reading, ${rows.map((row) => `${row.what} ${(100 * row.share).toFixed(0)} %`).join(', ')}.`}
      table={{
        columns: ['source', 'SD', 'share of variance'],
        rows: rows.map((row) => [
          row.what,
          amounts.write(row.sd),
          `${(100 * row.share).toFixed(0)} %`,
        ]),
      }}
      xRange={[0.4, 3.6]}
      yRange={[0, 100]}
      xTitle=""
      yTitle="% of the variance of one reading"
      xTicks={rows.map((row, index) => ({ at: index + 1, words: row.what }))}
      height={170}
      width={460}
    >
      {({ x, y }) =>
        rows.map((row, index) => (
          <g key={row.what}>
            <rect
              className={plot.bar}
              data-tone={index === 2 ? 'soft' : undefined}
              x={x(index + 1) - 26}
              width={52}
              y={y(100 * row.share)}
              height={y(0) - y(100 * row.share)}
            />
            <text className={plot.mark} x={x(index + 1)} y={y(100 * row.share) - 5}>
              {amounts.digits(row.sd)}
            </text>
          </g>
        ))
      }
    </Plot>
  );
}

function Individuals({
  readings,
  study,
  amounts,
  name,
}: {
  readings: PairStudyReadings;
  study: PairToPair;
  amounts: Amounts;
  name: string;
}) {
  const ordered = readings.pairs.flatMap((pair) => {
    const found = study.pairValues.find((one) => one.pair === pair.tag);
    return found ? [{ ...pair, value: found.value }] : [];
  });
  const chart = individualsChart(ordered.map((pair) => pair.value));
  if (!chart) return null;
  const apart = ordered.filter((_, index) => chart.points[index]?.apart);
  const jumps = ordered.filter((_, index) => chart.points[index]?.jump);
  const lots = ordered.map((pair, index) => ({ lot: pair.lot, index }));
  const firsts = lots.filter(({ lot, index }) => index === 0 || lots[index - 1]?.lot !== lot);
  const values = ordered.map((pair) => pair.value);
  const range = widen([Math.min(chart.lower, ...values), Math.max(chart.upper, ...values)]);
  const said = [
    apart.length > 0
      ? `${apart.map((pair) => pair.tag).join(', ')} stand apart`
      : 'No pair stands apart',
    jumps.length > 0 ? `a jump at ${jumps.map((pair) => pair.tag).join(', ')}` : '',
  ].filter(Boolean);
  return (
    <Plot
      name={`${name}-individuals`}
      says={`Pairs in the order of receipt${firsts.length > 1 ? ', by lot' : ''}: ${said.join('; ')} (limits: mean ± 2.66 mean moving ranges).`}
      table={{
        columns: ['pair', 'received', 'lot', 'value', 'moving range', ''],
        rows: ordered.map((pair, index) => [
          pair.tag,
          dayjs(pair.receivedOn).format('D MMM YYYY'),
          pair.lot,
          amounts.write(pair.value),
          chart.points[index]?.range === undefined
            ? ''
            : amounts.digits(chart.points[index].range as number),
          chart.points[index]?.apart ? 'apart' : chart.points[index]?.jump ? 'jump' : '',
        ]),
      }}
      xRange={[0.4, ordered.length + 0.6]}
      yRange={range}
      xTitle="order of receipt"
      yTitle={amounts.symbol}
      xTicks={
        ordered.length <= 12 ? ordered.map((pair, at) => ({ at: at + 1, words: pair.tag })) : []
      }
      yTicks={(value) => amounts.digits(value, 0)}
      width={640}
    >
      {({ x, y }) => (
        <>
          {[chart.lower, chart.upper].map((limit) => (
            <line
              key={limit}
              className={plot.limit}
              x1={x(0.4)}
              x2={x(ordered.length + 0.6)}
              y1={y(limit)}
              y2={y(limit)}
            />
          ))}
          <line
            className={plot.centre}
            x1={x(0.4)}
            x2={x(ordered.length + 0.6)}
            y1={y(chart.centre)}
            y2={y(chart.centre)}
          />
          {firsts.map(({ lot, index }) => (
            <g key={`${lot} ${index}`}>
              {index > 0 && (
                <line
                  data-grid
                  x1={x(index + 0.5)}
                  x2={x(index + 0.5)}
                  y1={y(range[1])}
                  y2={y(range[0])}
                />
              )}
              {lot && (
                <text data-start x={x(index + 0.55)} y={18}>
                  lot {lot}
                </text>
              )}
            </g>
          ))}
          <path
            className={plot.path}
            data-tone="soft"
            d={`M${ordered.map((pair, at) => `${x(at + 1)},${y(pair.value)}`).join('L')}`}
          />
          {ordered.map((pair, at) => (
            <circle
              key={pair.tag}
              cx={x(at + 1)}
              cy={y(pair.value)}
              r={4.5}
              data-look={chart.points[at]?.apart}
            />
          ))}
        </>
      )}
    </Plot>
  );
}

function Figures({ study, amounts }: { study: PairToPair; amounts: Amounts }) {
  const { sideBiasInterval: bias, toleranceInterval, performance, pairSdInterval } = study;
  const real = bias[0] > 0 || bias[1] < 0;
  const rows: [name: string, value: string, words: string][] = [
    ['mean', amounts.write(study.mean), `${study.pairs} pairs, ${study.readings} readings`],
    [
      'SD between pairs',
      amounts.write(study.pairSd),
      [
        pairSdInterval
          ? `95 %: ${amounts.digits(pairSdInterval[0])} to ${amounts.digits(pairSdInterval[1])}`
          : '',
        study.cvPercent === undefined ? '' : `${study.cvPercent.toFixed(1)} % of the mean`,
      ]
        .filter(Boolean)
        .join('; '),
    ],
    [
      'SD of the shoes of a pair',
      amounts.write(Math.sqrt(study.components.pairSide)),
      study.repeatsTold ? 'beside a constant bias' : 'with the scatter of readings in it',
    ],
    [
      'SD of repeats',
      study.repeatsTold ? amounts.write(Math.sqrt(study.components.repeat)) : 'not told',
      study.measurementShare === undefined
        ? ''
        : `${nameShare(study.measurementShare)} of the spread of one reading`,
    ],
    [
      'right less left',
      amounts.write(study.sideBias),
      `95 %: ${amounts.digits(bias[0])} to ${amounts.digits(bias[1])}: ${real ? 'a real bias' : 'no bias shown'}`,
    ],
    [
      '95 % of pairs lie between',
      `${amounts.digits(toleranceInterval.lower)} and ${amounts.write(toleranceInterval.upper)}`,
      `with 95 % confidence: mean ± ${toleranceInterval.factor.toFixed(2)} SD (Howe)`,
    ],
  ];
  if (performance?.pp !== undefined && performance.ppInterval)
    rows.push([
      'Pp',
      performance.pp.toFixed(2),
      `95 %: ${performance.ppInterval.map((one) => one.toFixed(2)).join(' to ')}`,
    ]);
  if (performance)
    rows.push([
      'Ppk',
      performance.ppk.toFixed(2),
      `95 %: ${performance.ppkInterval.map((one) => one.toFixed(2)).join(' to ')}; not Cp: order of receipt is no controlled process`,
    ]);
  return (
    <table className={classes.figures}>
      <tbody>
        {rows.map(([what, value, words]) => (
          <tr key={what}>
            <th scope="row">{what}</th>
            <td className="figure" data-strong="true">
              {value}
            </td>
            <td className="soft">{words}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const TERM_NAMES = { side: 'side', pair: 'pair', pairSide: 'pair × side', repeat: 'repeat' };

function AnovaDetails({ study }: { study: PairToPair }) {
  const { anova, raw } = study;
  return (
    <details>
      <summary>
        {anova ? 'Analysis of variance' : 'By restricted maximum likelihood'}, and components as
        they came out
      </summary>
      {anova ? (
        <table className={classes.figures}>
          <thead>
            <tr>
              <th scope="col">source</th>
              <th scope="col">SS</th>
              <th scope="col">df</th>
              <th scope="col">MS</th>
              <th scope="col">F</th>
              <th scope="col">p</th>
            </tr>
          </thead>
          <tbody>
            {anova.terms.map((term, at) => (
              <tr key={term}>
                <th scope="row">{TERM_NAMES[term]}</th>
                <td className="figure">{anova.ss[at]?.toPrecision(5)}</td>
                <td className="figure">{anova.df[at]}</td>
                <td className="figure">{anova.df[at] ? anova.ms[at]?.toPrecision(5) : ''}</td>
                <td className="figure">{anova.f[at]?.toFixed(2) ?? ''}</td>
                <td className="figure">{anova.p[at]?.toPrecision(2) ?? ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p>
          The readings are not balanced
          {study.oneSided.length > 0 && ` (one shoe only of ${study.oneSided.join(', ')})`}: the
          likelihood of all of them was maximised instead.
        </p>
      )}
      <p className="figure">
        σ² pair {raw.pair.toPrecision(4)}, pair × side {raw.pairSide.toPrecision(4)}, repeat{' '}
        {raw.repeat.toPrecision(4)}
      </p>
    </details>
  );
}

function Ranking({ quantity, amounts }: { quantity: MeasuredQuantityId; amounts: Amounts }) {
  const ranked = useConsistency(quantity);
  const rows = ranked.data ?? [];
  if (rows.length < 2) return null;
  return (
    <section aria-label="Editions by consistency">
      <h2>Editions by consistency</h2>
      <div className={classes.scroll}>
        <table className={classes.figures}>
          <thead>
            <tr>
              <th scope="col">edition</th>
              <th scope="col">label</th>
              <th scope="col">pairs</th>
              <th scope="col">SD between pairs</th>
              <th scope="col">of the mean</th>
              <th scope="col">gauge’s share</th>
              <th scope="col">right less left</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={`${row.slug} ${labelSlug(row.label)}`}>
                <th scope="row">
                  <Link
                    to={`/studies?edition=${row.slug}&quantity=${quantity}&label=${labelSlug(row.label)}`}
                  >
                    {row.name}
                  </Link>
                </th>
                <td>{nameLabel(row.label)}</td>
                <td className="figure">{row.pairs}</td>
                <td className="figure" data-strong="true">
                  {amounts.write(row.pairSd)}
                </td>
                <td className="figure">
                  {row.cvPercent === null ? '' : `${row.cvPercent.toFixed(1)} %`}
                </td>
                <td className="figure">
                  {row.measurementShare === null
                    ? ''
                    : `${(100 * row.measurementShare).toFixed(0)} %`}
                </td>
                <td className="figure">{amounts.digits(row.sideBias)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="soft">
        Few pairs tell little of a spread: two editions of three pairs each may change places with
        the next box.
      </p>
    </section>
  );
}

/** Limits typed in the unit shown; a claim fills them with what its rounding allows. */
function useLimits(units: UnitWords, quantity: MeasuredQuantityId) {
  const [lower, setLower] = useState('');
  const [upper, setUpper] = useState('');
  const { factor } = units.unitOf(quantity);
  const read = (text: string) => {
    const value = text.trim() === '' ? undefined : readNumber(text);
    return value === undefined ? undefined : value * factor;
  };
  const wrong = (text: string) =>
    text.trim() !== '' && readNumber(text) === undefined ? 'a number, such as 30.5' : undefined;
  return {
    lower: { value: lower, set: setLower, error: wrong(lower) },
    upper: { value: upper, set: setUpper, error: wrong(upper) },
    limits: { lower: read(lower), upper: read(upper) },
  };
}

/** Is this model consistent? The pairs of one edition, one size and one basis. */
export function PairStudyPage() {
  const editions = useEditions();
  const units = useUnits();
  const [search, setSearch] = useSearchParams();
  const withPairs = (editions.data ?? []).filter((row) =>
    row.pairs.some((pair) => pair.readings > 0),
  );
  const most = [...withPairs].sort((a, b) => b.pairs.length - a.pairs.length)[0];
  const slug = search.get('edition') ?? most?.slug;
  const wanted = {
    edition: slug ?? '',
    quantity: (search.get('quantity') ?? undefined) as MeasuredQuantityId | undefined,
    label: search.get('label') ?? undefined,
    basis: search.get('basis') ?? undefined,
  };
  const fetched = usePairStudy(slug ? wanted : null);
  const readings = fetched.data;
  const quantity = readings?.quantity ?? 'heel-stack';
  const amounts = useAmounts(quantity);
  const terms = useLimits(units, quantity);
  const { study, fault, steps, stop } = useStudyOf(readings, terms.limits);
  const put = (change: Record<string, string>) =>
    setSearch({
      ...Object.fromEntries(Object.entries(wanted).filter(([, value]) => value)),
      ...change,
    } as Record<string, string>);
  if (editions.isSuccess && withPairs.length === 0)
    return (
      <p>
        A study of pairs needs an edition with two measured pairs at least.{' '}
        <Link to="/receive">Receive a pair</Link>
      </p>
    );
  const name = slug ?? 'study';
  const [claim] = readings?.claims ?? [];
  return (
    <section>
      <div className={classes.terms}>
        <NativeSelect
          size="xs"
          label="Edition"
          data={withPairs.map((row) => ({
            value: row.slug,
            label: `${editionName(row)} · ${row.pairs.length}`,
          }))}
          value={slug ?? ''}
          onChange={(event) => setSearch({ edition: event.currentTarget.value, quantity })}
        />
        {readings && (
          <>
            <NativeSelect
              size="xs"
              label="Quantity"
              data={readings.quantities.map((one) => ({
                value: one,
                label: units.define(one).name,
              }))}
              value={quantity}
              onChange={(event) => put({ quantity: event.currentTarget.value, basis: '' })}
            />
            {readings.labels.length > 1 && (
              <NativeSelect
                size="xs"
                label="Size"
                data={readings.labels.map((one) => ({
                  value: labelSlug(one),
                  label: nameLabel(one),
                }))}
                value={labelSlug(readings.label)}
                onChange={(event) => put({ label: event.currentTarget.value, basis: '' })}
              />
            )}
            {readings.bases.length > 1 && (
              <NativeSelect
                size="xs"
                label="Basis: never pooled"
                data={readings.bases.map((one) => ({
                  value: one.key,
                  label: `${one.words} · ${one.pairs}`,
                }))}
                value={readings.basis?.key ?? ''}
                onChange={(event) => put({ basis: event.currentTarget.value })}
              />
            )}
            <TextInput
              size="xs"
              w={90}
              label={`From, ${amounts.symbol}`}
              value={terms.lower.value}
              error={terms.lower.error}
              onChange={(event) => terms.lower.set(event.currentTarget.value)}
            />
            <TextInput
              size="xs"
              w={90}
              label={`To, ${amounts.symbol}`}
              value={terms.upper.value}
              error={terms.upper.error}
              onChange={(event) => terms.upper.set(event.currentTarget.value)}
            />
            {claim && (
              <Button
                size="xs"
                variant="default"
                onClick={() => {
                  const step = units.define(quantity).noticeable / 2 + claim.halfWidth;
                  terms.lower.set(amounts.digits(claim.value - step, 0).replace('−', '-'));
                  terms.upper.set(amounts.digits(claim.value + step, 0).replace('−', '-'));
                }}
              >
                From the claim: {claim.typed}
              </Button>
            )}
          </>
        )}
      </div>
      {fetched.isError && (
        <p role="alert" className="look-here">
          {fetched.error.message}
        </p>
      )}
      {fault && (
        <p role="alert">
          <strong className="look-here">No study:</strong> {fault}.
        </p>
      )}
      {steps !== undefined && steps > 200 && (
        <p role="status">
          Working, step {steps}{' '}
          <Button size="compact-xs" variant="default" onClick={stop}>
            Stop
          </Button>
        </p>
      )}
      {study && readings && (
        <>
          <p className={classes.says} data-testid="consistency">
            {nameConsistency(study, (amount) => amounts.write(amount))}
          </p>
          {study.notes.map((note) => (
            <p key={note} className={classes.note}>
              {note}
            </p>
          ))}
          {readings.pairs.some((pair) => pair.leftOut) && (
            <p className={classes.note}>
              Left out, rejected:{' '}
              {readings.pairs
                .filter((pair) => pair.leftOut)
                .map((pair) => pair.tag)
                .join(', ')}
              .
            </p>
          )}
          <div className={classes.columns}>
            <Individuals readings={readings} study={study} amounts={amounts} name={name} />
            <VarianceBars study={study} amounts={amounts} name={name} />
          </div>
          <p className="soft">Basis: {readings.basis?.words}.</p>
          <Figures study={study} amounts={amounts} />
          <AnovaDetails study={study} />
          <p>
            <Link
              to={`/studies/planner?quantity=${quantity}&pair=${study.pairSd}&shoe=${Math.sqrt(study.components.pairSide)}&repeat=${Math.sqrt(study.components.repeat)}`}
            >
              How many pairs with this spread?
            </Link>
          </p>
          <Ranking quantity={quantity} amounts={amounts} />
        </>
      )}
    </section>
  );
}
