// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { LiveGauge } from '#contract/live-gauges.ts';
import { keepUnchanged } from './gauges.ts';

const gauge = (instrumentId: string, value: number): LiveGauge => ({
  instrumentId,
  name: instrumentId,
  address: '127.0.0.1:4641',
  state: 'steady',
  value,
  unit: 'mm',
  quantity: 'heel-stack',
  says: '',
  figures: [{ quantity: 'heel-stack', value, unit: 'mm' }],
});

describe('what gauges tell', () => {
  it('leaves a gauge that says the same as the one it was', () => {
    const before = [gauge('needle', 31.2), gauge('caliper', 101.4)];
    const next = keepUnchanged(before, [gauge('caliper', 101.5), gauge('needle', 31.2)]);
    expect(next).toEqual([gauge('caliper', 101.5), gauge('needle', 31.2)]);
    expect(next[0]).not.toBe(before[1]);
    expect(next[1]).toBe(before[0]);
  });
  it('takes what is new, and forgets what has gone', () => {
    const scale = gauge('scale', 312);
    expect(keepUnchanged([gauge('needle', 31.2)], [scale])).toEqual([scale]);
    expect(keepUnchanged([scale], [])).toEqual([]);
  });
});
