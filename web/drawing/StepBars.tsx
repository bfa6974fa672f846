import classes from './StepBars.module.css';

/** More steps are not drawn. */
const MOST = 6;
const WIDTH = 96;
const STEP = WIDTH / 2 / (MOST + 0.5);

/** A difference in noticeable steps from the middle: those that are sure in ink, those there may be lighter. */
export function StepBars({
  difference,
  sure,
  perhaps,
  isStated,
}: {
  difference: number;
  /** Steps. */
  sure: number;
  perhaps: number;
  isStated: boolean;
}) {
  const way = difference < 0 ? -1 : 1;
  const drawn = Math.min(MOST, Math.floor(perhaps + 0.5));
  return (
    <svg viewBox={`0 0 ${WIDTH} 20`} width={WIDTH} height={20} aria-hidden="true">
      <line x1={0} x2={WIDTH} y1={18} y2={18} className={classes.base} />
      {Array.from({ length: drawn }, (_, n) => {
        const isSure = n + 0.5 <= sure;
        const x = WIDTH / 2 + way * (n + 0.75) * STEP - 2.5;
        return (
          <rect
            key={x}
            x={x}
            y={isSure ? 4 : 8}
            width={5}
            height={isSure ? 14 : 10}
            className={isStated ? classes.stated : isSure ? classes.sure : classes.perhaps}
          />
        );
      })}
      <line x1={WIDTH / 2} x2={WIDTH / 2} y1={0} y2={18} className={classes.middle} />
    </svg>
  );
}
