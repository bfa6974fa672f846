import { describe, expect, it } from 'vitest';
import { leftRightWords } from './left-right-words.ts';

const said = (
  found: string | undefined,
  decision: string,
  differing: { left: number; right: number }[] = [],
) =>
  leftRightWords({
    tag: 'NS-01',
    decision,
    found,
    differing: differing.map((sides) => ({ feature: 'toe-tip-height', ...sides })),
  });

describe('a pair whose left and right were compared', () => {
  it('says the finding before the decision: kept is not alike', () => {
    expect(said('out', 'keep', [{ left: 55, right: 65 }])).toMatch(
      /^NS-01: left and right differ: toe-tip height left 55(?:\.0)?, right 65(?:\.0)? mm; kept$/,
    );
    expect(said('matched', 'keep')).toBe('NS-01: left and right match; kept');
    expect(said('matched', 'return')).toBe('NS-01: left and right match; rejected');
    expect(said('out', 'keep and note')).toBe('NS-01: left and right differ; kept with a note');
  });

  it('is undecided where the check could not tell, or nothing is known of it', () => {
    for (const found of ['cannot tell', undefined])
      expect(said(found, 'keep')).toBe('NS-01: whether left and right match is not known; kept');
  });
});
