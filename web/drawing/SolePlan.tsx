import { scaleLinear } from 'd3-scale';
import { type PlanWidths, planPath } from '#core/sheet/sole-plan.ts';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './SolePlan.module.css';

export type PlanShoe = PlanWidths & { side: 'left' | 'right' };

export interface PlanStation {
  key: string;
  name: string;
  at: number;
  words: string;
  taking: boolean;
  onChoose: () => void;
}

const WIDTH = 780;
const LEFT = 52;
const RIGHT = 560;
const MIDDLE = 88;
const HEIGHT = 190;

/** The sole from above, both shoes laid over each other as left shoes, to scale. */
export function SolePlan({
  shoes,
  length,
  stations,
  name,
}: {
  shoes: PlanShoe[];
  /** Length of the drawing where none was measured: of the last. */
  length: number;
  stations: PlanStation[];
  name: string;
}) {
  const longest = Math.max(...shoes.map((shoe) => shoe.length ?? length), length);
  const x = scaleLinear([0, longest], [LEFT, RIGHT]);
  const perMm = (RIGHT - LEFT) / longest;
  const y = (mm: number) => MIDDLE - mm * perMm;
  const known = (shoe: PlanShoe) => shoe.ball !== undefined && shoe.heel !== undefined;
  const ticks = Array.from({ length: Math.floor(longest / 10) + 1 }, (_, index) => index * 10);
  const says = `Sole from above, left and right laid over each other. ${stations
    .map((station) => `${station.name}: ${station.words}`)
    .join('. ')}.`;
  return (
    <ChartFrame
      name={name}
      table={{
        columns: ['width', 'figure'],
        rows: stations.map((station) => [station.name, station.words]),
      }}
    >
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={classes.plan} role="img" aria-label={says}>
        {shoes.map((shoe) => (
          <path
            key={shoe.side}
            d={planPath(shoe, shoe.length ?? length, x, y)}
            className={classes.sole}
            data-side={shoe.side}
            data-known={known(shoe)}
          />
        ))}
        <line x1={LEFT} x2={RIGHT} y1={MIDDLE} y2={MIDDLE} className={classes.middle} />
        {ticks.map((mm) => (
          <line
            key={mm}
            x1={x(mm)}
            x2={x(mm)}
            y1={HEIGHT - 14}
            y2={HEIGHT - (mm % 50 === 0 ? 24 : 18)}
            className={classes.tick}
          />
        ))}
        {ticks
          .filter((mm) => mm % 50 === 0)
          .map((mm) => (
            <text key={mm} x={x(mm)} y={HEIGHT - 2} className={classes.number}>
              {mm}
            </text>
          ))}
        {stations.map((station, index) => {
          const row = 40 + index * 30;
          return (
            // biome-ignore lint/a11y/noStaticElementInteractions: the rail has a button for each station; the drawing is a short cut
            <g
              key={station.key}
              className={classes.station}
              data-taking={station.taking}
              onClick={station.onChoose}
            >
              <line x1={x(station.at * longest)} x2={x(station.at * longest)} y1={6} y2={170} />
              <circle cx={RIGHT + 26} cy={row - 5} r={3.5} />
              <text x={RIGHT + 38} y={row}>
                {station.name}
              </text>
              <text x={RIGHT + 38} y={row + 13} className={classes.words}>
                {station.words}
              </text>
            </g>
          );
        })}
        <text x={4} y={30} className={classes.number} data-start>
          lateral
        </text>
        <text x={4} y={150} className={classes.number} data-start>
          medial
        </text>
      </svg>
    </ChartFrame>
  );
}
