/** The truths that the stand-ins measure are whole, repeatable, and those of the scenario's readings. */
import { describe, expect, it } from 'vitest';
import { MEASURED_QUANTITIES, QUANTITIES } from '#core/catalogue/quantities.ts';
import { BUILD_TRUTHS } from './build-truths.ts';
import { demoNoise, demoReadings, demoShoes } from './scenario.ts';
import { shoeTruths } from './shoe-truths.ts';
import { DEMO_SPREAD, EDITION_TRUTHS, SIDEWALL_LIP } from './truths.ts';

const truth = shoeTruths();
const IN = 'in-shoe-in-in-whole-sole-needle';
const held = (tag: string, quantity: string, basis = IN, side = 'left') => ({
  tag,
  side,
  quantity,
  basis,
});

describe('the true shoes', () => {
  const pairs = EDITION_TRUTHS.flatMap((edition) => edition.pairs.map((pair) => pair.tag));
  it('have a build for every edition', () => {
    expect(Object.keys(BUILD_TRUTHS).sort()).toEqual(EDITION_TRUTHS.map((one) => one.key).sort());
  });
  it('have every quantity of the catalogue, within what shoes measure', () => {
    for (const tag of pairs)
      for (const quantity of MEASURED_QUANTITIES) {
        const value = truth(held(tag, quantity));
        const [least, most] = QUANTITIES[quantity].plausible;
        expect(value, `${tag} ${quantity}`).toBeGreaterThanOrEqual(least);
        expect(value, `${tag} ${quantity}`).toBeLessThanOrEqual(most);
      }
  });
  it('are the same whenever they are asked for', () => {
    const again = shoeTruths();
    for (const tag of pairs)
      expect(again(held(tag, 'outsole-hardness'))).toBe(truth(held(tag, 'outsole-hardness')));
  });
  it('are those behind the typed readings', () => {
    const shoes = demoShoes();
    const noise = demoNoise();
    for (const edition of EDITION_TRUTHS)
      for (const pair of edition.pairs) {
        const readings = demoReadings(edition, pair, noise).filter((one) => !one.voided);
        for (const { quantity, side, typed } of readings) {
          if (quantity !== 'mass') continue;
          // A reading lies within five SDs of the scale, and half its step, of its shoe.
          const own = shoes.get(pair.tag)?.[side].mass ?? 0;
          expect(Math.abs(Number(typed) - own)).toBeLessThan(5 * DEMO_SPREAD.scale + 0.25);
        }
      }
  });
  it('follow the basis that the protocol takes the stack on', () => {
    const whole = truth(held('NS-01', 'heel-stack')) ?? 0;
    const insole = truth(held('NS-01', 'heel-insole')) ?? 0;
    const out = truth(held('NS-01', 'heel-stack', 'in-shoe-out-in-whole-sole-needle')) ?? 0;
    // The insole as it is measured has its own small deviation.
    expect(whole - out).toBeCloseTo(insole, 0);
    const sidewall = truth(held('NS-01', 'heel-stack', 'sidewall-in-in-whole-sole-ruler')) ?? 0;
    expect(sidewall - whole).toBeCloseTo(SIDEWALL_LIP.heel, 9);
    const midsole = truth(held('NS-01', 'heel-stack', 'in-shoe-in-in-midsole-only-needle')) ?? 0;
    expect(midsole).toBeCloseTo(truth(held('NS-01', 'heel-midsole')) ?? 0, 0);
  });
  it('give the two builds of one model different rubber, as the scenario tells', () => {
    const mid = truth(held('NS-01', 'outsole-hardness')) ?? 0;
    const low = truth(held('NS-04', 'outsole-hardness')) ?? 0;
    expect(mid - low).toBeGreaterThan(3);
  });
  it('stand in for a shoe that no scenario knows', () => {
    expect(truth(held('ZZ-99', 'heel-stack'))).toBeGreaterThan(4);
    expect(truth(held('ZZ-99', 'no-such-thing'))).toBeUndefined();
    expect(truth(held('ZZ-98', 'heel-stack'))).not.toBe(truth(held('ZZ-99', 'heel-stack')));
  });
  it('hold a checked pair to what its check found, and every other to sound features', () => {
    const side = (tag: string, of: string, quantity: string) =>
      truth({ ...held(tag, quantity), side: of }) ?? Number.NaN;
    const longer = (tag: string, feature: string) =>
      side(tag, 'right', feature) - side(tag, 'left', feature);
    // By hand: half a size is 25.4 / 6 = 4.233 mm of 279.4 mm of last, so 4.03 of 266.1 mm.
    expect(longer('BR-13', 'footbed-length')).toBeCloseTo(4.03, 2);
    expect(longer('NS-06', 'footbed-length')).toBeCloseTo(6.2, 9);
    for (const feature of ['outsole-small', 'outsole-large', 'heel-seam', 'sole-plane'])
      expect(Math.abs(longer('PL-01', feature)), feature).toBeLessThan(1);
    expect(Math.abs(side('PL-01', 'left', 'heel-seam'))).toBeLessThan(1);
  });
});
