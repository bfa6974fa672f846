/** What waits on a phone: by the same rules as at the bench. */
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { CHANGE_HEADER } from '#contract/headers.ts';

type Answer = () => Response | Promise<Response>;
let answers: Answer[] = [];
let asked: { path: string; change: string; body: Record<string, unknown> }[] = [];
const yes: Answer = () => Response.json({ id: 'x' });
const refusal =
  (status: number, more: object = {}): Answer =>
  () =>
    Response.json({ type: 'about:blank', title: 'no', status, detail: 'no', ...more }, { status });

const until = (holds: () => boolean) =>
  vi.waitFor(() => expect(holds()).toBe(true), { timeout: 120_000, interval: 5 });

async function openPhone() {
  vi.resetModules();
  const outbox = await import('./hall-outbox.ts');
  const { outboxOfPhone } = outbox;
  return { ...outbox, state: outboxOfPhone.current, settle: () => outboxOfPhone.settle() };
}

const outing = (words: string) => ({
  path: '/hall/outings',
  body: { typed: words },
  words,
});

beforeEach(() => {
  answers = [yes];
  asked = [];
  globalThis.indexedDB = new IDBFactory();
  const items = new Map([['emvex-hall-link', 'x'.repeat(43)]]);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => items.get(key) ?? null,
    setItem: (key: string, value: string) => items.set(key, value),
    removeItem: (key: string) => items.delete(key),
  });
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal('navigator', {});
  vi.stubGlobal('location', { hash: '', pathname: '/', reload: vi.fn() });
  vi.stubGlobal('setInterval', () => 0);
  // What a phone still means to try is not heard of by a later test.
  vi.stubGlobal('setTimeout', (...terms: Parameters<typeof plainTimeout>) => {
    const timer = plainTimeout(...terms);
    timers.add(timer);
    return timer;
  });
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const change = new Headers(init.headers).get(CHANGE_HEADER) ?? '';
    asked.push({ path, change, body: JSON.parse(String(init.body)) });
    const answer = answers.length > 1 ? answers.shift() : answers[0];
    return (answer as Answer)();
  });
});
const timers = new Set<ReturnType<typeof setTimeout>>();
const plainTimeout = globalThis.setTimeout;
afterEach(() => {
  for (const timer of timers) clearTimeout(timer);
  timers.clear();
  vi.unstubAllGlobals();
});

describe('a call of a phone', () => {
  it('that is being sent is not taken back', async () => {
    const phone = await openPhone();
    let answer: (response: Response) => void = () => undefined;
    answers = [() => new Promise<Response>((resolve) => (answer = resolve)), yes];
    const id = phone.keep(outing('12 km'));
    await until(() => asked.length === 1);
    expect(await phone.takeBack(id)).toBe(false);
    expect(phone.state().waiting).toHaveLength(1);
    answer(Response.json({ id: 'x' }));
    await until(() => phone.state().waiting.length === 0);
    expect(asked).toHaveLength(1);
  });

  it('that the lab fails at five times is set aside, and those behind it arrive', async () => {
    const phone = await openPhone();
    const failing = refusal(500);
    answers = [failing, failing, failing, failing, failing, yes];
    phone.keep(outing('poison'));
    phone.keep(outing('sound'));
    for (let tries = 0; tries < 6; tries++) await phone.settle();
    await until(() => phone.state().arrived.length === 1);
    expect(asked.map(({ body }) => body.typed)).toEqual([...Array(5).fill('poison'), 'sound']);
    expect(phone.state().waiting).toMatchObject([{ words: 'poison', refused: { status: 500 } }]);
  });

  it('waits while the lab is busy, however often', async () => {
    const phone = await openPhone();
    answers = [...Array(7).fill(refusal(503)), yes];
    phone.keep(outing('12 km'));
    for (let tries = 0; tries < 9; tries++) await phone.settle();
    expect(phone.state().waiting).toEqual([]);
    expect(new Set(asked.map(({ change }) => change)).size).toBe(1);
  });

  it('that was refused as perhaps the same is sent as another one, when that is said', async () => {
    const phone = await openPhone();
    answers = [refusal(409, { errors: [{ field: 'again', message: 'the same?' }] }), yes];
    const id = phone.keep(outing('12 km'));
    await until(() => phone.state().waiting[0]?.refused !== undefined);
    await phone.sendAgain(id, true);
    await until(() => phone.state().waiting.length === 0);
    expect(asked.map(({ body }) => body.again)).toEqual([undefined, true]);
  });

  it('that waited on a phone of the former version arrives, with its change', async () => {
    const former = await openDB('emvex-hall', 1, {
      upgrade: (db) => void db.createObjectStore('waiting', { keyPath: 'change' }),
    });
    const change = '0199d2f0-0000-7000-8000-000000000009';
    await former.put('waiting', { ...outing('before'), change, secret: 'x'.repeat(43) });
    former.close();
    const phone = await openPhone();
    phone.startSending();
    await until(() => asked.length === 1);
    expect(asked[0]).toMatchObject({ change, body: { typed: 'before' } });
    await until(() => phone.state().waiting.length === 0);
  });
});
