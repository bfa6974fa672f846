/**
 * The bench shows what a change will do before the server has answered: for any sequence of changes,
 * what it shows is what the server then has, trial numbers included.
 */
import { randomInt, randomLcg } from 'd3-random';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import type {
  CheckState,
  OccasionState,
  SittingState,
  StudyState,
} from '#core/figures/occasion.ts';
import { type BenchChange, project } from '#core/figures/projection.ts';
import { PLAIN_READING, type Reading, type ReadingDraft } from '#core/figures/reading.ts';
import { servedBench } from './served-bench.ts';
import { openStores } from './stores.ts';

const { bench, get, post, put, served } = servedBench();

const ROUNDS = process.env.EMVEX_SOAK ? 12 : 4;
const CHANGES = 45;
const TYPED = ['31.2', '31,4', '3.1 cm', '1 1/4 in', 'thick', '25.0', '30 mm'];

/** The bench of a round: its occasions, and how a change is sent. */
async function prepare() {
  const { lab, pairId, session, instrument, protocol } = await bench();
  const sitting = await session('In-shoe');
  const check = uuid7();
  await post('/api/matches', {
    id: check,
    pairId,
    person: 'B1',
    kind: 'full',
    startedAt: '2026-03-01T09:00:00Z',
  });
  const study = uuid7();
  await post('/api/studies/gauge', {
    id: study,
    name: 'Needle',
    quantity: 'heel-stack',
    instrumentId: instrument('needle gauge').id,
    protocolLineId: protocol('In-shoe').lineId,
    parts: ['a', 'b'],
    operators: ['B1', 'B2'],
    trials: 2,
    plannedAt: '2026-03-01T09:00:00Z',
  });
  // One gauge is out of use.
  const { id, calibrations: _, driftChecks: __, ...caliper } = instrument('caliper');
  await put(`/api/instruments/${id}`, { ...caliper, retired: 'bent' });
  return {
    lab,
    pairId,
    sitting,
    check,
    study,
    instruments: (await get('/api/lab')).body.instruments,
  };
}
type Prepared = Awaited<ReturnType<typeof prepare>>;

/** Occasions as the server has them. */
async function fetched({ sitting, check, study }: Prepared): Promise<OccasionState[]> {
  const stores = openStores(served().db);
  const kept = stores.gaugeStudies.byId(study);
  const seen = stores.matches.byId(check);
  const sat = stores.sessions.ofPair(stores.sessions.byId(sitting).pairId);
  const state = sat.find((session) => session.id === sitting);
  return [
    { ...state, kind: 'sitting' } as SittingState,
    {
      kind: 'check',
      id: check,
      person: seen.person,
      startedAt: seen.startedAt,
      seen: seen.seen,
      decided: seen.decision !== null,
      readings: stores.readings.of(check),
    } as CheckState,
    {
      kind: 'study',
      id: study,
      person: '',
      startedAt: kept.plannedAt,
      turns: kept.turns.length,
      ended: kept.ended !== '',
      adopted: kept.adopted !== null,
      readings: stores.readings.of(study),
    } as StudyState,
  ];
}

/** What is compared: all but what the projection never shows. */
const shown = (occasions: readonly OccasionState[]) =>
  occasions.map((occasion) => ({
    id: occasion.id,
    kind: occasion.kind,
    ...(occasion.kind === 'sitting'
      ? {
          finishedAt: occasion.finishedAt,
          version: occasion.version,
          notes: occasion.notes,
          wornKm: (occasion as unknown as { wornKm: number }).wornKm,
        }
      : {}),
    ...(occasion.kind === 'check' ? { seen: occasion.seen, decided: occasion.decided } : {}),
    readings: (occasion.readings as readonly Reading<string>[]).map((reading) => ({
      ...reading,
      // The part of a turn is the server's to say.
      part: null,
    })),
  }));

