/** Figures over a lab's own bridge, and gauge studies behind a station. */
import { describe, expect, it } from 'vitest';
import type { StackBasis } from '../catalogue/stack-basis.ts';
import type { Basis } from './basis.ts';
import {
  type Conversion,
  convertBetween,
  findBridge,
  type KeptBridge,
  methodKey,
} from './conversions.ts';
import { combineFigures, type Figure, figureUncertainty } from './figure.ts';
import { DEFAULT_MASS_EXPONENT } from './mass.ts';
import { type AdoptedStudy, type RecordedSession, sessionReadings } from './session-readings.ts';
import { type Station, stationFigure } from './station-figure.ts';

const NEEDLE: StackBasis = {
  place: 'in-shoe',
  insole: 'in',
  lugs: 'in',
  layers: 'whole sole',
  method: 'needle',
};
const RULER: StackBasis = { ...NEEDLE, place: 'sidewall', method: 'ruler' };
const basis = (stack: StackBasis): Basis => ({
  label: { system: 'uk', size: 8 },
  configuration: 'as sold',
  wornKm: 0,
  stack,
});

/** Six millimetres less, known at 0.1; one shoe scatters by 0.3; slope of 1. */
const SHIFT: Conversion = {
  kind: 'shift',
  intercept: -6,
  slope: 1,
  centre: 36,
  centreU: 0.1,
  slopeU: 0,
  scatter: 0.3,
  df: 9,
  from: 30,
  to: 42,
};
const bridge = (quantity: KeptBridge['quantity']): KeptBridge => ({
  id: `b-${quantity}`,
  quantity,
  from: { stack: RULER },
  to: { stack: NEEDLE },
  conversion: SHIFT,
});
const known = (...quantities: KeptBridge['quantity'][]) => ({
  exponent: DEFAULT_MASS_EXPONENT,
  bridges: quantities.map(bridge),
});

const figure = (value: number, stack = RULER): Figure => ({
  quantity: 'heel-stack',
  value,
  terms: [{ key: 'r', kind: 'readings', u: 0.4, df: 8 }],
  readings: 2,
  pairs: 1,
  basis: basis(stack),
  provenance: 'measured',
  conversions: [],
  doubts: [],
});

describe('a bridge', () => {
  it('leads from its method to the other, and back', () => {
    const there = findBridge('heel-stack', basis(RULER), basis(NEEDLE), known('heel-stack'));
    expect(there?.by.map((step) => step.kind)).toEqual(['bridge']);
    const back = findBridge('heel-stack', basis(NEEDLE), basis(RULER), known('heel-stack'));
    expect(back?.by).toHaveLength(1);
  });

  it('leads nowhere for another quantity or method', () => {
    expect(
      findBridge('forefoot-stack', basis(RULER), basis(NEEDLE), known('heel-stack')),
    ).toBeUndefined();
    const cut = basis({ ...RULER, method: 'cut' });
    expect(findBridge('heel-stack', cut, basis(NEEDLE), known('heel-stack'))).toBeUndefined();
  });

  it('goes on with what is measured on the pair: bridge first, then the insole', () => {
    const out = basis({ ...NEEDLE, insole: 'out' });
    const found = findBridge('heel-stack', basis(RULER), out, known('heel-stack'));
    expect(found?.by.map((step) => step.kind)).toEqual(['bridge', 'insole']);
  });

  it('carries a drop only where both stacks cross', () => {
    const cross = (...quantities: KeptBridge['quantity'][]) =>
      findBridge('drop', basis(RULER), basis(NEEDLE), known(...quantities));
    expect(cross('heel-stack')).toBeUndefined();
    expect(cross('heel-stack', 'forefoot-stack')).toBeDefined();
  });

  it('adds the doubt of its line and of the shoe, by hand', () => {
    const step = { from: methodKey(basis(RULER)), to: basis(NEEDLE) };
    const over = convertBetween(figure(36), step, known('heel-stack'), 'P:left');
    expect(over?.value).toBe(30);
    expect(over?.provenance).toBe('converted');
    // u² = 0.4² + 0.1² + 0.3² = 0.26.
    expect(over && figureUncertainty(over)).toBeCloseTo(Math.sqrt(0.26), 12);
    expect(over?.doubts).toEqual([]);
    const far = convertBetween(figure(50), step, known('heel-stack'), 'P:left');
    expect(far?.doubts[0]?.code).toBe('beyond-bridge');
  });

  it('shares its line between shoes, so that a difference of two has none of it', () => {
    const step = { from: methodKey(basis(RULER)), to: basis(NEEDLE) };
    const over = (value: number, shoe: string): Figure => {
      const found = convertBetween(
        { ...figure(value), terms: [{ key: shoe, kind: 'readings', u: 0.4, df: 8 }] },
        step,
        known('heel-stack'),
        shoe,
      );
      if (!found) throw new Error('no bridge');
      return found;
    };
    const d = combineFigures([
      { figure: over(36, 'A'), coefficient: 1 },
      { figure: over(33, 'B'), coefficient: -1 },
    ]);
    // 2·0.4² + 2·0.3², and none of the line's 0.1.
    expect(figureUncertainty(d)).toBeCloseTo(Math.sqrt(0.5), 12);
  });
});

