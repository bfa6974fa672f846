import { describe, expect, it } from 'vitest';
import type { LeftRightFinding } from '../records/match-verdict.ts';
import { isSameFinding } from './left-right-finding.ts';

const FOUND: LeftRightFinding = {
  found: 'out',
  cause: 'toe-spring',
  fault: 'Toe spring differs',
  differing: [
    { feature: 'toe-tip-height', left: 55, right: 65 },
    { feature: 'mass', left: 302, right: 310 },
  ],
};

describe('what was found when a check was decided, and what is found today', () => {
  it('is the same whatever its words, its figures and their order are', () => {
    const today = { ...FOUND, fault: 'Other words', differing: [...FOUND.differing].reverse() };
    expect(isSameFinding(FOUND, today)).toBe(true);
  });
  it.each([
    { found: 'matched', differing: [] },
    { cause: null },
    { cause: 'two-sizes' },
    { differing: FOUND.differing.slice(1) },
  ] as Partial<LeftRightFinding>[])('is another with %j', (change) => {
    expect(isSameFinding(FOUND, { ...FOUND, ...change })).toBe(false);
    expect(isSameFinding({ ...FOUND, ...change }, FOUND)).toBe(false);
  });
  it('of a former version has no cause, which makes no difference', () => {
    const { cause: _, ...former } = FOUND;
    expect(isSameFinding(former, FOUND)).toBe(true);
    expect(isSameFinding(former, { ...FOUND, differing: [] })).toBe(false);
  });
});
