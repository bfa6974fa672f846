/** Labels, lengths and masses against worked values. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fitMassExponent, massAtReference } from '#core/figures/mass.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import {
  HALF_SIZE_MM,
  isSameSize,
  LABEL_SYSTEMS,
  type LabelSystem,
  labelLengths,
  lastLength,
  nameLabel,
} from '#core/sizing/size-label.ts';
import { findUnit } from '#core/sizing/units.ts';

const reference = JSON.parse(readFileSync(new URL('./reference-r.json', import.meta.url), 'utf8'));

describe('labels (common published formulas, from memory)', () => {
  it("men's 9 is 279.4 mm of last, 262.5 mm of foot, UK 8, EU 41.9", () => {
    const nine = labelLengths({ system: 'us-men', size: 9 });
    expect(nine.lastMm).toBeCloseTo(279.4, 9);
    expect(nine.deviceFootMm).toBeCloseTo(262.47, 2);
    expect(nine.labels.uk).toBeCloseTo(8, 9);
    expect(nine.labels.eu).toBeCloseTo(41.91, 9);
  });
  it("women's 9 carries the last of men's 7.5", () => {
    expect(lastLength({ system: 'us-women', size: 9 })).toBeCloseTo(
      lastLength({ system: 'us-men', size: 7.5 }),
      9,
    );
  });
  it('keeps 1.5 between men and women on labels and 1 on the device', () => {
    const women = labelLengths({ system: 'us-women', size: 9 });
    expect(women.labels['us-women'] - women.labels['us-men']).toBeCloseTo(1.5, 9);
    // Device: men's 3F − 22, women's 3F − 21, F the foot in inches.
    const inches = women.deviceFootMm / 25.4;
    expect(3 * inches - 21).toBeCloseTo(9, 9);
  });
  it('has a foot 16.93 mm below a men’s last and 12.70 mm below a women’s', () => {
    expect(lastLength({ system: 'mondopoint', size: 262.5 })).toBeCloseTo(262.5 + 16.933, 3);
    expect(lastLength({ system: 'mondopoint', size: 250 }, 'women')).toBeCloseTo(262.7, 9);
  });
  it('counts a half size as 4.233 mm', () => {
    expect(HALF_SIZE_MM).toBeCloseTo(4.2333, 4);
    for (const system of ['us-men', 'us-women', 'uk'] as const)
      expect(lastLength({ system, size: 9.5 }) - lastLength({ system, size: 9 })).toBeCloseTo(
        HALF_SIZE_MM,
        9,
      );
  });
  it('goes round every system and comes back', () => {
    const sizes: Record<LabelSystem, number> = {
      'us-men': 9,
      'us-women': 8,
      'us-child': 13,
      uk: 10.5,
      'uk-child': 12,
      eu: 43,
      mondopoint: 265,
    };
    for (const system of LABEL_SYSTEMS) {
      const { lastMm, labels } = labelLengths({ system, size: sizes[system] });
      for (const other of Object.keys(labels) as LabelSystem[]) {
        const cut = system === 'us-women' ? 'women' : 'men';
        expect(lastLength({ system: other, size: labels[other] }, cut)).toBeCloseTo(lastMm, 9);
      }
    }
  });
  it.each([
    ['UK 8', 'UK 8'],
    ["men's 9", 'US men 9'],
    ['men’s 9', 'US men 9'],
    ['US W 7.5', 'US women 7.5'],
    ["women's 7½", 'US women 7.5'],
    ['EU 42 2/3', 'EU 42.67'],
    ['42 eu', 'EU 42'],
    ['Mondo 265', 'Mondopoint 265'],
    ['uk 8,5', 'UK 8.5'],
  ])('reads %s as %s', (text, name) => {
    const read = readLabel(text);
    expect(read.ok && nameLabel(read.value)).toBe(name);
  });
  it.each([['9'], ['US 9'], ['42']])('asks which system %s is', (text) => {
    const read = readLabel(text);
    expect(!read.ok && read.fault.code).toBe('ambiguous');
  });
  it.each([['UK 44'], ['EU 8'], ['large'], ['UK'], ['']])('refuses %j', (text) => {
    expect(readLabel(text).ok).toBe(false);
  });
  it('takes EU 42 and UK 8 as one size and UK 8 and 8.5 as two', () => {
    expect(isSameSize({ system: 'eu', size: 42 }, { system: 'uk', size: 8 })).toBe(true);
    expect(isSameSize({ system: 'uk', size: 8 }, { system: 'uk', size: 8.5 })).toBe(false);
  });
});

describe('mass against size', () => {
  const oz = findUnit('oz')?.factor ?? 0;
  it("12.0 oz in men's US 11 with 10.8 oz in US 9 gives k = 1.79 (common practice)", () => {
    const ratio = lastLength({ system: 'us-men', size: 11 }) / 279.4;
    expect(Math.log(12 / 10.8) / Math.log(ratio)).toBeCloseTo(1.79, 2);
    const back = massAtReference({
      massG: 12 * oz,
      label: { system: 'us-men', size: 11 },
      reference: { system: 'us-men', size: 9 },
      k: 1.79,
      uK: 0,
    });
    expect(back.massG / oz).toBeCloseTo(10.8, 2);
    expect(back.u).toBe(0);
  });
  it('adds u(k)·|ln ratio| in relative terms', () => {
    const label = { system: 'uk', size: 10 } as const;
    const { massG, u } = massAtReference({
      massG: 300,
      label,
      reference: { system: 'uk', size: 8 },
      u: 1,
    });
    const logRatio = Math.log(279.4 / lastLength(label));
    expect(massG).toBeCloseTo(300 * Math.exp(1.75 * logRatio), 9);
    expect(u).toBeCloseTo(Math.hypot(massG / 300, massG * 0.3 * logRatio), 9);
  });
  it('refits k as R lm does', () => {
    const { edition, us_men, mass_g, k, se_k, df } = reference.massExponent;
    const fit = fitMassExponent(
      edition.map((name: string, i: number) => ({
        edition: name,
        label: { system: 'us-men', size: us_men[i] },
        massG: mass_g[i],
      })),
    );
    expect(fit?.k).toBeCloseTo(k, 10);
    expect(fit?.uK).toBeCloseTo(se_k, 10);
    expect(fit?.df).toBe(df);
  });
  it('has no fit from one size', () => {
    const label = { system: 'uk', size: 8 } as const;
    expect(
      fitMassExponent([300, 301, 302].map((massG) => ({ edition: 'a', label, massG }))),
    ).toBeUndefined();
  });
});
