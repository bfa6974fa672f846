/** Lines of versions over the API: linked, refused where they close a circle, priced, merged, undone. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { claimRecords, claimTextRecords, reportedRecords } from '#contract/claim-records.ts';
import type { VersionLine } from '#contract/line-records.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, put, get } = servedBench();

/** An edition by what is stated of it. */
async function stated(model: string, text: string, name = '', source = 'web page') {
  const read = readClaims(text);
  const { body, status } = await post('/api/editions', {
    maker: { id: uuid7(), name: 'Norrolt' },
    model: { id: uuid7(), name: model },
    edition: { id: uuid7(), name },
    claims: claimRecords(read, source, uuid7),
    claimTexts: claimTextRecords(read, source, uuid7),
  });
  if (status !== 200) throw new Error(JSON.stringify(body));
  return body as { id: string; editionSlug: string };
}
const line = async (slug: string) => (await get(`/api/editions/${slug}/line`)).body as VersionLine;
const place = (id: string, body: object) => put(`/api/editions/${id}/line`, body);

describe('a line of versions', () => {
  it('says from version to version what changed, and what follows for a buyer', async () => {
    const { session, read, editionId } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right']) {
      await read(sitting, 'mass', side, '370', 'scale', { unit: 'g' });
      await read(sitting, 'heel-stack', side, '31.0', 'needle gauge');
      await read(sitting, 'forefoot-stack', side, '24.0', 'needle gauge');
    }
    const next = await stated('Stairwell 2', 'heel 31 mm; forefoot 24 mm; drop 7 mm; 320 g');
    expect((await place(next.id, { follows: 'norrolt-stairwell-mid-cut' })).status).toBe(200);
    const seen = await line('norrolt-stairwell-mid-cut');
    expect(seen.editions.map(({ slug }) => slug)).toEqual([
      'norrolt-stairwell-mid-cut',
      'norrolt-stairwell-2',
    ]);
    expect(await line('norrolt-stairwell-2')).toEqual(seen);
    const [step] = seen.steps;
    // 50 g less than measured, U some grams: more than three steps of 15 g.
    const mass = step?.changes.find(({ quantity }) => quantity === 'mass');
    expect(mass).toMatchObject({ word: 'better', way: 'lighter', stated: true });
    expect(mass?.difference).toBeCloseTo(-50, 6);
    expect(step?.missing).toEqual(['sole width, ball']);
    expect(step?.verdict.word).toBe('the new one');
    // A place in the line is put right as anything else is.
    const [change] = (await get('/api/changes?edition=norrolt-stairwell-2')).body.rows;
    await post(`/api/changes/${change.id}/undo`, {});
    expect((await line('norrolt-stairwell-2')).editions).toHaveLength(1);
    expect((await line('norrolt-stairwell-mid-cut')).steps).toEqual([]);
    expect(editionId).toBeTruthy();
  });

  it('is refused where an edition would stand behind itself, and asked about where a width is none', async () => {
    await bench();
    const first = await stated('Landing', 'heel 30 mm; 300 g');
    const second = await stated('Landing 2', 'heel 38 mm; 300 g');
    await place(second.id, { follows: first.editionSlug });
    for (const [id, body] of [
      [first.id, { follows: first.editionSlug }],
      [first.id, { colourOf: second.editionSlug }],
    ] as const) {
      const refused = await place(id, body);
      expect(refused.status).toBe(422);
      expect(refused.body.errors[0].message).toMatch(/behind itself|close a circle/);
    }
    expect((await place(first.id, { follows: 'nothing-there' })).status).toBe(404);
    const wide = await stated('Landing', 'heel 38 mm; 300 g', 'wide build');
    const asked = await place(wide.id, { widthOf: first.editionSlug });
    expect([asked.status, asked.body.errors[0].field]).toEqual([409, 'oddStays']);
    expect(asked.body.detail).toContain('higher at the heel');
    expect((await line(wide.editionSlug)).editions).toHaveLength(1);
    const kept = { widthOf: first.editionSlug, oddStays: true };
    expect((await place(wide.id, kept)).status).toBe(200);
    const step = (await line(first.editionSlug)).steps.find(({ kind }) => kind === 'width of');
    expect(step?.words).toContain('more than its width');
    // Saved again it is not asked about again.
    expect((await place(wide.id, { widthOf: first.editionSlug })).status).toBe(200);
  });

  it('keeps prices with where and when, the last one leading, and until when it was made', async () => {
    const { editionId } = await bench();
    const price = (typed: string, seenOn: string) =>
      post(`/api/editions/${editionId}/prices`, { id: uuid7(), typed, place: 'shop', seenOn });
    expect((await price('£85 was 120', '2026-01-10')).status).toBe(200);
    expect((await price('79 €', '2026-02-10')).status).toBe(200);
    const none = await price('cheap', '2026-02-11');
    expect([none.status, none.body.errors[0].field]).toEqual([422, 'typed']);
    const slug = 'norrolt-stairwell-mid-cut';
    const prices = async () => (await line(slug)).editions[0]?.prices ?? [];
    expect((await prices()).map(({ amount, currency }) => [amount, currency])).toEqual([
      [79, 'EUR'],
      [85, 'GBP'],
    ]);
    const [last] = await prices();
    await post(`/api/prices/${last?.id}/withdrawal`, { reason: 'misread' });
    expect((await prices()).map(({ amount }) => amount)).toEqual([85]);
    const twice = await post(`/api/prices/${last?.id}/withdrawal`, { reason: 'misread' });
    expect(twice.status).toBe(409);
    await place(editionId, { stillMade: 'no', madeUntil: '2026-02-01' });
    expect((await line(slug)).editions[0]).toMatchObject({
      stillMade: 'no',
      madeUntil: '2026-02-01',
    });
  });

  it('puts two pages of one maker beside each other that cannot both be true', async () => {
    await bench();
    const { id, editionSlug } = await stated('Landing', 'heel 30 mm; carbon plate');
    const second = readClaims('heel 33 mm; nylon plate');
    await post(`/api/editions/${id}/claims`, {
      claims: claimRecords(second, 'catalogue', uuid7),
      claimTexts: claimTextRecords(second, 'catalogue', uuid7),
    });
    const { disagreements } = await line(editionSlug);
    expect(disagreements.map(({ about, said }) => [about, said.length])).toEqual([
      ['Heel stack', 2],
      ['plate', 2],
    ]);
  });

  it('is moved by a merge, and moved back by its undo', async () => {
    const { editionId } = await bench();
    const wrong = await stated('Stairwel', 'heel 31 mm', 'mid cut');
    const next = await stated('Stairwell 2', 'heel 31 mm');
    await place(next.id, { follows: wrong.editionSlug });
    await post(`/api/editions/${wrong.id}/prices`, {
      id: uuid7(),
      typed: '80 €',
      place: 'shop',
      seenOn: '2026-01-10',
    });
    const before = await line(next.editionSlug);
    const plan = (await get(`/api/names/${wrong.id}/merge?kind=edition&into=${editionId}`)).body;
    expect(plan.moves).toEqual(
      expect.arrayContaining(['1 price seen', '1 place in the line of versions']),
    );
    await post(`/api/names/${wrong.id}/merge`, { kind: 'edition', into: editionId });
    const merged = await line(next.editionSlug);
    expect(merged.editions.map(({ slug }) => slug)).toEqual([
      'norrolt-stairwell-mid-cut',
      'norrolt-stairwell-2',
    ]);
    expect(merged.editions[0]?.prices).toHaveLength(1);
    const [change] = (await get('/api/changes')).body.rows;
    await post(`/api/changes/${change.id}/undo`, {});
    expect(await line(next.editionSlug)).toEqual(before);
  });

  it('drops by a merge what would lead back to itself', async () => {
    const { editionId } = await bench();
    const wrong = await stated('Stairwel', 'heel 31 mm', 'mid cut');
    await place(wrong.id, { follows: 'norrolt-stairwell-mid-cut' });
    await post(`/api/names/${wrong.id}/merge`, { kind: 'edition', into: editionId });
    expect((await line('norrolt-stairwell-mid-cut')).editions).toHaveLength(1);
  });
});

describe('figures of another bench', () => {
  it('come with a new edition, as reported and not as claimed', async () => {
    await bench();
    const read = readClaims('heel 30 mm; 310 g; UK 8; with insole');
    const { body, status } = await post('/api/editions', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Landing' },
      edition: { id: uuid7(), name: '' },
      reported: reportedRecords(read, { source: 'another bench', dated: '2026-01-05' }, uuid7),
    });
    expect(status, JSON.stringify(body)).toBe(200);
    const { edition } = (await get(`/api/editions/${body.editionSlug}/record`)).body;
    expect(edition.claims).toEqual([]);
    expect(
      edition.reported.map(({ quantity, basis, dated }: Record<string, string>) => [
        quantity,
        basis,
        dated,
      ]),
    ).toEqual([
      ['heel-stack', 'in', '2026-01-05'],
      ['mass', '', '2026-01-05'],
    ]);
    const { cells } = (await line(body.editionSlug)).editions[0] ?? { cells: [] };
    expect(cells[0]?.stated?.provenance).toBe('reported');
  });
});
