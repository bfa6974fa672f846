/** Try-ons over the API: judged, kept, decided otherwise, withdrawn, and what of a shoe is made. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { FitOfPair } from '#contract/fit-records.ts';
import { copyOfUse } from '#core/catalogue/disciplines.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, put, get, receive } = servedBench();

const tryOn = (answers: object, more: object = {}) => ({
  id: uuid7(),
  tester: 'T1',
  answers,
  ...more,
});
const fitting = async (tag = 'NS-01') => (await get(`/api/pairs/${tag}/fit`)).body as FitOfPair;
const rowOf = async (tag = 'NS-01') => (await get(`/api/pairs/${tag}/row`)).body.fit;
const people = () => post('/api/people', { id: uuid7(), code: 'T1', role: 'tester' });

/** Makes the edition in whole sizes, in the usual width, with a wide build beside it. */
async function wideBuild(editionId: string) {
  const madeIn = { system: 'uk', from: 6, to: 11, halfSizes: false };
  const made = (id: string, widths: string[]) =>
    put(`/api/editions/${id}/made`, { madeIn, widths, colours: [] });
  await made(editionId, ['regular']);
  const { body } = await post('/api/editions', {
    maker: { id: uuid7(), name: 'Norrolt' },
    model: { id: uuid7(), name: 'Stairwell' },
    edition: { id: uuid7(), name: 'mid cut, wide' },
  });
  await made(body.id, ['2E']);
  await put(`/api/editions/${body.id}/line`, { widthOf: 'norrolt-stairwell-mid-cut' });
}

