/** Stacks carried to another basis, fixed readings, votes and set-ups: by hand. */
import { describe, expect, it } from 'vitest';
import type { GaugeTraits } from './catalogue/gauge.ts';
import { defaultSteps, type MeasuredQuantityId, SIDES } from './catalogue/quantities.ts';
import { type Basis, compareBases } from './figures/basis.ts';
import { figureExpanded, figureUncertainty } from './figures/figure.ts';
import { DEFAULT_MASS_EXPONENT } from './figures/mass.ts';
import {
  handScores,
  type MeasuredPair,
  pairFigureOn,
  type SessionReadings,
  sessionFigures,
} from './figures/pair-figure.ts';
import { adviseStation } from './figures/station-advice.ts';
import { compareEditions } from './sheet/comparison.ts';

const NEEDLE: GaugeTraits = { id: 'needle', resolution: 0.1, zeroU: 0.1, gainU: 0 };
const CALIPER: GaugeTraits = { id: 'caliper', resolution: 0.05, zeroU: 0.03, gainU: 0 };
const SR = { sd: 0.2, df: 8, source: 'protocol' };
const OUT: Basis = {
  label: { system: 'uk', size: 8 },
  configuration: 'as sold',
  wornKm: 0,
  stack: { place: 'in-shoe', insole: 'out', lugs: 'out', layers: 'whole sole', method: 'needle' },
};
const IN = { ...OUT, stack: { ...OUT.stack, insole: 'in', lugs: 'in' } } as Basis;

function session(
  readings: [MeasuredQuantityId, number[], GaugeTraits?][],
  more: Partial<SessionReadings> = {},
): SessionReadings {
  return {
    id: 's',
    startedAt: '2026-03-01T09:00:00Z',
    basis: OUT,
    repeatability: Object.fromEntries(readings.map(([quantity]) => [quantity, SR])),
    readings: readings.flatMap(([quantity, values, gauge = NEEDLE]) =>
      SIDES.flatMap((side) => values.map((value) => ({ side, quantity, value, gauge }))),
    ),
    ...more,
  };
}

const pair = (one: SessionReadings): MeasuredPair => ({ id: 'p', tag: 'KP-01', sessions: [one] });
const lab = { exponent: DEFAULT_MASS_EXPONENT, spreads: {}, noticeable: defaultSteps() };

describe('a stack carried to another basis', () => {
  const measured = session([
    ['heel-stack', [24.0]],
    ['forefoot-stack', [18.0]],
    ['heel-insole', [4.4], CALIPER],
    ['forefoot-insole', [3.6], CALIPER],
    ['heel-lugs', [3.0], CALIPER],
    ['forefoot-lugs', [2.8], CALIPER],
  ]);
  it('has the insole and the lugs added, with the doubt of all three', () => {
    const answer = pairFigureOn(pair(measured), 'heel-stack', IN, lab);
    expect(answer.terms).toBe('converted');
    if (answer.terms === 'not') return;
    expect(answer.figure.value).toBeCloseTo(24 + 4.4 + 3, 9);
    expect(answer.figure.conversions).toEqual(['insole added', 'lugs added']);
    // Each shoe: stack 0.2² + 0.1²/12, insole and lugs 0.2² + 0.05²/12 each; the mean of two
    // shoes halves these; the zero of each gauge stays, the caliper's twice over (0.03 + 0.03).
    const ofShoe = 0.04 + 0.01 / 12 + 2 * (0.04 + 0.0025 / 12);
    expect(figureUncertainty(answer.figure)).toBeCloseTo(
      Math.sqrt(ofShoe / 2 + 0.1 ** 2 + 0.06 ** 2),
      9,
    );
  });
  it('carries drop station by station', () => {
    const answer = pairFigureOn(pair(measured), 'drop', IN, lab);
    expect(answer.terms !== 'not' && answer.figure.value).toBeCloseTo(31.4 - 24.4, 9);
  });
  it('says which layer is missing', () => {
    const bare = session([
      ['heel-stack', [24.0]],
      ['heel-insole', [4.4], CALIPER],
    ]);
    const answer = pairFigureOn(pair(bare), 'heel-stack', IN, lab);
    expect(answer).toMatchObject({ terms: 'not' });
  });
});

