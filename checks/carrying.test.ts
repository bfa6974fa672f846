/** Carrying to another size and distance: slopes against R, cases by hand, common practice. */
import { describe, expect, it } from 'vitest';
import { QUANTITIES, QUANTITY_IDS } from '#core/catalogue/quantities.ts';
import type { SlopeInUse } from '#core/catalogue/slopes.ts';
import { judgeClaim } from '#core/claims/claim.ts';
import { carryValue } from '#core/figures/carry.ts';
import { differenceOf } from '#core/figures/difference.ts';
import { DEFAULT_MASS_EXPONENT } from '#core/figures/mass.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { gradingOf } from '#core/statistics/grading.ts';
import {
  effectiveDf,
  expandedUncertainty,
  standardUncertainty,
} from '#core/statistics/uncertainty.ts';
import practice from './practice.json' with { type: 'json' };
import reference from './reference-r-2.json' with { type: 'json' };

const uk = (size: number): SizeLabel => ({ system: 'uk', size });
const KNOWN = { exponent: DEFAULT_MASS_EXPONENT };
const OWNERS = { edition: 'A', pair: 'A1' };

const carry = (
  quantity: keyof typeof QUANTITIES & string,
  figure: { value: number; u: number; df: number },
  from: { label?: SizeLabel; wornKm?: number },
  to: { label?: SizeLabel; wornKm?: number },
  slopes?: Record<string, { size?: SlopeInUse; wear?: SlopeInUse }>,
) => {
  const definition = QUANTITIES[quantity];
  if (!definition) throw new Error(quantity);
  const known = slopes ? { ...KNOWN, slopes } : KNOWN;
  const found = carryValue(figure.value, definition, from, to, known, OWNERS);
  const terms = [
    { key: 'own', kind: 'readings' as const, u: figure.u * found.scale, df: figure.df },
    ...found.terms,
  ];
  return {
    value: found.value,
    u: standardUncertainty(terms),
    df: effectiveDf(terms),
    U: expandedUncertainty(terms),
    carried: found.carried,
  };
};

describe('a slope common to groups, against lm of R 4.2.2 (reference-r-2.json)', () => {
  it('over size: slope, standard error, and the lab’s own', () => {
    const { edition, us_men, value_mm, slope, se, df } = reference.sizeSlope;
    const found = gradingOf(
      edition.map((group, at) => ({ group, x: us_men[at] ?? 0, value: value_mm[at] ?? 0 })),
    );
    expect(found?.slope).toBeCloseTo(slope, 6);
    expect(found?.u).toBeCloseTo(se, 6);
    expect(found?.df).toBe(df);
    // s_b 0.0652, u 0.0781, ν 3: by hand from the four slopes.
    expect(found?.own).toMatchObject({ df: 3, groups: 4 });
    expect(found?.own?.ownU).toBeCloseTo(0.0652, 4);
    expect(found?.own?.u).toBeCloseTo(0.0781, 4);
  });
  it('over distance: per 100 km', () => {
    const { pair, km, value_mm, slopePerKm, se, df } = reference.wearSlope;
    const found = gradingOf(
      pair.map((group, at) => ({ group, x: (km[at] ?? 0) / 100, value: value_mm[at] ?? 0 })),
    );
    expect(found?.slope).toBeCloseTo(100 * slopePerKm, 6);
    expect(found?.u).toBeCloseTo(100 * se, 6);
    expect(found?.df).toBe(df);
    expect(found?.own?.ownU).toBeCloseTo(0.0608, 4);
    expect(found?.own?.u).toBeCloseTo(0.0738, 4);
  });
  it('says nothing where nothing is left to tell it from', () => {
    expect(gradingOf([])).toBeUndefined();
    expect(gradingOf([{ group: 'A', x: 1, value: 1 }])).toBeUndefined();
    expect(
      gradingOf([
        { group: 'A', x: 1, value: 1 },
        { group: 'A', x: 2, value: 3 },
      ]),
    ).toBeUndefined();
  });
});