describe('a try-on', () => {
  it('is judged by the rules, with what is made, and stands on the pair', async () => {
    const { pairId, editionId } = await bench();
    await people();
    await wideBuild(editionId);
    expect((await fitting()).made.map(({ width, labels }) => [width, labels.length])).toEqual([
      ['regular', 6],
      ['2E', 6],
    ]);
    expect(await rowOf()).toBeNull();
    const kept = await post(
      `/api/pairs/${pairId}/try-ons`,
      tryOn({ toeRoom: 'right', sore: ['edges'] }),
    );
    expect([kept.status, kept.body.words]).toEqual([200, 'Swap for UK 8 2E']);
    const [record] = (await fitting()).tryOns;
    expect(record?.verdict).toMatchObject({
      outcome: 'swap',
      swapFor: { label: { system: 'uk', size: 8 }, width: '2E' },
    });
    expect(await rowOf()).toEqual({ outcome: 'swap', words: 'Swap for UK 8 2E' });
    // Whole sizes only: the wider build before a full size.
    await post(`/api/pairs/${pairId}/try-ons`, tryOn({ toeGapMm: 4 }));
    expect((await rowOf()).words).toBe('Swap for UK 8 2E');
  });

  it('may be decided otherwise, is withdrawn with a reason, and that is undone', async () => {
    const { pairId } = await bench();
    await people();
    const first = tryOn({ toeRoom: 'right', heel: 'none', width: { ball: 0 } });
    await post(`/api/pairs/${pairId}/try-ons`, first);
    expect((await rowOf()).outcome).toBe('keep');
    const second = tryOn({ sore: ['instep'], rows: 'wide open' }, { decided: 'let go' });
    await post(`/api/pairs/${pairId}/try-ons`, second);
    expect(await rowOf()).toEqual({
      outcome: 'let go',
      words: 'Return it, decided otherwise',
    });
    await post(`/api/try-ons/${second.id}/withdrawal`, { reason: 'another pair' });
    expect((await rowOf()).outcome).toBe('keep');
    expect((await fitting()).tryOns.map(({ withdrawn }) => withdrawn)).toEqual([
      'another pair',
      null,
    ]);
    const twice = await post(`/api/try-ons/${second.id}/withdrawal`, { reason: 'again' });
    expect(twice.status).toBe(409);
    const [change] = (await get('/api/changes?pair=NS-01')).body.rows;
    expect(change.what).toBe('Withdrew a try-on of NS-01 by T1');
    await post(`/api/changes/${change.id}/undo`, {});
    expect((await rowOf()).outcome).toBe('let go');
  });

  it('with another sock is tried again as usual, and has days left until the return', async () => {
    const { pairId } = await bench();
    await people();
    const edges = { toeRoom: 'right', sore: ['edges'] };
    const thick = await post(`/api/pairs/${pairId}/try-ons`, tryOn(edges, { sock: 'thick' }));
    expect(thick.body.words).toBe('Decide later: try something first');
    expect((await fitting()).tryOns[0]?.verdict.reasons[0]?.row).toBe(3);
    const late = await receive('NS-02', { returnBy: '2026-02-28' });
    const tooLate = await post(`/api/pairs/${late.pairId}/try-ons`, tryOn(edges));
    expect(tooLate.body.words).toBe('Decide later: try something first');
    const next = (await fitting('NS-02')).tryOns[0]?.verdict.next.map(({ what }) => what);
    expect(next).toEqual(['other lacing', 'another insole', 'return it']);
  });

  it('has the rules of what a lab’s own use was copied from', async () => {
    const { pairId, editionId } = await bench();
    await people();
    const { name: _, ...copy } = copyOfUse('climbing');
    await put('/api/uses/roof%20work', { ...copy, says: 'Roofs.' });
    await put(`/api/editions/${editionId}/uses`, { uses: [{ discipline: 'roof work' }] });
    expect((await fitting()).use).toBe('climbing');
    // 3 mm are right for a climbing shoe, and too short for any other.
    const kept = await post(
      `/api/pairs/${pairId}/try-ons`,
      tryOn({ toeGapMm: 3, heel: 'none', width: { ball: 0 } }),
    );
    expect(kept.body.words).toBe('Keep it');
  });

  it('of a pair that failed its match is no question of fit', async () => {
    const { pairId } = await bench();
    await people();
    const check = uuid7();
    await post('/api/matches', {
      id: check,
      pairId,
      person: 'B1',
      kind: 'full',
      startedAt: '2026-03-01T09:00:00Z',
    });
    for (const [side, typed] of [
      ['left', '266'],
      ['right', '270.2'],
    ])
      await post('/api/readings', {
        id: uuid7(),
        occasionId: check,
        quantity: 'footbed-length',
        side,
        typed,
        unit: 'mm',
        takenAt: '2026-03-01T09:01:00Z',
      });
    await post(`/api/matches/${check}/decision`, {
      decision: 'return',
      note: 'two sizes',
      unworn: true,
      decidedAt: '2026-03-01T09:10:00Z',
    });
    const { matchFailed } = await fitting();
    const kept = await post(`/api/pairs/${pairId}/try-ons`, tryOn({ toeRoom: 'short' }));
    expect([matchFailed, kept.body.words]).toEqual([true, 'Return it']);
  });

  it('is refused of nobody, with a gap longer than toes, or a width that is none', async () => {
    const { pairId } = await bench();
    await people();
    const refused = async (body: object, field: string) => {
      const { status, body: answer } = await post(`/api/pairs/${pairId}/try-ons`, body);
      expect(status).toBeGreaterThanOrEqual(400);
      expect(answer.errors[0].field).toBe(field);
    };
    await refused(tryOn({}, { tester: 'T9' }), 'tester');
    await refused(tryOn({ toeGapMm: 300 }), 'answers.toeGapMm');
    await refused(tryOn({ width: { ball: 3 } }), 'answers.width.ball');
    await refused(tryOn({ sore: ['soul'] }), 'answers.sore.0');
    expect((await fitting()).tryOns).toEqual([]);
    const reading = await post('/api/readings', {
      id: uuid7(),
      occasionId: pairId,
      side: 'left',
      quantity: 'mass',
      typed: '300',
      unit: 'g',
      instrumentId: uuid7(),
      takenAt: '2026-03-01T09:00:00Z',
    });
    expect(reading.status).toBe(404);
  });
});
