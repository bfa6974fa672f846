/** Insoles and laces by their names: moved from pair to pair, and said by every occasion of its day. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { FitOfPair } from '#contract/fit-records.ts';
import type { NamedPart } from '#contract/insole-records.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, put, get, receive } = servedBench();

const CORK = { kind: 'insole', name: 'Cork 3', lengthMm: 264, thicknessMm: 3 };
const named = async (part: object = CORK) => {
  const id = uuid7();
  const { status, body } = await put(`/api/named-parts/${id}`, part);
  return { id, status, body };
};
const move = (id: string, tag: string | null, on: string, how = 'instead') =>
  post(`/api/named-parts/${id}/places`, { tag, how, on });
const placesOf = async (id: string) =>
  ((await get('/api/named-parts')).body.rows as NamedPart[])
    .find((part) => part.id === id)
    ?.places.map(({ tag, since, until }) => [tag, since, until]);
const fitting = async (tag: string) => (await get(`/api/pairs/${tag}/fit`)).body as FitOfPair;

describe('an insole by its name', () => {
  it('leaves the pair it was in for another, and each says since when', async () => {
    await bench();
    await receive('NS-02');
    const { id } = await named();
    expect((await fitting('NS-01')).placed).toEqual([]);
    await move(id, 'NS-01', '2026-02-01', 'on top');
    expect((await fitting('NS-01')).placed).toMatchObject([
      { name: 'Cork 3', how: 'on top', since: '2026-02-01', lengthMm: 264 },
    ]);
    await move(id, 'NS-02', '2026-02-10');
    expect((await fitting('NS-01')).placed).toEqual([]);
    expect((await fitting('NS-02')).placed).toHaveLength(1);
    expect(await placesOf(id)).toEqual([
      ['NS-02', '2026-02-10', null],
      ['NS-01', '2026-02-01', '2026-02-10'],
    ]);
    await move(id, null, '2026-02-20');
    expect((await fitting('NS-02')).placed).toEqual([]);
    const out = await move(id, null, '2026-02-21');
    expect([out.status, out.body.detail]).toEqual([409, 'Cork 3 is in no pair.']);
  });

  it('puts out what it takes the place of, and nothing where it lies on top', async () => {
    await bench();
    const [cork, felt, laces] = [
      await named(),
      await named({ kind: 'insole', name: 'Felt' }),
      await named({ kind: 'laces', name: 'Round' }),
    ];
    await move(cork.id, 'NS-01', '2026-02-01');
    await move(laces.id, 'NS-01', '2026-02-01');
    await move(felt.id, 'NS-01', '2026-02-03', 'on top');
    const names = async () => (await fitting('NS-01')).placed.map(({ name }) => name);
    expect(await names()).toEqual(['Cork 3', 'Felt', 'Round']);
    await move(felt.id, 'NS-01', '2026-02-05');
    expect(await names()).toEqual(['Felt', 'Round']);
  });

  it('is refused under a name that another has, on a day before it came, or longer than any', async () => {
    await bench();
    const { id } = await named();
    const again = await named({ kind: 'laces', name: 'cork 3' });
    expect([again.status, again.body.errors[0].field]).toEqual([422, 'name']);
    await move(id, 'NS-01', '2026-02-10');
    const early = await move(id, null, '2026-02-01');
    expect([early.status, early.body.errors[0].field]).toEqual([422, 'on']);
    expect((await named({ ...CORK, name: 'Huge', lengthMm: 9000 })).status).toBe(400);
    expect((await move(id, 'XX-99', '2026-02-11')).status).toBe(404);
    expect((await move(id, 'NS-01', '11 February')).status).toBe(400);
    expect(await placesOf(id)).toEqual([['NS-01', '2026-02-10', null]]);
  });

  it('is in one pair at a time, and comes on no day that is still to come', async () => {
    await bench();
    await receive('NS-02');
    const { id } = await named();
    await move(id, 'NS-01', '2026-02-01');
    await move(id, null, '2026-02-10');
    const refused = async (answer: ReturnType<typeof move>) => {
      const { status, body } = await answer;
      return [status, body.errors[0].message];
    };
    expect(await refused(move(id, 'NS-02', '2026-02-05'))).toEqual([
      422,
      'It was in NS-01 until 2026-02-10: that day or a later one, please.',
    ]);
    const felt = await named({ kind: 'insole', name: 'Felt' });
    await move(felt.id, 'NS-02', '2026-02-20');
    expect(await refused(move(id, 'NS-02', '2026-02-12'))).toEqual([
      422,
      'Felt came into that pair on 2026-02-20: a later day, please.',
    ]);
    expect((await refused(move(id, 'NS-02', '2099-01-01')))[1]).toContain('has not come yet');
    expect((await move(id, 'NS-01', '2026-02-10')).status).toBe(200);
  });

  it('is what a try-on and a sitting were done with, by their day', async () => {
    const { pairId, session } = await bench();
    await post('/api/people', { id: uuid7(), code: 'T1', role: 'tester' });
    const { id } = await named();
    await move(id, 'NS-01', '2026-02-20', 'on top');
    await session();
    const answers = { toeRoom: 'right', heel: 'none', width: { ball: 0 } };
    const tryOn = (insole: string) =>
      post(`/api/pairs/${pairId}/try-ons`, { id: uuid7(), tester: 'T1', insole, answers });
    // What is in it by name is usual there; its own would be another.
    expect((await tryOn('on top')).body.words).toBe('Keep it');
    expect((await tryOn('original')).body.words).toBe('Decide later: try something first');
    expect((await fitting('NS-01')).tryOns[0]?.placed).toEqual(['Cork 3']);
    const { sessions, placed } = (await get('/api/pairs/NS-01')).body;
    expect(sessions[0].placed).toEqual(['Cork 3']);
    expect(placed[0].name).toBe('Cork 3');
    // Checks, outings and looks at the worn pair say it too.
    const check = uuid7();
    await post('/api/matches', {
      id: check,
      pairId,
      person: 'B1',
      kind: 'short',
      startedAt: '2026-03-01T09:00:00Z',
    });
    const match = (await get('/api/pairs/NS-01/match')).body;
    expect(match.placed).toEqual({ now: ['Cork 3'], at: { [check]: ['Cork 3'] } });
    await post(`/api/pairs/${pairId}/outings`, {
      id: uuid7(),
      tester: 'T1',
      on: '2026-02-28',
      typed: '5 km',
    });
    await post(`/api/pairs/${pairId}/wear-checks`, { id: uuid7(), person: 'T1', signs: [] });
    const wear = (await get('/api/pairs/NS-01/wear')).body;
    expect([wear.outings[0].placed, wear.checks[0].placed]).toEqual([['Cork 3'], ['Cork 3']]);
    await move(id, null, '2026-03-20');
    expect((await get('/api/pairs/NS-01')).body.sessions[0].placed).toEqual(['Cork 3']);
  });
});
