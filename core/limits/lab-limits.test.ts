import { describe, expect, it } from 'vitest';
import { copyOfUse, usesWith } from '../catalogue/disciplines.ts';
import { QUANTITIES } from '../catalogue/quantities.ts';
import { changedRule, type LimitChange, limitInForce } from './lab-limits.ts';

const line = (discipline: LimitChange['discipline'], absolute: number): LimitChange => ({
  kind: 'sides',
  subject: 'sole-plane',
  discipline,
  value: { absolute, share: 0 },
  reason: 'tried',
  at: '2026-03-01T09:00:00.000Z',
  person: 'B1',
});
const inForce = (drawn: LimitChange[], use: 'dance' | 'running' | '') =>
  limitInForce('sides', 'sole-plane', { changes: drawn }, use);

describe('the line in force', () => {
  it('is that of practice until a lab draws it', () => {
    expect(inForce([], '')).toEqual({ value: { absolute: 1, share: 0 }, changed: false });
    expect(inForce([], 'dance')).toEqual({ value: { absolute: 0.7, share: 0 }, changed: false });
  });
  it('is the lab’s latest, for the use before the general one', () => {
    const drawn = [line('', 2), line('dance', 0.9), line('', 1.8)];
    expect(inForce(drawn, '').value).toEqual({ absolute: 2, share: 0 });
    expect(inForce(drawn, 'dance')).toEqual({ value: { absolute: 0.9, share: 0 }, changed: true });
  });
  it('is the use’s own before the lab’s general one', () => {
    expect(inForce([line('', 2)], 'dance')).toMatchObject({
      value: { absolute: 0.7 },
      changed: false,
    });
    expect(inForce([line('', 2)], 'running')).toMatchObject({
      value: { absolute: 2 },
      changed: true,
    });
  });
  it('is of its kind and subject', () => {
    const other = { ...line('', 2), subject: 'mass' };
    const step = { ...line('', 2), kind: 'noticeable' as const, value: { step: 3 } };
    expect(inForce([other, step], '').changed).toBe(false);
  });
  it('of a use that was copied is that of its original', () => {
    const uses = usesWith([{ ...copyOfUse('dance'), name: 'clog hall' }]);
    const { value } = limitInForce('sides', 'sole-plane', { changes: [], uses }, 'clog hall');
    expect(value.absolute).toBe(0.7);
  });
});

describe('the lines of practice', () => {
  const usual = (kind: Parameters<typeof limitInForce>[0], subject: string) =>
    limitInForce(kind, subject, { changes: [] }, '').value;
  it('are those of the catalogue, the check and wear', () => {
    expect(usual('noticeable', 'mass')).toEqual({ step: QUANTITIES.mass.noticeable });
    expect(usual('sides', 'mass')).toEqual({ absolute: 5, share: 0.02 });
    expect(usual('wear-checks', 'looks')).toEqual({
      by: 'km',
      at: [50, 150, 300, 500],
      every: 150,
    });
    expect(usual('rated-life', 'life')).toEqual({ low: 483, high: 644 });
    expect(usual('tread-limit', 'tread')).toEqual({ mm: 0.5 });
    expect(usual('life-factor', 'tester T1')).toEqual({ factor: 1 });
  });
  it('of a quantity of the lab’s own is its own', () => {
    const own = { ...QUANTITIES.mass, id: 'box-mass', noticeable: 40 };
    const lab = { changes: [], catalogue: { 'box-mass': own } };
    expect(limitInForce('noticeable', 'box-mass', lab, '').value.step).toBe(40);
    expect(() => limitInForce('noticeable', 'no-such', lab, '')).toThrow(RangeError);
  });
});

it('a rule stands as it is until it is drawn, for a use before all', () => {
  const rule = (discipline: string, low: number): LimitChange => ({
    ...line(discipline, 0),
    kind: 'rule',
    subject: 'court/low tilt-angle',
    value: { low, high: null },
  });
  const drawn = [rule('', 62), rule('court', 58)];
  const of = (use: string) => changedRule({ changes: drawn }, 'court/low tilt-angle', use);
  expect([of('court')?.low, of('squash')?.low]).toEqual([58, 62]);
  expect(changedRule({ changes: drawn }, 'court/low heel-stack', 'court')).toBeUndefined();
});
