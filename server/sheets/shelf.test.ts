/** The shelf as it follows the record: readings, claims, prices, own places, the pairs of a tester. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { post, put, get, bench, served } = servedBench();
const SLUG = 'norrolt-stairwell-mid-cut';

const shelf = async (query = '') => (await get(`/api/shelf?${query}`)).body;
const rowOf = async () => (await shelf()).rows.find(({ slug }: { slug: string }) => slug === SLUG);

describe('a row of the shelf', () => {
  it('follows what is read, claimed and rejected', async () => {
    const { session, read, editionId } = await bench();
    expect((await rowOf()).figures.mass).toBeUndefined();
    await post(`/api/editions/${editionId}/claims`, {
      claims: [
        { id: uuid7(), quantity: 'mass', typed: '300 g', value: 300, halfWidth: 0.5, source: '' },
      ],
    });
    expect((await rowOf()).figures.mass).toEqual({
      value: 300,
      low: 299.5,
      high: 300.5,
      evidence: 'claimed',
    });
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'mass', side, '312', 'scale', { unit: 'g' });
    // One pair says little of its edition: the usual spread of pairs is in its doubt.
    const { mass } = (await rowOf()).figures;
    expect(mass.evidence).not.toBe('claimed');
    expect(mass.high - mass.low).toBeGreaterThan(2);
  });
  it('answers as the words ask, and says what it could not read', async () => {
    const { session, read } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'mass', side, '312', 'scale', { unit: 'g' });
    expect((await shelf('words=over 200 g')).counts).toMatchObject({ fits: 1, outside: 0 });
    expect((await shelf('words=under 200 g')).counts).toMatchObject({ fits: 0, outside: 1 });
    expect((await shelf('words=drop under 5')).counts['not known']).toBe(1);
    expect((await shelf('words=under 40')).questions[0]).toContain('of what?');
    expect((await get(`/api/shelf?words=${'x'.repeat(201)}`)).status).toBe(400);
  });
  it('is about a figure by the difference that this lab takes for noticeable', async () => {
    const { session, read } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'mass', side, '312', 'scale', { unit: 'g' });
    expect((await shelf('words=about 200 g')).counts).toMatchObject({ fits: 0, outside: 1 });
    const drawn = await put('/api/lab/noticeable', {
      quantity: 'mass',
      step: 200,
      reason: 'boots',
    });
    expect(drawn.status).toBe(200);
    expect((await shelf('words=about 200 g')).counts).toMatchObject({ fits: 1, outside: 0 });
  });
  it('is worked out once, and again only where something of it changed', async () => {
    const { editionId } = await bench();
    await shelf();
    const written = () =>
      served().db.prepare('SELECT max(n) FROM shelf_row').pluck().get() as number;
    const before = written();
    await shelf();
    await shelf('words=under 260 g');
    expect(written()).toBe(before);
    await put(`/api/editions/${editionId}/uses`, {
      uses: [{ discipline: 'court', speciality: '' }],
    });
    expect((await shelf('words=court')).counts.fits).toBe(1);
    expect(written()).toBe(before + 1);
  });
});

describe('the own order', () => {
  it('is kept for each use by itself, and a row is put before another or taken out', async () => {
    await bench();
    const place = (body: object) => put('/api/shelf/order', body);
    expect((await place({ edition: SLUG, before: null })).status).toBe(200);
    expect((await rowOf()).own).toBe(1);
    const forCourt = (await shelf('ownFor=court')).rows[0];
    expect(forCourt.own).toBeNull();
    await place({ edition: SLUG, before: null, out: true });
    expect((await rowOf()).own).toBeNull();
    expect((await place({ edition: 'no-such', before: null })).status).toBe(404);
    expect((await place({ use: 'kites', edition: SLUG, before: null })).status).toBe(422);
  });
});

describe('the pairs of a tester', () => {
  it('stand as rows of their own', async () => {
    const { pairId: pair } = await bench();
    served()
      .db.prepare("INSERT INTO pair_wearer (pair_id, tester, since) VALUES (?, 'T1', '2026-02-01')")
      .run(pair);
    const { rows, all } = await shelf('tester=T1');
    expect(all).toBe(1);
    expect(rows[0]).toMatchObject({ slug: SLUG, tag: 'NS-01' });
    expect((await shelf('tester=T9')).all).toBe(0);
  });
});
