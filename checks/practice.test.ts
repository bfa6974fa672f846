/** Hardness and a skewed upper as practice has them (checks/practice.json). */

import { describe, expect, it } from 'vitest';
import { classOf } from '#core/catalogue/classes.ts';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { judgeFeatures } from '#core/match/match.ts';
import { inferCauses } from '#core/match/match-causes.ts';
import { judgeMatch } from '#core/match/match-verdict.ts';
import { summariseReadings } from '#core/statistics/repeated-readings.ts';
import { causeName } from '#core/wording/match-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import practice from './practice.json' with { type: 'json' };

describe('one touch of a durometer', () => {
  const { foamC, rubberA, touches, srPoints, say } = practice.hardness;
  const touched = (value: number) =>
    summariseReadings({
      values: Array.from({ length: touches }, () => value),
      resolution: 0,
      repeatability: { sd: srPoints, df: 8 },
    });
  it('says how the foam stands to where most begin', () => {
    // By hand: t(0.975, 8) = 2.306, so 51 ± 2.3.
    const { mean, U } = touched(foamC);
    expect(U).toBeCloseTo(2.306, 3);
    expect(classOf(QUANTITIES['midsole-medial-hardness'].classes ?? [], mean, U)).toBe(say);
  });
  it('cannot tell a rubber at the line from a firmer one', () => {
    const { mean, U } = touched(rubberA);
    expect(classOf(QUANTITIES['outsole-hardness'].classes ?? [], mean, U)).toBe(
      'soft or firmer than soft',
    );
    expect(classOf(QUANTITIES['outsole-hardness'].classes ?? [], mean, 0)).toBe('soft');
  });
});

describe('an upper that was lasted askew', () => {
  it('is told from the shoe that is sound, and sent back', () => {
    const { left, right, cause, sound, answer } = practice.askewUpper;
    const times = (shoe: Record<string, number>) =>
      Object.fromEntries(Object.entries(shoe).map(([id, value]) => [id, [value, value, value]]));
    const judgements = judgeFeatures({ left: times(left), right: times(right) });
    const [found, ...others] = inferCauses({ judgements });
    expect(others).toEqual([]);
    expect(`${found?.atFault} ${found ? textOf(causeName(found.id)).toLowerCase() : ''}`).toContain(
      cause,
    );
    expect(found?.atFault).not.toBe(sound);
    expect(judgeMatch({ judgements }, found ? [found] : []).advice).toBe(answer);
  });
});
