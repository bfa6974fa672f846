import { describe, expect, it } from 'vitest';
import { likenessPhrase } from '../wording/likeness-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import { nearestRows, readLikeWords } from './nearest.ts';
import type { ShelfRow } from './shelf.ts';

const STEPS = { mass: 15, 'heel-stack': 3, drop: 2, 'ball-width': 2 };
const NOTHING = { conditions: [], uses: [], words: '' };

const row = (slug: string, values: Record<string, number>): ShelfRow => ({
  slug,
  name: slug,
  maker: '',
  tag: '',
  uses: [],
  pairs: 1,
  figures: Object.fromEntries(
    Object.entries(values).map(([column, value]) => [
      column,
      { value, low: value - 0.1, high: value + 0.1, evidence: 'measured' as const },
    ]),
  ),
  size: '',
  currency: '',
});

const KERB = row('kerb', { mass: 300, 'heel-stack': 25, drop: 5, 'ball-width': 105 });

describe('what is like an edition', () => {
  it('is nearest in noticeable steps, with what drives it', () => {
    const near = nearestRows(
      KERB,
      [
        KERB,
        // 30 g are two steps, 3 mm one: √5 steps.
        row('stile', { mass: 270, 'heel-stack': 28, drop: 5, 'ball-width': 105 }),
        row('latch', { mass: 304, 'heel-stack': 25.5, drop: 5.5, 'ball-width': 104 }),
        // Nobody took its width: reckoned as a step.
        row('lane', { mass: 300, 'heel-stack': 25, drop: 5 }),
      ],
      NOTHING,
      STEPS,
    );
    expect(near.map(({ row: { slug } }) => slug)).toEqual(['latch', 'lane', 'stile']);
    expect(near[2]?.steps).toBeCloseTo(Math.sqrt(5), 10);
    expect(near[2] && textOf(likenessPhrase(near[2].drivers))).toBe(
      'lighter by 2 noticeable differences, noticeably higher at the heel',
    );
    expect(near[0] && textOf(likenessPhrase(near[0].drivers))).toBe('alike in what is measured');
    expect(near[1]).toMatchObject({ steps: 1, unknown: ['ball-width'] });
  });
  it('but lighter: a step at least, read beside the rest of the words', () => {
    const read = readLikeWords('but lighter, drop under 6', KERB, STEPS);
    expect(read.conditions).toEqual([{ column: 'mass', to: 285 }]);
    expect(read.rest).toBe('drop under 6');
    expect(readLikeWords('cheaper', KERB, STEPS).questions[0]).toContain('kerb');
    // In the yardstick's currency: nobody said what another is worth.
    const priced = { ...row('kerb', { price: 120 }), currency: 'EUR' };
    expect(readLikeWords('cheaper', priced, { ...STEPS, price: 10 }).conditions).toEqual([
      { column: 'price', to: 110, currency: 'EUR' },
    ]);
  });
});
