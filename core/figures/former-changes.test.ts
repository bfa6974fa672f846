import { describe, expect, it } from 'vitest';
import { translateChange } from './former-changes.ts';

const SAME = { id: 'r', typed: '31.2', unit: 'mm', takenAt: '2026-03-01T09:00:00.000Z' };

describe('a change of the version before', () => {
  it.each([
    [
      'recordReading',
      { params: {}, body: { ...SAME, sessionId: 's', quantity: 'mass', side: 'left' } },
      {
        name: 'recordReading',
        params: {},
        body: { ...SAME, occasionId: 's', quantity: 'mass', side: 'left' },
      },
    ],
    [
      'recordMatchReading',
      { params: { id: 'c' }, body: { ...SAME, feature: 'heel-seam', side: 'left' } },
      {
        name: 'recordReading',
        params: {},
        body: { ...SAME, occasionId: 'c', quantity: 'heel-seam', side: 'left' },
      },
    ],
    [
      'recordStudyReading',
      { params: { id: 's' }, body: { ...SAME, turn: 3 } },
      { name: 'recordReading', params: {}, body: { ...SAME, occasionId: 's', turn: 3 } },
    ],
    [
      'voidMatchReading',
      { params: { id: 'r' }, body: { reason: 'slip' } },
      { name: 'voidReading', params: { id: 'r' }, body: { reason: 'slip' } },
    ],
    [
      'voidStudyReading',
      { params: { id: 's' }, body: { reason: 'slip', turn: 3 } },
      { name: 'voidReading', params: { id: 's' }, body: { reason: 'slip', turn: 3 } },
    ],
  ])('%s is told in the words of this one, once', (name, former, now) => {
    const translated = translateChange({ name, ...former });
    expect(translated).toEqual(now);
    expect(translateChange(translated)).toEqual(now);
  });

  it.each([
    'startSession',
    'describeSession',
    'finishSession',
    'addNote',
    'voidReading',
    'startMatch',
    'seeMatch',
    'windowCurve',
  ])('%s is left as it is', (name) => {
    const change = { name, params: { id: 'x' }, body: { reason: 'slip' } };
    expect(translateChange(change)).toBe(change);
  });
});
