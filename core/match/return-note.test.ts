/** The return note: figures and plain words that a shop can check, and nobody is blamed by. */

import { describe, expect, it } from 'vitest';
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { causeEffect } from '../wording/match-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import { judgeFeature, judgeFeatures } from './match.ts';
import { inferCauses } from './match-causes.ts';
import type { SiblingFeatures } from './match-pattern.ts';
import { judgeMatch } from './match-verdict.ts';
import { nameDay, noteFigure, type ReturnedPair, writeReturnNote } from './return-note.ts';

const PAIR: ReturnedPair = {
  tag: 'BR-13',
  maker: 'Brindlow',
  model: 'Roundsman 3',
  edition: '',
  label: { system: 'uk', size: 8 },
  from: 'Corner shop',
  orderNumber: '',
  boughtOn: null,
  wornKm: 0,
  receivedOn: '2026-03-09',
  returnBy: '2026-03-23',
};

/** A pair of two half sizes: the right is 4.2333 mm of last longer. */
const LEFT: Partial<Record<MatchFeatureId, readonly number[]>> = {
  'outsole-large': [187.4, 187.4],
  'footbed-length': [266.1, 266.1],
  mass: [301.5, 301.5],
  'toe-tip-height': [36, 36],
};
const RIGHT: typeof LEFT = {
  ...LEFT,
  'outsole-large': [190.2, 190.2],
  'footbed-length': [270.1, 270.1],
  mass: [309.5, 309.5],
};

function noteOf(
  terms: Partial<Parameters<typeof writeReturnNote>[2]> = {},
  right: typeof LEFT = RIGHT,
  cautions: string[] = [],
  siblings: SiblingFeatures = {},
  pair: Partial<ReturnedPair> = {},
) {
  const judgements = judgeFeatures({ left: LEFT, right });
  const causes = inferCauses({ judgements, lastMm: 279.4, siblings });
  const verdict = judgeMatch({ judgements }, causes);
  return writeReturnNote(
    { ...PAIR, ...pair },
    { judgements, causes, verdict, cautions },
    {
      names: {},
      checkedOn: '2026-03-10T09:30:00Z',
      unworn: true,
      note: '',
      sender: '',
      pictures: [],
      ...terms,
    },
  );
}

