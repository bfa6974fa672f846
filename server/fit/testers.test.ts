/** Testers' feet and known shoes: kept, private, erased; and what to take in another model by them. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { LabelsBetween } from '#contract/fit-records.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, put, get, served } = servedBench();

const tester = (code: string) => post('/api/people', { id: uuid7(), code, role: 'tester' });
async function edition(model: string) {
  const { body } = await post('/api/editions', {
    maker: { id: uuid7(), name: 'Norrolt' },
    model: { id: uuid7(), name: model },
    edition: { id: uuid7(), name: '' },
  });
  return body as { id: string; editionSlug: string };
}
const uk = (size: number) => ({ system: 'uk', size });
const known = (editionId: string, size: number, fits = 'right') => ({
  editionId,
  label: uk(size),
  width: '',
  fits,
});

describe('a tester', () => {
  it('is kept with feet and known shoes, and erased with what the record said of them', async () => {
    const { editionId } = await bench();
    await tester('T1');
    const profile = {
      lengthLeftMm: 262,
      lengthRightMm: 265,
      usualLabel: uk(8),
      matters: 'a bunion',
      knownShoes: [known(editionId, 8)],
    };
    expect((await put('/api/testers/T1', profile)).status).toBe(200);
    const record = (await get('/api/testers/T1')).body;
    expect(record.profile).toMatchObject({ lengthRightMm: 265, matters: 'a bunion' });
    expect(record.knownShoes[0].name).toBe('Norrolt Stairwell, mid cut');
    const said = () =>
      served()
        .db.prepare("SELECT detail FROM change WHERE action = 'saveTester'")
        .pluck()
        .get() as string;
    expect(said()).toContain('a bunion');
    const erased = await post('/api/testers/T1/erasure', { reason: 'asked for it' });
    expect(erased.body).toEqual({ code: 'T1', changes: 1 });
    expect(said()).toBe('null');
    expect((await get('/api/testers/T1')).body).toMatchObject({ profile: null, knownShoes: [] });
  });

  it('is refused unknown, with a foot that is none, or one shoe twice', async () => {
    const { editionId } = await bench();
    await tester('T1');
    expect((await get('/api/testers/T7')).status).toBe(404);
    expect((await put('/api/testers/T7', {})).status).toBe(404);
    const short = await put('/api/testers/T1', { lengthLeftMm: 26 });
    expect([short.status, short.body.errors[0].field]).toEqual([400, 'lengthLeftMm']);
    const twice = await put('/api/testers/T1', {
      knownShoes: [known(editionId, 8), known(editionId, 9)],
    });
    expect([twice.status, twice.body.errors[0].message]).toEqual([
      422,
      'Norrolt Stairwell, mid cut stands twice among the known shoes.',
    ]);
    expect((await get('/api/testers/T1')).body.profile).toBeNull();
  });
});

describe('from label to label', () => {
  const between = async (from: string, to: string, more = '') =>
    (await get(`/api/labels-between?from=${from}&to=${to}&label=uk-8${more}`))
      .body as LabelsBetween;

  it('is decided by testers who know both shoes, in what is made', async () => {
    await bench();
    const [a, b] = [await edition('Landing'), await edition('Porch')];
    for (const [code, ...sizes] of [
      ['T1', 8, 8.5],
      ['T2', 9, 9.5],
      ['T3', 7, 7.5],
    ] as const) {
      await tester(code);
      await put(`/api/testers/${code}`, {
        knownShoes: [known(a.id, sizes[0]), known(b.id, sizes[1])],
      });
    }
    const found = await between('norrolt-landing', 'norrolt-porch');
    expect(found.answer).toMatchObject({
      verdict: 'decided',
      offsetHalfSizes: 1,
      take: { label: uk(8.5) },
      words: 'Take UK 8.5.',
    });
    expect(found.to.fitting).toHaveLength(3);
    expect(found.lengths).toBeNull();
    const long = await between('norrolt-landing', 'norrolt-porch', '&fits=a+bit+long');
    expect([long.answer.verdict, long.answer.take?.label]).toEqual(['probably', uk(8)]);
    // The other way round it is half a size down.
    expect((await between('norrolt-porch', 'norrolt-landing')).answer.offsetHalfSizes).toBe(-1);
    // Made in whole sizes only: the next one up, half a size too long.
    await put(`/api/editions/${b.id}/made`, {
      madeIn: { system: 'uk', from: 6, to: 11, halfSizes: false },
      widths: [],
      colours: [],
    });
    const whole = (await between('norrolt-landing', 'norrolt-porch')).answer;
    expect(whole.take?.label).toEqual(uk(9));
    expect(whole.words).toContain('4.2 mm too long');
  });

  it('knows a shoe whose edition was merged by where it leads', async () => {
    const { editionId } = await bench();
    await tester('T1');
    const [wrong, porch] = [await edition('Stairwel'), await edition('Porch')];
    await put('/api/testers/T1', { knownShoes: [known(wrong.id, 8), known(porch.id, 8)] });
    await post(`/api/names/${wrong.id}/merge`, {
      kind: 'edition',
      into: editionId,
      oneBuild: true,
    });
    const found = await between('norrolt-stairwell-mid-cut', 'norrolt-porch');
    expect(found.from.fitting).toHaveLength(1);
    const { knownShoes } = (await get('/api/testers/T1')).body;
    expect(knownShoes[0].name).toBe('Norrolt Stairwell, mid cut');
  });

  it('takes try-ons for what they are, and cannot tell from nothing', async () => {
    const { pairId, editionId } = await bench();
    await tester('T1');
    const porch = await edition('Porch');
    const nothing = await between('norrolt-stairwell-mid-cut', 'norrolt-porch');
    expect(nothing.answer.words).toBe('Not known: nothing is known of both models.');
    await put('/api/testers/T1', { knownShoes: [known(porch.id, 8)] });
    await post(`/api/pairs/${pairId}/try-ons`, {
      id: uuid7(),
      tester: 'T1',
      answers: { toeRoom: 'right', heel: 'none', width: { ball: 0 } },
    });
    const tried = await between('norrolt-stairwell-mid-cut', 'norrolt-porch');
    expect(tried.answer.kinds.map(({ kind, n }) => [kind, n])).toEqual([['try-ons', 1]]);
    expect(tried.answer.verdict).toBe('cannot tell');
    expect(editionId).toBeTruthy();
  });

  it('takes the gap before one insole where an inside was not measured of both', async () => {
    const { session, read, protocol, instrument } = await bench();
    const first = await session();
    const received = await post('/api/receipts', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Porch' },
      edition: { id: uuid7(), name: '' },
      pair: {
        id: uuid7(),
        tag: 'NP-01',
        label: uk(8),
        acquisition: 'bought',
        receivedOn: '2026-02-27',
      },
      claims: [],
    });
    const second = uuid7();
    await post('/api/sessions', {
      id: second,
      pairId: received.body.pairId ?? received.body.id,
      protocolId: protocol('Full bench').id,
      person: 'B1',
      wornKm: 0,
      startedAt: '2026-03-01T10:00:00Z',
    });
    expect(instrument('caliper')).toBeDefined();
    for (const side of ['left', 'right'])
      for (const [sitting, gap] of [
        [first, '7.0'],
        [second, '2.8'],
      ] as const)
        await read(sitting, 'toe-end-gap', side, gap, 'caliper');
    const { lengths, answer } = await between('norrolt-stairwell-mid-cut', 'norrolt-porch');
    expect(lengths).toMatchObject({ what: 'Gap before one insole', aMm: 7, bMm: 2.8 });
    // 4.2 mm shorter: half a size up is likeliest, and lengths never decide alone.
    const [kind] = answer.kinds;
    const likeliest = [...(kind?.probabilities ?? [])].sort(
      (a, b) => b.probability - a.probability,
    );
    expect([likeliest[0]?.halfSizes, answer.verdict]).toEqual([1, 'cannot tell']);
  });

  it('refuses the same shoe, and a label that is none', async () => {
    await bench();
    const same = await get(
      '/api/labels-between?from=norrolt-stairwell-mid-cut&to=norrolt-stairwell-mid-cut&label=uk-8',
    );
    expect([same.status, same.body.errors[0].field]).toEqual([422, 'to']);
    const porch = await edition('Porch');
    const odd = await get(
      `/api/labels-between?from=norrolt-stairwell-mid-cut&to=${porch.editionSlug}&label=huge`,
    );
    expect([odd.status, odd.body.errors[0].field]).toEqual([422, 'label']);
  });
});
