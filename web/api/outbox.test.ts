/** What waits in the browser: in order, once, across a closed tab, and never lost to a refusal. */
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { CHANGE_HEADER, LAB_HEADER, PERSON_HEADER } from '#contract/headers.ts';

interface Asked {
  path: string;
  body: { text: string };
  change: string;
  person: string | undefined;
  lab?: string | undefined;
}

/** What the server answers, request by request; the last answer stands for all that follow. */
let answers: (() => Response | Promise<Response>)[] = [];
let asked: Asked[] = [];
const kept = new Map<string, string>();

const yes = () => Response.json({ id: 'kept' });
const refusal = (status: number, detail: string) => () =>
  Response.json({ type: 'about:blank', title: 'no', status, detail }, { status });
const gone = () => Promise.reject(new TypeError('fetch failed'));

const SESSION = '0199d2f0-0000-7000-8000-000000000001';
const note = (text: string) => ({
  name: 'addNote' as const,
  params: { id: SESSION },
  body: { id: SESSION, text, at: '2026-03-01T10:00:00.000Z' } as never,
  person: 'B1',
  tag: 'NS-01',
});

/** The outbox as a tab has it that was opened just now. */
async function openTab() {
  vi.resetModules();
  return import('./outbox.ts');
}

const until = (holds: () => boolean) =>
  vi.waitFor(() => expect(holds()).toBe(true), { timeout: 120_000, interval: 5 });

/** What tabs of a test still mean to try: a later test is not to hear of it. */
const timers = new Set<ReturnType<typeof setTimeout>>();
const plainTimeout = globalThis.setTimeout;
afterEach(() => {
  for (const timer of timers) clearTimeout(timer);
  timers.clear();
});

beforeEach(() => {
  vi.stubGlobal('setTimeout', (...terms: Parameters<typeof plainTimeout>) => {
    const timer = plainTimeout(...terms);
    timers.add(timer);
    return timer;
  });
  answers = [yes];
  asked = [];
  kept.clear();
  globalThis.indexedDB = new IDBFactory();
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal('navigator', {});
  vi.stubGlobal(
    'localStorage',
    new Proxy(
      {
        setItem: (key: string, value: string) => kept.set(key, value),
        getItem: (key: string) => kept.get(key) ?? null,
        removeItem: (key: string) => kept.delete(key),
      },
      {
        ownKeys: () => [...kept.keys()],
        getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
      },
    ),
  );
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const headers = new Headers(init.headers);
    asked.push({
      path,
      body:
        init.body instanceof Blob
          ? { text: await init.body.text() }
          : JSON.parse(String(init.body)),
      change: headers.get(CHANGE_HEADER) ?? '',
      person: headers.get(PERSON_HEADER) ?? undefined,
      ...(headers.has(LAB_HEADER) ? { lab: headers.get(LAB_HEADER) ?? undefined } : {}),
    });
    const answer = answers.length > 1 ? answers.shift() : answers[0];
    return (answer as () => Response)();
  });
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const texts = () => asked.map((one) => one.body.text);

