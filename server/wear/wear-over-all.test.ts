/** What is due, how long an edition lasts, rotation, panel and lines of one's own, over the API. */
import ICAL from 'ical.js';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { bench, receive, get, post, put } = servedBench();

async function lab() {
  const { pairId, editionId, instrument } = await bench();
  for (const code of ['T1', 'T2']) await post('/api/people', { id: uuid7(), code, role: 'tester' });
  return { pairId, editionId, instrument };
}
const out = (pairId: string, on: string, typed: string, more: object = {}) =>
  post(`/api/pairs/${pairId}/outings`, {
    id: uuid7(),
    tester: 'T1',
    on,
    typed,
    again: true,
    ...more,
  });
const decide = (pairId: string, answer: string, why = '') =>
  post(`/api/pairs/${pairId}/wear-decisions`, {
    id: uuid7(),
    person: 'T1',
    on: '2026-03-01',
    answer,
    why,
  });
const look = (pairId: string, signs: string[]) =>
  post(`/api/pairs/${pairId}/wear-checks`, { id: uuid7(), person: 'T1', signs });
const due = async () => (await get('/api/due')).body.items;

describe('what is due', () => {
  it('is looks at their pace, returns, loans, calibrations and second looks, the late ones first', async () => {
    const { pairId, instrument } = await lab();
    await receive('NS-02', { acquisition: 'loaned', returnBy: '2026-02-28' });
    await receive('NS-03', { returnBy: '2026-03-20' });
    await out(pairId, '2026-02-28', '20 km');
    await post(`/api/instruments/${instrument('caliper').id}/calibrations`, {
      id: uuid7(),
      certificate: 'C1',
      calibratedOn: '2026-01-01',
      dueOn: '2026-06-01',
      U: 0.05,
      zeroU: 0,
      gainU: 0,
    });
    const promised = uuid7();
    const slug = 'norrolt-stairwell-mid-cut';
    const kept = await post('/api/second-looks', {
      id: promised,
      edition: slug,
      tag: 'NS-01',
      what: 'after 160 km',
      atKm: 160,
      on: '2026-05-01',
    });
    expect(kept.status, JSON.stringify(kept.body)).toBe(200);
    const items = await due();
    expect(items.map(({ kind, on, late }: Record<string, unknown>) => [kind, on, late])).toEqual([
      ['loan', '2026-02-28', true],
      // 20 km in a week at least, by hand: 2.86 km a day, 30 km more take 11 days.
      ['look', '2026-03-12', false],
      ['return', '2026-03-20', false],
      ['second look', '2026-04-19', false],
      ['calibration', '2026-06-01', false],
    ]);
    await post(`/api/second-looks/${promised}/end`, { how: 'done' });
    expect((await due()).length).toBe(4);
    expect((await post(`/api/second-looks/${promised}/end`, { how: 'done' })).status).toBe(404);
    const odd = { id: uuid7(), edition: slug, what: 'x' };
    expect((await post('/api/second-looks', odd)).status).toBe(400);
    expect((await post('/api/second-looks', { ...odd, atKm: 160 })).body.errors[0].field).toBe(
      'tag',
    );
    await out(pairId, '2026-03-01', '40 km');
    expect((await due())[0]).toMatchObject({ kind: 'loan' });
    expect((await due()).find(({ kind }: { kind: string }) => kind === 'look')).toMatchObject({
      late: true,
      why: 'due since 50 km, it has 60',
    });
  });

  it('is a calendar that a library reads back', async () => {
    const { pairId } = await lab();
    await receive('NS-03', { returnBy: '2026-03-20' });
    await out(pairId, '2026-02-28', '20 km');
    const text = (await get('/api/due/calendar')).body as string;
    const calendar = new ICAL.Component(ICAL.parse(text));
    const events = calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
    expect(events.map(({ summary, startDate }) => [summary, startDate.toString()])).toEqual([
      ['Look at NS-01', '2026-03-12'],
      ['Last day to return NS-03', '2026-03-20'],
    ]);
    expect(events.every(({ startDate }) => startDate.isDate)).toBe(true);
    // The same event each time: a calendar that reads it again has it once.
    const uid = (one: string) => /UID:(.*)/.exec(one)?.[1];
    expect(uid((await get('/api/due/calendar')).body)).toBe(uid(text));
  });
});

