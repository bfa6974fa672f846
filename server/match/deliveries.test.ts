/** Deliveries, pairs held against each other, and the targets of a model. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { post, put, get, receive, bench } = servedBench();
const AT = '2026-03-01T09:00:00Z';

/** A pair checked by two features, with a fault seen where one is named. */
async function looked(tag: string, figures: [string, string, string, string][], fault?: string) {
  const { pairId, editionId } = await receive(tag, { lot: 'L2' });
  const id = uuid7();
  await post('/api/matches', { id, pairId, person: 'B1', kind: 'short', startedAt: AT });
  for (const [quantity, left, right, unit] of figures)
    for (const [side, typed] of [
      ['left', left],
      ['right', right],
    ])
      await post('/api/readings', {
        id: uuid7(),
        occasionId: id,
        quantity,
        side,
        typed,
        unit,
        takenAt: AT,
      });
  if (fault) await put(`/api/matches/${id}/seen`, { sights: { [fault]: { state: 'fault' } } });
  return { pairId, editionId, id };
}

const SLUG = 'norrolt-stairwell-mid-cut';
const SOUND: [string, string, string, string][] = [['footbed-length', '266', '266.1', 'mm']];

describe('a delivery', () => {
  it('counts faults over its pairs, and issues a letter that stays', async () => {
    await bench();
    await looked('NS-02', SOUND);
    await looked('NS-03', SOUND, 'glue');
    await looked('NS-04', [['footbed-length', '266', '270.3', 'mm']]);
    await receive('NS-05', { lot: 'L2' });
    const query = `edition=${SLUG}&lot=L2`;
    const found = (await get(`/api/delivery?${query}`)).body;
    expect(
      found.pairs.map(({ tag, look }: { tag: string; look: { faults: string[] } | null }) => [
        tag,
        look?.faults.length ?? null,
      ]),
    ).toEqual([
      ['NS-02', 0],
      ['NS-03', 1],
      ['NS-04', 1],
      ['NS-05', null],
    ]);
    expect((await get(`/api/delivery?edition=${SLUG}&lot=L9`)).status).toBe(404);
    const { id } = (await post('/api/delivery/letters', { edition: SLUG, lot: 'L2' })).body;
    const [letter] = (await get(`/api/delivery?${query}`)).body.letters;
    expect(letter).toMatchObject({ id, kind: 'delivery-letter', revision: 1 });
    expect(JSON.stringify(letter.content)).toContain('Of 4 pairs 3 were looked at');
    const pdf = await get(`/api/issued/${id}/document.pdf`);
    expect(pdf.status).toBe(200);
    await post('/api/delivery/letters', { edition: SLUG, lot: 'L2' });
    expect((await get(`/api/delivery?${query}`)).body.letters).toHaveLength(2);
  });

  it('of which nothing was looked at has no letter', async () => {
    await bench();
    await receive('NS-05', { lot: 'L3' });
    const refused = await post('/api/delivery/letters', { edition: SLUG, lot: 'L3' });
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toContain('nothing to say');
  });
});

describe('pairs', () => {
  it('are held against each other by what was taken of both', async () => {
    await bench();
    await looked('NS-02', SOUND);
    await looked('NS-03', [['footbed-length', '270', '270.1', 'mm']]);
    const held = (await get('/api/pairs/NS-02/held/NS-03')).body;
    const footbed = held.parts.find((one: { part: string }) => one.part === 'footbed');
    expect(footbed).toEqual({ part: 'footbed', word: 'differs', by: ['footbed-length'] });
    expect((await get('/api/pairs/NS-02/held/NS-02')).status).toBe(422);
  });
});

describe('a target of a model', () => {
  it('is held against each pair, as it stands last', async () => {
    const { session, read, editionId } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'mass', side, '312', 'scale', { unit: 'g' });
    const { edition } = (await get(`/api/editions/${SLUG}/record`)).body;
    const set = (low: number | null, high: number | null) =>
      put(`/api/models/${edition.modelId}/targets`, {
        quantity: 'mass',
        low,
        high,
        reason: 'stairs',
      });
    expect((await set(320, 300)).status).toBe(400);
    await set(null, 300);
    const targets = async () => (await get(`/api/editions/${SLUG}/record`)).body.targets;
    expect((await targets())[0].verified).toEqual([{ tag: 'NS-01', word: 'out' }]);
    await set(300, 330);
    expect((await targets())[0].verified[0].word).toBe('within');
    await set(null, 312);
    expect((await targets())[0].verified[0].word).toBe('cannot tell');
    await set(null, null);
    expect(await targets()).toEqual([]);
    expect((await get('/api/thresholds')).body).toHaveLength(4);
    expect(editionId).toBe(edition.id);
  });

  it('stands where its model is merged into another, as its letters do with the edition', async () => {
    await bench();
    await looked('NS-02', SOUND, 'glue');
    const { edition } = (await get(`/api/editions/${SLUG}/record`)).body;
    const target = { quantity: 'mass', low: 300, high: 330, reason: 'stairs' };
    await put(`/api/models/${edition.modelId}/targets`, target);
    await post('/api/delivery/letters', { edition: SLUG, lot: 'L2' });
    const right = await post('/api/receipts', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Landing' },
      edition: { id: uuid7(), name: 'mid cut' },
      pair: {
        id: uuid7(),
        tag: 'LD-01',
        label: { system: 'uk', size: 8 },
        acquisition: 'bought',
        receivedOn: '2026-02-27',
        lot: 'L2',
      },
      claims: [],
    });
    const slug = right.body.editionSlug;
    const into = (await get(`/api/editions/${slug}/record`)).body.edition.modelId;
    const merged = await post(`/api/names/${edition.modelId}/merge`, { kind: 'model', into });
    expect(merged.status).toBe(200);
    const record = async () => (await get(`/api/editions/${slug}/record`)).body;
    expect((await record()).targets).toMatchObject([{ quantity: 'mass', low: 300, high: 330 }]);
    const { letters } = (await get(`/api/delivery?edition=${slug}&lot=L2`)).body;
    expect(letters).toHaveLength(1);
    // One of its own is drawn after that and stands; that of the other model is left as it was.
    await put(`/api/models/${into}/targets`, { ...target, low: 280 });
    expect((await record()).targets).toMatchObject([{ low: 280 }]);
    await put(`/api/models/${into}/targets`, { ...target, low: null, high: null });
    expect((await record()).targets).toEqual([]);
  });
});
