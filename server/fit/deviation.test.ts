/** How far a label is from true, over the API: references, testers, makers; labels of one box that differ. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { EditionDeviation } from '#contract/deviation-records.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, put, get } = servedBench();

const uk = (size: number) => ({ system: 'uk', size });
const deviation = async (slug = 'norrolt-stairwell-mid-cut') =>
  (await get(`/api/editions/${slug}/deviation`)).body as EditionDeviation;
const people = async (...codes: string[]) => {
  for (const code of codes) await post('/api/people', { id: uuid7(), code, role: 'tester' });
};
const feet = (code: string, more: object) =>
  put(`/api/testers/${code}`, { usualLabel: uk(8), ...more });
const knows = (editionId: string, size: number) => ({
  knownShoes: [{ editionId, label: uk(size), width: '', fits: 'right' }],
});

describe('the deviation of an edition', () => {
  it('says what is missing where nothing is known', async () => {
    await bench();
    const { words, kinds, settle, median, agreement } = await deviation();
    expect([words, kinds, median, agreement]).toEqual([
      'Nothing is known about its size yet.',
      [],
      null,
      null,
    ]);
    expect(settle[0]).toContain('a reference shoe that fits true');
    expect((await get('/api/editions/no-such-shoe/deviation')).status).toBe(404);
  });

  it('holds what testers wear against their usual label, with the maker’s own first', async () => {
    const { editionId } = await bench();
    await people('T1', 'T2', 'T3');
    for (const code of ['T1', 'T2', 'T3']) await feet(code, knows(editionId, 8.5));
    const short = await deviation();
    expect(short.words).toBe(
      'It runs half a size short, by what testers wear, compared with their usual size.',
    );
    expect([short.median, short.votes.map(({ halfSizes }) => halfSizes)]).toEqual([1, [1, 1, 1]]);
    // With this maker they take 8.5 anyway: it is true to that.
    for (const code of ['T1', 'T2', 'T3'])
      await feet(code, {
        ...knows(editionId, 8.5),
        usualByMaker: [{ maker: 'norrolt', label: uk(8.5) }],
      });
    expect((await deviation()).words).toContain('It runs true');
    // By another name it is the same maker.
    const { edition } = (await get('/api/pairs/NS-01')).body;
    const { makerId } = edition;
    expect(
      (await put(`/api/names/${makerId}`, { kind: 'maker', name: 'Norrolt Works' })).status,
    ).toBe(200);
    expect((await get('/api/testers/T1')).body.profile.usualByMaker[0].maker).toBe('Norrolt Works');
    expect((await deviation('norrolt-works-stairwell-mid-cut')).words).toContain('It runs true');
  });

  it('is held against reference shoes, named and unnamed with a line in the record of changes', async () => {
    const { editionId, session, read } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'internal-length', side, '267.5', 'caliper');
    const named = (fitsTrue: boolean) => post(`/api/editions/${editionId}/fits-true`, { fitsTrue });
    expect((await named(true)).status).toBe(200);
    const own = await deviation();
    expect(own.edition.fitsTrue).toBe(true);
    // A shoe is no reference of itself.
    expect([own.kinds, own.shortfall]).toEqual([[], null]);
    const other = await post('/api/editions', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Stairwell' },
      edition: { id: uuid7(), name: 'low cut' },
    });
    const beside = await deviation(other.body.editionSlug);
    expect(beside.references.map(({ name }) => name)).toEqual(['Norrolt Stairwell, mid cut']);
    expect(beside.shortfall?.mm).toBeCloseTo(279.4 - 267.5, 1);
    const [change] = (await get('/api/changes?edition=norrolt-stairwell-mid-cut')).body.rows;
    expect(change.what).toBe('Named Norrolt Stairwell, mid cut as a shoe that fits true');
    await post(`/api/changes/${change.id}/undo`, {});
    expect((await deviation()).edition.fitsTrue).toBe(false);
  });

  it('has every vote with its foot, and says by what testers part', async () => {
    const { pairId } = await bench();
    await people('T1', 'T2', 'T3', 'T4');
    const widths = { T1: 96, T2: 98, T3: 106, T4: 108 };
    for (const [code, widthLeftMm] of Object.entries(widths)) {
      await feet(code, { widthLeftMm, lengthLeftMm: 256 });
      const wide = widthLeftMm > 100;
      await post(`/api/pairs/${pairId}/try-ons`, {
        id: uuid7(),
        tester: code,
        answers: wide
          ? { toeRoom: 'right', sore: ['edges'], width: { ball: -2 } }
          : { toeRoom: 'right', heel: 'none', width: { ball: 0 } },
      });
    }
    const { votes, splits } = await deviation();
    expect(votes.map(({ tester, widthMm, fits }) => [tester, widthMm, fits])).toEqual([
      ['T1', 96, true],
      ['T2', 98, true],
      ['T3', 106, false],
      ['T4', 108, false],
    ]);
    expect(splits).toEqual([
      'Testers differ by foot width: feet of 98 mm and narrower (T1, T2) and feet of 106 mm and wider (T3, T4)',
    ]);
  });
});

describe('a try-on', () => {
  const answers = { toeRoom: 'right', heel: 'none', width: { ball: 0 } };
  const tryOn = (pairId: string) =>
    post(`/api/pairs/${pairId}/try-ons`, { id: uuid7(), tester: 'T1', answers });

  it('of shoes whose labels differ is no question of fit', async () => {
    const { pairId } = await bench();
    await people('T1');
    const check = uuid7();
    await post('/api/matches', {
      id: check,
      pairId,
      person: 'B1',
      kind: 'full',
      startedAt: '2026-03-01T09:00:00Z',
    });
    await put(`/api/matches/${check}/seen`, { labels: { left: 'UK 8', right: 'UK 9' } });
    expect((await get('/api/pairs/NS-01/fit')).body.labelsDiffer).toBe(true);
    expect((await tryOn(pairId)).body.words).toBe('Return it');
  });

  it('knows from the tester’s feet that they differ', async () => {
    const { pairId } = await bench();
    await people('T1');
    await feet('T1', { lengthLeftMm: 256, lengthRightMm: 262 });
    await tryOn(pairId);
    const { tryOns, feet: known } = (await get('/api/pairs/NS-01/fit')).body;
    expect(tryOns[0].verdict.reasons.map(({ row }: { row: number }) => row)).toContain(19);
    expect(known).toEqual([{ tester: 'T1', differMm: 6, widthMm: null }]);
  });
});

describe('what to take for a foot', () => {
  const rows = async (query: string) => (await get(`/api/recommendations?${query}`)).body;
  it('is nothing where no inside was measured, and refuses a foot that is none', async () => {
    await bench();
    expect((await rows('left=256')).rows).toEqual([]);
    expect((await get('/api/recommendations?left=26')).status).toBe(400);
    expect((await get('/api/recommendations?tester=T9')).status).toBe(404);
  });
  it('is the label whose inside leaves the gap, by what is typed before what is known', async () => {
    const { session, read } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right'])
      for (const typed of ['267.4', '267.6'])
        await read(sitting, 'internal-length', side, typed, 'caliper');
    await post(`/api/sessions/${sitting}/finish`, { finishedAt: '2026-03-01T10:00:00Z' });
    await people('T1');
    await feet('T1', { lengthLeftMm: 256, lengthRightMm: 256 });
    const [own] = (await rows('tester=T1')).rows;
    expect(own.take.label).toEqual(uk(8));
    const [longer] = (await rows('tester=T1&left=260.3')).rows;
    expect(longer.take.label).toEqual(uk(8.5));
    const matrix = (await get('/api/label-matrix')).body;
    expect([matrix.editions.length, matrix.cells]).toEqual([1, []]);
    expect((await get('/api/insides')).body.rows[0].inside.mm).toBeCloseTo(267.5, 1);
  });
});
