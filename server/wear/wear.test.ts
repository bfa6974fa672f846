/** Wear over the API: outings, totals, looks and decisions, each withdrawn and undone; and what is refused. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { WearOfPair } from '#contract/wear-records.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, get } = servedBench();

const worn = async (tag = 'NS-01') => (await get(`/api/pairs/${tag}/wear`)).body as WearOfPair;
const rowOf = async (tag = 'NS-01') => (await get(`/api/pairs/${tag}/row`)).body.wear;
async function begin() {
  const made = await bench();
  await post('/api/people', { id: uuid7(), code: 'T1', role: 'tester' });
  await post('/api/people', { id: uuid7(), code: 'B1', role: 'bench' });
  const say = (path: string) => (more: object) =>
    post(`/api/pairs/${made.pairId}/${path}`, { id: uuid7(), ...more });
  const outing = (typed: string, on = '2026-02-28', more: object = {}) =>
    say('outings')({ tester: 'T1', on, typed, ...more });
  const look = (...signs: string[]) => say('wear-checks')({ person: 'B1', signs });
  const total = (km: number, on: string, u = 0) => say('odometers')({ on, km, u });
  const decide = (answer: string, why = '') =>
    say('wear-decisions')({ person: 'B1', on: '2026-03-01', answer, why });
  return { ...made, outing, look, total, decide };
}

describe('outings', () => {
  it('add up, games as what they stand for, and stand on the row of the pair', async () => {
    const { outing } = await begin();
    expect(await rowOf()).toBeNull();
    expect((await outing('12 km')).body.km).toBeCloseTo(12, 9);
    const match = await outing('2 basketball', '2026-03-01', { minutes: 90, comfort: 7.5 });
    expect(match.body.km).toBeCloseTo(12 + 5 * 1.609344, 6);
    const { outings, km, outingsInAll } = await worn();
    expect([outings.length, outingsInAll, outings[0]?.typed]).toEqual([2, 2, '2 basketball']);
    expect(km).toBeCloseTo(20.05, 2);
    expect(await rowOf()).toMatchObject({ answer: 'go on' });
    // A sitting begins with the distance of today.
    expect((await get('/api/pairs/NS-01')).body.kmNow).toBeCloseTo(20.05, 2);
  });

  it('are withdrawn with a reason, and that is undone', async () => {
    const { outing } = await begin();
    await outing('12 km');
    const [kept] = (await worn()).outings;
    const gone = await post(`/api/outings/${kept?.id}/withdrawal`, { reason: 'another pair' });
    expect(gone.status).toBe(200);
    expect((await worn()).km).toBe(0);
    expect((await post(`/api/outings/${kept?.id}/withdrawal`, { reason: 'again' })).status).toBe(
      409,
    );
    const [change] = (await get('/api/changes?pair=NS-01')).body.rows;
    expect(change.what).toBe('Withdrew an outing of NS-01');
    await post(`/api/changes/${change.id}/undo`, {});
    expect((await worn()).km).toBe(12);
    expect((await rowOf()).km).toBe(12);
  });

  it('are refused of nobody, before the pair came, in the future, or too far', async () => {
    const { outing } = await begin();
    const field = async (
      answer: Promise<{ status: number; body: { errors?: { field: string }[] } }>,
    ) => {
      const { status, body } = await answer;
      expect(status).toBeGreaterThanOrEqual(400);
      return body.errors?.[0]?.field;
    };
    expect(await field(outing('12 km', '2026-02-28', { tester: 'T9' }))).toBe('tester');
    expect(await field(outing('12 km', '2020-01-01'))).toBe('on');
    expect(await field(outing('12 km', '2099-01-01'))).toBe('on');
    expect(await field(outing('2000 km'))).toBe('typed');
    expect(await field(outing('3 chess'))).toBe('typed');
    expect(await field(outing('12 km', '2026-02-28', { comfort: 11 }))).toBe('comfort');
    const late = { faults: [{ what: 'rubs', atKm: 13 }] };
    expect(await field(outing('12 km', '2026-02-28', late))).toBe('faults.0.atKm');
    expect((await worn()).outingsInAll).toBe(0);
  });
});

describe('totals', () => {
  it('stand for all before them, are asked about where they fall, and withdrawn', async () => {
    const { outing, total } = await begin();
    await outing('40 km', '2026-02-28');
    expect((await total(100, '2026-02-28', 5)).body.km).toBe(100);
    await outing('10 km', '2026-03-01');
    const both = await worn();
    expect([both.km, both.u, both.faults]).toEqual([110, 5, []]);
    await total(20, '2026-03-01');
    const falling = await worn();
    expect(falling.faults[0]).toContain('is less than the 100 km before it');
    const [last] = falling.odometers;
    await post(`/api/odometers/${last?.id}/withdrawal`, { reason: 'a slip' });
    expect((await worn()).faults).toEqual([]);
  });
});

describe('a look and a decision', () => {
  it('come to what the signs say; a person may decide otherwise, with a reason', async () => {
    const { look, decide } = await begin();
    const torn = await look('upper torn through');
    expect(torn.body.words).toContain('no glue');
    expect(await rowOf()).toMatchObject({ answer: 'retire' });
    const without = await decide('go on');
    expect([without.status, without.body.errors[0].field]).toEqual([422, 'why']);
    expect((await decide('go on', 'for the garden')).body.words).toBe('decided: keep using');
    expect(await rowOf()).toMatchObject({ answer: 'go on', words: 'decided: keep using' });
    const { decisions, judged } = await worn();
    expect(decisions[0]?.judged.answer).toBe('retire');
    expect(judged.for).toEqual(['upper torn']);
    await post(`/api/wear-decisions/${decisions[0]?.id}/withdrawal`, { reason: 'no garden' });
    expect(await rowOf()).toMatchObject({ answer: 'retire' });
  });

  it('of a look take no readings, and a look is withdrawn', async () => {
    const { look } = await begin();
    await look('new aches');
    const [check] = (await worn()).checks;
    const reading = await post('/api/readings', {
      id: uuid7(),
      occasionId: check?.id,
      side: 'left',
      quantity: 'mass',
      typed: '300',
      unit: 'g',
      takenAt: '2026-03-01T09:00:00Z',
    });
    expect([reading.status, reading.body.errors[0].field]).toEqual([422, 'occasionId']);
    await post(`/api/wear-checks/${check?.id}/withdrawal`, { reason: 'another shoe' });
    expect((await worn()).judged.answer).toBe('go on');
  });
});

describe('tread at several distances', () => {
  it('has a line, a fan and the zone that is through first', async () => {
    const { pairId, instrument, protocol } = await begin();
    const depths: [km: number, lateral: string, toe: string][] = [
      [0, '3.60', '3.30'],
      [50, '3.30', '3.25'],
      [150, '2.71', '3.12'],
      [300, '1.83', '2.90'],
      [450, '0.95', '2.70'],
    ];
    for (const [km, lateral, toe] of depths) {
      const sitting = uuid7();
      await post('/api/sessions', {
        id: sitting,
        pairId,
        protocolId: protocol('Quick review').id,
        person: 'B1',
        wornKm: km,
        startedAt: '2026-03-01T09:00:00Z',
      });
      for (const [quantity, typed] of [
        ['tread-heel-lateral', lateral],
        ['tread-toe', toe],
      ])
        await post('/api/readings', {
          id: uuid7(),
          occasionId: sitting,
          side: 'right',
          quantity,
          typed,
          unit: 'mm',
          instrumentId: instrument('caliper').id,
          takenAt: '2026-03-01T09:01:00Z',
        });
      await post(`/api/sessions/${sitting}/finish`, { finishedAt: '2026-03-01T09:05:00Z' });
    }
    const { zones, first } = await worn();
    const heel = zones.find(({ quantity }) => quantity === 'tread-heel-lateral');
    expect(heel?.points.map(({ km }) => km)).toEqual([0, 50, 150, 300, 450]);
    // By hand: 3.6 − 0.00589 km comes to 0.5 mm at about 526 km.
    expect(heel?.line?.reachesLimit?.fit).toBeGreaterThan(515);
    expect(heel?.line?.reachesLimit?.fit).toBeLessThan(537);
    expect(first).toEqual({ first: heel?.name, with: [] });
    expect(zones.find(({ quantity }) => quantity === 'tread-toe')?.words).toBe(
      'far from worn through',
    );
  });
});
