/** The hall from the network: what a link opens, and that nothing else answers. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { join } from 'node:path';
import sharp from 'sharp';
import { v7 as uuid7 } from 'uuid';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ENDPOINTS } from '#contract/endpoints.ts';
import { HALL_PHONE_HEADER } from '#contract/hall-headers.ts';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { servedBench } from '../served-bench.ts';
import { hashOfSecret } from '../store/hall-links.ts';

const { bench, receive, get, post, send, file } = servedBench();

const secretOf = (letter: string) => letter.repeat(43);
const PHONE = secretOf('p');
let address = '';

beforeEach(async () => {
  mkdirSync(file('hall'));
  writeFileSync(join(file('hall'), 'index.html'), '<title>Hall</title>');
  const opened = await post('/api/hall/opening', { host: '127.0.0.1', port: 0 });
  address = opened.body.open.addresses[0];
});

afterEach(async () => {
  await send('DELETE', '/api/hall/opening');
});

async function link(to: { tester: string } | { pairId: string }, secret = secretOf('a')) {
  const id = uuid7();
  const made = await post('/api/hall/links', { id, ...to, secretHash: hashOfSecret(secret) });
  expect(made.status, JSON.stringify(made.body)).toBe(200);
  return id;
}

async function call(
  method: string,
  path: string,
  body?: unknown,
  { secret = secretOf('a'), phone = PHONE, headers = {}, change = uuid7() } = {},
) {
  const response = await fetch(`${address}${path}`, {
    method,
    headers: {
      authorization: `Link ${secret}`,
      [HALL_PHONE_HEADER]: phone,
      ...(method === 'GET' ? {} : { [CHANGE_HEADER]: change }),
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      ...headers,
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  const isJson = response.headers.get('content-type')?.includes('json');
  return { status: response.status, body: isJson ? JSON.parse(text) : text };
}

/** A bench with a tester who has one pair, and one that another has. */
async function hall() {
  const { pairId } = await bench();
  const other = await receive('NS-02');
  for (const code of ['T1', 'T2']) await post('/api/people', { id: uuid7(), code, role: 'tester' });
  await post(`/api/pairs/${pairId}/wearers`, { tester: 'T1', given: true });
  await post(`/api/pairs/${other.pairId}/wearers`, { tester: 'T2', given: true });
  const linkId = await link({ tester: 'T1' });
  return { pairId, otherId: other.pairId, linkId };
}

const outing = (pairId: string, more: object = {}) => ({
  id: uuid7(),
  pairId,
  on: '2026-02-28',
  typed: '12 km',
  surfaces: ['stairs', 'paved'],
  wet: 'dry',
  comfort: 9,
  ...more,
});

const refusals = async () =>
  (await get('/api/changes')).body.rows.filter(
    ({ action }: { action: string }) => action === 'hallRefused',
  );

