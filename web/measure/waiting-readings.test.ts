import { describe, expect, it } from 'vitest';
import type { Session } from '#contract/records.ts';
import type { WaitingChange } from '../api/outbox.ts';
import { stands, withWaiting } from './waiting-readings.ts';

const ID = (n: number) => `0199c000-0000-7000-8000-00000000000${n}`;

const session: Session = {
  id: ID(1),
  pairId: ID(2),
  protocolId: ID(3),
  person: 'B1',
  configuration: 'as sold',
  removed: '',
  conditioned: null,
  wornKm: 0,
  startedAt: '2026-03-01T09:00:00Z',
  finishedAt: null,
  version: 1,
  readings: [],
  notes: [],
};

function change(name: WaitingChange['name'], body: object, params: object = {}): WaitingChange {
  return { id: ID(9), name, params, body, person: '', tag: 'NS-01' } as unknown as WaitingChange;
}

const reading = (id: string, typed: string, rest: object = {}) =>
  change('recordReading', {
    id,
    sessionId: session.id,
    side: 'left',
    quantity: 'heel-stack',
    typed,
    unit: 'mm',
    instrumentId: ID(4),
    takenAt: '2026-03-01T09:01:00Z',
    ...rest,
  });

describe('what waits is shown on top of what is saved', () => {
  it('adds a waiting reading with its value and trial', () => {
    const [shown] = withWaiting([session], [reading(ID(5), '31,2'), reading(ID(6), '1 1/4 in')]);
    expect(shown?.readings).toMatchObject([
      { value: 31.2, trial: 1, waiting: true },
      { value: 31.75, trial: 2, waiting: true },
    ]);
  });
  it('shows a reading once, whether it waits or has arrived', () => {
    const changes = [reading(ID(5), '31.2')];
    const [once] = withWaiting([session], changes);
    const saved = { ...session, readings: once?.readings ?? [] };
    expect(withWaiting([saved], changes)[0]?.readings).toHaveLength(1);
  });
  it('lets a correction supersede and keep the trial', () => {
    const [shown] = withWaiting(
      [session],
      [reading(ID(5), '3.12'), reading(ID(6), '31.2', { supersedes: ID(5), reason: 'mistyped' })],
    );
    expect(shown?.readings.map(stands)).toEqual([false, true]);
    expect(shown?.readings[1]).toMatchObject({ trial: 1, reason: 'mistyped' });
  });
  it('voids, notes and finishes', () => {
    const [shown] = withWaiting(
      [session],
      [
        reading(ID(5), '31.2'),
        change('voidReading', { reason: 'slipped' }, { id: ID(5) }),
        change('addNote', { id: ID(7), text: 'lace', at: '2026-03-01T09:02:00Z' }, { id: ID(1) }),
        change('finishSession', { finishedAt: '2026-03-01T10:00:00Z' }, { id: ID(1) }),
      ],
    );
    expect(shown?.readings[0]?.voided).toBe('slipped');
    expect(shown?.notes).toHaveLength(1);
    expect(shown?.finishedAt).toBe('2026-03-01T10:00:00Z');
  });
  it('starts a session that the server has not seen', () => {
    const { readings: _r, notes: _n, finishedAt: _f, ...fields } = session;
    const shown = withWaiting([], [change('startSession', fields), reading(ID(5), '31.2')]);
    expect(shown).toHaveLength(1);
    expect(shown[0]?.readings).toHaveLength(1);
  });
  it('leaves refused changes and the saved records alone', () => {
    const refused = { ...reading(ID(5), '31.2'), refused: { status: 422 } } as WaitingChange;
    expect(withWaiting([session], [refused])[0]?.readings).toEqual([]);
    expect(session.readings).toEqual([]);
  });
});
