/** Lists over the API: page after page, found as typed, told where they are. */
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { bench, get, put, receive } = servedBench();

const tags = (body: { rows: { tag: string }[] }) => body.rows.map(({ tag }) => tag);
const find = async (words: string) =>
  tags((await get(`/api/pairs?find=${encodeURIComponent(words)}`)).body);

async function fivePairs() {
  const made = await bench('NS-01');
  const ids: Record<string, string> = { 'NS-01': made.pairId };
  for (const tag of ['NS-02', 'NS-03', 'NS-10', 'QL-01'])
    ids[tag] = (await receive(tag, { label: { system: 'eu', size: 43.5 } })).pairId;
  return { ...made, ids };
}

/** Changes one field of a pair, as its page does. */
async function edit(tag: string, change: object) {
  const { pair } = (await get(`/api/pairs/${tag}`)).body;
  const { id, replacesTag: _, countsAnyway: __, ...fields } = pair;
  const { status } = await put(`/api/pairs/${id}`, { ...fields, ...change });
  expect(status).toBe(200);
}

describe('a list of pairs', () => {
  it('goes on where the page before ended, and ends', async () => {
    await fivePairs();
    const pages: string[][] = [];
    for (let after: string | null = ''; after !== null; ) {
      const { body } = await get(`/api/pairs?limit=2&after=${after}`);
      pages.push(tags(body));
      after = body.more;
    }
    expect(pages).toEqual([['NS-01', 'NS-02'], ['NS-03', 'NS-10'], ['QL-01']]);
  });

  it('is of the table or the shelf, and counts both', async () => {
    await fivePairs();
    await edit('NS-02', { shelved: true });
    const { body: table } = await get('/api/pairs');
    expect([table.onTable, table.onShelf, tags(table)]).toEqual([
      4,
      1,
      ['NS-01', 'NS-03', 'NS-10', 'QL-01'],
    ]);
    expect(tags((await get('/api/pairs?shelf=shelf')).body)).toEqual(['NS-02']);
    // What is looked for is found wherever it stands.
    expect(await find('ns 2')).toEqual(['NS-02']);
    await edit('NS-02', { shelved: false });
    expect((await get('/api/pairs')).body).toMatchObject({ onTable: 5, onShelf: 0 });
  });

  it('finds by the beginnings of words, the latest received first', async () => {
    await fivePairs();
    expect(await find('nor stair')).toEqual(['QL-01', 'NS-10', 'NS-03', 'NS-02', 'NS-01']);
    expect(await find('EU 43.5 ql')).toEqual(['QL-01']);
    expect(await find('uk8')).toEqual(['NS-01']);
    expect(await find('ns1')).toEqual(['NS-10', 'NS-01']);
    expect(await find('well')).toEqual([]);
    expect(await find('"*) OR (')).toEqual([]);
    const { body } = await get('/api/pairs?find=nor&limit=3');
    const { body: rest } = await get(`/api/pairs?find=nor&limit=3&after=${body.more}`);
    expect([tags(body), tags(rest), rest.more]).toEqual([
      ['QL-01', 'NS-10', 'NS-03'],
      ['NS-02', 'NS-01'],
      null,
    ]);
  });

  it('finds a pair by its new tag and label once they are corrected', async () => {
    await fivePairs();
    await edit('QL-01', { tag: 'ZZ-07', label: { system: 'uk', size: 9 } });
    expect(await find('ql')).toEqual([]);
    expect(await find('zz 7 uk 9')).toEqual(['ZZ-07']);
    expect((await get('/api/pairs/zz-07/row')).body.tag).toBe('ZZ-07');
    expect((await get('/api/pairs/QL-01/row')).status).toBe(404);
  });

  it('says the next free tag', async () => {
    await fivePairs();
    const next = async (query: string) => (await get(`/api/tags/next?${query}`)).body.tag;
    expect(await next('maker=Norrolt&model=Stairwell')).toBe('NS-04');
    expect(await next('maker=Kestvane&model=Kerb')).toBe('KK-01');
  });

  it('refuses a page that is none', async () => {
    for (const query of ['limit=0', 'limit=9999', 'limit=many', 'shelf=attic'])
      expect((await get(`/api/pairs?${query}`)).status).toBe(400);
    expect((await get('/api/pairs?find=x&after=nowhere')).body.rows).toEqual([]);
  });
});

describe('a list of editions', () => {
  it('has those of names, of words, and those that were measured', async () => {
    const { session, read } = await fivePairs();
    await receive('KK-01', {});
    const slugs = async (query: string) =>
      (await get(`/api/editions?${query}`)).body.rows.map(({ slug }: { slug: string }) => slug);
    expect(await slugs('find=stairw')).toEqual(['norrolt-stairwell-mid-cut']);
    expect(await slugs('measured=only')).toEqual([]);
    const sessionId = await session();
    const { id } = (await read(sessionId, 'mass', 'left', '312', 'scale', { unit: 'g' })).body;
    expect(await slugs('measured=only')).toEqual(['norrolt-stairwell-mid-cut']);
    expect((await get('/api/editions')).body.all).toBe(1);
    expect(id).toBeDefined();
    const row = (await get('/api/editions/norrolt-stairwell-mid-cut/row')).body;
    expect([row.pairs.length, row.pairs[0]]).toMatchObject([6, { tag: 'KK-01', readings: 0 }]);
    expect((await get('/api/editions/nobody/row')).status).toBe(404);
  });

  it('knows names by their beginnings, and the editions of a model', async () => {
    await fivePairs();
    const names = async (query: string) => (await get(`/api/names?${query}`)).body;
    expect((await names('maker=no')).makers).toEqual(['Norrolt']);
    expect((await names('maker=No%25')).makers).toEqual([]);
    expect((await names('maker=norrolt&model=S')).models).toEqual(['Stairwell']);
    const { editions } = await names('maker=Norrolt&model=stairwell');
    expect(editions.map(({ name }: { name: string }) => name)).toEqual(['mid cut']);
  });
});
