/** What answers questions, over the demo scenario: rules of uses, the choice of a shoe, the desk, schools, practice. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type ServedApp, serveApp } from '#server/served-app.ts';
import { prepareDemo } from './prepare.ts';

const folder = mkdtempSync(join(tmpdir(), 'emvex-guide-'));
let served: ServedApp;

beforeAll(async () => {
  const path = join(folder, 'demo.db');
  await prepareDemo(path, '2026-03-01');
  served = await serveApp(path);
}, 60_000);
afterAll(async () => {
  await served.close();
  rmSync(folder, { recursive: true });
});

const get = async (path: string) => (await served.send('GET', path)).body;
const suits = (slug: string, query: Record<string, string>) =>
  get(`/api/editions/${slug}/suits?${new URLSearchParams(query)}`);
const choice = (query: Record<string, string>) => get(`/api/choice?${new URLSearchParams(query)}`);
const offered = async (query: Record<string, string>): Promise<string[]> =>
  (await choice(query)).offers.map(({ slug }: { slug: string }) => slug);

interface Answer {
  rule: string;
  verdict: { word: string; for: string[]; against: string[] };
  wouldTell: { kind: string; of: string }[];
}
const ruled = async (slug: string, rule: string, query: Record<string, string>): Promise<Answer> =>
  (await suits(slug, query)).answers.find((one: Answer) => one.rule === rule);

describe('what an edition suits', () => {
  it('is by its measured figures, its parts as seen, and its uses', async () => {
    const { word, verdict } = {
      word: (await suits('kestvane-kerb', { aim: 'rounds on foot' })).word,
      verdict: (await ruled('kestvane-kerb', 'walking/stands', { aim: 'rounds on foot' })).verdict,
    };
    expect(verdict.word).toBe('suits');
    // By hand: half of 79.6 mm over 24.6 mm is a tilt of atan(1.617) = 58.3°.
    expect(verdict.for.join()).toMatch(
      /tilt to the edge of the heel 58[.]\d ± 1[.]\d°, at least 48°/,
    );
    // Nobody measured its lugs or its rubber: what is walked on cannot be told.
    expect(word).toBe('cannot tell');
  });
  it('of another use than it is made for is answered all the same', async () => {
    const running = await ruled('brindlow-roundsman-3', 'court/low', { use: 'court' });
    expect(running.verdict.word).toBe('does not suit');
    expect(running.verdict.against.join()).toContain('no running shoes on court');
  });
  it('as stated counts, and says so', async () => {
    const ice = await ruled('tarnhus-rime', 'winter/ice', {
      use: 'winter boots',
      aim: 'ice climbing',
    });
    expect(ice.verdict.word).toBe('suits');
    expect(ice.verdict.for.join()).toContain('as stated');
    const half = await ruled('norrolt-icepost', 'winter/ice', {
      use: 'winter boots',
      aim: 'ice climbing',
    });
    expect(half.verdict.word).toBe('does not suit');
  });
  it('cannot tell what nobody looked at, and a look mends it', async () => {
    const before = await ruled('norrolt-icepost', 'winter/stiff', {
      use: 'winter boots',
      aim: 'with crampons',
    });
    expect(before.verdict.word).toBe('cannot tell');
    expect(before.wouldTell).toEqual([
      expect.objectContaining({ kind: 'score', of: 'bend-front-hand' }),
      expect.objectContaining({ kind: 'score', of: 'twist-front-hand' }),
    ]);
    const record = await get('/api/pairs/TF-02');
    const cold = () =>
      ruled(record.edition.slug, 'winter/cold', { use: 'winter boots', aim: 'with crampons' });
    const open = await cold();
    await served.send('PUT', `/api/pairs/${record.pair.id}/parts`, {
      part: 'lace-reach',
      way: 'seen',
      answer: 'to the toe',
    });
    const looked = await cold();
    expect(open.wouldTell.map(({ of }) => of)).toContain('lace-reach');
    expect(looked.wouldTell.map(({ of }) => of)).not.toContain('lace-reach');
    expect(looked.verdict.for.join()).toContain('laced to the toe');
  });
  it('refuses a use that nobody knows, and an edition that is not there', async () => {
    expect((await served.send('GET', '/api/editions/kestvane-kerb/suits?use=golf')).status).toBe(
      422,
    );
    expect((await served.send('GET', '/api/editions/nothing/suits')).status).toBe(404);
  });
});

describe('a line of a rule', () => {
  const line = (body: object) => served.send('PUT', '/api/lab/rules', body);
  it('is drawn elsewhere with a reason, kept, and used', async () => {
    const word = async () =>
      (await ruled('kestvane-kerb', 'walking/stands', { aim: 'rounds on foot' })).verdict.word;
    expect(await word()).toBe('suits');
    const drawn = await line({
      rule: 'walking/stands',
      of: 'tilt-angle',
      limits: { low: 62, high: null },
      reason: 'stairs of the old town',
    });
    expect(drawn.status).toBe(200);
    expect(await word()).toBe('suits with a but');
    const [kept] = (await get('/api/thresholds')).filter(
      ({ kind }: { kind: string }) => kind === 'rule',
    );
    expect(kept).toMatchObject({
      subject: 'walking/stands tilt-angle',
      reason: 'stairs of the old town',
    });
    await line({
      rule: 'walking/stands',
      of: 'tilt-angle',
      limits: { low: 48, high: null },
      reason: 'as practice has it',
    });
    expect(await word()).toBe('suits');
  });
  it('is refused where it is none', async () => {
    const limits = { low: 1, high: null };
    const bad = [
      { rule: 'walking/none', of: 'tilt-angle', limits, reason: 'r' },
      { rule: 'walking/stands', of: 'mass', limits, reason: 'r' },
      { rule: 'walking/stands', of: 'tilt-angle', limits: { low: null, high: null }, reason: 'r' },
      { rule: 'walking/stands', of: 'tilt-angle', limits: { low: 3, high: 2 }, reason: 'r' },
      { rule: 'walking/stands', of: 'tilt-angle', limits, reason: '' },
      { rule: 'walking/stands', of: 'tilt-angle', limits, reason: 'r', use: 'golf' },
    ];
    for (const body of bad) {
      const { status, body: said } = await line(body);
      expect([400, 422], JSON.stringify(said)).toContain(status);
    }
  });
});

describe('a choice', () => {
  it('has something to say for at least four uses', async () => {
    for (const use of ['walking and work', 'running', 'trail', 'trekking', 'winter boots']) {
      const { offers } = await choice({ use, matters: 'grip' });
      expect(offers.length, use).toBeGreaterThanOrEqual(3);
      for (const offer of offers) expect(offer.why.length + offer.open.length).toBeGreaterThan(0);
    }
  });
  it('follows the ground: sticky rubber for rock, deep lugs for mud', async () => {
    const rock = await choice({ use: 'trail', aim: 'rock', matters: 'grip' });
    const furrow = rock.offers.find(({ slug }: { slug: string }) => slug === 'wrenfold-furrow');
    // Hard-wearing rubber, no rubber hardness measured: with a but at best.
    expect(furrow?.suits ?? 'passed over').not.toBe('suits');
    const mud = await offered({ use: 'trail', aim: 'mud', matters: 'grip' });
    expect(mud[0]).not.toBe('wrenfold-furrow');
  });
  it('masking any answer changes the offer or its doubt', async () => {
    const full = {
      use: 'walking and work',
      aim: 'rounds on foot',
      tester: 'T2',
      sock: 'thick',
      matters: 'cushion,long life,little weight',
      load: 'a heavy pack',
      money: '100',
      used: 'norrolt-stairwell-low-cut',
      liked: 'no',
    };
    const answer = async (query: Record<string, string>) => {
      const { offers, passedOver } = await choice(query);
      return JSON.stringify({ offers, passedOver });
    };
    const whole = await answer(full);
    for (const masked of ['aim', 'tester', 'sock', 'matters', 'load', 'money', 'used', 'liked']) {
      const { [masked]: _, ...rest } = full as Record<string, string>;
      expect(await answer(rest), masked).not.toBe(whole);
    }
    const noRisk = await choice({ use: 'trail', aim: 'mud', risk: 'none' });
    expect(noRisk).toBeDefined();
  });
  it('says none of these where none is, and what to look for', async () => {
    const none = await choice({ use: 'climbing', aim: 'steep rock', matters: 'grip' });
    expect(none.offers).toEqual([]);
    expect(none.none).toContain('No model here is made for climbing');
    expect(none.lookFor).toContain('downturned');
    const dear = await choice({ use: 'winter boots', aim: 'ice climbing', money: '50' });
    expect(dear.offers).toEqual([]);
    expect(dear.passedOver.length).toBeGreaterThan(0);
    expect(dear.none).toContain('are ruled out');
  });
  it('names last year’s version where it is the same shoe, and both pairs with their price', async () => {
    const two = await choice({
      use: 'trekking',
      second: 'winter boots',
      aim: 'long ways with a load',
    });
    expect(two.twoUses.words).toMatch(/EUR/);
    expect(two.twoUses.two).toHaveLength(2);
    const one = await choice({ use: 'trekking' });
    expect(one.twoUses).toBeNull();
  });
  it('asks about answers that exclude each other, and refuses what is none', async () => {
    const { said } = await choice({ use: 'trail', matters: 'little weight,long life' });
    expect(said.join()).toContain('rarely have');
    const bad = [
      { use: '' },
      { use: 'golf' },
      { use: 'trail', aim: 'steep rock' },
      { use: 'trail', money: '0' },
      { use: 'trail', money: 'lots' },
      { use: 'trail', matters: 'beauty' },
      { use: 'trail', matters: 'grip,cushion,dry feet,protection' },
      { use: 'trail', used: 'no-such-shoe' },
      { use: 'trail', left: '12' },
      { use: 'trail', load: 'a piano' },
    ];
    for (const query of bad) {
      const { status, body } = await served.send(
        'GET',
        `/api/choice?${new URLSearchParams(query)}`,
      );
      expect([400, 422], `${JSON.stringify(query)} ${JSON.stringify(body)}`).toContain(status);
    }
  });
  it('fits the foot: a label that is made, or how it fits is open', async () => {
    const { offers, asked, passedOver } = await choice({ use: 'walking and work', tester: 'T2' });
    expect(asked[0]).toContain('For the foot T2');
    expect(offers.some(({ take }: { take: string | null }) => take !== null)).toBe(true);
    // What nobody measured inside is in doubt, and not passed over for it.
    expect(JSON.stringify(passedOver)).not.toContain('was not measured');
  });
});

describe('schools', () => {
  it('are chosen by the lab, and stand unless something else is asked for', async () => {
    const arch = { use: 'running', left: '262', arch: 'low' };
    const before = JSON.stringify(await choice(arch));
    const chosen = await served.send('PUT', '/api/lab/schools', {
      leather: 'small',
      footTypes: 'by the arch',
    });
    expect(chosen.body).toEqual({ leather: 'small', footTypes: 'by the arch' });
    expect(JSON.stringify(await choice(arch))).not.toBe(before);
    expect(JSON.stringify(await choice({ ...arch, archSchool: 'as it feels' }))).toBe(before);
    await served.send('PUT', '/api/lab/schools', { leather: 'small', footTypes: 'as it feels' });
    expect((await served.send('PUT', '/api/lab/schools', { footTypes: 'by mood' })).status).toBe(
      400,
    );
  });
});

describe('the desk', () => {
  it('says what is next and why, what was promised, how pairs came', async () => {
    const desk = await get('/api/desk');
    expect(desk.next.length).toBeGreaterThan(3);
    const next = (what: string) => desk.next.find((one: { what: string }) => one.what === what);
    expect(next('Tarnhus Lanewalk 2').why[0]).toContain('promised');
    expect(next('Pelloway Lampround').tag).toBe('PL-01');
    expect(desk.promised.length).toBeGreaterThan(1);
    expect(desk.balance.all.all).toBe(32);
    expect(desk.questions[0].answer).toBe('');
  });
  it('has a purse, and what it does not hold comes later', async () => {
    await served.send('PUT', '/api/desk/purse', { amount: 100, currency: 'eur' });
    const desk = await get('/api/desk');
    expect(desk.purse).toEqual({ amount: 100, currency: 'EUR' });
    const over = desk.next.findIndex(({ price }: { price: string }) =>
      price.includes('over the purse'),
    );
    if (over >= 0)
      for (const { price } of desk.next.slice(over)) expect(price).toContain('over the purse');
    expect(
      (await served.send('PUT', '/api/desk/purse', { amount: -1, currency: 'EUR' })).status,
    ).toBe(400);
  });
  it('keeps questions with the claim, and their answers', async () => {
    const { edition } = await get('/api/pairs/PL-01');
    const [claim] = edition.claims;
    const id = uuid7();
    const question = {
      id,
      editionId: edition.id,
      claimId: claim.id,
      question: 'With the insole in?',
      askedOn: '2026-03-01',
    };
    expect((await served.send('POST', '/api/maker-questions', question)).status).toBe(200);
    await served.send('PUT', `/api/maker-questions/${id}/answer`, {
      answer: 'Yes, in.',
      answeredOn: '2026-03-04',
    });
    const { questions } = await get('/api/editions/pelloway-lampround/questions');
    expect(questions[0]).toMatchObject({
      claim: claim.typed,
      answer: 'Yes, in.',
      answeredOn: '2026-03-04',
    });
    const { edition: kerb } = await get('/api/pairs/KK-01');
    const foreign = { ...question, id: uuid7(), editionId: kerb.id };
    expect((await served.send('POST', '/api/maker-questions', foreign)).status).toBe(422);
    await served.send('POST', `/api/maker-questions/${id}/withdrawal`, { reason: 'asked twice' });
    const after = await get('/api/editions/pelloway-lampround/questions');
    expect(after.questions.map((one: { id: string }) => one.id)).not.toContain(id);
  });
});

it('practice keeps rounds by person, and no reading of them', async () => {
  const readings = () =>
    served.db.prepare<[], { n: number }>('SELECT count(*) AS n FROM reading').get()?.n;
  const before = readings();
  const round = {
    id: uuid7(),
    lesson: 'measure',
    seed: 1000,
    result: {
      seconds: 140,
      right: 1,
      asked: 2,
      found: ['a'],
      missed: ['b'],
      imagined: [],
      stations: [{ quantity: 'mass', bias: 0.1, sd: 0.4, n: 4 }],
    },
  };
  expect((await served.send('POST', '/api/practice', round)).status).toBe(200);
  const { rounds, lab } = await get('/api/practice');
  expect(rounds).toHaveLength(1);
  expect(rounds[0].result).toEqual(round.result);
  expect(lab.map(({ quantity }: { quantity: string }) => quantity)).toContain('heel-stack');
  expect((await get('/api/practice?person=T4')).rounds).toEqual([]);
  expect(readings()).toBe(before);
});