/** Draws the next change from what is there. */
function drawChange(
  draw: (most: number) => number,
  prepared: Prepared,
  ids: readonly string[],
): BenchChange {
  const { sitting, check, study, instruments } = prepared;
  const pick = <T>(from: readonly T[]) => from[draw(from.length)] as T;
  const at = '2026-03-01T09:30:00.000Z';
  const kind = draw(20);
  if (kind < 5 && ids.length > 0)
    return { kind: 'void', readingId: pick(ids), reason: pick(['askew', 'slip']) };
  if (kind === 5)
    return {
      kind: 'describe',
      occasionId: sitting,
      version: 1 + draw(3),
      terms: { configuration: 'as sold', removed: '', conditioned: null, wornKm: draw(90) },
    };
  if (kind === 6)
    return { kind: 'note', occasionId: sitting, note: { id: uuid7(), text: 'laces', at } };
  if (kind === 7)
    return { kind: 'look', occasionId: check, look: { skipped: { mass: draw(2) === 0 } } };
  if (kind === 8 && draw(4) === 0)
    return {
      kind: 'finish',
      occasionId: sitting,
      finishedAt: pick([at, '2026-03-01T08:00:00.000Z']),
    };
  const occasionId = pick([sitting, sitting, check, study]);
  const correcting = ids.length > 0 && occasionId !== study && draw(3) === 0;
  const draft: ReadingDraft<string> = {
    ...PLAIN_READING,
    // Without a draw, so that the rounds stay as they are.
    person: [null, 'B1', 'B2', ''][ids.length % 4] ?? null,
    id: uuid7(),
    occasionId,
    side: occasionId === study ? null : pick(['left', 'right']),
    quantity: occasionId === study ? 'heel-stack' : pick(['mass', 'toe-tip-height']),
    typed: pick(TYPED),
    unit: 'mm',
    instrumentId:
      occasionId === check && draw(2) === 0
        ? null
        : pick(instruments as { id: string; kind: string }[]).id,
    takenAt: at,
    supersedes: correcting ? pick(ids) : null,
    reason: correcting && draw(4) > 0 ? 'typed wrong' : '',
    turn: occasionId === study ? draw(10) : null,
  };
  if (draft.quantity === 'mass' && draw(2) === 0) draft.unit = 'g';
  // A study is of one gauge.
  const needle = (instruments as { id: string; kind: string }[]).find(
    (one) => one.kind === 'needle gauge',
  );
  if (occasionId === study) draft.instrumentId = needle?.id ?? null;
  return { kind: 'read', draft };
}

/** Sends a change as a bench does; true where the server took it. */
async function sendChange(change: BenchChange): Promise<boolean> {
  const sent = () => {
    switch (change.kind) {
      case 'void':
        return post(`/api/readings/${change.readingId}/void`, { reason: change.reason });
      case 'describe':
        return put(`/api/sessions/${change.occasionId}/terms`, {
          ...change.terms,
          version: change.version,
        });
      case 'note':
        return post(`/api/sessions/${change.occasionId}/notes`, change.note);
      case 'look':
        return put(`/api/matches/${change.occasionId}/seen`, change.look);
      case 'finish':
        return post(`/api/sessions/${change.occasionId}/finish`, {
          finishedAt: change.finishedAt,
        });
      case 'begin':
        return post('/api/sessions', change.occasion);
      case 'read': {
        const { part: _, person, ...draft } = change.draft;
        return served().send('POST', '/api/readings', draft, person === null ? {} : { person });
      }
    }
  };
  const { status, body } = await sent();
  if (status !== 200) expect([400, 404, 409, 422], JSON.stringify(body)).toContain(status);
  return status === 200;
}

describe('what the bench shows before the server has answered', () => {
  it.each(Array.from({ length: ROUNDS }, (_, round) => round + 1))(
    'is what the server has then: round %d',
    async (round) => {
      const prepared = await prepare();
      const draw = (most: number) => randomInt.source(source)(most)();
      const source = randomLcg(round / 97);
      const terms = { catalogue: QUANTITIES, instruments: prepared.instruments };
      let state: readonly OccasionState[] = await fetched(prepared);
      const taken: BenchChange[] = [];
      const ids: string[] = [];
      for (let n = 0; n < CHANGES; n++) {
        // Now and then somebody else decides, ends or retires: it is seen once it is fetched.
        if (n === 38) {
          await post(`/api/matches/${prepared.check}/decision`, {
            decision: 'keep',
            note: '',
            decidedAt: '2026-03-01T09:40:00.000Z',
          });
          await post(`/api/studies/gauge/${prepared.study}/end`, { reason: 'called away' });
          state = await fetched(prepared);
        }
        const change = drawChange(draw, prepared, ids);
        // The same change sent twice does its work once.
        state = project(project(state, change, terms), change, terms);
        if (await sendChange(change)) taken.push(change);
        if (change.kind === 'read') ids.push(change.draft.id);
        const now = await fetched(prepared);
        expect(shown(state), JSON.stringify({ n, change })).toEqual(shown(now));
      }
      // What has arrived may be put on top of what was fetched since: it changes nothing.
      const now = await fetched(prepared);
      let again: readonly OccasionState[] = now;
      for (const change of taken) again = project(again, change, terms);
      expect(shown(again)).toEqual(shown(now));
      expect(taken.length).toBeGreaterThan(8);
    },
  );
});
