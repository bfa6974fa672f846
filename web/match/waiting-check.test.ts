import { describe, expect, it } from 'vitest';
import type { MatchCheck } from '#contract/match-records.ts';
import type { WaitingChange } from '../api/outbox.ts';
import { NOTHING_SEEN, withWaitingChecks } from './waiting-check.ts';

const stored: MatchCheck = {
  id: 'c1',
  pairId: 'p1',
  person: 'B1',
  kind: 'full',
  startedAt: '2026-03-01T09:00:00Z',
  seen: NOTHING_SEEN,
  readings: [],
  decision: null,
};

const change = (name: string, params: object, body: object, more: object = {}) =>
  ({ id: name, name, params, body, person: '', tag: 'NS-01', ...more }) as unknown as WaitingChange;

const reading = (id: string, typed: string) =>
  change(
    'recordMatchReading',
    { id: 'c1' },
    {
      id,
      feature: 'footbed-length',
      side: 'left',
      typed,
      unit: 'mm',
      takenAt: '2026-03-01T09:01:00Z',
    },
  );

describe('a check with waiting changes', () => {
  it('begins, reads, sees and voids before the server has heard of it', () => {
    const [, begun] = withWaitingChecks(
      [stored],
      [
        change('startMatch', {}, { ...stored, id: 'c2', kind: 'short' }),
        change('seeMatch', { id: 'c2' }, { skipped: { mass: true } }),
      ],
    );
    expect(begun).toMatchObject({ id: 'c2', kind: 'short', seen: { skipped: ['mass'] } });
    const [check] = withWaitingChecks(
      [stored],
      [reading('r1', '26.6 cm'), change('voidMatchReading', { id: 'r1' }, { reason: 'slip' })],
    );
    expect(check?.readings[0]).toMatchObject({ value: 266, waiting: true, voided: 'slip' });
  });

  it('applied twice changes nothing, and leaves what the server gave alone', () => {
    const changes = [reading('r1', '266'), reading('r1', '266')];
    const [check] = withWaitingChecks([stored], changes);
    expect(check?.readings).toHaveLength(1);
    expect(stored.readings).toHaveLength(0);
  });

  it('leaves out what was refused, and what cannot be read', () => {
    const [check] = withWaitingChecks(
      [stored],
      [{ ...reading('r1', '266'), refused: {} } as WaitingChange, reading('r2', 'wide')],
    );
    expect(check?.readings).toEqual([]);
  });
});
