/** Lines of versions: their order, what a step comes to, and what follows for a buyer. Worked by hand. */

import { describe, expect, it } from 'vitest';
import { judgeDifference } from '../figures/difference.ts';
import type { LineChange } from '../records/version-verdict.ts';
import { textOf } from '../wording/sentence.ts';
import { versionFindingPhrase, writtenVersion } from '../wording/version-sentences.ts';
import {
  adviseBuyer,
  changeOf,
  closesCircle,
  type LineLink,
  type LineStep,
  lineOf,
  oddOfWidth,
} from './version-line.ts';

const follows = (edition: string, of: string): LineLink => ({ edition, kind: 'follows', of });

describe('the order of a line', () => {
  const links: LineLink[] = [
    follows('third', 'second'),
    follows('second', 'first'),
    { edition: 'second wide', kind: 'width of', of: 'second' },
    { edition: 'second green', kind: 'colour of', of: 'second' },
  ];
  it('is the same from wherever it is looked at', () => {
    const whole = ['first', 'second', 'second wide', 'second green', 'third'];
    for (const edition of whole) expect(lineOf(links, edition), edition).toEqual(whole);
  });
  it('is the edition alone where nothing is said of it', () => {
    expect(lineOf(links, 'other')).toEqual(['other']);
  });
  it('has two followers of one version beside each other, and the wide build under its own width', () => {
    const more = [...links, follows('third wide', 'second wide'), follows('rival third', 'second')];
    expect(lineOf(more, 'third wide')).toEqual([
      'first',
      'second',
      'second wide',
      'third wide',
      'second green',
      'third',
      'rival third',
    ]);
  });
  it('ends, and shows the edition asked for, even where old records close a circle', () => {
    const circle = [follows('a', 'b'), follows('b', 'c'), follows('c', 'a')];
    expect(lineOf(circle, 'a').sort()).toEqual(['a', 'b', 'c']);
  });
  it('is refused where an edition would stand behind itself, near or far', () => {
    expect(closesCircle(links, 'first', 'first')).toBe(true);
    expect(closesCircle(links, 'first', 'second wide')).toBe(true);
    expect(closesCircle(links, 'third', 'second green')).toBe(false);
    expect(closesCircle([follows('a', 'b'), follows('b', 'a')], 'c', 'a')).toBe(false);
  });
});

describe('a change along the line', () => {
  const differ = (d: number, u: number, step: number) =>
    judgeDifference(d, u, Number.POSITIVE_INFINITY, step);
  it('is better or worse only where everybody would agree', () => {
    // 40 g less, U 9.8: 30.2 reaches the step of 15 g.
    expect(changeOf('mass', differ(-40, 5, 15), 15)).toMatchObject({
      word: 'better',
      direction: 'less',
    });
    expect(changeOf('mass', differ(40, 5, 15), 15)).toMatchObject({
      word: 'worse',
      direction: 'more',
    });
    expect(changeOf('drop', differ(4, 0.5, 2), 2)).toMatchObject({
      word: 'other',
      direction: 'more',
    });
    expect(changeOf('ball-width', differ(-5, 1, 2), 2).direction).toBe('less');
  });
  it('is the same where nobody would notice, and perhaps where it cannot be told', () => {
    // 4 g, u 2: 4 + 1.645 · 2 = 7.3 lies within 15.
    expect(changeOf('mass', differ(4, 2, 15), 15).word).toBe('same');
    // 14 g, u 4: 20.6 may be noticed.
    expect(changeOf('mass', differ(14, 4, 15), 15).word).toBe('perhaps');
    expect(changeOf('mass', differ(30, 4, 15), 15).steps).toBe(2);
  });
});

const change = (
  word: LineChange['word'],
  way: 'lighter' | 'heavier' | 'more drop' | 'higher at the heel' | 'wider at the ball',
  quantity: LineChange['quantity'] = 'mass',
) =>
  ({
    quantity,
    word,
    direction: way === 'lighter' ? 'less' : 'more',
    steps: 2,
  }) satisfies LineChange;