describe('a link of a tester', () => {
  it('shows that tester’s pairs, and keeps outings, once, changed and taken back', async () => {
    const { pairId } = await hall();
    const before = await call('GET', '/hall/mine');
    expect(before.body).toMatchObject({ kind: 'tester', tester: 'T1', isPrivate: false });
    expect(before.body.pairs.map(({ tag }: { tag: string }) => tag)).toEqual(['NS-01']);
    const said = outing(pairId);
    const change = uuid7();
    const kept = await call('POST', '/hall/outings', said, { change });
    expect(kept).toEqual({ status: 200, body: { id: said.id, km: 12 } });
    expect(await call('POST', '/hall/outings', said, { change })).toEqual(kept);
    const { id: _, ...changed } = { ...said, typed: '13.5 km' };
    expect((await call('POST', `/hall/outings/${said.id}/change`, changed)).status).toBe(200);
    const wear = (await get('/api/pairs/NS-01/wear')).body;
    expect([wear.km, wear.outings.length, wear.outings[0].tester]).toEqual([13.5, 1, 'T1']);
    expect(wear.outings[0].surfaces).toEqual(['stairs', 'paved']);
    await call('POST', `/hall/outings/${said.id}/withdrawal`);
    expect((await call('GET', '/hall/mine')).body.outings[0].withdrawn).toBe(true);
    await call('POST', `/hall/outings/${said.id}/return`);
    expect((await get('/api/pairs/NS-01/wear')).body.km).toBe(13.5);
    const { rows } = (await get('/api/changes')).body;
    const words = rows.map((row: { what: string }) => row.what);
    expect(words).toContain('Changed the outing of NS-01 on 2026-02-28');
  });

  it('asks about an outing that is kept already, and refuses two at once', async () => {
    const { pairId } = await hall();
    await call('POST', '/hall/outings', outing(pairId));
    const again = await call('POST', '/hall/outings', outing(pairId, { typed: '12.1 km' }));
    expect([again.status, again.body.errors[0].field]).toEqual([409, 'again']);
    const sure = outing(pairId, { typed: '12.1 km', again: true });
    expect((await call('POST', '/hall/outings', sure)).status).toBe(200);
    const at = { beganAt: '2026-02-27T09:00:00Z', minutes: 90, on: '2026-02-27' };
    await call('POST', '/hall/outings', outing(pairId, { ...at, typed: '9 km' }));
    const over = { ...at, beganAt: '2026-02-27T10:00:00Z', typed: '4 km' };
    const overlapping = await call('POST', '/hall/outings', outing(pairId, over));
    expect([overlapping.status, overlapping.body.errors[0].field]).toEqual([422, 'beganAt']);
    const long = outing(pairId, { minutes: 1400, typed: '30 km', on: '2026-02-27' });
    expect((await call('POST', '/hall/outings', long)).body.errors[0].field).toBe('minutes');
  });

  it('keeps a try-on with what it comes to, a note, and a picture', async () => {
    const { pairId } = await hall();
    const tried = await call('POST', '/hall/try-ons', {
      id: uuid7(),
      pairId,
      answers: { toeRoom: 'right', heel: 'none', width: { ball: 0 } },
    });
    expect(tried.body).toMatchObject({ outcome: 'keep', words: 'Keep it' });
    await call('POST', '/hall/notes', { id: uuid7(), pairId, words: 'Rubs when wet.' });
    const { body } = await call('GET', '/hall/mine');
    expect([body.tryOns[0].words, body.notes[0].words]).toEqual(['Keep it', 'Rubs when wet.']);
    expect((await get('/api/pairs/NS-01/wear')).body.notes[0].tester).toBe('T1');
    const picture = await sharp({
      create: { width: 60, height: 40, channels: 3, background: '#a08060' },
    })
      .jpeg()
      .toBuffer();
    const query = new URLSearchParams({ photograph: uuid7(), pairId, caption: 'lining' });
    const sent = await fetch(`${address}/hall/pictures?${query}`, {
      method: 'POST',
      headers: {
        authorization: `Link ${secretOf('a')}`,
        [HALL_PHONE_HEADER]: PHONE,
        [CHANGE_HEADER]: uuid7(),
        'content-type': 'image/jpeg',
      },
      body: new Uint8Array(picture),
    });
    expect(sent.status).toBe(200);
    const kept = (await get(`/api/photographs?subjectKind=pair&subjectId=${pairId}`)).body;
    expect(kept[0]).toMatchObject({ person: 'T1', caption: 'lining' });
  });

  it('opens nothing of another tester', async () => {
    const { otherId, pairId } = await hall();
    const other = await post(`/api/pairs/${otherId}/outings`, {
      id: uuid7(),
      tester: 'T2',
      on: '2026-02-28',
      typed: '5 km',
    });
    expect((await call('POST', '/hall/outings', outing(otherId))).status).toBe(404);
    expect((await call('POST', `/hall/outings/${other.body.id}/withdrawal`)).status).toBe(404);
    const note = { id: uuid7(), pairId: otherId, words: 'x' };
    expect((await call('POST', '/hall/notes', note)).status).toBe(404);
    const mine = (await call('GET', '/hall/mine')).body;
    expect(JSON.stringify(mine)).not.toContain('NS-02');
    expect((await call('POST', '/hall/outings', outing(pairId, { typed: '2000 km' }))).status).toBe(
      422,
    );
  });
});

