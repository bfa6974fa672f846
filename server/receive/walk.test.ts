/** The walk along a shoe over the API: said, stated, contradicted, excluded, merged. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { bench, post, put, get, receive } = servedBench();

const say = (pairId: string, part: string, answer: string | null, way = 'seen') =>
  put(`/api/pairs/${pairId}/parts`, { part, way, answer });
const walk = async (tag: string) => (await get(`/api/pairs/${tag}/walk`)).body;

describe('the walk along a shoe', () => {
  it('keeps what was seen at the pair, what is stated of the edition, and offers a sibling’s answers', async () => {
    const { pairId, editionId } = await bench();
    const other = await receive('NS-02');
    expect((await walk('NS-01')).seen).toEqual([]);
    expect((await say(pairId, 'foam', 'EVA')).status).toBe(200);
    expect((await say(pairId, 'plate', 'carbon', 'stated')).status).toBe(200);
    const sibling = await walk('NS-02');
    expect(sibling.seen).toEqual([]);
    expect(sibling.stated).toEqual([{ part: 'plate', answer: 'carbon' }]);
    expect(sibling.siblings).toEqual([{ part: 'foam', answer: 'EVA', tag: 'NS-01' }]);
    // Looked at the other pair: it has a plate of another kind, and another foam.
    await say(other.pairId, 'plate', 'plastic');
    await say(other.pairId, 'foam', 'PU');
    const { made } = await walk('NS-01');
    expect(made).toEqual([
      {
        part: 'foam',
        state: 'pairs differ',
        answer: 'EVA',
        seen: [
          { answer: 'EVA', tags: ['NS-01'] },
          { answer: 'PU', tags: ['NS-02'] },
        ],
      },
      {
        part: 'plate',
        state: 'contradicted',
        answer: 'plastic',
        seen: [{ answer: 'plastic', tags: ['NS-02'] }],
        stated: 'carbon',
      },
    ]);
    expect((await get('/api/sheets/norrolt-stairwell-mid-cut')).body.madeOf).toEqual(made);
    await say(other.pairId, 'foam', null);
    expect((await walk('NS-02')).seen).toEqual([{ part: 'plate', answer: 'plastic' }]);
    const changes = (await get('/api/changes?pair=NS-01')).body.rows;
    expect(changes.length).toBeGreaterThan(1);
    expect(editionId).toBeTruthy();
  });

  it('refuses what excludes what was said, by both parts, and keeps what stands', async () => {
    const { pairId } = await bench();
    await say(pairId, 'plate', 'none');
    const refused = await say(pairId, 'plate-reach', 'forefoot');
    expect([refused.status, refused.body.errors[0].field]).toEqual([422, 'answer']);
    expect(refused.body.errors[0].message).toContain('Plate: none, and Plate reaches: forefoot');
    expect((await walk('NS-01')).seen).toEqual([{ part: 'plate', answer: 'none' }]);
    expect((await say(pairId, 'eyelets', '6.5')).status).toBe(400);
    expect((await say(pairId, 'smell', 'good')).status).toBe(400);
    expect((await say(pairId, 'foam', 'x'.repeat(61))).status).toBe(400);
    expect((await say(uuid7(), 'foam', 'EVA')).status).toBe(404);
  });

  it('says what became of a claim in words', async () => {
    const { editionId } = await bench();
    const id = uuid7();
    await post(`/api/editions/${editionId}/claims`, {
      claims: [],
      claimTexts: [{ id, part: 'plate', text: 'carbon plate', source: 'box' }],
    });
    expect((await walk('NS-01')).claims).toEqual([
      { id, part: 'plate', text: 'carbon plate', source: 'box', mark: '' },
    ]);
    await put(`/api/claim-texts/${id}/mark`, { mark: 'contradicted' });
    expect((await walk('NS-01')).claims[0].mark).toBe('contradicted');
    expect((await put(`/api/claim-texts/${id}/mark`, { mark: 'perhaps' })).status).toBe(400);
    expect((await put(`/api/claim-texts/${uuid7()}/mark`, { mark: 'seen' })).status).toBe(404);
  });

  it('says what that means beside the figures of the pair', async () => {
    const { pairId, session, read } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'heel-stack', side, '42.0', 'needle gauge');
    await say(pairId, 'bevel', 'none');
    const { meanings } = (await walk('NS-01')).meant;
    expect(meanings).toEqual([
      expect.objectContaining({
        name: 'High stack without a bevel',
        verdict: expect.objectContaining({ word: 'so', source: 'common practice' }),
      }),
    ]);
  });

  it('compares what editions are made of, and a merge moves what is stated', async () => {
    const { pairId, editionId } = await bench();
    const made = await post('/api/receipts', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Stairwel' },
      edition: {
        id: uuid7(),
        name: 'mid cut',
        uses: [{ discipline: 'court', speciality: 'cement' }],
      },
      pair: {
        id: uuid7(),
        tag: 'NS-07',
        label: { system: 'uk', size: 8 },
        acquisition: 'bought',
        receivedOn: '2026-02-27',
      },
      claims: [],
    });
    const other = (await walk('NS-07')).pair.id;
    await say(pairId, 'foam', 'EVA');
    await say(other, 'foam', 'PU', 'stated');
    await say(pairId, 'closure', 'laces');
    await say(other, 'closure', 'laces');
    const slugs = `norrolt-stairwell-mid-cut,${made.body.editionSlug}`;
    const { parts } = (await get(`/api/comparison?editions=${slugs}`)).body;
    expect(parts).toEqual([
      {
        part: 'foam',
        cells: [
          { answer: 'EVA', state: 'seen' },
          { answer: 'PU', state: 'stated' },
        ],
      },
    ]);
    const from = (await walk('NS-07')).edition.id;
    const plan = (await get(`/api/names/${from}/merge?kind=edition&into=${editionId}`)).body;
    expect(plan.moves).toContain('1 stated part');
    expect(plan.warnings[0]).toContain('any use');
    await post(`/api/names/${from}/merge`, { kind: 'edition', into: editionId });
    expect((await walk('NS-01')).stated).toEqual([{ part: 'foam', answer: 'PU' }]);
    expect((await walk('NS-01')).made[0]).toMatchObject({ part: 'closure', state: 'seen' });
  });
});

describe('what an edition is for', () => {
  it('is said at receipt or later, each use once, with what is narrower of its own', async () => {
    const { editionId } = await bench();
    const uses = (said: object[]) => put(`/api/editions/${editionId}/uses`, { uses: said });
    const boots = { discipline: 'winter boots', speciality: 'with crampons' };
    expect((await uses([boots, { discipline: 'dance' }])).status).toBe(200);
    const { uses: kept, meant } = await walk('NS-01');
    expect(kept).toEqual([boots, { discipline: 'dance', speciality: '' }]);
    expect(meant.cautions.join(' ')).toContain('tried on together by an expert');
    // The strictest stands: the general collar, and dance's own sole plane.
    const { tolerances } = (await get('/api/pairs/NS-01/match')).body;
    expect(tolerances['sole-plane'].absolute).toBe(0.7);
    expect(tolerances['collar-lateral'].absolute).toBe(3);
    expect((await uses([boots, boots])).body.errors[0].message).toContain('said twice');
    const odd = await uses([{ discipline: 'trail', speciality: 'ice' }]);
    expect(odd.body.errors[0].message).toContain('nothing narrower');
    expect((await uses([{ discipline: 'chess' }])).status).toBe(422);
    expect((await walk('NS-01')).uses).toEqual(kept);
    expect((await get('/api/editions')).body.rows[0].uses).toEqual(kept);
  });
});
