/**
 * Fit against `practice.json` (common practice), the published example of Krippendorff's alpha and the limits of
 * the arch index (`published.json`), shapes of known area, and half-size probabilities by hand.
 */

import { readFileSync } from 'node:fs';
import { randomLcg, randomNormal } from 'd3-random';
import { describe, expect, it } from 'vitest';
import { krippendorffAlpha } from '#core/fit/agreement.ts';
import { archIndex, thirdsOfPrint } from '#core/fit/arch-index.ts';
import { fitOfDeviation } from '#core/fit/fit-probabilities.ts';
import {
  type LabelVote,
  labelToLabel,
  offsetsByVotes,
  voteOfTester,
} from '#core/fit/label-to-label.ts';
import type { TryOn } from '#core/fit/try-on.ts';
import { tryOnVerdict } from '#core/fit/try-on-verdict.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { tryOnRow } from '#core/wording/try-on-sentences.ts';

const read = (name: string) => JSON.parse(readFileSync(new URL(name, import.meta.url), 'utf8'));
const { fit: practice, splitTesters } = read('practice.json');
const published = read('published.json');

const men = (size: number): SizeLabel => ({ system: 'us-men', size });
/** The answers that each case of the table says, by its words. */
const CASES: Record<string, TryOn> = {
  'length true, room to wiggle, snug': {
    toeRoom: 'right',
    heel: 'none',
    width: { toe: 0, ball: 0, midfoot: 0, heel: 0 },
  },
  "insole as long as the true one's, looser, six eyelets for seven, laces tight, no gap before it":
    {
      footbed: 'same',
      width: { toe: 1, ball: 1, midfoot: 1, heel: 1 },
      eyeletsFewer: true,
      pull: 'tight',
      insoleGapMm: 0,
      toeRoom: 'right',
    },
  "insole as long as the true one's, gap of 4 mm before a known insole, heel lifts with laces tight":
    {
      footbed: 'same',
      insoleGapMm: 4,
      heel: 'lifts',
      pull: 'tight',
      label: men(10),
    },
  'toes have room, both edges sore after the first outing, made in wide, halves end at 11.5, label 12':
    {
      toeRoom: 'right',
      sore: ['edges'],
      after: 'outing',
      label: men(12),
      daysLeft: 10,
      made: [
        { labels: [men(11), men(11.5), men(12), men(13)] },
        { width: 'wide', labels: [men(11), men(11.5), men(12), men(13)] },
      ],
    },
  'laces out for the toes, heel slips, top eyelet used, midfoot sore': {
    lacesLetOut: true,
    heel: 'lifts',
    topEyeletUsed: true,
    sore: ['midfoot'],
  },
  "arch pressed at the insole's edge, length right": { sore: ['arch edge'], toeRoom: 'right' },
};

describe('a try-on, as practice answers it', () => {
  const answers = practice as { case: string; answer: string }[];
  it('has answers to every case of the table', () => {
    expect(answers.map((one) => one.case)).toEqual(Object.keys(CASES));
  });
  const judged = (place: number) => tryOnVerdict(CASES[answers[place]?.case ?? ''] ?? {});
  it('true to size', () => {
    expect(judged(0)).toMatchObject({ answer: 'keep', rows: [20], next: [] });
    expect(tryOnRow(20)).toBe('true to size');
  });
  it('stay; insole on top, not half down', () => {
    const { answer, next, rows } = judged(1);
    expect([answer, next[0]?.what, rows[0]]).toEqual(['open', 'insole-on-top', 12]);
    expect(next.map(({ what }) => what).join()).not.toContain('half-down');
  });
  it('half a size down, and another insole', () => {
    const { answer, next, swapFor } = judged(2);
    expect([answer, swapFor?.label]).toEqual(['swap', men(9.5)]);
    expect(next[0]?.what).toBe('half-down-and-insole');
  });
  it('12 wide, not 12.5', () => {
    const { answer, swapFor } = judged(3);
    expect([answer, swapFor]).toEqual(['swap', { label: men(12), width: 'wide' }]);
  });
  it('the width, and no lacing', () => {
    const { rows, next } = judged(4);
    expect(rows[0]).toBe(4);
    expect(next[0]?.what).toBe('wider');
  });
  it('another insole', () => {
    const { answer, next } = judged(5);
    expect([answer, next[0]?.what]).toEqual(['open', 'another-insole']);
  });
});