describe('a change', () => {
  it('is shown at once, sent with its id and person, and told to have arrived', async () => {
    const outbox = await openTab();
    const arrived: string[] = [];
    outbox.onArrival((change) => arrived.push(change.tag));
    outbox.keep(note('one'));
    expect(outbox.outboxState()).toMatchObject({ status: 'sending' });
    expect(outbox.outboxState().waiting).toHaveLength(1);
    const id = outbox.outboxState().waiting[0]?.id;
    await until(() => outbox.outboxState().status === 'saved');
    expect(asked).toEqual([
      { path: expect.stringContaining(SESSION), body: expect.anything(), change: id, person: 'B1' },
    ]);
    expect(arrived).toEqual(['NS-01']);
    expect(outbox.outboxState().waiting).toEqual([]);
    expect(outbox.outboxState().arrived.map((change) => change.id)).toEqual([id]);
  });

  it('goes after those before it, however fast they are typed', async () => {
    const outbox = await openTab();
    for (const text of ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h']) outbox.keep(note(text));
    await until(() => outbox.outboxState().status === 'saved');
    expect(texts()).toEqual(['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h']);
    expect(new Set(asked.map((one) => one.change)).size).toBe(8);
  });

  it('waits while the server is away, says why, and is sent once it is back', async () => {
    const outbox = await openTab();
    answers = [gone, yes];
    outbox.keep(note('one'));
    await until(() => outbox.outboxState().status === 'waiting');
    expect(outbox.outboxState().trouble).toContain('cannot be reached');
    expect(outbox.outboxState().waiting).toHaveLength(1);
    await outbox.flush();
    expect(outbox.outboxState().status).toBe('saved');
    // The same change with the same id: a lost answer does the work once.
    expect(new Set(asked.map((one) => one.change)).size).toBe(1);
    expect(asked).toHaveLength(2);
  });

  it('tries again by itself', async () => {
    const outbox = await openTab();
    answers = [refusal(503, 'a large import is being written'), yes];
    outbox.keep(note('one'));
    await until(() => outbox.outboxState().status === 'waiting');
    expect(outbox.outboxState().trouble).toBe('a large import is being written');
    await until(() => outbox.outboxState().status === 'saved');
    expect(texts()).toEqual(['one', 'one']);
  });

  it('that follows one which cannot be sent waits behind it', async () => {
    const outbox = await openTab();
    answers = [gone];
    outbox.keep(note('one'));
    outbox.keep(note('two'));
    await until(() => outbox.outboxState().status === 'waiting');
    expect(new Set(texts())).toEqual(new Set(['one']));
    answers = [yes];
    await outbox.settle();
    expect(texts().slice(-2)).toEqual(['one', 'two']);
  });
});

describe('a refusal', () => {
  it('is kept with its reason for a person, and lets the others pass', async () => {
    const outbox = await openTab();
    answers = [refusal(422, 'The session is finished.'), yes];
    outbox.keep(note('late'));
    outbox.keep(note('next'));
    await until(() => texts().includes('next'));
    await until(() => outbox.outboxState().status === 'saved');
    expect(outbox.outboxState().waiting).toMatchObject([
      { body: { text: 'late' }, refused: { detail: 'The session is finished.' } },
    ]);
  });

  it('can be tried again, or taken back', async () => {
    const outbox = await openTab();
    answers = [refusal(409, 'Not now.'), refusal(409, 'Still not.'), yes];
    outbox.keep(note('stubborn'));
    await until(() => outbox.outboxState().waiting[0]?.refused !== undefined);
    const id = outbox.outboxState().waiting[0]?.id ?? '';
    await outbox.tryAgain(id);
    await until(() => outbox.outboxState().waiting[0]?.refused?.detail === 'Still not.');
    expect(await outbox.takeBack(id)).toBe(true);
    expect(outbox.outboxState().waiting).toEqual([]);
    // Nothing is left to take back.
    expect(await outbox.takeBack(id)).toBe(false);
    await outbox.tryAgain(id);
    expect(texts()).toEqual(['stubborn', 'stubborn']);
  });
});

describe('taking back', () => {
  it('what was never offered to the server leaves nothing', async () => {
    const outbox = await openTab();
    answers = [gone];
    outbox.keep(note('first'));
    outbox.keep(note('second'));
    await until(() => outbox.outboxState().status === 'waiting');
    const second = outbox.outboxState().waiting[1]?.id ?? '';
    expect(await outbox.takeBack(second)).toBe(true);
    answers = [yes];
    await outbox.flush();
    expect(texts()).not.toContain('second');
  });

  it('is refused while its request is in flight, and after an answer that was lost', async () => {
    const outbox = await openTab();
    let answer: (response: Response) => void = () => undefined;
    answers = [() => new Promise<Response>((resolve) => (answer = resolve)), gone, yes];
    outbox.keep(note('in flight'));
    await until(() => asked.length === 1);
    const id = outbox.outboxState().waiting[0]?.id ?? '';
    // The server may have it already: whoever undoes it must void it there.
    expect(await outbox.takeBack(id)).toBe(false);
    answer(Response.json({ status: 503, title: 'busy', detail: 'busy' }, { status: 503 }));
    await until(() => outbox.outboxState().status === 'waiting');
    expect(await outbox.takeBack(id)).toBe(false);
    await outbox.flush();
    await outbox.flush();
    expect(outbox.outboxState().waiting).toEqual([]);
    expect(new Set(asked.map((one) => one.change))).toEqual(new Set([id]));
  });
});

describe('a change that the server fails at', () => {
  it('is set aside after some tries, told, and the rest go on', async () => {
    const outbox = await openTab();
    const failing = refusal(500, 'The server failed at this request; nothing was changed.');
    answers = [failing, failing, failing, failing, failing, yes];
    outbox.keep(note('poison'));
    outbox.keep(note('sound'));
    for (let tries = 0; tries < 5; tries++) {
      await until(() => texts().filter((text) => text === 'poison').length > tries);
      await outbox.flush();
    }
    await until(() => outbox.outboxState().arrived.length === 1);
    expect(texts().at(-1)).toBe('sound');
    expect(outbox.outboxState().waiting).toMatchObject([
      { body: { text: 'poison' }, refused: { status: 500 }, failures: 5 },
    ]);
    // A person may try it again, from the first try on.
    await outbox.tryAgain(outbox.outboxState().waiting[0]?.id ?? '');
    await until(() => outbox.outboxState().waiting.length === 0);
    expect(texts().at(-1)).toBe('poison');
  });

  it('because it is busy or full waits on, however often', async () => {
    const outbox = await openTab();
    answers = [...Array(6).fill(refusal(507, 'The disk is full.')), yes];
    outbox.keep(note('patient'));
    for (let tries = 0; tries < 6; tries++) await outbox.flush();
    await outbox.flush();
    expect(outbox.outboxState().waiting).toEqual([]);
    expect(texts()).toHaveLength(7);
  });
});

describe('a file', () => {
  it('waits like any change, across a closed tab, and is sent with its address', async () => {
    const first = await openTab();
    answers = [gone];
    first.keep({
      name: 'addCurve',
      params: { id: SESSION },
      query: { side: 'left', from: '5' },
      file: new Blob(['angle_deg,moment_nm'], { type: 'text/csv' }),
      title: 'curve of bend-toe-up, left',
      tag: 'NS-01',
    });
    await until(() => first.outboxState().status === 'waiting');
    expect(kept.size).toBe(0);
    answers = [yes];
    const second = await openTab();
    second.startOutbox();
    await until(() => second.outboxState().arrived.length === 1);
    expect(asked.at(-1)).toMatchObject({
      path: `/api/sessions/${SESSION}/curves?side=left&from=5`,
      body: { text: 'angle_deg,moment_nm' },
    });
    expect(new Set(asked.map((one) => one.change)).size).toBe(1);
    // What arrived is remembered, its file is not held for that.
    const [arrived] = second.outboxState().arrived;
    expect(arrived).toMatchObject({ title: 'curve of bend-toe-up, left' });
    expect(arrived && 'file' in arrived && arrived.file.size).toBe(0);
  });
});

describe('a closed tab', () => {
  it('loses nothing that it had written', async () => {
    const first = await openTab();
    answers = [gone];
    first.keep(note('before'));
    await until(() => first.outboxState().status === 'waiting');
    answers = [yes];
    const second = await openTab();
    second.startOutbox();
    await until(() => second.outboxState().arrived.length === 1);
    expect(texts().at(-1)).toBe('before');
    expect(new Set(asked.map((one) => one.change)).size).toBe(1);
  });

  it('loses nothing that it was about to write', async () => {
    const first = await openTab();
    answers = [gone];
    first.keep(note('in the last moment'));
    // The tab is gone before its store has the change: only the journal has it.
    const [[key, text] = ['', '']] = [...kept];
    await until(() => first.outboxState().status === 'waiting');
    globalThis.indexedDB = new IDBFactory();
    kept.set(key, text);
    answers = [yes];
    const second = await openTab();
    second.startOutbox();
    await until(() => second.outboxState().arrived.length === 1);
    expect(texts().at(-1)).toBe('in the last moment');
    expect(kept.size).toBe(0);
  });

  it('does not send again what is refused', async () => {
    const first = await openTab();
    answers = [refusal(422, 'No.')];
    first.keep(note('never'));
    await until(() => first.outboxState().waiting[0]?.refused !== undefined);
    const second = await openTab();
    second.startOutbox();
    await until(() => second.outboxState().waiting.length === 1);
    await second.flush();
    expect(texts()).toEqual(['never']);
    expect(second.outboxState().waiting[0]?.refused?.detail).toBe('No.');
  });
});

describe('what was typed in one lab', () => {
  const otherLab = refusal(421, 'This belongs to another lab.');

  it('carries its identity, waits apart where another lab answers, and goes to its own', async () => {
    kept.set('emvex-lab', 'lab-a');
    const first = await openTab();
    answers = [otherLab, yes];
    first.keep(note('of a'));
    await until(() => first.outboxState().waiting[0]?.refused !== undefined);
    expect(asked[0]?.lab).toBe('lab-a');
    // What is typed in the lab that is open now goes on meanwhile.
    kept.set('emvex-lab', 'lab-b');
    first.keep(note('of b'));
    await until(() => first.outboxState().arrived.length === 1);
    expect(asked.map(({ body, lab }) => [body.text, lab])).toEqual([
      ['of a', 'lab-a'],
      ['of b', 'lab-b'],
    ]);
    const inB = await openTab();
    inB.startOutbox();
    await inB.settle();
    expect(asked).toHaveLength(2);
    kept.set('emvex-lab', 'lab-a');
    const inA = await openTab();
    inA.startOutbox();
    await until(() => asked.length === 3);
    expect([asked[2]?.body.text, asked[2]?.lab]).toEqual(['of a', 'lab-a']);
    await until(() => inA.outboxState().waiting.length === 0);
  });
});

describe('a browser that keeps nothing', () => {
  it('still sends what is typed, and says that the tab must stay open', async () => {
    globalThis.indexedDB = {
      open: () => {
        throw new DOMException('denied', 'SecurityError');
      },
    } as never;
    vi.stubGlobal('localStorage', undefined);
    const outbox = await openTab();
    answers = [gone];
    outbox.keep(note('held'));
    await until(() => outbox.outboxState().status === 'waiting');
    expect(outbox.outboxState().durable).toBe(false);
    expect(outbox.outboxState().waiting).toHaveLength(1);
    answers = [yes];
    await outbox.flush();
    expect(outbox.outboxState().waiting).toEqual([]);
    expect(texts().at(-1)).toBe('held');
  });
});

describe('watchers', () => {
  it('are called at every change of state, until they stop', async () => {
    const outbox = await openTab();
    const seen: string[] = [];
    const stop = outbox.watchOutbox(() => seen.push(outbox.outboxState().status));
    outbox.keep(note('one'));
    await until(() => outbox.outboxState().status === 'saved');
    expect(seen[0]).toBe('sending');
    expect(seen.at(-1)).toBe('saved');
    stop();
    const before = seen.length;
    outbox.keep(note('two'));
    await until(() => asked.length === 2);
    expect(seen).toHaveLength(before);
  });
});

describe('what waited over an update', () => {
  const id = (n: number) => `0199d2f0-0000-7000-8000-00000000010${n}`;
  const takenAt = '2026-03-01T10:00:00.000Z';
  const waited = (n: number, name: string, params: object, body: object, more: object = {}) => ({
    id: id(n),
    name,
    params,
    body: { text: name, ...body },
    person: 'B1',
    tag: 'NS-01',
    ...more,
  });
  const oldPage = { type: 'about:blank', title: 'no', status: 426, detail: 'updated since' };
  const BEFORE = [
    waited(1, 'startSession', {}, { id: 's' }),
    waited(2, 'describeSession', { id: 's' }, { version: 1 }),
    waited(3, 'recordReading', {}, { id: 'r', sessionId: 's', quantity: 'mass', takenAt }),
    waited(4, 'addNote', { id: 's' }, {}),
    waited(5, 'voidReading', { id: 'r' }, { reason: 'slip' }),
    waited(6, 'finishSession', { id: 's' }, {}),
    waited(
      7,
      'recordMatchReading',
      { id: 'c' },
      { id: 'm', feature: 'mass' },
      { refused: oldPage },
    ),
    waited(8, 'recordStudyReading', { id: 'g' }, { id: 't', turn: 2 }),
  ];
  const JOURNALLED = waited(9, 'voidStudyReading', { id: 'g' }, { turn: 2, reason: 'slip' });

  async function leave(): Promise<void> {
    const { openDB } = await import('idb');
    const db = await openDB('emvex', 1, {
      upgrade: (made) => {
        made.createObjectStore('waiting', { keyPath: 'id' });
      },
    });
    for (const change of BEFORE) await db.put('waiting', change);
    db.close();
    kept.set(`emvex-unwritten-${JOURNALLED.id}`, JSON.stringify(JOURNALLED));
  }

  it('is taken over in the words of this version, and arrives once', async () => {
    await leave();
    const outbox = await openTab();
    outbox.startOutbox();
    await until(() => asked.length >= 9 && outbox.outboxState().status === 'saved');
    expect(asked.map(({ path, change }) => [path, change])).toEqual([
      ['/api/sessions', id(1)],
      ['/api/sessions/s/terms', id(2)],
      ['/api/readings', id(3)],
      ['/api/sessions/s/notes', id(4)],
      ['/api/readings/r/void', id(5)],
      ['/api/sessions/s/finish', id(6)],
      ['/api/readings', id(7)],
      ['/api/readings', id(8)],
      ['/api/readings/g/void', id(9)],
    ]);
    const bodies = asked.map(({ body }) => body as unknown as Record<string, unknown>);
    expect(bodies[2]).toMatchObject({ occasionId: 's', quantity: 'mass' });
    expect(bodies[6]).toMatchObject({ occasionId: 'c', quantity: 'mass' });
    expect(bodies[7]).toMatchObject({ occasionId: 'g', turn: 2 });
    const again = await openTab();
    again.startOutbox();
    await again.settle();
    expect(asked).toHaveLength(9);
  });

  it('and was refused for another reason stays refused', async () => {
    BEFORE.splice(
      0,
      BEFORE.length,
      waited(
        1,
        'recordMatchReading',
        { id: 'c' },
        { feature: 'mass' },
        {
          refused: { ...oldPage, status: 422 },
        },
      ),
    );
    kept.clear();
    await leave();
    kept.clear();
    const outbox = await openTab();
    outbox.startOutbox();
    await outbox.settle();
    expect(asked).toEqual([]);
    expect(outbox.outboxState().waiting).toMatchObject([
      { name: 'recordReading', body: { quantity: 'mass' }, refused: { status: 422 } },
    ]);
  });

  it('leaves what an old page sends waiting, for the page that comes after it', async () => {
    const reload = vi.fn();
    vi.stubGlobal('sessionStorage', { getItem: () => null, setItem: () => undefined });
    vi.stubGlobal('window', Object.assign(new EventTarget(), { location: { reload } }));
    answers = [refusal(426, 'Emvex was updated')];
    const outbox = await openTab();
    outbox.keep(note('kept'));
    await until(() => outbox.outboxState().status === 'waiting');
    expect(outbox.outboxState().waiting[0]?.refused).toBeUndefined();
    expect(reload).toHaveBeenCalledOnce();
  });
});
