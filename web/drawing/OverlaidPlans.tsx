import { scaleLinear } from 'd3-scale';
import { type PlanWidths, planPath } from '#core/sheet/sole-plan.ts';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './OverlaidProfiles.module.css';

export interface OverlaidPlan {
  key: string;
  name: string;
  widths: PlanWidths;
  /** Its place among the editions: decides the line. */
  index: number;
}

const WIDTH = 760;
const LEFT = 40;
const RIGHT = 750;
const HEIGHT = 300;
const MIDDLE = 140;

const shown = (mm: number | undefined) => (mm === undefined ? 'not taken' : mm.toFixed(1));

/** Soles or insoles from above, laid over each other to scale as left shoes, heels aligned. */
export function OverlaidPlans({
  plans,
  length,
  what,
}: {
  plans: readonly OverlaidPlan[];
  /** Of the drawing, where none was measured: of the last. */
  length: number;
  /** `Soles` or `Insoles`. */
  what: string;
}) {
  const longest = Math.max(length, ...plans.map(({ widths }) => widths.length ?? 0));
  const x = scaleLinear([0, longest], [LEFT, RIGHT]);
  const perMm = (RIGHT - LEFT) / longest;
  const y = (mm: number) => MIDDLE - mm * perMm;
  const says = `${what} from above, to scale. ${plans
    .map(({ name, widths }) => `${name}: ball ${shown(widths.ball)}, heel ${shown(widths.heel)} mm`)
    .join('. ')}.`;
  return (
    <ChartFrame
      name="plans"
      table={{
        columns: ['edition', 'heel, mm', 'midfoot, mm', 'ball, mm', 'length, mm'],
        rows: plans.map(({ name, widths }) => [
          name,
          shown(widths.heel),
          shown(widths.midfoot),
          shown(widths.ball),
          shown(widths.length),
        ]),
      }}
    >
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className={classes.overlay}
        role="img"
        aria-label={says}
      >
        <line x1={LEFT} x2={RIGHT} y1={MIDDLE} y2={MIDDLE} className={classes.level} />
        {plans.map(({ key, widths, index }) => (
          <path
            key={key}
            d={planPath(widths, widths.length ?? length, x, y)}
            className={classes.sole}
            data-line={index}
          />
        ))}
        <text x={RIGHT} y={HEIGHT - 4} className={classes.axis}>
          mm, to scale, heels aligned; widths that nobody took are drawn from the others
        </text>
      </svg>
    </ChartFrame>
  );
}
