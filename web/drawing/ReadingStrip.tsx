import { max, min } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './ReadingStrip.module.css';

export interface StripMark {
  key: string;
  value: number;
  /** Its place among the readings, from 1. */
  trial: number;
  waiting: boolean;
  doubtful: boolean;
}

const WIDTH = 470;
const HEIGHT = 52;
const PAD = 14;

/** A domain that holds marks and interval, in whole ticks, never narrower than ten of them. */
export function stripDomain(values: number[], step: number): [number, number] {
  if (values.length === 0) return [0, 10 * step];
  const low = min(values) ?? 0;
  const high = max(values) ?? 0;
  const spare = Math.max(0, 10 * step - (high - low)) / 2 + step;
  return [Math.floor((low - spare) / step) * step, Math.ceil((high + spare) / step) * step];
}

/** Every reading of one shoe as a mark on a ruled strip, with mean and expanded uncertainty. */
export function ReadingStrip({
  side,
  marks,
  mean,
  U,
  domain,
  decimals,
  name,
  says,
}: {
  side: 'left' | 'right';
  marks: StripMark[];
  /** In the unit shown. */
  mean: number | undefined;
  U: number | undefined;
  domain: [number, number];
  decimals: number;
  /** Names the files that the strip is saved as. */
  name: string;
  says: string;
}) {
  const x = scaleLinear(domain, [PAD, WIDTH - PAD]);
  const ticks = x.ticks(24);
  const labels = new Set(x.ticks(5));
  return (
    <ChartFrame
      quiet
      name={name}
      table={{
        columns: ['reading', 'value'],
        rows: marks.map((mark) => [mark.trial, mark.value.toFixed(decimals)]),
      }}
    >
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className={classes.strip}
        data-side={side}
        role="img"
        aria-label={says}
      >
        {mean !== undefined && U !== undefined && (
          <>
            <rect x={x(mean - U)} width={x(mean + U) - x(mean - U)} y={4} height={18} />
            <line x1={x(mean)} x2={x(mean)} y1={0} y2={26} className={classes.mean} />
          </>
        )}
        {ticks.map((tick) => (
          <g key={tick} transform={`translate(${x(tick)},28)`}>
            <line y2={labels.has(tick) ? 9 : 5} className={classes.tick} />
            {labels.has(tick) && marks.length > 0 && (
              <text y={22} className={classes.number}>
                {tick.toFixed(Math.max(decimals - 1, domain[1] - domain[0] < 4 ? decimals : 0))}
              </text>
            )}
          </g>
        ))}
        {marks.map((mark) => (
          <circle
            key={mark.key}
            cx={x(mark.value)}
            cy={13}
            r={5.5}
            className={classes.mark}
            data-waiting={mark.waiting}
            data-doubtful={mark.doubtful}
          >
            <title>{`reading ${mark.trial}: ${mark.value.toFixed(decimals)}`}</title>
          </circle>
        ))}
      </svg>
    </ChartFrame>
  );
}
