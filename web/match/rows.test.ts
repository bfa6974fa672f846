import { describe, expect, it } from 'vitest';
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { NOTHING_SEEN } from '#core/catalogue/match-look.ts';
import { PLAIN_READING } from '#core/figures/reading.ts';
import { type EvaluatedCheck, evaluateCheck } from '#core/match/match-check.ts';
import type { BenchCheck } from '../bench/projected.ts';
import { nextPlace, otherShoe, placesOf, rowAlong, rowsOf } from './rows.ts';

const begun = (kind: BenchCheck['kind'] = 'full'): BenchCheck => ({
  id: 'c',
  pairId: 'p',
  person: '',
  kind,
  startedAt: '2026-03-01T09:00:00Z',
  seen: { ...NOTHING_SEEN, labels: { left: 'UK 8', right: 'UK 8', box: 'UK 8' } },
  readings: [],
  decision: null,
});

const found = (check: BenchCheck): EvaluatedCheck =>
  evaluateCheck(check, {
    label: { system: 'uk', size: 8 },
    tolerances: {},
    siblings: {},
    instruments: [],
    names: {},
  });

function taken(
  check: BenchCheck,
  feature: MatchFeatureId,
  left: number,
  right: number,
): BenchCheck {
  const readings = (['left', 'right'] as const).map((side) => ({
    ...PLAIN_READING,
    id: `${feature} ${side}`,
    occasionId: 'c',
    quantity: feature,
    trial: 1,
    curveId: null,
    curveWindow: null,
    cycleSd: null,
    supersededBy: null,
    side,
    typed: '',
    unit: 'mm',
    value: side === 'left' ? left : right,
    instrumentId: null,
    person: 'B1',
    takenAt: '2026-03-01T09:00:00Z',
    voided: null,
  }));
  return { ...check, readings: [...check.readings, ...readings] };
}

describe('the rows of the ladder', () => {
  it('begin with the labels, and read the marks when the footbeds are out', () => {
    const rows = rowsOf('full');
    expect(rows[0]).toBe('labels');
    expect(rows[rows.indexOf('footbed-ball-width') + 1]).toBe('marks');
    expect(rowsOf('short')).toHaveLength(6);
    expect(placesOf('labels').map((place) => place.side)).toEqual(['left', 'right', 'box']);
  });

  it('are walked left, right, on', () => {
    const check = begun();
    expect(nextPlace(undefined, check, found(check))).toEqual({
      row: 'outsole-small',
      side: 'left',
    });
    expect(rowAlong({ row: 'labels', side: 'box' }, 'full', 1)).toEqual({
      row: 'outsole-small',
      side: 'left',
    });
    expect(rowAlong({ row: 'labels', side: 'left' }, 'full', -1).row).toBe('labels');
    expect(otherShoe({ row: 'mass', side: 'left' }).side).toBe('right');
  });

  it('pass what is left out, and come back to what was jumped over', () => {
    const check: BenchCheck = {
      ...begun(),
      seen: { ...begun().seen, skipped: ['outsole-small'] },
    };
    expect(nextPlace(undefined, check, found(check))?.row).toBe('outsole-large');
    expect(nextPlace({ row: 'outsole-hardness', side: 'right' }, check, found(check))).toEqual({
      row: 'outsole-large',
      side: 'left',
    });
  });

  it('end with repeats where a difference lies near its tolerance, or with nothing', () => {
    let check = begun('short');
    for (const [feature, value] of [
      ['outsole-large', 182],
      ['footbed-length', 266],
      ['heel-seam', 0],
      ['sole-plane', 0],
    ] as const)
      check = taken(check, feature, value, value);
    const near = taken(check, 'toe-tip-height', 36, 38.5);
    expect(nextPlace({ row: 'sole-plane', side: 'right' }, near, found(near))).toEqual({
      row: 'toe-tip-height',
      side: 'left',
    });
    const clear = taken(check, 'toe-tip-height', 36, 36.2);
    expect(nextPlace({ row: 'sole-plane', side: 'right' }, clear, found(clear))).toBeUndefined();
  });
});
