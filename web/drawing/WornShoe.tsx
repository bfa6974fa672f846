import type { Sign } from '#core/catalogue/wear-signs.ts';
import classes from './WornShoe.module.css';

/** Parts of a shoe from the side, where signs of wear are looked for: their place on the drawing. */
export const WORN_PARTS = [
  { part: 'upper', x: 128, y: 62, signs: ['upper torn'] },
  {
    part: 'collar and lining',
    x: 44,
    y: 34,
    signs: ['lining seen', 'lining torn', 'lining growing', 'lining chafing'],
  },
  { part: 'heel counter', x: 22, y: 66, signs: ['counter broken'] },
  { part: 'insole', x: 78, y: 84, signs: ['insole flat'] },
  {
    part: 'midsole',
    x: 48,
    y: 104,
    signs: ['fine cracks', 'creases plain', 'foam dead', 'rebound less'],
  },
  { part: 'shank', x: 104, y: 108, signs: ['shank broken'] },
  {
    part: 'outsole',
    x: 178,
    y: 118,
    signs: ['tread wear', 'rubber marked', 'rubber worn through'],
  },
] as const satisfies readonly { part: string; x: number; y: number; signs: readonly Sign[] }[];

const UPPER =
  'M18 92 C14 66 20 40 26 26 C36 20 58 20 66 28 C74 40 92 50 112 52 C142 56 186 66 208 82 C214 87 214 90 210 92 Z';
const SOLE = 'M12 92 L214 92 C218 98 216 106 208 110 L150 116 L20 118 C12 112 10 100 12 92 Z';
const RUBBER = 'M20 118 L150 116 L208 110 C206 118 192 124 172 124 L26 126 C20 126 18 122 20 118 Z';

/** The shoe from the side with its signs: those noted before as rings, those of this look as dots. */
export function WornShoe({ before, now }: { before: readonly string[]; now: readonly string[] }) {
  const seen = WORN_PARTS.map((place) => ({
    ...place,
    now: place.signs.filter((sign) => now.includes(sign)),
    before: place.signs.filter((sign) => before.includes(sign)),
  }));
  const words = seen
    .filter((place) => place.now.length + place.before.length > 0)
    .map((place) => `${place.part}: ${[...new Set([...place.before, ...place.now])].join(', ')}`);
  return (
    <svg
      viewBox="0 0 224 132"
      className={classes.shoe}
      role="img"
      aria-label={`Signs on the shoe. ${words.join('; ') || 'None noted'}.`}
    >
      <path d={UPPER} className={classes.part} />
      <path d={SOLE} className={classes.part} />
      <path d={RUBBER} className={classes.rubber} />
      <path d="M66 28 C70 46 66 66 58 92" className={classes.seam} />
      {seen.map((place) => (
        <g key={place.part}>
          {place.before.length > 0 && (
            <circle cx={place.x} cy={place.y} r={8} className={classes.before} />
          )}
          {place.now.length > 0 && (
            <>
              <circle cx={place.x} cy={place.y} r={6} className={classes.now} />
              <text x={place.x} y={place.y + 3} textAnchor="middle">
                {place.now.length}
              </text>
            </>
          )}
        </g>
      ))}
    </svg>
  );
}
