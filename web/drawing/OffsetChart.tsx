import { scaleLinear } from 'd3-scale';
import axes from './axes.module.css';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './OffsetChart.module.css';

/** One kind of evidence: how likely each offset is by it alone. */
export interface OffsetRow {
  name: string;
  shares: readonly { halfSizes: number; probability: number }[];
}

const WIDTH = 420;
/** A row bears its name above its bars. */
const ROW = 68;
const NAME = 18;
const FOOT = 30;

/** Kinds of evidence on one ruler of half sizes, a row each, never merged. */
export function OffsetChart({
  name,
  says,
  rows,
  labelOf,
}: {
  name: string;
  says: string;
  rows: readonly OffsetRow[];
  /** What is printed under an offset: the label that it leads to. */
  labelOf: (halfSizes: number) => string;
}) {
  const most = Math.max(
    1,
    ...rows.flatMap(({ shares }) => shares.map(({ halfSizes }) => halfSizes)),
  );
  const x = scaleLinear([-most - 0.5, most + 0.5], [0, WIDTH]);
  const height = rows.length * ROW + FOOT;
  const offsets = Array.from({ length: 2 * most + 1 }, (_, at) => at - most);
  return (
    <ChartFrame
      name={name}
      keysAt="foot"
      table={{
        columns: ['', ...offsets.map(labelOf)],
        rows: rows.map((row) => [
          row.name,
          ...offsets.map((offset) => {
            const share =
              row.shares.find(({ halfSizes }) => halfSizes === offset)?.probability ?? 0;
            return `${(100 * share).toFixed(0)} %`;
          }),
        ]),
      }}
    >
      <svg
        viewBox={`0 0 ${WIDTH} ${height + 24}`}
        className={`${axes.axes} ${classes.chart}`}
        role="img"
        aria-label={says}
      >
        {rows.map((row, at) => {
          const base = (at + 1) * ROW;
          const y = scaleLinear([0, 1], [base, base - ROW + NAME + 16]);
          return (
            <g key={row.name}>
              <text x={0} y={base - ROW + NAME - 2} data-start>
                {row.name}
              </text>
              <line x1={0} x2={WIDTH} y1={base} y2={base} />
              {row.shares.map(({ halfSizes, probability }) => (
                <g key={halfSizes}>
                  <rect
                    x={x(halfSizes - 0.28)}
                    width={x(0.56) - x(0)}
                    y={y(probability)}
                    height={base - y(probability)}
                    className={classes.bar}
                  />
                  {probability >= 0.05 && (
                    <text x={x(halfSizes)} y={y(probability) - 3}>
                      {(100 * probability).toFixed(0)}
                    </text>
                  )}
                </g>
              ))}
            </g>
          );
        })}
        {offsets.map((offset) => (
          <text key={offset} x={x(offset)} y={height - 10}>
            {labelOf(offset)}
          </text>
        ))}
      </svg>
    </ChartFrame>
  );
}