describe('hardness', () => {
  const foam = 'midsole-medial-hardness';
  const hard = (values: number[], more: Partial<SessionReadings> = {}) =>
    session([[foam, values]], {
      setups: { [foam]: 'on the shoe, 3 s' },
      repeatability: { [foam]: { sd: 1, df: 8, source: 'protocol' } },
      ...more,
    });
  it('is the median of its five readings', () => {
    const { left } = sessionFigures(hard([50, 51, 51.5, 52, 58]));
    // Range 8 over f(5)·1 = 3.9: marked, and u from these readings, 0.536·s.
    expect(left[foam]?.value).toBe(51.5);
    expect(left[foam]?.doubts.map((doubt) => doubt.code)).toContain('apart');
    const { left: close } = sessionFigures(hard([50, 51, 51.5, 52, 52.5]));
    expect(close[foam]?.doubts.map((doubt) => doubt.code)).toEqual(['room']);
    const median = close[foam]?.terms.find((term) => term.kind === 'readings');
    expect(median?.u).toBeCloseTo(0.536, 9);
  });
  it('asks for the rest of the five, and for no sixth', () => {
    const { left } = sessionFigures(hard([50, 56]));
    const step = { repeatabilitySd: 1, resolution: 0.5, fixedReadings: 5 };
    expect(adviseStation([50, 56], left[foam], step)).toMatchObject({ kind: 'fixed', n: 2, of: 5 });
    const wide = sessionFigures(hard([50, 51, 51.5, 52, 58])).left[foam];
    expect(adviseStation([50, 51, 51.5, 52, 58], wide, step).kind).not.toBe('take-more');
  });
  it('is compared only in its own set-up and at one temperature', () => {
    const at = (setup: string, temperatureC: number): Basis => ({ ...OUT, setup, temperatureC });
    const here = at('on the shoe, 3 s', 23);
    expect(compareBases(foam, here, at('on the shoe, 3 s', 24)).terms).toBe('like');
    expect(compareBases(foam, here, at('slab 6 mm, 3 s', 23))).toMatchObject({ terms: 'not' });
    expect(compareBases(foam, here, at('on the shoe, 3 s', 12))).toMatchObject({
      terms: 'not',
      reason: expect.stringContaining('12 °C'),
    });
    // A length does not mind.
    expect(compareBases('ball-width', here, at('another', 12)).terms).toBe('like');
  });
  it('says that the room was cold, and that the shoes were not conditioned', () => {
    const cold = hard([50, 51, 51.5, 52, 52.5], { conditioned: false });
    const readings = cold.readings.map((reading) => ({ ...reading, temperatureC: 15 }));
    const doubts = sessionFigures({ ...cold, readings }).pair[foam]?.doubts.map((one) => one.text);
    expect(doubts).toEqual([expect.stringContaining('harder cold'), 'shoes not conditioned']);
  });
});

describe('scores by hand', () => {
  const scored = session([
    ['bend-front-hand', [3, 4, 3]],
    ['mass', [312]],
  ]);
  it('are votes, and no figure', () => {
    expect(sessionFigures(scored).pair['bend-front-hand']).toBeUndefined();
    expect(handScores(scored)[0]).toEqual({
      quantity: 'bend-front-hand',
      side: 'left',
      votes: [3, 4, 3],
      median: 3,
    });
  });
});

describe('curves in figures and comparisons', () => {
  const bend = 'bend-toe-up';
  const bent = (id: string, value: number, setup = 'clamped at 70 %') => ({
    id,
    pairs: [
      pair({
        ...session([[bend, [value]]], {
          setups: { [bend]: setup },
          repeatability: { [bend]: { sd: 0.006, df: 8, source: 'protocol' } },
        }),
        readings: SIDES.map((side) => ({
          side,
          quantity: bend,
          value,
          gauge: { id: 'fixture', resolution: 0.0001, zeroU: 0, gainU: 0.01 },
          cycleSd: 0.004,
          temperatureC: 23,
          humidityPct: 50,
        })),
      }),
    ],
  });
  it('bring the SD of their cycles beside the scatter of placing', () => {
    const { left } = sessionFigures(bent('a', 0.2).pairs[0]?.sessions[0] as SessionReadings);
    // 0.006² placing, 0.004² cycles, (0.01·0.2)² gain of the fixture, 0.0001²/12 step.
    expect(figureUncertainty(left[bend] as never)).toBeCloseTo(
      Math.sqrt(0.006 ** 2 + 0.004 ** 2 + 0.002 ** 2 + 0.0001 ** 2 / 12),
      9,
    );
    expect(figureExpanded(left[bend] as never)).toBeGreaterThan(0.014);
  });
  it('take 15 % of the two means for a noticeable step', () => {
    const rows = compareEditions([bent('a', 0.2), bent('b', 0.3)], OUT, lab);
    const row = rows.find((one) => one.quantity === bend);
    expect(row?.noticeable).toBeCloseTo(0.15 * 0.25, 9);
    expect(row?.cells[1]?.answer.terms).toBe('like');
  });
  it('are not comparable in another set-up', () => {
    const rows = compareEditions([bent('a', 0.2), bent('b', 0.3, 'clamped at 60 %')], OUT, lab);
    const row = rows.find((one) => one.quantity === bend);
    expect(row?.cells[1]?.words).toContain('measure it at clamped at 70 %');
  });
});
