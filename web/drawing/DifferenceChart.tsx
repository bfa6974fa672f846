import { scaleLinear } from 'd3-scale';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './DifferenceChart.module.css';

export interface DifferenceMark {
  key: string;
  /** Place of the edition: decides hue and row. */
  index: number;
  /** Difference and U in noticeable steps. */
  steps: number;
  U: number;
  converted: boolean;
}

const WIDTH = 200;
const ROW = 18;

/** Differences from the first edition in noticeable steps: whiskers against zero and the band. */
export function DifferenceChart({
  marks,
  reach,
  name,
  says,
}: {
  marks: DifferenceMark[];
  /** Steps shown on either side. */
  reach: number;
  /** Names the files that the chart is saved as. */
  name: string;
  says: string;
}) {
  const height = Math.max(1, marks.length) * ROW + 8;
  const x = scaleLinear([-reach, reach], [6, WIDTH - 6]).clamp(true);
  return (
    <ChartFrame
      quiet
      name={name}
      table={{
        columns: ['edition', 'difference, steps', '±, steps'],
        rows: marks.map((mark) => [mark.index + 1, mark.steps.toFixed(2), mark.U.toFixed(2)]),
      }}
    >
      <svg
        width={WIDTH}
        height={height}
        viewBox={`0 0 ${WIDTH} ${height}`}
        className={classes.chart}
        role="img"
        aria-label={says}
      >
        <rect x={x(-1)} width={x(1) - x(-1)} height={height} className={classes.band} />
        <rect x={x(-1)} width={x(1) - x(-1)} height={height} fill="url(#noticeable)" />
        <line x1={x(0)} x2={x(0)} y2={height} className={classes.zero} />
        {marks.map((mark, row) => {
          const y = 4 + row * ROW + ROW / 2;
          const beyond = Math.abs(mark.steps) > reach;
          return (
            <g key={mark.key} className={classes.mark} data-line={mark.index}>
              <line x1={x(mark.steps - mark.U)} x2={x(mark.steps + mark.U)} y1={y} y2={y} />
              {beyond ? (
                <path
                  d={mark.steps > 0 ? `M${WIDTH - 8},${y - 5}l7,5l-7,5z` : `M8,${y - 5}l-7,5l7,5z`}
                />
              ) : (
                <circle
                  cx={x(mark.steps)}
                  cy={y}
                  r={5}
                  className={mark.converted ? classes.open : undefined}
                />
              )}
            </g>
          );
        })}
      </svg>
    </ChartFrame>
  );
}

/** The hatching of the noticeable band; one for all charts of a page. */
export function NoticeableHatch() {
  return (
    <svg width="0" height="0" aria-hidden="true" style={{ position: 'absolute' }}>
      <defs>
        <pattern id="noticeable" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M-1,1l2,-2M0,6l6,-6M5,7l2,-2" className={classes.hatch} />
        </pattern>
      </defs>
    </svg>
  );
}
