import type { WearOfPair } from '#contract/wear-records.ts';
import classes from './WornSole.module.css';

type Zone = WearOfPair['zones'][number];

const WIDTH = 130;
const HEIGHT = 340;
const OUTLINE =
  'M65,4 C98,4 118,40 120,90 C122,140 106,170 108,214 C110,250 116,270 112,300 C108,328 88,336 66,336 C42,336 24,328 22,300 C20,270 30,250 28,214 C26,170 8,140 10,90 C12,40 32,4 65,4 Z';

/** Where each zone lies on the left sole seen from below, its outer side at the left, as a box. */
const PLACES: Readonly<Record<string, readonly [x: number, y: number, width: number]>> = {
  'tread-toe': [65, 38, 60],
  'tread-forefoot-lateral': [38, 96, 46],
  'tread-forefoot-medial': [92, 96, 46],
  'tread-midfoot': [65, 196, 60],
  'tread-heel-lateral': [44, 286, 40],
  'tread-heel-medial': [88, 286, 40],
};
const BOX = 56;
/** A line for as much tread as is gone, mm. */
const LINE_EVERY_MM = 0.35;

/** Both soles with what is left of the tread in its zones: the more is gone, the denser they are lined. */
export function WornSole({ zones }: { zones: readonly Zone[] }) {
  const latest = zones.flatMap((zone) => {
    const place = PLACES[zone.quantity];
    const [first, last] = [zone.points[0], zone.points.at(-1)];
    return place && first && last
      ? [{ ...zone, place, left: last.value, gone: first.value - last.value }]
      : [];
  });
  if (latest.length === 0) return null;
  return (
    <svg
      viewBox={`0 0 ${2 * WIDTH + 14} ${HEIGHT + 22}`}
      className={classes.soles}
      role="img"
      aria-label={`Tread left: ${latest.map(({ name, left }) => `${name} ${left.toFixed(1)} mm`).join('; ')}`}
    >
      {(['left', 'right'] as const).map((side) => {
        const mirrored = side === 'right';
        const at = mirrored ? WIDTH + 14 : 0;
        return (
          <g key={side} transform={`translate(${at} 0)`}>
            <path
              d={OUTLINE}
              className={classes.outline}
              transform={mirrored ? `translate(${WIDTH} 0) scale(-1 1)` : undefined}
            />
            {latest
              .filter((zone) => zone.side === side)
              .map(({ quantity, place: [cx, cy, width], left, gone, limit }) => {
                const x = mirrored ? WIDTH - cx : cx;
                const lines = Math.min(14, Math.max(0, Math.round(gone / LINE_EVERY_MM)));
                return (
                  <g key={quantity}>
                    {Array.from({ length: lines }, (_, n) => {
                      const place = x - width / 2 + ((n + 0.5) * width) / lines;
                      return (
                        <line
                          key={place}
                          x1={place}
                          x2={place}
                          y1={cy - BOX / 2}
                          y2={cy + BOX / 2}
                          className={classes.line}
                        />
                      );
                    })}
                    <text
                      x={x}
                      y={cy + 5}
                      className={classes.depth}
                      data-low={limit !== null && left < 2 * limit}
                    >
                      {left.toFixed(1)}
                    </text>
                  </g>
                );
              })}
            <text x={WIDTH / 2} y={HEIGHT + 18} className={classes.side}>
              {side}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
