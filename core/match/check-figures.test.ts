/** What a check reads as figures: whose repeatability, whose gauge, what is said of it beside sessions. By hand. */
import { describe, expect, it } from 'vitest';
import { figureUncertainty } from '../figures/figure.ts';
import { type CheckKnowledge, checkedPair, checkFigures } from './check-figures.ts';

const gauge = (id: string) => ({
  id,
  name: id,
  kind: 'caliper' as const,
  unit: 'mm',
  resolution: 0,
  zeroU: 0,
  gainU: 0,
  calibrations: [],
});
const knowledge = (more: Partial<CheckKnowledge> = {}): CheckKnowledge =>
  ({
    label: { system: 'uk', size: 8 },
    instruments: [gauge('g'), gauge('h')],
    ...more,
  }) as CheckKnowledge;
const reading = (value: number, more: object = {}) => ({
  quantity: 'footbed-length' as const,
  side: 'left' as const,
  value,
  instrumentId: 'g' as string | null,
  takenAt: '2026-03-01T09:00:00Z',
  voided: null,
  supersededBy: null,
  ...more,
});
const footbed = (readings: ReturnType<typeof reading>[], more: Partial<CheckKnowledge> = {}) =>
  checkFigures({ readings }, knowledge(more)).left['footbed-length'];
const repeatability = (figure: ReturnType<typeof footbed>) =>
  figure?.terms.find(({ kind }) => kind === 'readings')?.u;

describe('the repeatability of a feature', () => {
  const station = (quantity: string, sd: number, df: number) => ({
    stations: [{ quantity, repeatability: { sd, df, source: 'learned' } }],
  });
  const study = {
    id: 's',
    quantity: 'footbed-length',
    instrumentId: 'g',
    repeatability: { sd: 0.05, df: 40 },
    operator: 0,
    interaction: 0,
  };
  const uncertainty = (more: Partial<CheckKnowledge>, readings = [reading(266)]) => {
    const figure = footbed(readings, more);
    return figure && figureUncertainty(figure);
  };
  it('is the usual one, 0.2 mm', () => {
    expect(uncertainty({})).toBeCloseTo(0.2, 6);
  });
  it('is what the lab’s repeats show, by the protocol that has the most of them', () => {
    const protocols = [
      station('footbed-length', 0.15, 9),
      station('footbed-length', 0.1, 20),
      station('mass', 9, 99),
    ];
    expect(uncertainty({ protocols })).toBeCloseTo(0.1, 6);
    expect(uncertainty({ protocols: [...protocols].reverse() })).toBeCloseTo(0.1, 6);
    // Eight degrees of freedom are no more than the usual one has.
    expect(uncertainty({ protocols: [station('footbed-length', 0.1, 8)] })).toBeCloseTo(0.2, 6);
    expect(uncertainty({ protocols: [station('mass', 0.1, 20)] })).toBeCloseTo(0.2, 6);
  });
  it('is that of an adopted study of the gauge that took every reading', () => {
    const adoptedStudies = [study] as unknown as NonNullable<CheckKnowledge['adoptedStudies']>;
    expect(uncertainty({ adoptedStudies })).toBeCloseTo(0.05, 6);
    expect(uncertainty({ adoptedStudies }, [reading(266, { instrumentId: 'h' })])).toBeCloseTo(
      0.2,
      6,
    );
    const both = [reading(266), reading(266, { instrumentId: 'h' })];
    expect(uncertainty({ adoptedStudies }, both)).toBeGreaterThan(0.1);
    const ofMass = [{ ...study, quantity: 'mass' }] as unknown as typeof adoptedStudies;
    expect(uncertainty({ adoptedStudies: ofMass })).toBeCloseTo(0.2, 6);
  });
});

describe('the readings of a check', () => {
  it('count as they stand, each shoe by itself', () => {
    const figures = checkFigures(
      {
        readings: [
          reading(266),
          reading(268),
          reading(200, { voided: 'slipped' }),
          reading(100, { supersededBy: 'other' }),
          reading(270, { side: 'right' }),
          reading(92, { quantity: 'footbed-ball-width' }),
        ],
      },
      knowledge(),
    );
    expect(figures.left['footbed-length']?.value).toBe(267);
    expect(figures.right['footbed-length']?.value).toBe(270);
    expect(figures.left['footbed-ball-width']?.value).toBe(92);
    expect(Object.keys(figures.right)).toEqual(['footbed-length']);
    expect(repeatability(figures.left['footbed-length'])).toBeDefined();
  });
  it('by a gauge that nobody named say so, and are read to the last digit', () => {
    const codes = (readings: ReturnType<typeof reading>[]) =>
      footbed(readings)?.doubts.map(({ code }) => code);
    expect(codes([reading(266)])).not.toContain('gauge-not-named');
    expect(codes([reading(266, { instrumentId: null })])).toContain('gauge-not-named');
    expect(codes([reading(266), reading(266, { instrumentId: null })])).toContain(
      'gauge-not-named',
    );
    const unnamed = footbed([reading(266, { instrumentId: null })]);
    // A digit of 0.1 mm beside the usual scatter.
    expect(unnamed && figureUncertainty(unnamed)).toBeCloseTo(
      Math.hypot(0.2, 0.1 / Math.sqrt(12)),
      6,
    );
  });
});

describe('a check beside sessions', () => {
  const pair = (names?: CheckKnowledge['names']) =>
    checkedPair(
      {
        id: 'c',
        person: 'B1',
        startedAt: '2026-03-01T09:00:00Z',
        readings: [
          reading(266),
          reading(268, { side: 'right' }),
          reading(182, { quantity: 'outsole-large' }),
          reading(92, { quantity: 'footbed-ball-width', side: 'right' }),
        ],
      },
      knowledge({ ...(names ? { names } : {}), model: 'm' }),
    );
  it('says that its figures are from a check, and the pair is the mean of its shoes', () => {
    const { id, startedAt, figures } = pair();
    expect([id, startedAt]).toEqual(['c', '2026-03-01T09:00:00Z']);
    expect(figures.pair['footbed-length']?.value).toBe(267);
    for (const side of ['left', 'right', 'pair'] as const)
      expect(figures[side]['footbed-length']?.doubts.map(({ code }) => code)).toContain(
        'from-check',
      );
  });
  it('leaves a feature of the outsole in the check where it has no name', () => {
    expect(pair().figures.left['outsole-large']).toBeUndefined();
    const named = pair({ 'outsole-large': 'long lug' }).figures.left['outsole-large'];
    expect(named?.value).toBe(182);
    expect(named?.basis.setup).toBe('long lug, m');
    expect(pair().figures.left['footbed-length']?.basis.setup ?? 'on the shoe').toBe('on the shoe');
  });
  it('has a pair of what one shoe alone shows only where the other is known', () => {
    const { figures } = pair();
    expect(figures.right['footbed-ball-width']?.value).toBe(92);
    expect(Object.keys(figures.left)).not.toContain('footbed-ball-width');
  });
});
