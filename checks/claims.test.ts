/** Claims: the check cases of common practice, and hand calculations. */
import { describe, expect, it } from 'vitest';
import { judgeClaim } from '#core/claims/claim.ts';
import { findClaimFaults, type StatedFigure } from '#core/claims/claim-consistency.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { nameLabel } from '#core/sizing/size-label.ts';

const faultsOf = (text: string) => findClaimFaults(readClaims(text).figures);

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
    expect(fault?.text).toBe(
      '7.2 oz allows 202.7 to 205.5 g, 202 g 201.5 to 202.5 g: 0.2 g apart; rounding, probably',
    );
  });
  it('calls a miss of more than a last digit wrong', () => {
    const [fault] = faultsOf('10 oz / 320 g');
    expect(fault?.rounding).toBe(false);
    expect(fault?.text).toContain('one of them is wrong');
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
    expect(fault?.text).toContain('7 to 9 mm');
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
    expect(judged.verdict).toBe(verdict);
    expect(judged.claimInterval).toEqual({ lower: 7.5, upper: 8.5 });
  });
});