describe('a link', () => {
  it('opens on one phone; forwarded, ended or guessed it opens nothing, and that is told', async () => {
    const { linkId } = await hall();
    expect((await call('GET', '/hall/mine')).status).toBe(200);
    const forwarded = await call('GET', '/hall/mine', undefined, { phone: secretOf('q') });
    expect([forwarded.status, forwarded.body.detail]).toEqual([
      403,
      expect.stringContaining('another phone'),
    ]);
    const guessed = await call('GET', '/hall/mine', undefined, { secret: secretOf('z') });
    expect(guessed.status).toBe(401);
    expect((await call('GET', '/hall/mine', undefined, { secret: 'short' })).status).toBe(401);
    await post(`/api/hall/links/${linkId}/end`, undefined);
    expect((await call('GET', '/hall/mine')).status).toBe(410);
    const told = (await refusals()).map(({ subject }: { subject: string }) => subject);
    expect(told).toContain(linkId);
    expect(told).toContain('hall');
    const state = (await get('/api/hall')).body;
    expect(state.refused).toBe(4);
    expect(state.links[0]).toMatchObject({ tester: 'T1', endedAt: expect.any(String) });
    // Its secret is nowhere in the book.
    expect(JSON.stringify((await get('/api/changes')).body)).not.toContain(secretOf('a'));
  });

  it('that guesses too often is turned away, and told once; a rightful tester is not', async () => {
    const { otherId } = await hall();
    for (let at = 0; at < 30; at++)
      await call('GET', '/hall/mine', undefined, { secret: secretOf('z') });
    const guessed = await call('GET', '/hall/mine', undefined, { secret: secretOf('z') });
    expect([guessed.status, guessed.body.detail]).toEqual([
      429,
      expect.stringContaining('Too many'),
    ]);
    // At the same address, with the right secret.
    expect((await call('GET', '/hall/mine')).status).toBe(200);
    expect((await refusals()).length).toBe(2);
    // Conflicts and what is not there count as no guesses.
    for (let at = 0; at < 32; at++)
      expect((await call('POST', '/hall/outings', outing(otherId))).status).toBe(404);
    expect((await call('GET', '/hall/mine')).status).toBe(200);
    // Another phone that tries this link is turned away; the phone that it opened on is not.
    const forward = () => call('GET', '/hall/mine', undefined, { phone: secretOf('q') });
    for (let at = 0; at < 30; at++) expect((await forward()).status).toBe(403);
    expect((await forward()).status).toBe(429);
    expect((await call('GET', '/hall/mine')).status).toBe(200);
  });

  it('of a pair takes pictures of it, and nothing else', async () => {
    const { pairId, otherId } = await hall();
    const secret = secretOf('c');
    await link({ pairId }, secret);
    const seen = await call('GET', '/hall/mine', undefined, { secret });
    expect(seen.body).toMatchObject({ kind: 'pair', pair: { tag: 'NS-01' }, pictures: 0 });
    expect((await call('POST', '/hall/outings', outing(pairId), { secret })).status).toBe(403);
    const query = new URLSearchParams({ photograph: uuid7(), pairId: otherId });
    expect((await call('POST', `/hall/pictures?${query}`, undefined, { secret })).status).toBe(404);
  });

  it('is of a tester or a pair, and ends with the tester', async () => {
    const { pairId } = await hall();
    const both = { id: uuid7(), tester: 'T1', pairId, secretHash: hashOfSecret(secretOf('b')) };
    expect((await post('/api/hall/links', both)).status).toBe(400);
    const nobody = { ...both, tester: 'T9', pairId: null };
    expect((await post('/api/hall/links', nobody)).status).toBe(422);
    await send('PUT', '/api/testers/T1', { usualLabel: { system: 'uk', size: 8 } });
    await post('/api/testers/T1/erasure', { reason: 'asked for' });
    expect((await call('GET', '/hall/mine')).status).toBe(410);
  });
});

describe('the hall', () => {
  it('answers no address of the bench', async () => {
    await hall();
    const said = Object.values(ENDPOINTS).map(({ at }) => at.split(' '));
    const tried = [...said, ['GET', '/api/openapi.json'], ['POST', '/api/calc/claim-check']];
    const statuses = new Set<number>();
    for (const [method = '', path = ''] of tried) {
      const concrete = path.replace(/:\w+/g, 'NS-01');
      // A listener of its own takes the calls, so that none is turned away for their number.
      await send('DELETE', '/api/hall/opening');
      const opened = await post('/api/hall/opening', { host: '127.0.0.1', port: 0 });
      address = opened.body.open.addresses[0];
      statuses.add((await call(method, concrete, method === 'GET' ? undefined : {})).status);
    }
    expect([...statuses]).toEqual([404]);
  });

  it('answers to its own address and its own page only, with its page and no other file', async () => {
    await hall();
    const { port } = new URL(address);
    const status = (host: string, headers: object = {}) =>
      new Promise((resolve) => {
        httpRequest(
          { host: '127.0.0.1', port, path: '/', headers: { host, ...headers } },
          (response) => resolve(response.statusCode),
        ).end();
      });
    expect(await status(`127.0.0.1:${port}`)).toBe(200);
    expect(await status(`bench.example:${port}`)).toBe(403);
    const own = `127.0.0.1:${port}`;
    expect(await status(own, { origin: 'http://elsewhere.example' })).toBe(403);
    expect(await status(own, { 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect((await call('GET', '/../book.db')).status).toBe(404);
    expect((await call('GET', '/index.html')).body).toContain('<title>Hall</title>');
  });

  it('is off until it is opened, and closes', async () => {
    await hall();
    expect((await get('/api/hall')).body.open).not.toBeNull();
    await send('DELETE', '/api/hall/opening');
    expect((await get('/api/hall')).body.open).toBeNull();
    await expect(call('GET', '/hall/mine')).rejects.toThrow();
    const odd = await post('/api/hall/opening', { host: '192.0.2.1', port: 0 });
    expect([odd.status, odd.body.errors[0].field]).toEqual([422, 'host']);
    expect((await post('/api/hall/opening', { host: 'a b', port: 0 })).status).toBe(400);
  });
});
