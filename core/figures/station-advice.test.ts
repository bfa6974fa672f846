import { describe, expect, it } from 'vitest';
import type { Basis } from './basis.ts';
import { adviseStation } from './station-advice.ts';
import { stationFigure } from './station-figure.ts';

const BASIS: Basis = { label: { system: 'uk', size: 8 }, configuration: 'as sold', wornKm: 0 };

function advise(values: number[]) {
  const figure = stationFigure({
    quantity: 'heel-stack',
    side: 'left',
    sessionId: 's',
    basis: BASIS,
    repeatability: { sd: 0.2, df: 8, source: 'p' },
    readings: values.map((value) => ({
      value,
      gauge: { id: 'g', resolution: 0.1, zeroU: 0.05, gainU: 0 },
    })),
  });
  return adviseStation(values, figure, { repeatabilitySd: 0.2, resolution: 0.1 });
}

describe('advice at a station', () => {
  it.each([
    [[], 'first'],
    [[31], 'single'],
    [[31, 31.3], 'agree'],
    [[31, 32.3], 'take-more'],
    [[31, 32.3, 31.5], 'take-more'],
    [[31, 31.9, 31.4, 31.2], 'median'],
    [[31, 31.1, 31.1, 31.0, 33.5], 'doubtful'],
    [Array(12).fill(31), 'agree'],
  ] as [number[], string][])('%j: %s', (values, kind) => {
    expect(advise(values).kind).toBe(kind);
  });
  it('says how far readings are apart and what is usual: 2.8·0.2 and 3.6·0.2', () => {
    const advice = advise([31, 32.3]);
    expect(advice.kind === 'take-more' && advice.range).toBeCloseTo(1.3, 9);
    expect(advice.kind === 'take-more' && advice.usual).toBeCloseTo(0.56, 9);
    expect(advice.kind === 'take-more' && advice.widest).toBeCloseTo(0.72, 9);
  });
  it('says how far a doubtful reading lies from the others', () => {
    const advice = advise([31, 31.1, 31.1, 31.0, 33.5]);
    expect(advice.kind === 'doubtful' && advice.index).toBe(4);
    expect(advice.kind === 'doubtful' && advice.distance).toBeCloseTo(2.45, 9);
  });
  it('says what one more reading is worth', () => {
    const advice = advise([31, 31.2]);
    expect(advice.kind === 'agree' && advice.worth && advice.worth.to < advice.worth.from).toBe(
      true,
    );
  });
});