describe('how long an edition lasts', () => {
  it('is told from ends with their causes, and those that are still in use', async () => {
    const { pairId } = await lab();
    const others = [];
    for (const tag of ['NS-02', 'NS-03', 'NS-04', 'NS-05'])
      others.push((await receive(tag, tag === 'NS-05' ? { wornKm: 200 } : {})).pairId);
    const pairs = [pairId, ...others];
    const lives = [150, 120, 90, 60, 50];
    for (const [at, id] of pairs.entries())
      await out(id, '2026-02-28', `${lives[at]} km`, { tester: at % 2 ? 'T1' : 'T2' });
    const life = async () => (await get('/api/editions/norrolt-stairwell-mid-cut/life')).body;
    expect((await life()).words).toBe('none of 5 has ended yet.');
    for (const [at, sign] of ['upper torn', 'lining growing', 'rubber worn through'].entries()) {
      await look(pairs[at] ?? '', [sign, ...(sign.startsWith('lining') ? ['lining chafing'] : [])]);
      await decide(pairs[at] ?? '', 'retire');
    }
    await decide(pairs[3] ?? '', 'lost', 'left on a train');
    const told = await life();
    expect(told.words).toMatch(/^3 of 5 ended between 90 and 150 km, 1 because of the /);
    expect(told.pairs.map(({ how, cause }: Record<string, unknown>) => [how, cause])).toEqual([
      ['retired', 'upper'],
      ['retired', 'lining'],
      ['retired', 'outsole'],
      ['lost', null],
      ['in use', null],
    ]);
    // By hand: at 90 km four at risk less the one lost at 60, of 4 one ends: 2/3; at 120 1/3.
    const at = (km: number) => told.curve.find((one: { km: number }) => one.km === km)?.survival;
    expect([at(90), at(120), at(150)].map((one) => one.toFixed(3))).toEqual([
      '0.667',
      '0.333',
      '0.000',
    ]);
    expect(told.median.km).toBe(120);
    expect((await get('/api/editions/no-such/life')).status).toBe(404);
  });
});

describe('a rotation', () => {
  it('says which pair tomorrow, and what if one were retired', async () => {
    const { pairId } = await lab();
    const { pairId: other } = await receive('NS-02');
    await out(pairId, '2026-03-01', '12 km');
    await out(other, '2026-02-27', '12 km');
    const rotation = async (query = '') => (await get(`/api/testers/T1/rotation${query}`)).body;
    const plain = await rotation();
    expect(plain.tomorrow.map(({ tag }: { tag: string }) => tag)).toEqual(['NS-02', 'NS-01']);
    await put(`/api/pairs/${other}/job`, {
      purposes: ['hill'],
      surfaces: ['trail'],
      season: 'winter',
      iceOnly: true,
      ceilingKm: 13,
    });
    expect((await rotation()).tomorrow[1]).toMatchObject({
      tag: 'NS-02',
      not: 'it is kept for icy days',
    });
    expect((await rotation('?ground=ice&km=5')).tomorrow[0].tag).toBe('NS-02');
    expect((await rotation('?without=NS-01')).tomorrow).toHaveLength(1);
    expect((await get('/api/testers/T9/rotation')).status).toBe(404);
    expect((await get('/api/testers/T1/rotation?km=far')).status).toBe(400);
    expect((await put(`/api/pairs/${other}/job`, { ceilingKm: -1 })).status).toBe(400);
  });
});

describe('a panel', () => {
  it('goes on from what was worn, and takes the tester out of what is said', async () => {
    const { pairId } = await lab();
    await out(pairId, '2026-02-28', '12 km', { comfort: 8 });
    const panel = (await get('/api/panel')).body;
    expect(panel.worn).toEqual([
      { tester: 'T1', slug: 'norrolt-stairwell-mid-cut', weeks: 1 },
      { tester: 'T2', slug: 'norrolt-stairwell-mid-cut', weeks: 0 },
    ]);
    // The first of March is a Sunday: the plan begins on the Monday after it.
    expect(panel.weeks[0]).toEqual({
      week: 1,
      from: '2026-03-02',
      stints: [
        {
          tester: 'T2',
          slug: 'norrolt-stairwell-mid-cut',
          why: 'not worn by this tester yet',
        },
      ],
    });
    expect((await get('/api/panel?editions=no-such')).status).toBe(404);
  });
});

describe('lines of wear', () => {
  it('are drawn with a reason, and what stands follows them', async () => {
    const { pairId } = await lab();
    await out(pairId, '2026-02-28', '100 km');
    await look(pairId, ['lining torn, not growing']);
    const judged = async () => (await get('/api/pairs/NS-01/wear')).body;
    expect((await judged()).judged.answer).toBe('go on');
    const draw = (body: object) => put('/api/wear/terms', { reason: 'heavy', ...body });
    await draw({ kind: 'rated-life', value: { low: 250, high: 300 } });
    await draw({ kind: 'life-factor', subject: 'tester T1', value: { factor: 0.5 } });
    const after = await judged();
    expect(after.ratedLifeKm).toEqual({ low: 125, high: 150 });
    expect(after.judged.answer).toBe('another use');
    const row = (await get('/api/pairs/NS-01/row')).body;
    expect(row.wear.answer).toBe('another use');
    await draw({ kind: 'wear-checks', value: { by: 'days', at: [2, 30], every: 30 } });
    expect((await judged()).nextLook).toMatchObject({ by: 'days', at: 30 });
    const terms = (await get('/api/wear/terms')).body;
    expect(terms.history).toHaveLength(3);
    expect(terms.factors).toEqual([{ subject: 'tester T1', factor: 0.5 }]);
    for (const odd of [
      { kind: 'rated-life', value: { low: 300, high: 200 } },
      { kind: 'wear-checks', value: { by: 'km', at: [100, 50], every: 30 } },
      { kind: 'life-factor', subject: 'moon T1', value: { factor: 1 } },
      { kind: 'tread-limit', value: { mm: -1 } },
    ])
      expect((await draw(odd)).status).toBe(400);
    const nobody = { kind: 'life-factor', subject: 'tester T9', value: { factor: 1 } };
    expect((await draw(nobody)).status).toBe(422);
  });
});
