import { describe, expect, it } from 'vitest';
import { type ThresholdChange, thresholdInForce } from './thresholds.ts';

const drawn = (discipline: ThresholdChange['discipline'], absolute: number): ThresholdChange => ({
  kind: 'sides',
  subject: 'sole-plane',
  discipline,
  value: { absolute, share: 0 },
  reason: 'tried',
  at: '2026-03-01T09:00:00.000Z',
  person: 'B1',
});
const usual = { general: { absolute: 1.5, share: 0 } };
const own = { ...usual, own: { absolute: 0.7, share: 0 } };
const inForce = (changes: ThresholdChange[], discipline: 'dance' | '', from = usual) =>
  thresholdInForce(changes, 'sides', 'sole-plane', discipline, from);

describe('the line in force', () => {
  it('is the usual one until a lab draws it', () => {
    expect(inForce([], '')).toEqual({ value: usual.general, changed: false });
    expect(inForce([], 'dance', own)).toEqual({ value: own.own, changed: false });
  });
  it('is the lab’s latest, for the discipline before the general one', () => {
    const changes = [drawn('', 2), drawn('dance', 1), drawn('', 1.8)];
    expect(inForce(changes, '').value).toEqual({ absolute: 2, share: 0 });
    expect(inForce(changes, 'dance', own).value).toEqual({ absolute: 1, share: 0 });
  });
  it('is the discipline’s own before the lab’s general one', () => {
    expect(inForce([drawn('', 2)], 'dance', own)).toEqual({ value: own.own, changed: false });
    expect(inForce([drawn('', 2)], 'dance')).toMatchObject({ value: { absolute: 2 } });
  });
  it('is of its kind and subject', () => {
    const other = { ...drawn('', 2), subject: 'mass' };
    const step = { ...drawn('', 2), kind: 'noticeable' as const, value: { step: 3 } };
    expect(inForce([other, step], '').changed).toBe(false);
  });
});