describe('a split of testers', () => {
  it('has the median of practice', () => {
    expect(voteOfTester(splitTesters.offsetHalfSizes)).toBe(splitTesters.median);
  });
});

describe('half-size probabilities by hand', () => {
  it.each([
    // From the t table at 8 degrees of freedom.
    [4.8, 1.2, 8, [0.0277, 0.8558, 0.1163], 'long'],
    [3.0, 1.5, 8, [0.2815, 0.6859, 0.028], 'cannot tell'],
  ] as const)('%f mm, u %f', (deviation, u, df, wanted, verdict) => {
    const { steps, verdict: found } = fitOfDeviation(deviation, u, df);
    const shares = [0, 1, 2].map(
      (halfSizes) => steps.find((one) => one.halfSizes === halfSizes)?.probability ?? Number.NaN,
    );
    shares.forEach((share, at) => {
      expect(share).toBeCloseTo(wanted[at] ?? 0, 4);
    });
    expect(found).toBe(verdict);
  });
  it('are certain without doubt, mirrored, and sum to one', () => {
    expect(fitOfDeviation(4.2333, 0, 8).steps.map(({ probability }) => probability)).toEqual([
      0, 0, 0, 1, 0,
    ]);
    const [long, short] = [fitOfDeviation(5, 1, 6), fitOfDeviation(-5, 1, 6)];
    expect(long.steps.map(({ probability }) => probability)).toEqual(
      short.steps.map(({ probability }) => expect.closeTo(probability, 12)).reverse(),
    );
    expect([long.verdict, short.verdict, fitOfDeviation(0, 1, 6).verdict]).toEqual([
      'long',
      'short',
      'true',
    ]);
    expect(long.steps.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 12);
  });
});

describe('the arch index', () => {
  const { highAtMost, lowAtLeast } = published.archIndex;
  it('is called by the published limits', () => {
    const at = (index: number) => archIndex([(1 - index) / 2, index, (1 - index) / 2]).class;
    expect([at(highAtMost), at(highAtMost + 0.001)]).toEqual(['high', 'middle']);
    expect([at(lowAtLeast - 0.001), at(lowAtLeast)]).toEqual(['middle', 'low']);
  });
  it('is a third of a rectangle, and known of a waisted print', () => {
    const rectangle = [
      [0, 0],
      [80, 0],
      [80, 240],
      [0, 240],
    ] as const;
    expect(thirdsOfPrint(rectangle)).toEqual([6400, 6400, 6400]);
    expect(archIndex(thirdsOfPrint(rectangle))).toMatchObject({ class: 'low' });
    // 80 wide at both ends, 20 wide between 80 and 160: 6400, 1600, 6400.
    const waisted = [
      [0, 0],
      [80, 0],
      [80, 80],
      [50, 80],
      [50, 160],
      [80, 160],
      [80, 240],
      [0, 240],
      [0, 160],
      [30, 160],
      [30, 80],
      [0, 80],
    ] as const;
    const [rear, middle, front] = thirdsOfPrint(waisted);
    expect([rear, middle, front]).toEqual([6400, 1600, 6400]);
    expect(archIndex([rear, middle, front]).index).toBeCloseTo(1600 / 14_400, 12);
    // A triangle on its base: thirds of height hold 5, 3 and 1 ninths.
    const triangle = thirdsOfPrint([
      [0, 0],
      [90, 0],
      [45, 90],
    ]);
    expect(triangle.map((area) => area / 4050)).toEqual(
      [5, 3, 1].map((n) => expect.closeTo(n / 9, 12)),
    );
  });
  it('has no answer without a print', () => {
    expect(() => archIndex([0, 0, 0])).toThrow(RangeError);
    expect(() =>
      thirdsOfPrint([
        [0, 0],
        [1, 0],
      ]),
    ).toThrow(RangeError);
  });
});

