import { scaleLinear } from 'd3-scale';
import { solePath } from '#core/sheet/sole-outline.ts';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './OverlaidProfiles.module.css';

export interface OverlaidSole {
  key: string;
  name: string;
  heel: number;
  forefoot: number;
  /** Its place among the editions: decides the line. */
  index: number;
}

const WIDTH = 760;
const HEIGHT = 190;
const GROUND = 158;
const LEFT = 40;
const RIGHT = 750;

/** Side profiles laid over each other to scale, heels aligned on the ground. */
export function OverlaidProfiles({ soles, length }: { soles: OverlaidSole[]; length: number }) {
  const x = scaleLinear([0, length], [LEFT, RIGHT]);
  const perMm = (RIGHT - LEFT) / length;
  const y = (mm: number) => GROUND - mm * perMm;
  const highest = Math.max(20, ...soles.map((sole) => sole.heel));
  const levels = Array.from({ length: Math.floor(highest / 10) + 2 }, (_, index) => index * 10);
  const says = `Side profiles to scale. ${soles
    .map(
      (sole) =>
        `${sole.name}: heel ${sole.heel.toFixed(1)}, forefoot ${sole.forefoot.toFixed(1)} mm`,
    )
    .join('. ')}.`;
  const top = y(highest) - 14;
  return (
    <ChartFrame
      name="profiles"
      table={{
        columns: ['edition', 'heel, mm', 'forefoot, mm'],
        rows: soles.map((sole) => [sole.name, sole.heel.toFixed(1), sole.forefoot.toFixed(1)]),
      }}
    >
      <svg
        viewBox={`0 ${top} ${WIDTH} ${HEIGHT - top}`}
        className={classes.overlay}
        role="img"
        aria-label={says}
      >
        {levels.map((level) => (
          <g key={level}>
            <line
              x1={LEFT - 10}
              x2={RIGHT}
              y1={y(level)}
              y2={y(level)}
              className={level === 0 ? classes.ground : classes.level}
            />
            <text x={LEFT - 14} y={y(level) + 4} className={classes.number}>
              {level}
            </text>
          </g>
        ))}
        {soles.map((sole) => (
          <path
            key={sole.key}
            d={solePath({ heel: sole.heel, forefoot: sole.forefoot, length }, x, y)}
            className={classes.sole}
            data-line={sole.index}
          />
        ))}
        <text x={RIGHT} y={GROUND + 20} className={classes.axis}>
          mm, to scale, heels aligned on the ground; the line between the stations is drawn
        </text>
      </svg>
    </ChartFrame>
  );
}

/** The line of an edition, for legends. */
export function LineSample({ index }: { index: number }) {
  return (
    <svg width="34" height="8" aria-hidden="true">
      <line x1="1" x2="33" y1="4" y2="4" className={classes.sole} data-line={index} />
    </svg>
  );
}