describe('carrying by hand', () => {
  it('a ball width of 106, u 0.5, df 8, two sizes up: 110.2, u 1.487, df 10.0, U 3.31', () => {
    const found = carry(
      'ball-width',
      { value: 106, u: 0.5, df: 8 },
      { label: uk(8) },
      { label: uk(10) },
    );
    expect(found.value).toBeCloseTo(110.2, 9);
    expect(found.u).toBeCloseTo(1.487, 3);
    expect(found.df).toBeCloseTo(10.0, 1);
    expect(found.U).toBeCloseTo(3.31, 2);
  });
  it('a heel stack of 31.2, u 0.15, df 20, from UK 8.5 after 60 km to UK 8 new', () => {
    // −0.5·0.2 and +0.6·0.35; u² = 0.15² + (0.5·0.3)² + (0.6·0.3)² = 0.0774.
    const found = carry(
      'heel-stack',
      { value: 31.2, u: 0.15, df: 20 },
      { label: uk(8.5), wornKm: 60 },
      { label: uk(8), wornKm: 0 },
    );
    expect(found.value).toBeCloseTo(31.2 - 0.1 + 0.21, 9);
    expect(found.u).toBeCloseTo(Math.sqrt(0.0774), 9);
    // ν: 0.0774² / (0.0225²/20 + 0.0225²/8 + 0.0324²/8) = 27.25.
    expect(found.df).toBeCloseTo(27.25, 2);
    expect(found.carried).toEqual([
      {
        by: 'size',
        way: expect.closeTo(-0.5, 9),
        change: expect.closeTo(-0.1, 9),
        u: expect.closeTo(0.15, 9),
        df: 8,
      },
      { by: 'wear', way: -60, change: expect.closeTo(0.21, 9), u: expect.closeTo(0.18, 9), df: 8 },
    ]);
  });
  it('an insole settles in its first 100 km, and its doubt goes on', () => {
    const at = (from: number, to: number) =>
      carry('heel-insole', { value: 5, u: 0, df: 8 }, { wornKm: from }, { wornKm: to });
    expect(at(0, 50).value).toBeCloseTo(5 - 0.2, 9);
    expect(at(0, 400).value).toBeCloseTo(5 - 0.4, 9);
    expect(at(100, 400).value).toBe(5);
    expect(at(100, 400).u).toBeCloseTo(0.9, 9);
  });
  it('an outer length over an odd number of half sizes may share its mould', () => {
    const over = (size: number) =>
      carry('outer-length', { value: 300, u: 0, df: 8 }, { label: uk(8) }, { label: uk(size) });
    expect(over(8.5).u).toBeCloseTo(Math.hypot(0.25, 1.2), 9);
    expect(over(9).u).toBeCloseTo(0.5, 9);
  });
  it('with no system on both boxes the tables of makers add their doubt', () => {
    const found = carry(
      'ball-width',
      { value: 100, u: 0, df: 8 },
      { label: uk(8) },
      { label: { system: 'eu', size: 44 } },
    );
    const way = Math.abs(found.carried[0]?.way ?? 0);
    expect(found.u).toBeCloseTo(Math.hypot(0.7 * way, 2.1 * 0.29), 9);
  });
  it('the lab’s own slope stands in its place', () => {
    const slopes = { 'ball-width': { size: { slope: 2, commonU: 0.03, ownU: 0.06, df: 3 } } };
    const found = carry(
      'ball-width',
      { value: 100, u: 0, df: 8 },
      { label: uk(8) },
      { label: uk(9) },
      slopes,
    );
    expect(found.value).toBeCloseTo(102, 9);
    expect(found.u).toBeCloseTo(Math.hypot(0.03, 0.06), 9);
  });
  it('within a quarter size and 25 km nothing is carried', () => {
    const found = carry(
      'heel-stack',
      { value: 31, u: 0.2, df: 8 },
      { label: uk(8), wornKm: 5 },
      { label: { system: 'us-men', size: 9 }, wornKm: 20 },
    );
    expect(found).toMatchObject({ value: 31, u: 0.2, carried: [] });
  });
  it('every quantity says how it goes with size and wear', () => {
    for (const id of QUANTITY_IDS) {
      const { grades, wears } = QUANTITIES[id];
      expect(grades.u, id).toBeGreaterThanOrEqual(0);
      expect(wears.u, id).toBeGreaterThan(0);
    }
  });
});

describe('common practice (practice.json)', () => {
  it.each([practice.massAtReference, practice.massAtReferenceUsual])(
    'a mass carried to the reference size, u(k) $uK: $verdict',
    ({ massOz, label, reference: wanted, k, uK, oz, reportedOz, verdict }) => {
      const definition = QUANTITIES.mass;
      const found = carryValue(
        massOz,
        definition,
        { label: label as SizeLabel },
        { label: wanted as SizeLabel },
        { exponent: { k, uK, df: Number.POSITIVE_INFINITY } },
        OWNERS,
      );
      expect(found.value).toBeCloseTo(oz, 2);
      const [low = 0, high = 0] = reportedOz;
      const reported = { value: (low + high) / 2, halfWidth: (high - low) / 2 };
      const measured = { value: found.value, U: expandedUncertainty(found.terms) };
      const step = definition.noticeable / 28.349523125;
      expect(judgeClaim(reported, measured, step).answer).toBe(verdict);
    },
  );
  it.each(practice.noticeable)('$quantity: would anyone notice? $answer', (row) => {
    const ounce = 28.349523125;
    const [a, b] =
      'aOz' in row ? [(row.aOz ?? 0) * ounce, (row.bOz ?? 0) * ounce] : [row.a ?? 0, row.b ?? 0];
    const step = QUANTITIES[row.quantity]?.noticeable ?? 0;
    const { u, df } = row;
    expect(differenceOf({ value: a, u, df }, { value: b, u, df }, step).noticeable).toBe(
      row.answer,
    );
  });
});

describe('a slope that leads below nothing', () => {
  it('ends there, and keeps its doubt', () => {
    // 0.5 mm of lug, 400 km on at −0.25 mm in 100 km, would be −0.5.
    const { value, u } = carry(
      'heel-lugs',
      { value: 0.5, u: 0.1, df: 8 },
      { wornKm: 0 },
      { wornKm: 400 },
    );
    expect(value).toBe(0);
    expect(u).toBeGreaterThan(0.7);
    // A drop may well be negative.
    const drop = carry('drop', { value: 0.1, u: 0.1, df: 8 }, { wornKm: 0 }, { wornKm: 400 });
    expect(drop.value).toBeCloseTo(-0.1, 9);
  });
});