describe('a gauge study', () => {
  const study: AdoptedStudy = {
    id: 'g',
    name: 'Needle, spring',
    quantity: 'heel-stack',
    instrumentId: 'i',
    protocolLineId: 'line',
    repeatability: { sd: 0.12, df: 40 },
    operator: { sd: 0.3, df: 2 },
    interaction: { sd: 0.05, df: 18 },
  };
  const session = (instrumentId = 'i'): RecordedSession => ({
    id: 's',
    person: 'B1',
    startedAt: '2026-03-01T09:00:00Z',
    configuration: 'as sold',
    removed: '',
    conditioned: null,
    wornKm: 0,
    readings: [31, 31.2].map((value) => ({
      side: 'left',
      quantity: 'heel-stack',
      value,
      instrumentId,
      person: 'B1',
      takenAt: '2026-03-01T09:00:00Z',
      temperatureC: null,
      humidityPct: null,
      cycleSd: null,
      supersededBy: null,
      voided: null,
    })),
  });
  const instruments = ['i', 'other'].map((id) => ({
    id,
    name: id,
    unit: 'mm',
    resolution: 0.1,
    zeroU: 0,
    gainU: 0,
    calibrations: [],
  }));
  const protocol = (lineId: string) => ({
    lineId,
    stack: NEEDLE,
    stations: [
      {
        quantity: 'heel-stack' as const,
        setup: '',
        repeatability: { sd: 0.2, df: 8, source: 'protocol' },
      },
    ],
  });
  const read = (own: RecordedSession, line = 'line') =>
    sessionReadings(own, { system: 'uk', size: 8 }, protocol(line), instruments, undefined, [
      study,
    ]);

  it('stands behind sittings with its gauge and protocol, and no others', () => {
    const { repeatability, studies } = read(session());
    expect(repeatability['heel-stack']).toMatchObject({ sd: 0.12, df: 40 });
    expect(studies).toEqual(['Needle, spring']);
    for (const other of [read(session('other')), read(session(), 'another line')]) {
      expect(other.studies).toEqual([]);
      expect(other.repeatability['heel-stack']).toMatchObject({ sd: 0.2, df: 8 });
    }
  });

  it('adds what operators differ by, by hand', () => {
    const one = read(session());
    const station: Station = {
      quantity: 'heel-stack',
      side: 'left',
      sessionId: 's',
      basis: basis(NEEDLE),
      repeatability: one.repeatability['heel-stack'],
      reproducibility: one.reproducibility?.['heel-stack'],
      readings: one.readings,
    };
    const found = stationFigure(station);
    // u² = 0.12²/2 + 0.1²/12 + 0.3² + 0.05².
    const u2 = 0.12 ** 2 / 2 + 0.1 ** 2 / 12 + 0.3 ** 2 + 0.05 ** 2;
    expect(found && figureUncertainty(found)).toBeCloseTo(Math.sqrt(u2), 12);
    const right = stationFigure({ ...station, side: 'right' });
    if (!found || !right) throw new Error('no figure');
    const d = combineFigures([
      { figure: right, coefficient: 1 },
      { figure: found, coefficient: -1 },
    ]);
    // The operator drops out of a difference; the interaction and the rest do not.
    expect(figureUncertainty(d)).toBeCloseTo(Math.sqrt(2 * (u2 - 0.3 ** 2)), 12);
    // Of two operators in one session each has half of the mean: 0.3²/2 instead of 0.3².
    const [first, second] = one.readings;
    const shared = stationFigure({
      ...station,
      readings: [first, { ...second, person: 'B2' }] as Station['readings'],
    });
    expect(shared && figureUncertainty(shared)).toBeCloseTo(Math.sqrt(u2 - 0.3 ** 2 / 2), 12);
  });
});
