/** What answers questions, over shelves of a few editions that are stated: choosing, the desk, practice. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { claimRecords, claimTextRecords } from '#contract/claim-records.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, put, get, served } = servedBench();

/** Keeps an edition by what is stated of it, with a price that was seen. */
async function state(model: string, text: string, price = '', use = 'walking and work') {
  const read = readClaims(text);
  const { body } = await post('/api/editions', {
    maker: { id: uuid7(), name: 'Norrolt' },
    model: { id: uuid7(), name: model },
    edition: { id: uuid7(), name: '', uses: [{ discipline: use, speciality: '' }] },
    claims: claimRecords(read, 'web page', uuid7),
    claimTexts: claimTextRecords(read, 'web page', uuid7),
  });
  if (price !== '')
    await post(`/api/editions/${body.id}/prices`, {
      id: uuid7(),
      typed: price,
      place: 'web page',
      seenOn: '2026-02-20',
    });
  return body as { id: string; editionSlug: string };
}

const choice = async (query: Record<string, string>) =>
  (await get(`/api/choice?${new URLSearchParams({ use: 'walking and work', ...query })}`)).body;
const slugs = async (query: Record<string, string>): Promise<string[]> =>
  (await choice(query)).offers.map(({ slug }: { slug: string }) => slug);

describe('the choice of a shoe', () => {
  it('on an empty shelf is none, with what to look for', async () => {
    const { offers, none, lookFor, currencies } = await choice({ matters: 'grip', money: '100' });
    expect([offers, currencies]).toEqual([[], []]);
    expect(none).toContain('No model here is made for walking and work');
    expect(lookFor).toContain('more grip');
  });
  it('on a shelf of one offers it as the only one', async () => {
    await state('Latch', '290 g; 24/19 mm; UK 8', '110 EUR');
    const { offers, ofAll } = await choice({ matters: 'little weight' });
    expect(ofAll).toBe(1);
    expect(offers).toMatchObject([
      { slug: 'norrolt-latch', sure: 'the only one', ahead: null, next: [], price: '110 EUR' },
    ]);
  });
  it('leads with what matters, and the limit of money passes over with its price', async () => {
    await state('Latch', '290 g; 24/19 mm; UK 8', '140 EUR');
    await state('Kerb', '350 g; 24/19 mm; UK 8', '90 EUR');
    expect(await slugs({ matters: 'little weight' })).toEqual(['norrolt-latch', 'norrolt-kerb']);
    expect(await slugs({ matters: 'a low price' })).toEqual(['norrolt-kerb', 'norrolt-latch']);
    const { offers, passedOver, asked } = await choice({ money: '100', matters: 'little weight' });
    expect(offers.map(({ slug }: { slug: string }) => slug)).toEqual(['norrolt-kerb']);
    expect(passedOver).toMatchObject([{ slug: 'norrolt-latch', why: 'it costs 140 EUR' }]);
    expect(asked).toEqual(['What matters most: little weight.', 'At most 100 EUR.']);
  });
  it('takes the currency of most prices unless another is asked for', async () => {
    await state('Latch', '290 g; UK 8', '£85');
    await state('Kerb', '290 g; UK 8', '100 EUR');
    await state('Lane', '290 g; UK 8', '120 EUR');
    const usual = await choice({ money: '110' });
    expect(usual.currencies).toEqual(['EUR', 'GBP']);
    expect(usual.passedOver).toMatchObject([{ slug: 'norrolt-lane' }]);
    const open = (offers: { slug: string; open: string[] }[], slug: string) =>
      offers.find((one) => one.slug === slug)?.open;
    expect(open(usual.offers, 'norrolt-latch')).toContain('its price in EUR');
    const pounds = await choice({ money: '80', currency: 'gbp' });
    expect(pounds.passedOver).toMatchObject([{ slug: 'norrolt-latch', why: 'it costs 85 GBP' }]);
    expect(open(pounds.offers, 'norrolt-kerb')).toContain('its price in GBP');
  });
  it('says how many are not weighed yet, and weighs them once they are worked out', async () => {
    for (let nth = 0; nth < 30; nth += 1) await state(`Model ${nth}`, `${280 + nth} g; UK 8`);
    // One request works out so many rows itself, the rest follow beside it.
    const { ofAll, waiting } = await choice({ matters: 'little weight' });
    expect(ofAll + waiting).toBe(30);
    expect(waiting).toBeGreaterThan(0);
    // What is asked of by its name does not wait for its turn.
    expect((await get('/api/editions/norrolt-model-29/suits')).status).toBe(200);
    await expect.poll(async () => (await choice({})).waiting, { timeout: 120_000 }).toBe(0);
    const { offers } = await choice({ matters: 'little weight' });
    expect(offers[0].slug).toBe('norrolt-model-0');
  });
  it('says each caution once, and how a foot fits only where an inside was measured', async () => {
    await state('Latch', '290 g; UK 8', '', 'trekking');
    await state('Kerb', '350 g; UK 8', '', 'trekking');
    const { offers, cautions, asked } = await choice({ use: 'trekking', left: '262' });
    expect(cautions).toContain('Break boots in for two weeks before the trip.');
    const own = offers.flatMap((one: { cautions: string[] }) => one.cautions);
    expect(own.filter((caution: string) => cautions.includes(caution))).toEqual([]);
    expect(asked[0]).toBe('For the foot 262 / – mm, sock usual.');
    expect(offers.map(({ fitWords }: { fitWords: string }) => fitWords)).toEqual(
      Array.from({ length: 2 }, () => 'Its fit is not known: its inside was not measured.'),
    );
  });
});

