/** Which protocols the bench offers, and by which a pair goes on. */
import { describe, expect, it } from 'vitest';
import type { Lab, Protocol } from '#contract/lab-records.ts';
import type { PairRecord } from '#contract/pair-records.ts';
import type { Session } from '#contract/reading-records.ts';
import { sidesOf } from './place.ts';
import { offeredProtocols, protocolToUse } from './sitting.ts';

const protocol = (id: string, lineId: string, version: number, retired = false): Protocol =>
  ({ id, lineId, version, retired, name: lineId }) as unknown as Protocol;
const lab = (...protocols: Protocol[]): Lab => ({ protocols }) as unknown as Lab;
const sitting = (protocolId: string, finishedAt: string | null): Session =>
  ({ protocolId, finishedAt }) as unknown as Session;
const record = (...sessions: Session[]): PairRecord =>
  ({ sessions, pair: { shoes: 'both' } }) as unknown as PairRecord;

const DONE = '2026-03-01T10:00:00Z';
const QUICK = protocol('q1', 'quick', 1);
const OLD = protocol('f1', 'full', 1, true);
const FULL = protocol('f2', 'full', 2);
const LAB = lab(QUICK, OLD, FULL);

describe('the protocols that are offered', () => {
  it('are the newest of each line', () => {
    expect(offeredProtocols(LAB, record()).map((one) => one.id)).toEqual(['q1', 'f2']);
  });
  it('and an older one as long as a sitting by it is open', () => {
    expect(offeredProtocols(LAB, record(sitting('f1', null))).map((one) => one.id)).toEqual([
      'q1',
      'f1',
      'f2',
    ]);
    expect(offeredProtocols(LAB, record(sitting('f1', DONE))).map((one) => one.id)).toEqual([
      'q1',
      'f2',
    ]);
  });
});

describe('a pair', () => {
  it('begins with the first protocol of the lab', () => {
    expect(protocolToUse(LAB, record(), null)?.id).toBe('q1');
  });
  it('goes on with that of its latest sitting, and with its own old version while that is open', () => {
    expect(protocolToUse(LAB, record(sitting('q1', DONE), sitting('f2', DONE)), null)?.id).toBe(
      'f2',
    );
    expect(protocolToUse(LAB, record(sitting('f1', null)), null)?.id).toBe('f1');
  });
  it('is taken over by the newer version once its old sitting is finished', () => {
    expect(protocolToUse(LAB, record(sitting('f1', DONE)), null)?.id).toBe('f2');
  });
  it('takes what was chosen, where that is still offered', () => {
    expect(protocolToUse(LAB, record(sitting('f2', DONE)), 'q1')?.id).toBe('q1');
    expect(protocolToUse(LAB, record(sitting('q1', DONE)), 'f1')?.id).toBe('q1');
  });
  it('has none in a lab without any', () => {
    expect(protocolToUse(lab(), record(), null)).toBeUndefined();
  });
  it('is measured on the shoes that came', () => {
    const of = (shoes: string) => sidesOf({ pair: { shoes } } as unknown as PairRecord);
    expect(of('both')).toEqual(['left', 'right']);
    expect(of('left only')).toEqual(['left']);
    expect(of('right only')).toEqual(['right']);
  });
});
