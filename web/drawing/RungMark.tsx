import { RUNG_REACH, type RungPlace } from '#core/match/match-drawing.ts';
import classes from './RungMark.module.css';

const WIDTH = 220;
const HEIGHT = 16;
const MIDDLE = HEIGHT / 2;
const SCALE = WIDTH / (2 * (RUNG_REACH + 0.2));
const at = (tolerances: number) => WIDTH / 2 + tolerances * SCALE;

/** Slanted strokes of the tolerance band. */
const HATCH = Array.from({ length: 13 }, (_, index) => {
  const x = at(-1) + (index * 2 * SCALE) / 12;
  return `M${x - 3} ${HEIGHT - 2} L${x + 3} 2`;
}).join(' ');

/** One difference against its tolerance: left of the middle the right shoe is smaller. */
export function RungMark({
  place,
  verdict,
}: {
  /** Left out: not taken. */
  place: RungPlace | undefined;
  verdict: string;
}) {
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className={classes.rung}
      data-verdict={verdict}
      aria-hidden="true"
    >
      <rect x={at(-1)} y={2} width={2 * SCALE} height={HEIGHT - 4} className={classes.band} />
      <path d={HATCH} className={classes.hatch} />
      <line x1={at(0)} x2={at(0)} y1={0} y2={HEIGHT} className={classes.zero} />
      {place && (
        <>
          <line x1={at(place.low)} x2={at(place.high)} y1={MIDDLE} y2={MIDDLE} />
          {place.beyond ? (
            <path
              className={classes.mark}
              d={
                place.at > 0
                  ? `M${at(place.at) + 5} ${MIDDLE} l-9 -5 v10 Z`
                  : `M${at(place.at) - 5} ${MIDDLE} l9 -5 v10 Z`
              }
            />
          ) : (
            <circle cx={at(place.at)} cy={MIDDLE} r={4.2} className={classes.mark} />
          )}
        </>
      )}
    </svg>
  );
}
