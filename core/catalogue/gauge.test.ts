/** Gauges over time: the calibration in force, drift checks, the room, pooled repeats. By hand. */
import { describe, expect, it } from 'vitest';
import { judgeRoom, roomDoubts } from '../figures/room.ts';
import { driftTrend, judgeDrift } from '../study/drift.ts';
import { calibrationOn, gaugeTraits, type RecordedInstrument } from './gauge.ts';

const calibration = (id: string, calibratedOn: string, dueOn: string, zeroU = 0.03) => ({
  id,
  certificate: id,
  calibratedOn,
  dueOn,
  U: 2 * zeroU,
  zeroU,
  gainU: 0.0005,
});

const CALIPER: RecordedInstrument = {
  id: 'caliper',
  name: 'Caliper',
  unit: 'cm',
  resolution: 0.005,
  zeroU: 0.01,
  gainU: 0.001,
  calibrations: [
    calibration('second', '2026-02-01', '2027-02-01', 0.004),
    calibration('first', '2025-02-01', '2026-01-15', 0.002),
  ],
};

describe('the calibration in force', () => {
  it('is the latest that is not later than the reading', () => {
    expect(calibrationOn(CALIPER, '2025-01-31')).toBeUndefined();
    expect(calibrationOn(CALIPER, '2026-01-31T23:00:00Z')?.id).toBe('first');
    expect(calibrationOn(CALIPER, '2026-02-01T00:00:00Z')?.id).toBe('second');
  });
  it('gives traits in the canonical unit, under a key of its own', () => {
    expect(gaugeTraits(CALIPER, '2026-03-01T09:00:00Z')).toEqual({
      id: 'caliper:second',
      resolution: 0.05,
      zeroU: 0.04,
      gainU: 0.0005,
    });
    expect(gaugeTraits(CALIPER, '2024-03-01T09:00:00Z')).toMatchObject({
      id: 'caliper',
      zeroU: 0.1,
    });
  });
  it('marks what is read after it was due, and still stands', () => {
    const late = gaugeTraits(CALIPER, '2026-01-20T09:00:00Z');
    expect(late).toMatchObject({
      id: 'caliper:first',
      overdue: 'Caliper: calibration due 2026-01-15',
    });
    expect(gaugeTraits(CALIPER, '2026-01-15T23:00:00Z').overdue).toBeUndefined();
  });
});

describe('a check against a reference piece', () => {
  const gauge = { zeroU: 0.03, gainU: 0, resolution: 0.05 };
  const check = (value: number, at = '2026-03-01') => ({ at, value, nominal: 20, pieceU: 0.005 });
  it('is judged by E with k = 2', () => {
    // u² = 0.03² + 0.05²/12 + 0.005² = 0.00113333; the limit is 2u = 0.06733.
    const { en, limit, verdict } = judgeDrift(check(20.05), gauge);
    expect(limit).toBeCloseTo(0.06733, 5);
    expect(en).toBeCloseTo(0.05 / 0.06733, 4);
    expect(verdict).toBe('holds');
    expect(judgeDrift(check(19.9), gauge).verdict).toBe('drifted');
  });
  it('tells a trend from four checks on', () => {
    const monthly = [20.0, 20.01, 20.02, 20.03].map((value, i) =>
      check(value, `2026-0${i + 1}-01T00:00:00Z`),
    );
    expect(driftTrend(monthly.slice(0, 3))).toBeUndefined();
    const trend = driftTrend(monthly);
    expect(trend?.verdict).toBe('drifting');
    expect(trend?.perMonth).toBeCloseTo(0.01, 3);
    const still = [20.0, 20.02, 19.99, 20.01].map((value, i) =>
      check(value, `2026-0${i + 1}-01T00:00:00Z`),
    );
    expect(driftTrend(still)?.verdict).toBe('steady');
  });
});

describe('the room (ISO 18454, 23 ± 2 °C and 50 ± 5 % RH, from memory)', () => {
  it.each([
    [{ temperatureC: 23, humidityPct: 50 }, 'within'],
    [{ temperatureC: 25, humidityPct: 45 }, 'within'],
    [{ temperatureC: 25.1, humidityPct: 50 }, 'out'],
    [{ temperatureC: 23, humidityPct: 56 }, 'out'],
    [{ temperatureC: 21 }, 'within'],
    [{ humidityPct: 50 }, 'not recorded'],
  ])('%o is %s', (room, verdict) => expect(judgeRoom(room)).toBe(verdict));
  it('says what a cold or a warm room does to foam', () => {
    expect(roomDoubts({ temperatureC: 16.4, humidityPct: 61 })[0]?.text).toContain('harder cold');
    expect(roomDoubts({ temperatureC: 29 })[0]?.text).toContain('softer warm');
    expect(roomDoubts({ temperatureC: 23, humidityPct: 70 })[0]?.text).not.toContain('foam');
    expect(roomDoubts({ temperatureC: 23 })).toEqual([]);
  });
});
