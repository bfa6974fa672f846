import { describe, expect, it } from 'vitest';
import { contradictedSights } from './contradicted-sights.ts';
import { judgeFeature } from './match.ts';

describe('a look that a measurement contradicts', () => {
  // The seam of each shoe may stand off by some 3 mm: 2 mm is within, 6 mm is out.
  it('is one whose feature is out of tolerance, and no other', () => {
    const judged = (off: number) => judgeFeature('heel-seam', [0], [off]);
    expect(judged(6).verdict).toBe('out');
    expect(Object.keys(contradictedSights([judged(6)]))).toEqual(['seam']);
    expect(judged(0.5).verdict).toBe('within');
    expect(contradictedSights([judged(0.5)])).toEqual({});
  });

  it('is none where the feature was not taken, is not decided, or stands for no look', () => {
    expect(
      contradictedSights([
        { id: 'heel-seam', verdict: 'not taken' },
        { id: 'sole-plane', verdict: 'cannot tell' },
        { id: 'mass', verdict: 'out' },
      ]),
    ).toEqual({});
  });

  it('names every feature that speaks against it', () => {
    const against = contradictedSights([
      { id: 'footbed-length', verdict: 'out' },
      { id: 'footbed-ball-width', verdict: 'out' },
    ]);
    expect(against.footbeds).toHaveLength(2);
  });
});