/** The advice as it is written. */
const adviseInWords = (lineStep: LineStep) => {
  const { words, verdict } = writtenVersion(adviseBuyer(lineStep));
  return { words: textOf(words), verdict };
};
const step = (more: Partial<LineStep>): LineStep => ({
  kind: 'follows',
  changes: [],
  missing: [],
  parts: [],
  partsKnown: true,
  ended: false,
  ...more,
});
const euro = (amount: number) => ({ amount, currency: 'EUR' });

describe('what follows for a buyer', () => {
  const nothing = [change('same', 'lighter'), change('same', 'more drop', 'drop')];
  it('is last year’s where nothing changed but the price', () => {
    const advice = adviseInWords(step({ changes: nothing, before: euro(79), after: euro(125) }));
    expect(advice.verdict.word).toBe('last year’s');
    expect(advice.words).toBe(
      'Take last year’s version: no difference that would be noticed, and it costs 46 EUR less.',
    );
    const ended = step({ changes: nothing, before: euro(79.5), after: euro(125), ended: true });
    expect(adviseInWords(ended).words).toContain('while you can get it');
    expect(adviseInWords(ended).words).toContain('45.50 EUR less');
  });
  it('is to stay where the older is no cheaper, or nobody knows', () => {
    const same = { changes: nothing, before: euro(125), after: euro(125) };
    expect(adviseInWords(step(same)).verdict.word).toBe('stay');
    expect(adviseInWords(step({ changes: nothing })).verdict.word).toBe('stay');
    const elsewhere = { ...same, before: { amount: 10, currency: 'USD' } };
    expect(adviseInWords(step(elsewhere)).verdict.word, 'another currency').toBe('stay');
    const perhaps = adviseInWords(step({ changes: [change('perhaps', 'lighter')] }));
    expect(perhaps.words).toContain('perhaps lighter');
    expect(perhaps.verdict.word).toBe('stay');
  });
  it('is to skip what is worse, and to take what is better', () => {
    expect(adviseInWords(step({ changes: [change('worse', 'heavier')] })).verdict.word).toBe(
      'skip',
    );
    expect(adviseInWords(step({ changes: [change('better', 'lighter')] })).verdict.word).toBe(
      'the new one',
    );
  });
  it('says whose word it is where one of the two is only stated', () => {
    const heavier = { ...change('worse', 'heavier'), stated: true };
    expect(adviseInWords(step({ changes: [heavier] })).words).toContain(
      'Skip this version: heavier, as stated',
    );
  });
  it('is another shoe where stack, drop, width or a part is another, lighter or not', () => {
    const higher = change('other', 'higher at the heel', 'heel-stack');
    const advice = adviseInWords(step({ changes: [higher, change('better', 'lighter')] }));
    expect(advice.verdict.word).toBe('another shoe');
    expect(advice.words).toContain('higher at the heel, lighter');
    const made = adviseInWords(step({ changes: nothing, parts: ['foam', 'plate'] }));
    expect(made.words).toContain('different foam, plate');
  });
  it('cannot be told of what nobody measured, but for a colour that is stated', () => {
    const open = step({ missing: ['mass'], partsKnown: false });
    expect(adviseInWords(open).verdict.word).toBe('cannot tell');
    expect(adviseInWords(open).words).toContain('mass is not known of both');
    expect(adviseInWords({ ...open, kind: 'colour of' }).words).toContain('as stated');
  });
});

describe('a build in another width', () => {
  const wider = change('other', 'wider at the ball', 'ball-width');
  it('is the same shoe where only its widths differ', () => {
    const wide = step({ kind: 'width of', changes: [wider, change('same', 'lighter')] });
    expect(oddOfWidth(wide)).toEqual([]);
    expect(adviseInWords(wide).words).toBe(
      'Another width of the same shoe (wider at the ball). Choose by the foot.',
    );
  });
  it('is asked about where more differs', () => {
    const odd = step({
      kind: 'width of',
      changes: [wider, change('worse', 'heavier')],
      parts: ['plate'],
    });
    expect(oddOfWidth(odd).map(versionFindingPhrase).map(textOf)).toEqual([
      'heavier',
      'different plate',
    ]);
    expect(adviseInWords(odd).words).toContain(
      'It differs in more than its width: heavier, different plate',
    );
  });
  it('cannot be told of what nobody measured', () => {
    expect(adviseInWords(step({ kind: 'width of', missing: ['mass'] })).verdict.word).toBe(
      'cannot tell',
    );
  });
});