describe('a return note', () => {
  it('says what the pair is, when it came and until when it may go back', () => {
    expect(noteOf().facts).toEqual([
      ['Pair', 'BR-13: Brindlow Roundsman 3'],
      ['Label', 'UK 8'],
      ['To', 'Corner shop'],
      ['Received', '9 March 2026'],
      ['Return by', '23 March 2026'],
      ['State', 'unworn, tried indoors only'],
      ['Checked', '10 March 2026'],
    ]);
  });
  it('says what a shop asks for: who sends it, the order, the day, the distance, the pictures', () => {
    const { facts } = noteOf(
      {
        sender: 'Bench 1\n4 Mill Lane, Aldersey',
        unworn: false,
        pictures: ['label, left', '', 'sole'],
      },
      RIGHT,
      [],
      {},
      { orderNumber: 'W-20771', boughtOn: '2026-03-06', wornKm: 32.18688 },
    );
    expect(facts).toEqual([
      ['Pair', 'BR-13: Brindlow Roundsman 3'],
      ['Label', 'UK 8'],
      ['To', 'Corner shop'],
      ['From', 'Bench 1, 4 Mill Lane, Aldersey'],
      ['Order', 'W-20771'],
      ['Bought', '6 March 2026'],
      ['Received', '9 March 2026'],
      ['Return by', '23 March 2026'],
      ['State', 'worn 32 km'],
      ['Checked', '10 March 2026'],
      ['Pictures', '3 kept with the check: label, left, sole; sent on request'],
    ]);
  });

  it.each([
    [true, 'unworn, tried indoors only'],
    [false, 'worn'],
    [null, 'not stated'],
  ])('says of a pair whose unworn is %s: %s', (unworn, words) => {
    expect(noteOf({ unworn }).facts).toContainEqual(['State', words]);
  });

  it('names the cause first, then the shoe, the evidence, and what it does to the wearer', () => {
    const { findings } = noteOf();
    expect(findings[0]).toBe('Two sizes in one box.');
    expect(findings[1]).toBe('The measurements do not show which of the two shoes is at fault.');
    expect(findings.join(' ')).toContain('Footbed length: right 4.0 mm larger');
    expect(findings.at(-1)).toContain('half a size');
  });

  it('names another cause beside the first, and none that is only possible', () => {
    const five = (value: number) => [value, value, value, value, value];
    const judgements = judgeFeatures({
      left: { ...LEFT, 'sole-plane': five(0), 'outsole-hardness': five(62) },
      right: { ...LEFT, 'sole-plane': five(3), 'outsole-hardness': five(70) },
    });
    const causes = inferCauses({ judgements, lastMm: 279.4 });
    const { findings } = writeReturnNote(
      PAIR,
      { judgements, causes, verdict: judgeMatch({ judgements }, causes), cautions: [] },
      { names: {}, checkedOn: '2026-03-10', unworn: true, note: '', sender: '', pictures: [] },
    );
    const standing = causes.slice(1).filter((cause) => cause.confidence !== 'possible');
    expect(standing.length).toBeGreaterThan(0);
    expect(findings.filter((line) => /^Also (found|probable)/.test(line))).toHaveLength(
      standing.length,
    );
    for (const { id, halfSizes } of standing)
      expect(findings.join(' ')).toContain(textOf(causeEffect(id, halfSizes)));
  });

  it('names the shoe where other pairs of the model tell it', () => {
    const siblings = { 'footbed-length': { value: 266.2, pairs: 2 } };
    expect(noteOf({}, RIGHT, [], siblings).findings[1]).toBe(
      'The right shoe is the one that differs: 2 other pairs of this model and size agree with the left shoe (footbed length).',
    );
  });

  it('puts only what was taken into the table, under the names of the bench', () => {
    const { figures } = noteOf({ names: { 'outsole-large': 'Tread, heel to toe window' } });
    expect(figures.map((one) => one.feature)).toEqual([
      'outsole-large',
      'footbed-length',
      'toe-tip-height',
      'mass',
    ]);
    expect(figures[0]).toMatchObject({
      name: 'Tread, heel to toe window',
      left: '187.4',
      right: '190.2',
      tolerance: '1.0 mm',
      verdict: 'out',
    });
    expect(figures[2]?.verdict).toBe('within');
  });

  it('without a cause says what the check says', () => {
    const note = noteOf({ note: 'The tongue of the left is sewn askew.' }, LEFT);
    expect(note.findings).toHaveLength(1);
    expect(note.seen).toContain('The tongue of the left is sewn askew.');
  });

  it('repeats what is to be said of the gauges, and certifies nothing', () => {
    const { method } = noteOf({}, RIGHT, ['Caliper: calibration due 2026-01-01']);
    expect(method).toContain('Caliper: calibration due 2026-01-01.');
    expect(method).toMatch(/certifies nothing\.$/);
  });

  it('accuses nobody', () => {
    const all = JSON.stringify(noteOf());
    expect(all).not.toMatch(/defective|negligen|blame|your fault|swindle|unacceptable/i);
    expect(noteOf().request).toContain('Such things happen');
  });
});

describe('one figure of it', () => {
  it('carries difference, uncertainty, unit and tolerance', () => {
    // By hand: U = 2.306·√(2·0.2² + 2·0.1²/12) = 0.659, so 0.7 mm.
    const figure = noteFigure(judgeFeature('footbed-length', [266.1], [270.1]), 'Footbed length');
    expect(figure).toEqual({
      feature: 'footbed-length',
      name: 'Footbed length',
      left: '266.1',
      right: '270.1',
      difference: '4.0 ± 0.7 mm',
      tolerance: '1.0 mm',
      verdict: 'out',
    });
  });
  it('says “off” where a shoe is judged against zero', () => {
    const figure = noteFigure(judgeFeature('heel-seam', [0.2], [-6.1]), 'Heel seam');
    expect(figure.difference).toMatch(/^−6\.1 ± \d\.\d mm off$/);
  });
  it('leaves empty what was not taken', () => {
    const figure = noteFigure(judgeFeature('mass', [301], undefined), 'Mass');
    expect(figure).toMatchObject({ left: '301.0', right: '', difference: '', verdict: '' });
  });
});

describe('days', () => {
  it.each([
    ['2026-03-09', '9 March 2026'],
    // The end of a day belongs to it, wherever the reader is.
    ['2026-12-31T23:59:59Z', '31 December 2026'],
  ])('%s is %s', (day, words) => {
    expect(nameDay(day)).toBe(words);
  });
});
