/** What holds of deviations, recommendations, rulers, prints and distances whatever is drawn. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SIGNS } from './catalogue/wear-signs.ts';
import { type DeviationEvidence, deviationOf, overSizes, shortfallOf } from './fit/deviation.ts';
import { labelMatrix } from './fit/label-matrix.ts';
import { labelRuler } from './fit/label-ruler.ts';
import { pairedChanges } from './fit/paired-try-ons.ts';
import { recommend, SOCK_MM } from './fit/recommendation.ts';
import { splitsOf } from './fit/splits.ts';
import { readWetPrint } from './fit/wet-print.ts';
import { RETIREMENT_ANSWERS } from './records/wear-verdict.ts';
import { lastLength, type SizeLabel } from './sizing/size-label.ts';
import { pairWay } from './wear/odometer.ts';
import { judgeRetirement } from './wear/retirement.ts';
import { readSigns } from './wear/signs.ts';
import { TOO_LITTLE, wearLine } from './wear/wear-line.ts';
import { textOf } from './wording/sentence.ts';
import { deviationSentence } from './wording/sizing-sentences.ts';

// The same cases on every machine.
fc.configureGlobal({ seed: 20261126 });

const uk = (size: number): SizeLabel => ({ system: 'uk', size });
const one = <T>(values: readonly T[]) => fc.constantFrom(...values);
const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const testers = ['T1', 'T2', 'T3', 'T4', 'T5'] as const;

const evidence: fc.Arbitrary<DeviationEvidence> = fc.record({
  references: fc.array(
    fc.record({
      what: one(['inside length', 'toe-end gap']),
      n: fc.integer({ min: 1, max: 4 }),
      mm: real(-15, 15),
      u: real(0, 4),
      df: fc.integer({ min: 1, max: 40 }),
      isHint: fc.boolean(),
    }),
    { maxLength: 3 },
  ),
  votes: fc.array(
    fc.record({
      kind: one(['known shoes', 'try-ons'] as const),
      tester: one(testers),
      offsetHalfSizes: fc.integer({ min: -4, max: 4 }),
    }),
    { maxLength: 8 },
  ),
});

describe('how far a label is from true', () => {
  it('has probabilities of one in every kind, and a verdict that some kind gives', () => {
    fc.assert(
      fc.property(evidence, (drawn) => {
        const deviation = deviationOf(drawn);
        const { kinds, verdict, settle } = deviation;
        const words = textOf(deviationSentence(deviation));
        for (const { probabilities, halfSizes } of kinds) {
          expect(probabilities.reduce((sum, p) => sum + p.probability, 0)).toBeCloseTo(1, 6);
          expect(Number.isFinite(halfSizes)).toBe(true);
        }
        if (verdict !== 'cannot tell' && verdict !== 'evidence parts')
          expect(kinds.some((kind) => kind.verdict === verdict && !kind.isHint)).toBe(true);
        expect(words.length).toBeGreaterThan(10);
        // Where nothing is settled it says what would settle it, or that all is there.
        if (kinds.length === 0) expect(settle.length).toBeGreaterThan(0);
      }),
    );
  });
  it('is turned round where all of it is', () => {
    fc.assert(
      fc.property(evidence, (drawn) => {
        const turned = deviationOf({
          references: drawn.references.map((one) => ({ ...one, mm: -one.mm })),
          votes: drawn.votes.map((vote) => ({ ...vote, offsetHalfSizes: -vote.offsetHalfSizes })),
        });
        const opposite = { long: 'short', short: 'long', true: 'true' } as const;
        const { verdict } = deviationOf(drawn);
        if (verdict in opposite)
          expect(turned.verdict).toBe(opposite[verdict as keyof typeof opposite]);
        else expect(turned.verdict).toBe(verdict);
      }),
    );
  });
  it('learns a shortfall between the least and the most of its references', () => {
    const reference = fc.record({
      label: fc.integer({ min: 5, max: 12 }).map(uk),
      insideMm: real(230, 320),
      u: real(0, 2),
    });
    fc.assert(
      fc.property(fc.array(reference, { minLength: 1, maxLength: 6 }), (references) => {
        const short = references.map(({ label, insideMm }) => lastLength(label) - insideMm);
        const found = shortfallOf(references);
        expect(found?.mm).toBeGreaterThanOrEqual(Math.min(...short) - 1e-9);
        expect(found?.mm).toBeLessThanOrEqual(Math.max(...short) + 1e-9);
        expect(found?.u).toBeGreaterThanOrEqual(0);
      }),
    );
  });
  it('has sizes as each other where they grade by their lasts', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 5, max: 12 }), { minLength: 2 }),
        real(5, 20),
        (sizes, short) => {
          const insides = sizes.map((size) => ({
            label: uk(size),
            mm: lastLength(uk(size)) - short,
          }));
          for (const { againstOthersMm, comparison } of overSizes(insides)) {
            expect(againstOthersMm).toBeCloseTo(0, 6);
            expect(comparison).toBe('as others');
          }
        },
      ),
    );
  });
});

describe('sizes over many shoes', () => {
  const fitting = fc.array(
    fc.record({
      tester: one(testers),
      known: one(['known shoe', 'try-on'] as const),
      label: one([7, 7.5, 8, 8.5, 9]).map(uk),
    }),
    { maxLength: 6 },
  );
  it('are the other way round from the other shoe, where a cell is sure both ways', () => {
    fc.assert(
      fc.property(fitting, fitting, (a, b) => {
        const cells = labelMatrix(
          [
            { id: 'a', fitting: a },
            { id: 'b', fitting: b },
          ],
          uk(8),
        );
        const [there, back] = [
          cells.find(({ from }) => from === 'a')?.offsetHalfSizes,
          cells.find(({ from }) => from === 'b')?.offsetHalfSizes,
        ];
        if (there !== undefined && back !== undefined) expect(there + back).toBe(0);
      }),
    );
  });
  it('take no smaller label for a longer foot or a thicker sock', () => {
    const edition = {
      insideAt: (label: SizeLabel) => ({ mm: lastLength(label) - 12, u: 0.5, df: 1e6 }),
      made: [{ labels: [5, 6, 7, 8, 9, 10, 11, 12].map(uk) }],
      label: uk(8),
      leather: false,
    };
    const schools = { leatherSmall: true, byArch: false };
    const best = (mm: number, sock: string) =>
      recommend({ lengthLeftMm: mm, sock, use: '' }, edition, schools).chances[0]?.label.size ?? 0;
    fc.assert(
      fc.property(real(235, 285), real(0, 12), one(Object.keys(SOCK_MM)), (mm, more, sock) => {
        expect(best(mm + more, sock)).toBeGreaterThanOrEqual(best(mm, sock));
        expect(best(mm, 'two pairs')).toBeGreaterThanOrEqual(best(mm, sock));
      }),
    );
  });
  it('rise along the ruler in every system', () => {
    fc.assert(
      fc.property(real(95, 300), real(10, 60), (from, width) => {
        for (const { ticks } of labelRuler(from, from + width))
          ticks.forEach(({ atMm }, at) => {
            expect(atMm).toBeGreaterThan(ticks[at - 1]?.atMm ?? 0);
          });
      }),
    );
  });
  it('part testers only where one side says more than all of the other', () => {
    const vote = fc.record({
      tester: one(testers),
      value: fc.integer({ min: -2, max: 2 }),
      widthMm: fc.option(real(90, 110), { nil: undefined }),
      sock: one(['thin', 'usual', 'thick']),
    });
    fc.assert(
      fc.property(fc.array(vote, { maxLength: 7 }), (votes) => {
        for (const { sides } of splitsOf(votes)) {
          const [a, b] = sides;
          expect(a.value).not.toBe(b.value);
          expect(a.testers.length * b.testers.length).toBeGreaterThan(0);
        }
      }),
    );
  });
  it('count every tester once in a change, as better, same or worse', () => {
    const tried = fc.record({
      tester: one(testers),
      worn: one(['own', 'cork', 'felt']),
      answers: fc.record({ heel: one(['none', 'a little', 'lifts'] as const) }),
    });
    fc.assert(
      fc.property(fc.array(tried, { maxLength: 14 }), (drawn) => {
        for (const { testers: who, aspects } of pairedChanges(drawn))
          for (const { better, same, worse } of aspects)
            expect(better + same + worse).toBeLessThanOrEqual(who.length);
      }),
    );
  });
  it('refuse any picture that is no print, and never throw', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 1, max: 24 }),
        fc.infiniteStream(fc.integer({ min: 0, max: 255 })),
        (width, height, shades) => {
          const grey = Uint8Array.from(
            { length: width * height },
            () => shades.next().value as number,
          );
          expect(readWetPrint({ width, height, grey }, 'A4').ok).toBe(false);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('wear', () => {
  it('has a distance no less than what is out since the last total', () => {
    const day = fc.integer({ min: 1, max: 28 }).map((n) => `2026-03-${String(n).padStart(2, '0')}`);
    const outings = fc.array(fc.record({ on: day, km: real(0.1, 60) }), { maxLength: 12 });
    const totals = fc.array(fc.record({ on: day, km: real(0, 900), u: real(0, 30) }), {
      maxLength: 3,
    });
    fc.assert(
      fc.property(real(0, 200), totals, outings, (came, known, out) => {
        const { km, u } = pairWay(came, known, out);
        const last = [...known].sort((a, b) => a.on.localeCompare(b.on)).at(-1);
        expect(km).toBeGreaterThanOrEqual((last?.km ?? came) - 1e-9);
        expect(u).toBeGreaterThanOrEqual(0);
        if (known.length === 0)
          expect(km).toBeCloseTo(came + out.reduce((sum, one) => sum + one.km, 0), 6);
      }),
    );
  });
  it('reads every sign by its own name, and its denial as evidence against', () => {
    for (const sign of SIGNS) {
      expect(readSigns([sign]).present).toContain(sign);
      expect(readSigns([`no ${sign}`]).absent).toContain(sign);
    }
  });
  it('answers any signs in any words, and the same in any order', () => {
    const phrase = fc.oneof(one(SIGNS), fc.string({ maxLength: 30 }));
    fc.assert(
      fc.property(real(0, 1500), fc.array(phrase, { maxLength: 8 }), (km, signs) => {
        const judged = judgeRetirement({ km, signs });
        expect(RETIREMENT_ANSWERS).toContain(judged.answer);
        expect(judgeRetirement({ km, signs: [...signs].reverse() }).answer).toBe(judged.answer);
      }),
    );
  });
  it('draws a line whose band holds its fit, and tells an interval in order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ km: real(0, 800), depth: real(0.2, 5) }), {
          minLength: 4,
          maxLength: 12,
        }),
        (drawn) => {
          const km = drawn.map((one) => one.km);
          fc.pre(Math.max(...km) - Math.min(...km) > 20);
          const line = wearLine(
            km,
            drawn.map(({ depth }) => depth),
            { predictAtKm: [0, 400], limitMm: 0.5 },
          );
          for (const { fit, lower, upper } of line.predictions)
            expect(lower <= fit && fit <= upper).toBe(true);
          const { reachesLimit } = line;
          if (line.verdict === TOO_LITTLE) expect(reachesLimit).toBeUndefined();
          else {
            expect(reachesLimit?.earliest).toBeLessThanOrEqual((reachesLimit?.fit ?? 0) + 1e-6);
            expect(reachesLimit?.latest).toBeGreaterThanOrEqual((reachesLimit?.fit ?? 0) - 1e-6);
          }
        },
      ),
    );
  });
});
