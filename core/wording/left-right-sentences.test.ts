import { describe, expect, it } from 'vitest';
import { comparedWords, differingPairs, leftRightWords } from './left-right-sentences.ts';

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
      expect(said(found, 'keep')).toBe('NS-01: not known whether left and right match; kept');
  });
});

describe('the pairs of a sheet', () => {
  const pair = (tag: string, found: string | undefined, counts: boolean) => ({
    tag,
    decision: counts ? 'keep' : 'return',
    found,
    counts,
    differing: [],
  });

  it('are told one after the other, and where none was compared that is said', () => {
    expect(comparedWords([])).toBe('Left and right were not compared.');
    expect(comparedWords([pair('NS-01', 'matched', true), pair('NS-02', 'out', false)])).toBe(
      'Left compared with right. NS-01: left and right match; kept. NS-02: left and right differ; rejected.',
    );
  });

  it('are warned of where they differ and their figures count, and only there', () => {
    expect(
      differingPairs([
        pair('NS-01', 'out', true),
        pair('NS-02', 'out', false),
        pair('NS-03', 'matched', true),
        pair('NS-04', 'cannot tell', true),
        pair('NS-05', undefined, true),
      ]),
    ).toEqual([
      {
        words: 'NS-01: left and right differ; kept.',
        brief: 'NS-01: left and right differ; kept.',
      },
    ]);
  });
});
