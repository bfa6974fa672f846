/** The charts of a study of pairs. */
import dayjs from 'dayjs';
import type { PairStudyReadings } from '#contract/study-records.ts';
import { individualsChart } from '#core/statistics/individuals-chart.ts';
import type { PairToPair } from '#core/study/pair-to-pair.ts';
import plot from '../drawing/Plot.module.css';
import { Plot, widen } from '../drawing/Plot.tsx';
import type { Amounts } from './amounts.ts';

const SHARES: { key: 'pair' | 'pairSide' | 'repeat'; name: string }[] = [
  { key: 'pair', name: 'pairs' },
  { key: 'pairSide', name: 'shoes of a pair' },
  { key: 'repeat', name: 'repeats: the gauge' },
];

/** What the spread of one reading is made of. */
export function VarianceBars({
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
        columns: ['source', 'scatters by', 'share of variance'],
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
              {(100 * row.share).toFixed(0)} %
            </text>
          </g>
        ))
      }
    </Plot>
  );
}

/** The pairs of a study in the order of receipt, each with its value. */
export const pairValues = ({ pairs }: PairStudyReadings, study: PairToPair) =>
  pairs.flatMap((pair) => {
    const found = study.pairValues.find((one) => one.pair === pair.tag);
    return found ? [{ ...pair, value: found.value }] : [];
  });

/** Pairs in the order of receipt, with their lots and limits. */
export function Individuals({
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
  const ordered = pairValues(readings, study);
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
