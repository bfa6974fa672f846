import { scaleLinear } from 'd3-scale';
import { guessShape, type SoleShape, solePath, topAt } from '#core/sheet/sole-outline.ts';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './SoleProfile.module.css';

export interface ProfileStation {
  key: string;
  name: string;
  /** Share of the length. */
  at: number;
  /** The figure in words, or what is to do. */
  words: string;
  state: 'done' | 'taking' | 'to do';
  onChoose?: () => void;
}

const WIDTH = 780;
const GROUND = 168;
const LEFT = 44;
const RIGHT = 746;
/** Soles up to this height, in mm, share one frame, so that it stays still while measuring. */
const LOW_SOLE = 34;
/** Where the words of the toe end, from its line. */
const TOE_WORDS = 30;
/** Room for the keys that save the drawing. */
const TOP_KEYS = 6;

/**
 * The sole's side to scale, with its stations and a rule in mm beneath. Before both stacks are
 * known the outline is dashed.
 */
export function SoleProfile({
  heel,
  forefoot,
  length,
  stations,
  shape: more = {},
  shoes = [],
  name,
  says,
}: {
  heel: number | undefined;
  forefoot: number | undefined;
  length: number;
  stations: ProfileStation[];
  /** What else was measured of the outline: midfoot, toe, rocker and bevel. */
  shape?: Partial<SoleShape>;
  /** Left and right, each by its own figures, laid over the pair's. */
  shoes?: { side: 'left' | 'right'; shape: SoleShape }[];
  /** Names the files that the drawing is saved as. */
  name: string;
  /** One sentence on what the drawing shows. */
  says: string;
}) {
  const shape = { ...guessShape(heel, forefoot, length), ...more };
  const x = scaleLinear([0, length], [LEFT, RIGHT]);
  const perMm = (RIGHT - LEFT) / length;
  const y = (mm: number) => GROUND - mm * perMm;
  // Room above the sole for the names of its stations; low soles leave no gap beyond it.
  const top = y(Math.max(shape.heel, LOW_SOLE)) - 48 - TOP_KEYS;
  const ticks = Array.from({ length: Math.floor(length / 5) + 1 }, (_, index) => index * 5);
  const table = {
    columns: ['station', 'figure'],
    rows: stations.map((station) => [station.name, station.words]),
  };
  return (
    <ChartFrame name={name} table={table} keysAt="foot">
      <svg
        viewBox={`0 ${top} ${WIDTH} ${218 - top}`}
        className={classes.profile}
        role="img"
        aria-label={says}
      >
        <path
          d={solePath(shape, x, y)}
          className={classes.sole}
          strokeDasharray={shape.known ? undefined : '5 5'}
        />
        {shoes.map((shoe) => (
          <path
            key={shoe.side}
            d={solePath(shoe.shape, x, y)}
            className={classes.shoe}
            data-side={shoe.side}
          />
        ))}
        <line x1={LEFT - 14} x2={RIGHT + 14} y1={GROUND} y2={GROUND} className={classes.ground} />
        {ticks.map((mm) => {
          const long = mm % 50 === 0;
          return (
            <g key={mm} transform={`translate(${x(mm)},${GROUND + 6})`}>
              <line y2={long ? 11 : mm % 10 === 0 ? 7 : 4} className={classes.tick} />
              {long && (
                <text y={24} className={classes.number}>
                  {mm}
                </text>
              )}
            </g>
          );
        })}
        <text x={RIGHT + 14} y={GROUND + 46} className={classes.axis}>
          mm along a last of {length.toFixed(0)} mm; outline between stations drawn, not measured
        </text>
        {stations.map((station) => {
          const edge = y(topAt(shape, station.at));
          // At the toe the words stand before the line, and never above the drawing.
          const toe = station.at > 0.9;
          const words = toe ? Math.max(edge, top + 42) : edge;
          return (
            // biome-ignore lint/a11y/noStaticElementInteractions: the rail has a button for each station; the drawing is a short cut
            <g
              key={station.key}
              transform={`translate(${x(length * station.at)},0)`}
              className={classes.station}
              data-state={station.state}
              onClick={station.onChoose}
            >
              <line y1={edge} y2={GROUND} />
              {station.state === 'taking' && (
                <>
                  <line x1={-7} x2={7} y1={edge} y2={edge} />
                  <line x1={-7} x2={7} y1={GROUND} y2={GROUND} />
                </>
              )}
              <text x={toe ? TOE_WORDS : 0} y={words - 30} className={classes.name} data-toe={toe}>
                {station.name}
              </text>
              <text x={toe ? TOE_WORDS : 0} y={words - 11} className={classes.words} data-toe={toe}>
                {station.words}
              </text>
            </g>
          );
        })}
      </svg>
    </ChartFrame>
  );
}
