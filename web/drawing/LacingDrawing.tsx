import { scaleLinear } from 'd3-scale';
import type { Eyelet, Lacing } from '#core/fit/lacing.ts';
import classes from './LacingDrawing.module.css';

const WIDTH = 220;
const STEP = 34;
const HEAD = 30;
/** From the middle line to the eyelets near it, and how much farther the others stand. */
const NEAR = 46;
const FARTHER = 18;

/** The eyelets of a shoe from above, the toe below, with the way of the lace. */
export function LacingDrawing({ lacing, rows }: { lacing: Lacing; rows: number }) {
  const height = HEAD + rows * STEP + 16;
  const y = scaleLinear([1, rows], [height - 30, HEAD]);
  // Eyelets far from the middle are drawn where a lacing asks for them, beside the near ones.
  const staggered = lacing.runs.some(({ from, to }) => from.line === 'far' || to.line === 'far');
  const placeOf = ({ side, row, line }: Eyelet): readonly [number, number] => {
    const away = NEAR + (line === 'far' ? FARTHER : 0);
    return [WIDTH / 2 + (side === 'left' ? -away : away), y(row)];
  };
  const eyelets = Array.from({ length: rows }, (_, at) => at + 1).flatMap((row) =>
    (['left', 'right'] as const).flatMap((side): Eyelet[] => [
      { side, row, line: 'near' },
      ...(staggered ? [{ side, row, line: 'far' as const }] : []),
    ]),
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className={classes.lacing}
      role="img"
      aria-label={`Lacing for ${lacing.complaint}, ${rows} rows: ${lacing.steps.join(' ')}`}
    >
      <rect
        x={WIDTH / 2 - NEAR - FARTHER - 16}
        y={HEAD - 18}
        width={FARTHER + 34}
        height={height - HEAD}
        className={classes.facing}
      />
      <rect
        x={WIDTH / 2 + NEAR - 18}
        y={HEAD - 18}
        width={FARTHER + 34}
        height={height - HEAD}
        className={classes.facing}
      />
      {lacing.runs.map(({ from, to, lace, lock }) => {
        const [x1, y1] = placeOf(from);
        const [x2, y2] = placeOf(to);
        return (
          <line
            key={`${lace} ${from.side}${from.row} ${to.side}${to.row}`}
            x1={x1}
            y1={y1}
            x2={x2}
            y2={y2}
            className={classes.lace}
            data-lace={lace}
            data-lock={lock}
          />
        );
      })}
      {eyelets.map((eyelet) => {
        const [cx, cy] = placeOf(eyelet);
        return (
          <circle
            key={`${eyelet.side}${eyelet.row}${eyelet.line}`}
            cx={cx}
            cy={cy}
            r={5}
            className={classes.eyelet}
          />
        );
      })}
      <text x={WIDTH / 2} y={height - 4}>
        toe
      </text>
      <text x={WIDTH / 2} y={10}>
        ankle
      </text>
    </svg>
  );
}