describe('agreement', () => {
  const { observers, nominal, ordinal, interval } = published.krippendorffAlpha;
  it.each([
    ['nominal', nominal],
    ['ordinal', ordinal],
    ['interval', interval],
  ] as const)('is the published alpha, %s', (scale, alpha) => {
    const found = krippendorffAlpha(observers, scale);
    expect(found.alpha).toBeCloseTo(alpha, 3);
    // 40 pairable values in the published example.
    expect(found.n).toBe(40);
  });
  it('is one where all agree, and none where no unit has two ratings', () => {
    expect(
      krippendorffAlpha(
        [
          [1, 2],
          [1, 2],
        ],
        'nominal',
      ).alpha,
    ).toBe(1);
    expect(
      krippendorffAlpha(
        [
          [3, 3],
          [3, 3],
        ],
        'ordinal',
      ).alpha,
    ).toBe(1);
    expect(() =>
      krippendorffAlpha(
        [
          [1, null],
          [null, 2],
        ],
        'nominal',
      ),
    ).toThrow(RangeError);
  });
});

const votes = (offsets: readonly number[], kind: LabelVote['kind'] = 'wore both'): LabelVote[] =>
  offsets.map((offsetHalfSizes, at) => ({ kind, tester: `T${at}`, offsetHalfSizes }));
const label: SizeLabel = { system: 'uk', size: 9 };

describe('from label to label', () => {
  const probabilityAt = (offsets: number[], halfSizes: number) =>
    offsetsByVotes(offsets).find((one) => one.halfSizes === halfSizes)?.probability;
  it.each([
    [[0, 0], 0, 0.931, 'decided'],
    [[1], 1, 0.548, 'cannot tell'],
    [[1, 1], 1, 0.807, 'cannot tell'],
    [[1, 1, 1], 1, 0.933, 'decided'],
    [[0, -1, 0], 0, 0.888, 'cannot tell'],
    [[1, 1, 1, 1, 0], 1, 0.938, 'decided'],
  ] as const)('votes %j: P(%i) %f, %s', (offsets, halfSizes, probability, verdict) => {
    expect(probabilityAt([...offsets], halfSizes)).toBeCloseTo(probability, 3);
    expect(labelToLabel({ label, votes: votes(offsets) }).verdict).toBe(verdict);
  });
  const lengths = { aMm: 271.6, bMm: 268, uA: 0.5, uB: 0.5, df: Number.POSITIVE_INFINITY };
  it('lengths say 0.248, 0.637, 0.108, never decide alone, and with one vote make it probable', () => {
    const alone = labelToLabel({ label, votes: [], lengths });
    const share = (j: number) =>
      alone.kinds[0]?.probabilities.find((one) => one.halfSizes === j)?.probability;
    expect([share(0), share(1), share(2)]).toEqual(
      [0.248, 0.637, 0.108].map((p) => expect.closeTo(p, 3)),
    );
    expect(alone.verdict).toBe('cannot tell');
    const both = labelToLabel({ label, votes: votes([1]), lengths });
    expect([both.verdict, both.offsetHalfSizes, both.take?.label.size]).toEqual([
      'probably',
      1,
      9.5,
    ]);
  });
  it('finds planted offsets again, and claims one where none is in at most 6.5 % of 1,000 draws', () => {
    const normal = randomNormal.source(randomLcg(0.42))(0, 0.55);
    const draw = (planted: number) =>
      labelToLabel({
        label,
        votes: votes(Array.from({ length: 4 }, () => Math.round(planted + normal()))),
      });
    let [claimed, found] = [0, 0];
    for (let n = 0; n < 1000; n++) {
      const { offsetHalfSizes } = draw(0);
      if (offsetHalfSizes !== undefined && offsetHalfSizes !== 0) claimed += 1;
      if (draw(1).offsetHalfSizes === 1) found += 1;
    }
    expect(claimed).toBeLessThanOrEqual(65);
    expect(found).toBeGreaterThan(500);
  });
});
