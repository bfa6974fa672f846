/** Claims: the check cases of common practice, and hand calculations. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeClaim } from '#core/claims/claim.ts';
import { findClaimFaults, type StatedFigure } from '#core/claims/claim-consistency.ts';
import { readClaimFigure, readClaims } from '#core/claims/claim-text.ts';
import type { ClaimFault } from '#core/records/claim-verdict.ts';
import { lastLength, nameLabel } from '#core/sizing/size-label.ts';
import { claimFault } from '#core/wording/claim-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import practice from './practice.json' with { type: 'json' };

const faultsOf = (text: string) => findClaimFaults(readClaims(text).figures);
const sentenceOf = (fault: ClaimFault | undefined) => fault && textOf(claimFault(fault));

describe('a claim that states a mass twice', () => {
  it.each([['7.10 oz / 201 g'], ['9.9 oz / 280 g'], ['10.65 oz, 21.3 oz a pair']])(
    '%s agrees',
    (text) => {
      expect(faultsOf(text)).toEqual([]);
    },
  );
  it('7.2 oz with 202 g misses by 0.2 g: rounding, probably', () => {
    const [fault] = faultsOf('7.2 oz / 202 g');
    expect(fault?.gap).toBeCloseTo(7.15 * 28.349523125 - 202.5, 9);
    expect(fault?.rounding).toBe(true);
    expect(sentenceOf(fault)).toBe(
      '“7.2 oz” means 202.7 to 205.5 g; “202 g” means 201.5 to 202.5 g. They are 0.2 g apart: this is probably rounding.',
    );
  });
  it('calls a miss of more than a last digit wrong', () => {
    const [fault] = faultsOf('10 oz / 320 g');
    expect(fault?.rounding).toBe(false);
    expect(sentenceOf(fault)).toContain('one of them is wrong');
  });
});

describe('heel less forefoot against the drop', () => {
  it.each([['38/30 mm, 8 mm drop'], ['35/27 mm, 8 mm drop'], ['20/12 mm, 8 mm drop']])(
    '%s agrees',
    (text) => {
      expect(faultsOf(text)).toEqual([]);
    },
  );
  it('38/30 with a drop of 10 contradicts itself', () => {
    const [fault] = faultsOf('38/30 mm, 10 mm drop');
    // 37.5 − 30.5 = 7 to 38.5 − 29.5 = 9, against 9.5 to 10.5
    expect(fault?.gap).toBeCloseTo(0.5, 9);
    expect(sentenceOf(fault)).toBe(
      '“38 mm” and “30 mm” give a drop of 7 to 9 mm; “10 mm drop” means 9.5 to 10.5 mm. They are 0.5 mm apart: one of them is wrong.',
    );
  });
});

describe('claims as read out', () => {
  const typed = (figures: StatedFigure[]) => figures.map((f) => `${f.quantity}: ${f.typed}`);
  it('reads a whole line', () => {
    const claims = readClaims("33/25 mm, 8 mm drop, 10.9 oz / 309 g, men's 10, with insole");
    expect(typed(claims.figures)).toEqual([
      'heel-stack: 33 mm',
      'forefoot-stack: 25 mm',
      'drop: 8 mm drop',
      'mass: 10.9 oz',
      'mass: 309 g',
    ]);
    expect(claims.label && nameLabel(claims.label)).toBe('US men 10');
    expect(claims.statedBasis).toEqual({ insole: 'in' });
    expect(claims.unread).toEqual([]);
  });
  it.each([
    ['heel 33 mm; forefoot 25 mm; drop 8 mm', 3],
    ['stack 33/25, offset 8', 3],
    ['309 g (10.9 oz)', 2],
    ['618 g per pair', 1],
    ['27,5 mm heel, 19,5 mm forefoot', 2],
    ['heel 1 1/4 in', 1],
    ['23/19 mm without insole, 4 mm drop', 3],
    ['36/28 mm sidewall, 334 g', 3],
  ])('%s: %d figures', (text, count) => {
    const claims = readClaims(text);
    expect(claims.unread).toEqual([]);
    expect(claims.figures).toHaveLength(count);
  });
  it.each([['33 mm'], ['very light'], ['US 9'], ['309 stones'], ['size 9']])(
    'says that it cannot read %s',
    (text) => {
      expect(readClaims(text).unread).toHaveLength(1);
    },
  );
});

describe('a claim against a measured figure, by hand', () => {
  it.each([
    // claim 8 ± 0.5, T = 1
    [8.2, 0.4, 'agrees'], // 0.2 + 0.4 ≤ 1.5
    [8.8, 0.6, 'agrees'], // 0.8 + 0.6 = 1.4 ≤ 1.5
    [8.9, 0.6, 'agrees'], // 0.9 + 0.6 = 1.5 ≤ 1.5
    [9.2, 0.4, 'differs'], // 1.2 > 0.5 + 0.4
    [9.2, 0.8, 'cannot tell'], // 1.2 ≤ 1.3, and 2.0 > 1.5
    [6.9, 0.4, 'differs'], // 1.1 > 0.9
  ])('8 mm drop measured as %d ± %d: %s', (value, U, verdict) => {
    const judged = judgeClaim({ value: 8, halfWidth: 0.5 }, { value, U }, 2);
    expect(judged.answer).toBe(verdict);
    expect(judged.claimInterval).toEqual({ lower: 7.5, upper: 8.5 });
  });
});

interface PracticeClaim {
  text: string;
  consistent?: boolean;
  rounding?: boolean;
  gapG?: number;
  gapAfterRoundingMm?: number;
  massG?: number;
  about?: boolean;
  heelMm?: number;
  forefootMm?: number;
  dropMm?: number;
  claims?: number;
  massExponent?: number;
  quantity?: string;
  value?: number;
}

describe('claims of common practice (practice.json)', () => {
  it.each(practice.claims as PracticeClaim[])('$text', (wanted) => {
    const { figures, unread } = readClaims(wanted.text);
    const valueClaimed = (quantity: string) =>
      figures.find((figure) => figure.quantity === quantity)?.value;
    expect(unread).toEqual([]);
    if (wanted.consistent !== undefined) {
      const [fault] = findClaimFaults(figures);
      expect(fault === undefined).toBe(wanted.consistent);
      expect(fault?.rounding ?? false).toBe(wanted.rounding ?? false);
      const gap = wanted.gapG ?? wanted.gapAfterRoundingMm;
      if (gap !== undefined) expect(fault?.gap).toBeCloseTo(gap, 1);
    }
    if (wanted.massG !== undefined) expect(valueClaimed('mass')).toBeCloseTo(wanted.massG, 2);
    if (wanted.about) expect(figures.every(({ about }) => about)).toBe(true);
    if (wanted.heelMm !== undefined)
      expect([
        valueClaimed('heel-stack'),
        valueClaimed('forefoot-stack'),
        valueClaimed('drop'),
      ]).toEqual([wanted.heelMm, wanted.forefootMm, wanted.dropMm]);
    if (wanted.claims !== undefined) {
      expect(figures).toHaveLength(wanted.claims);
      const [a, b] = figures;
      const last = (figure: typeof a) => lastLength(figure?.label ?? { system: 'uk', size: 0 });
      const k = Math.log((a?.value ?? 0) / (b?.value ?? 1)) / Math.log(last(a) / last(b));
      expect(k).toBeCloseTo(wanted.massExponent ?? 0, 2);
    }
    if (wanted.quantity !== undefined)
      expect(valueClaimed(wanted.quantity)).toBeCloseTo(wanted.value ?? 0, 9);
  });
});

describe('claims as people say them', () => {
  it.each<[string, number, number]>([
    ['some 480 g each', 480, 24],
    ['~ 480 g', 480, 24],
    ['just under a kilo together', 487.5, 12.5],
    ['nearly 500 g', 487.5, 12.5],
    ['just over 300 g', 307.5, 7.5],
    ['7 1/2 oz', 7.5 * 28.349523125, 0.25 * 28.349523125],
    ['half a kilo', 500, 25],
    ['21.3 oz a pair', 10.65 * 28.349523125, 0.025 * 28.349523125],
  ])('%s: %d ± %d g', (text, value, halfWidth) => {
    const { figures, unread } = readClaims(text);
    expect(unread).toEqual([]);
    expect(figures).toHaveLength(1);
    expect(figures[0]?.value).toBeCloseTo(value, 6);
    expect(figures[0]?.halfWidth).toBeCloseTo(halfWidth, 6);
    // As it is kept, it reads back.
    expect(readClaimFigure('mass', figures[0]?.typed ?? '')).toMatchObject({
      value: expect.closeTo(value, 6),
    });
  });
  it('a limit is broken on its one side', () => {
    const [most] = readClaims('heel up to 30 mm').figures;
    if (!most) throw new Error('not read');
    expect(most.limit).toBe('at most');
    expect(judgeClaim(most, { value: 24, U: 0.4 }, 3).answer).toBe('agrees');
    expect(judgeClaim(most, { value: 32, U: 0.4 }, 3).answer).toBe('differs');
    const [least] = readClaims('lugs at least 4 mm').figures;
    if (!least) throw new Error('not read');
    expect(judgeClaim(least, { value: 6, U: 0.4 }, 1).answer).toBe('agrees');
    expect(judgeClaim(least, { value: 3, U: 0.2 }, 1).answer).toBe('differs');
  });
  it('stacks on two bases are two claims, and neither contradicts the other', () => {
    const { figures, unread } = readClaims(
      '38 and 30 with the insole in; 36 and 30 without the insole; 6 mm drop',
    );
    expect(unread).toEqual([]);
    expect(figures.map(({ value, basis }) => [value, basis?.insole])).toEqual([
      [38, 'in'],
      [30, 'in'],
      [36, 'out'],
      [30, 'out'],
      [6, undefined],
    ]);
  });
  it('what is claimed in words is kept as stated, and the rest as text', () => {
    const claims = readClaims('PEBA foam, carbon plate, B2, waterproof membrane, feels like home');
    expect(claims.words).toEqual([
      { part: 'foam', text: 'PEBA foam' },
      { part: 'plate', text: 'carbon plate' },
      { part: 'grade', text: 'B2' },
      { part: 'membrane', text: 'waterproof membrane' },
    ]);
    expect(claims.unread).toMatchObject([{ text: 'feels like home' }]);
  });
  it('a heel height is never a heel stack, and lugs without a zone are the forefoot’s', () => {
    expect(readClaims('heel height 2.2 in').figures[0]?.quantity).toBe('heel-height');
    expect(readClaims('4 mm lugs, heel lugs 5 mm').figures.map(({ quantity }) => quantity)).toEqual(
      ['forefoot-lugs', 'heel-lugs'],
    );
  });
  it('forty numbers in a line harm nothing', () => {
    const line = Array.from({ length: 40 }, (_, at) => `${at + 20}`).join(' ');
    const { figures, unread } = readClaims(line);
    expect(figures).toEqual([]);
    expect(unread).toHaveLength(1);
  });
  it('nothing of a long line is lost, and what is kept as a claim reads back', () => {
    const long = `the mass of the shoe, with the height of it, is of ${'the '.repeat(20)}309 g`;
    const kept = readClaims(long);
    expect(kept.figures).toEqual([]);
    expect(kept.unread.at(-1)?.text).toContain('309 g');
    // A long line is not cut within a figure.
    const cut = readClaims(`${'x, '.repeat(164)}heel 300.5 mm, more`);
    expect(cut.figures).toEqual([]);
    expect(cut.unread.at(-1)?.text).toContain('heel 300.5 mm');
    const essay = `8 mm drop, ${'and so on '.repeat(80)}the end`;
    const { figures: read, unread: rest } = readClaims(essay);
    expect(read.map(({ quantity }) => quantity)).toEqual(['drop']);
    expect(rest.at(-1)?.text).toContain('the end');
  });

  /** The grammar of claims, each phrase with the figure that it states. */
  const tenths = fc.integer({ min: 40, max: 600 }).map((one) => one / 10);
  const qualifier = fc.constantFrom('', 'some ', 'about ', 'around ', 'roughly ', '~');
  const mass = fc
    .tuple(
      qualifier,
      tenths,
      fc.constantFrom(' g', ' grams', ' oz', ' ounces'),
      fc.constantFrom('', ' each', ' a shoe', ' per shoe', ' a pair', ' per pair', ' the two'),
    )
    .map(([said, number, unit, per]) => {
      const factor = /o/.test(unit) ? 28.349523125 : 1;
      const share = /pair|two/.test(per) ? 0.5 : 1;
      return {
        text: `${said}${number}${unit}${per}`,
        quantity: 'mass',
        value: number * factor * share,
      };
    });
  const length = fc
    .tuple(
      fc.constantFrom(
        ['heel', 'heel-stack'],
        ['heel stack', 'heel-stack'],
        ['forefoot', 'forefoot-stack'],
        ['drop', 'drop'],
        ['offset', 'drop'],
        ['lugs', 'forefoot-lugs'],
        ['heel height', 'heel-height'],
        ['shaft', 'shaft-height'],
        ['waterproof height', 'membrane-height'],
        ['heel width', 'heel-width'],
        ['ball width', 'ball-width'],
      ),
      qualifier,
      tenths,
      fc.constantFrom(' mm', 'mm', ' cm', ' in'),
      fc.boolean(),
    )
    .map(([[phrase = '', quantity = ''], said, number, unit, ahead]) => {
      const factor = { mm: 1, cm: 10, in: 25.4 }[unit.trim()] ?? 1;
      const figure = `${said}${number}${unit}`;
      return {
        text: ahead ? `${phrase} ${figure}` : `${figure} ${phrase}`,
        quantity,
        value: number * factor,
      };
    });
  it('300 drawn phrasings read back', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(mass, length), { minLength: 1, maxLength: 4 }),
        fc.constantFrom(', ', '; ', '\n', ' and '),
        (stated, mark) => {
          const { figures, unread } = readClaims(stated.map(({ text }) => text).join(mark));
          expect(unread).toEqual([]);
          expect(figures.map(({ quantity }) => quantity)).toEqual(
            stated.map(({ quantity }) => quantity),
          );
          figures.forEach((figure, at) => {
            expect(figure.value).toBeCloseTo(stated[at]?.value ?? 0, 6);
            const again = readClaimFigure(figure.quantity, figure.typed);
            expect(again?.value).toBeCloseTo(figure.value, 6);
            expect(again?.halfWidth).toBeCloseTo(figure.halfWidth, 6);
          });
        },
      ),
      { numRuns: 300 },
    );
  });
  it('nothing that is typed throws', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (text) => {
        const { figures } = readClaims(text);
        for (const { value } of figures) expect(Number.isFinite(value)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
});
