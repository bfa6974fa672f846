/** What holds of fit, of lines and of agreement whatever is drawn. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AGREEMENT_SCALES, krippendorffAlpha } from './fit/agreement.ts';
import { thirdsOfPrint } from './fit/arch-index.ts';
import { fitOfDeviation } from './fit/fit-probabilities.ts';
import { type LabelVote, labelToLabel, offsetsByVotes } from './fit/label-to-label.ts';
import type { MadeWidth } from './fit/made-sizes.ts';
import {
  EYELET_ROWS,
  FOOT_PLACES,
  FOOTBEDS_AGAINST,
  HEEL_HOLDS,
  LACE_PULLS,
  PAINS,
  SORE_PLACES,
  TOE_ROOMS,
  TRY_ON_AFTER,
  type TryOn,
} from './fit/try-on.ts';
import { tryOnVerdict } from './fit/try-on-verdict.ts';
import { TRY_ON_OUTCOMES } from './records/try-on-verdict.ts';
import { LINE_KINDS } from './records/version-verdict.ts';
import { closesCircle, type LineLink, lineOf } from './sheet/version-line.ts';
import { isSameSize, type SizeLabel } from './sizing/size-label.ts';
import { tryOnOutcome } from './wording/try-on-sentences.ts';

// The same cases on every machine.
fc.configureGlobal({ seed: 20261126 });

const uk = (size: number): SizeLabel => ({ system: 'uk', size });
const one = <T>(values: readonly T[]) => fc.constantFrom(...values);
const maybe = <T>(values: fc.Arbitrary<T>) => fc.option(values, { nil: undefined });

const made: fc.Arbitrary<MadeWidth[]> = fc.uniqueArray(
  fc.record({
    width: one(['', '2E', '4E', 'narrow']),
    labels: fc.subarray([uk(7), uk(7.5), uk(8), uk(8.5), uk(9), uk(10)], { minLength: 1 }),
  }),
  { maxLength: 4, selector: ({ width }) => width },
);

const tryOn: fc.Arbitrary<TryOn> = fc.record(
  {
    toeGapMm: maybe(fc.double({ min: -10, max: 60, noNaN: true })),
    toeRoom: maybe(one(TOE_ROOMS)),
    heel: maybe(one(HEEL_HOLDS)),
    heelMm: maybe(fc.double({ min: 0, max: 30, noNaN: true })),
    width: maybe(
      fc.record(
        Object.fromEntries(FOOT_PLACES.map((place) => [place, fc.integer({ min: -2, max: 2 })])),
        { requiredKeys: [] },
      ),
    ),
    rows: maybe(one(EYELET_ROWS)),
    pull: maybe(one(LACE_PULLS)),
    lacesLetOut: maybe(fc.boolean()),
    eyeletsFewer: maybe(fc.boolean()),
    toesTouch: maybe(fc.boolean()),
    sore: maybe(fc.subarray([...SORE_PLACES])),
    pain: maybe(one(PAINS)),
    after: maybe(one(TRY_ON_AFTER)),
    footbed: maybe(one(FOOTBEDS_AGAINST)),
    insoleGapMm: maybe(fc.double({ min: 0, max: 12, noNaN: true })),
    feetDifferMm: maybe(fc.double({ min: 0, max: 12, noNaN: true })),
    daysLeft: maybe(fc.integer({ min: -3, max: 20 })),
    wornOutside: maybe(fc.boolean()),
    label: maybe(one([uk(7), uk(8), uk(9)])),
    labelWidth: one(['', '2E', 'regular']),
    made: maybe(made),
    use: one(['', 'climbing', 'winter boots', 'running']),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<TryOn>;

describe('a try-on, whatever is answered', () => {
  it('has an outcome in words, reasons in their order, and each step once', () => {
    fc.assert(
      fc.property(tryOn, (answers) => {
        const verdict = tryOnVerdict(answers);
        expect(TRY_ON_OUTCOMES).toContain(verdict.answer);
        expect(tryOnOutcome(verdict.answer, verdict.swapFor)).not.toBe('');
        const { rows } = verdict;
        expect(rows.length).toBeGreaterThan(0);
        expect(rows).toEqual([...rows].sort((a, b) => a - b));
        const steps = verdict.next.map(({ what }) => what);
        expect(new Set(steps).size).toBe(steps.length);
        expect(verdict.next.length > 0 || verdict.answer === 'keep').toBe(true);
      }),
      { numRuns: 1500 },
    );
  });
  it('is swapped for nothing that is not made, and for nothing when it is too late', () => {
    fc.assert(
      fc.property(tryOn, (answers) => {
        const { swapFor, answer: outcome, next } = tryOnVerdict(answers);
        const isLate = (answers.daysLeft ?? 1) <= 0 || answers.wornOutside === true;
        if (isLate) {
          expect(outcome).not.toBe('swap');
          expect(next.every(({ label }) => label === undefined)).toBe(true);
        }
        if (!swapFor || !answers.made) return;
        const isMade = answers.made.some(({ labels }) =>
          labels.some((label) => isSameSize(label, swapFor.label)),
        );
        expect(isMade).toBe(true);
      }),
      { numRuns: 1500 },
    );
  });
  it('that failed its match, or hurts, is never kept', () => {
    fc.assert(
      fc.property(tryOn, (answers) => {
        expect(tryOnVerdict({ ...answers, matchFailed: true }).answer).toBe('let go');
        expect(tryOnVerdict({ ...answers, pain: 'numb', matchFailed: false }).answer).toBe('open');
      }),
      { numRuns: 500 },
    );
  });
});

const votes = fc.array(fc.integer({ min: -4, max: 4 }), { minLength: 1, maxLength: 8 });
const asVotes = (offsets: readonly number[]): LabelVote[] =>
  offsets.map((offsetHalfSizes, at) => ({
    kind: 'wore both',
    tester: `T${at}`,
    offsetHalfSizes,
  }));

describe('from label to label, whatever is voted', () => {
  it('is a distribution, the same in any order, and mirrored by mirrored votes', () => {
    fc.assert(
      fc.property(votes, (offsets) => {
        const found = offsetsByVotes(offsets);
        expect(found.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
        const turned = offsetsByVotes([...offsets].reverse());
        const mirrored = offsetsByVotes(offsets.map((offset) => -offset)).toReversed();
        found.forEach(({ probability }, at) => {
          expect(turned[at]?.probability).toBeCloseTo(probability, 9);
          expect(mirrored[at]?.probability).toBeCloseTo(probability, 9);
        });
      }),
    );
  });
  it('says a label only where it says how sure it is, and what to try on the nearest first', () => {
    fc.assert(
      fc.property(votes, (offsets) => {
        const answer = labelToLabel({ label: uk(8), votes: asVotes(offsets) });
        expect(answer.take === undefined).toBe(answer.verdict === 'cannot tell');
        const away = (answer.tryOn ?? []).map(Math.abs);
        expect(away).toEqual([...away].sort((a, b) => a - b));
      }),
    );
  });
});

describe('a deviation, whatever it is', () => {
  it('runs the other way where its sign turns', () => {
    const turned = { long: 'short', short: 'long', true: 'true', 'cannot tell': 'cannot tell' };
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: 30, noNaN: true }),
        fc.double({ min: 0.05, max: 6, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        (deviation, u, df) => {
          const found = fitOfDeviation(deviation, u, df);
          expect(fitOfDeviation(-deviation, u, df).verdict).toBe(turned[found.verdict]);
          expect(found.steps.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(
            1,
            6,
          );
        },
      ),
    );
  });
});

describe('a print, wherever it lies', () => {
  it('has the same thirds moved, and thirds of its area together', () => {
    const coordinate = fc.double({ min: 0, max: 300, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(coordinate, coordinate, coordinate),
        fc.tuple(
          fc.double({ min: -500, max: 500, noNaN: true }),
          fc.double({ min: -500, max: 500, noNaN: true }),
        ),
        ([a, b, c], [dx, dy]) => {
          // Convex: its lower edge straight, two corners above it.
          const print = [
            [0, 0],
            [90, 10],
            [80 + a / 10, 120 + b / 3],
            [5, 140 + c / 3],
          ] as const;
          const thirds = thirdsOfPrint(print);
          const moved = thirdsOfPrint(print.map(([x, y]) => [x + dx, y + dy] as const));
          thirds.forEach((area, at) => {
            expect(moved[at]).toBeCloseTo(area, 4);
          });
          let twice = 0;
          print.forEach(([x, y], at) => {
            const [nextX, nextY] = print[(at + 1) % print.length] ?? [0, 0];
            twice += x * nextY - nextX * y;
          });
          const whole = thirds.reduce((sum, area) => sum + area, 0);
          expect(whole).toBeCloseTo(Math.abs(twice) / 2, 4);
        },
      ),
    );
  });
});

describe('agreement, whoever rates first', () => {
  it('is the same in any order of raters, and at most one', () => {
    const rating = fc.option(fc.integer({ min: 1, max: 5 }), { nil: null, freq: 4 });
    const table = fc.array(fc.array(rating, { minLength: 6, maxLength: 6 }), {
      minLength: 2,
      maxLength: 5,
    });
    fc.assert(
      fc.property(table, one(AGREEMENT_SCALES), (ratings, scale) => {
        let found: ReturnType<typeof krippendorffAlpha>;
        try {
          found = krippendorffAlpha(ratings, scale);
        } catch (fault) {
          expect(fault).toBeInstanceOf(RangeError);
          return;
        }
        const turned = krippendorffAlpha([...ratings].reverse(), scale);
        expect(turned.alpha).toBeCloseTo(found.alpha, 9);
        expect(found.alpha).toBeLessThanOrEqual(1 + 1e-9);
      }),
    );
  });
});

describe('a line, however it is linked', () => {
  const names = ['a', 'b', 'c', 'd', 'e', 'f'];
  const link = fc.record({ edition: one(names), kind: one(LINE_KINDS), of: one(names) });
  it('holds each edition once, and the one that was asked for, circles in old records or not', () => {
    fc.assert(
      fc.property(fc.array(link, { maxLength: 12 }), one(names), (links, edition) => {
        const line = lineOf(links as LineLink[], edition);
        expect(line).toContain(edition);
        expect(new Set(line).size).toBe(line.length);
      }),
    );
  });
  it('never closes a circle where each link was let in by the rule', () => {
    fc.assert(
      fc.property(fc.array(link, { maxLength: 14 }), (wanted) => {
        const links: LineLink[] = [];
        for (const { edition, kind, of } of wanted)
          if (!closesCircle(links, edition, of)) links.push({ edition, kind, of });
        for (const { edition, of } of links) expect(closesCircle(links, of, edition)).toBe(true);
        for (const name of names) {
          const ahead = links.filter((known) => known.edition === name).map(({ of }) => of);
          for (const of of ahead) expect(lineOf(links, of)).toEqual(expect.arrayContaining([of]));
        }
      }),
    );
  });
});
