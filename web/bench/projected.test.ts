import { describe, expect, it } from 'vitest';
import type { MatchCheck } from '#contract/match-records.ts';
import type { Session } from '#contract/reading-records.ts';
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import { NOTHING_SEEN } from '#core/catalogue/match-look.ts';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { stands } from '#core/figures/reading.ts';
import type { WaitingChange } from '../api/outbox.ts';
import { projectChecks, projectSittings, projectTurns } from './projected.ts';

const ID = (n: number) => `0199c000-0000-7000-8000-00000000000${n}`;

const TERMS = { catalogue: QUANTITIES };
const withWaiting = (sessions: Session[], changes: WaitingChange[]) =>
  projectSittings(sessions, changes, TERMS);

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
    occasionId: session.id,
    side: 'left',
    quantity: 'heel-stack',
    typed,
    unit: 'mm',
    instrumentId: ID(4),
    takenAt: '2026-03-01T09:01:00Z',
    ...rest,
  });

describe('a sitting with waiting changes', () => {
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

const feel = (id: string, typed: string) =>
  change(
    'recordReading',
    {
      id,
      occasionId: 'c1',
      quantity: 'footbed-length',
      side: 'left',
      typed,
      unit: 'mm',
      takenAt: '2026-03-01T09:01:00Z',
    },
    {},
  );

const withChecks = (checks: MatchCheck[], changes: WaitingChange[]) =>
  projectChecks(checks, changes, TERMS);

describe('a check with waiting changes', () => {
  it('begins, reads, sees and voids before the server has heard of it', () => {
    const [, begun] = withChecks(
      [stored],
      [
        change('startMatch', { ...stored, id: 'c2', kind: 'short' }),
        change('seeMatch', { skipped: { mass: true } }, { id: 'c2' }),
      ],
    );
    expect(begun).toMatchObject({ id: 'c2', kind: 'short', seen: { skipped: ['mass'] } });
    const [check] = withChecks(
      [stored],
      [feel('r1', '26.6 cm'), change('voidReading', { reason: 'slip' }, { id: 'r1' })],
    );
    expect(check?.readings[0]).toMatchObject({ value: 266, waiting: true, voided: 'slip' });
  });

  it('applied twice changes nothing, and leaves what the server gave alone', () => {
    const changes = [feel('r1', '266'), feel('r1', '266')];
    const [check] = withChecks([stored], changes);
    expect(check?.readings).toHaveLength(1);
    expect(stored.readings).toHaveLength(0);
  });

  it('leaves out what was refused, and what cannot be read', () => {
    const [check] = withChecks(
      [stored],
      [{ ...feel('r1', '266'), refused: {} } as WaitingChange, feel('r2', 'wide')],
    );
    expect(check?.readings).toEqual([]);
  });
});

describe('the turns of a study with waiting changes', () => {
  const study = (taken: { id: string; turn: number; voided?: string }[], more: object = {}) =>
    ({
      id: 's',
      quantity: 'heel-stack',
      plannedAt: '2026-03-01T09:00:00Z',
      turns: Array.from({ length: 6 }, () => ({})),
      taken: taken.map((reading) => ({ voided: null, ...reading })),
      ended: '',
      adopted: null,
      ...more,
    }) as unknown as GaugeStudyRecord;
  const take = (id: string, turn: number, more: object = {}) =>
    ({
      ...change('recordReading', { id, occasionId: 's', turn, typed: '31.2', unit: 'mm' }, {}),
      ...more,
    }) as WaitingChange;
  const back = (id: string) => change('voidReading', { reason: 'back' }, { id });
  const turnsOf = (record: GaugeStudyRecord, changes: WaitingChange[]) =>
    projectTurns(record, changes, TERMS).map((reading) => reading.turn);

  it('has those that wait, in order, each once', () => {
    const record = study([{ id: 'r0', turn: 0 }]);
    expect(turnsOf(record, [take('r0', 0), take('r1', 1), take('r2', 1)])).toEqual([0, 1]);
  });

  it('comes to the same end whatever of it the server has already', () => {
    const changes = [take('r1', 4), back('r1'), take('r2', 4)];
    const [first, second] = [
      { id: 'r1', turn: 4, voided: 'back' },
      { id: 'r2', turn: 4 },
    ];
    for (const taken of [[], [{ id: 'r1', turn: 4 }], [first], [first, second]])
      expect(turnsOf(study(taken), changes)).toEqual([4]);
    expect(turnsOf(study([{ id: 'r1', turn: 4 }]), changes.slice(0, 2))).toEqual([]);
  });

  it('takes a turn back as earlier versions of the page asked for it', () => {
    const earlier = change('voidReading', { turn: 4, reason: 'back' }, { id: 's' });
    expect(turnsOf(study([{ id: 'r1', turn: 4 }]), [earlier])).toEqual([]);
  });

  it('leaves out what was refused, other studies, and all of one that was ended', () => {
    const changes = [
      take('r0', 0, { refused: {} }),
      take('r1', 1, { body: { id: 'r1', occasionId: 'other' } }),
    ];
    expect(turnsOf(study([]), changes)).toEqual([]);
    expect(turnsOf(study([], { ended: 'called away' }), [take('r0', 0)])).toEqual([]);
  });
});