describe('the desk', () => {
  it('with nothing on record says so, and keeps a purse', async () => {
    const { next, questions, balance, uses, promised, purse, waiting } = (await get('/api/desk'))
      .body;
    expect([next, questions, uses, promised, waiting]).toEqual([[], [], [], [], 0]);
    expect(balance.all).toMatchObject({ bought: 0, loaned: 0, gifted: 0, all: 0 });
    expect(purse.amount).toBeNull();
    expect((await put('/api/desk/purse', { amount: -5, currency: 'EUR' })).status).toBe(400);
    expect((await put('/api/desk/purse', { amount: 250, currency: 'eur' })).status).toBe(200);
    expect((await get('/api/desk')).body.purse).toEqual({ amount: 250, currency: 'EUR' });
  });
  it('counts a use that nobody measured as a gap, and names what is stated of it', async () => {
    await state('Scarp', '310 g; UK 8', '120 EUR', 'trail');
    const { uses, next } = (await get('/api/desk')).body;
    expect(uses).toEqual([{ use: 'trail', measured: 0, known: 1 }]);
    expect(next[0]).toMatchObject({ slug: 'norrolt-scarp', again: false, price: '120 EUR' });
    expect(next[0].why.join()).toContain('trail');
  });
  it('keeps a question with its claim, answers it once more, and withdraws it with a reason', async () => {
    const { id: editionId, editionSlug } = await state('Latch', '290 g; UK 8');
    const { id: otherId } = await state('Kerb', '350 g; UK 8');
    const [claim] = (await get(`/api/editions/${editionSlug}/record`)).body.edition.claims;
    const question = (over: object = {}) => ({
      id: uuid7(),
      editionId,
      claimId: claim.id,
      question: 'With the insole, or without?',
      askedOn: '2026-02-27',
      ...over,
    });
    const asked = question();
    expect((await post('/api/maker-questions', asked)).status).toBe(200);
    const foreign = await post('/api/maker-questions', question({ editionId: otherId }));
    expect([foreign.status, foreign.body.detail]).toEqual([
      422,
      expect.stringContaining('not one of that edition'),
    ]);
    const questions = async () =>
      (await get(`/api/editions/${editionSlug}/questions`)).body.questions;
    expect(await questions()).toMatchObject([{ claim: '290 g', answer: '' }]);
    const answered = { answer: 'With it.', answeredOn: '2026-03-01' };
    expect((await put(`/api/maker-questions/${asked.id}/answer`, answered)).status).toBe(200);
    expect(await questions()).toMatchObject([answered]);
    expect((await put(`/api/maker-questions/${uuid7()}/answer`, answered)).status).toBe(404);
    const withdraw = (reason: string) =>
      post(`/api/maker-questions/${asked.id}/withdrawal`, { reason });
    expect((await withdraw('')).status).toBe(400);
    expect((await withdraw('asked of another')).status).toBe(200);
    expect(await questions()).toEqual([]);
  });
});

describe('practice', () => {
  const round = (over: object = {}) => ({
    id: uuid7(),
    lesson: 'measure',
    seed: 1037,
    result: {
      seconds: 240,
      right: 1,
      asked: 2,
      found: ['Caliper not zeroed'],
      missed: ['Warm foam'],
      imagined: [],
      stations: [{ quantity: 'mass', bias: 0.2, sd: 0.1, n: 4 }],
    },
    ...over,
  });
  it('keeps a round once however often it is sent, and nothing of it is a reading', async () => {
    const { lab } = await bench();
    expect(lab.instruments.length).toBeGreaterThan(0);
    const one = round();
    // The browser repeats a change under its own id; another change of the same round is refused.
    const change = uuid7();
    for (let sent = 0; sent < 2; sent += 1)
      expect((await served().send('POST', '/api/practice', one, { change })).status).toBe(200);
    expect((await post('/api/practice', one)).status).toBe(409);
    const { rounds, lab: repeatability } = (await get('/api/practice')).body;
    expect(rounds).toMatchObject([{ id: one.id, lesson: 'measure', result: one.result }]);
    expect(repeatability.map(({ quantity }: { quantity: string }) => quantity)).toContain('mass');
    expect((await get('/api/pairs/NS-01')).body.sessions).toEqual([]);
  });
  it('refuses a lesson that nobody gives, and more right than can be', async () => {
    expect((await post('/api/practice', round({ lesson: 'juggling' }))).status).toBe(400);
    expect((await post('/api/practice', round({ seed: -1 }))).status).toBe(400);
    const result = { ...round().result, right: 101 };
    expect((await post('/api/practice', round({ result }))).status).toBe(400);
    expect((await get('/api/practice')).body.rounds).toEqual([]);
  });
});
