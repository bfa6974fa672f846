/**
 * Changes that wait in the browser until the server has them. They are kept in IndexedDB, sent in
 * order by one tab at a time, and carry their own ids, so that each arrives once.
 */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { v7 as newId } from 'uuid';
import type { BodyIn, FileChangeName, ParamsOf, WaitingName } from '#contract/endpoints.ts';
import { OLD_PAGE_STATUS } from '#contract/headers.ts';
import type { Problem } from '#contract/problem.ts';
import { translateChange } from '#core/figures/former-changes.ts';
import { currentPerson } from './person.ts';
import { RequestFault, request, requestWithFile } from './request.ts';
import { announce, listen } from './tabs.ts';

interface Kept {
  /** UUIDv7: the order of sending, and the change's id. */
  id: string;
  person: string;
  /** The pair it concerns; empty for a study. */
  tag: string;
  /** True once it was offered to the server, which may have it whatever it answered. */
  offered?: boolean;
  /** How often the server failed at it. */
  failures?: number;
  /** Set where the server refused it, or failed at it again and again: it waits for a person. */
  refused?: Problem;
}

interface PlainChange<N extends WaitingName> extends Kept {
  name: N;
  params: ParamsOf<N>;
  body: BodyIn<N>;
}

/** A curve or a photograph on its way. */
export interface FileChange extends Kept {
  name: FileChangeName;
  params: Record<string, string>;
  query: Record<string, string>;
  file: Blob;
  /** What it is called where it is told of. */
  title: string;
}

export type WaitingChange<N extends WaitingName = WaitingName> = PlainChange<N> | FileChange;

interface OutboxSchema extends DBSchema {
  waiting: { key: string; value: WaitingChange };
}

export interface OutboxState {
  waiting: readonly WaitingChange[];
  /** The last changes that arrived, so that nothing vanishes before it is fetched again. */
  arrived: readonly WaitingChange[];
  /** `saved`, `sending`, or why it waits. */
  status: 'saved' | 'sending' | 'waiting';
  trouble: string;
  /** False where the browser keeps nothing across a reload. */
  durable: boolean;
}

/**
 * A change in the words of this version. One that was refused for the words of before is not refused
 * any more.
 */
function asNow(change: WaitingChange): WaitingChange {
  if ('file' in change) return change;
  const { name, params, body, refused, ...kept } = change;
  const now = translateChange({ name, params, body });
  if (now.body === body && now.name === name) return change;
  const unheard = refused?.status === OLD_PAGE_STATUS;
  return { ...kept, ...(refused && !unheard ? { refused } : {}), ...now } as WaitingChange;
}

const KEPT_ARRIVALS = 200;
const LOCK = 'emvex-outbox';
const RETRY_MS = [1000, 2000, 4000, 8000, 15000];
/** A change that the server fails at this often is set aside, so that those behind it go on. */
const MOST_FAILURES = 4;

let state: OutboxState = { waiting: [], arrived: [], status: 'saved', trouble: '', durable: true };
const watchers = new Set<() => void>();
const arrivals = new Set<(change: WaitingChange) => void>();
let store: Promise<IDBPDatabase<OutboxSchema> | undefined> | undefined;
const memory = new Map<string, WaitingChange>();
/** Changes shown already whose writing has not ended. */
const unwritten = new Set<string>();
/** Written at once, before the browser's store has it: a tab closed in between loses nothing. */
const JOURNAL = 'emvex-unwritten-';

function journal(change: WaitingChange): void {
  // A file is no text; it is in the browser's store a moment later.
  if ('file' in change) return;
  try {
    localStorage.setItem(JOURNAL + change.id, JSON.stringify(change));
  } catch {
    // A browser that keeps nothing here may still keep it in its store.
  }
}

function journalled(): WaitingChange[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(JOURNAL))
      .map((key) => asNow(JSON.parse(localStorage.getItem(key) ?? '') as WaitingChange));
  } catch {
    return [];
  }
}

function forget(id: string): void {
  try {
    localStorage.removeItem(JOURNAL + id);
  } catch {
    // Nothing was kept there either.
  }
}

let writing: Promise<void> = Promise.resolve();
let failures = 0;
let timer: ReturnType<typeof setTimeout> | undefined;

async function openDatabase() {
  try {
    // A browser that forbids its store may throw at once instead of refusing later.
    return await openDB<OutboxSchema>('emvex', 1, {
      upgrade: (db) => {
        db.createObjectStore('waiting', { keyPath: 'id' });
      },
    });
  } catch {
    return undefined;
  }
}

function openStore() {
  store ??= openDatabase();
  return store;
}

function publish(change: Partial<OutboxState>): void {
  state = { ...state, ...change };
  for (const watcher of watchers) watcher();
}

async function readAll(): Promise<WaitingChange[]> {
  await writing;
  const db = await openStore();
  const kept = db ? await db.getAll('waiting') : [];
  return [...kept.map(asNow), ...memory.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
}

async function write(change: WaitingChange): Promise<void> {
  const db = await openStore();
  try {
    if (!db) throw new Error('no store');
    await db.put('waiting', change);
  } catch {
    // A browser that keeps nothing, or is full, still holds the change while the tab is open.
    memory.set(change.id, change);
    publish({ durable: false });
  }
}

async function remove(id: string): Promise<void> {
  const db = await openStore();
  await db?.delete('waiting', id);
  memory.delete(id);
}

/**
 * Looks at a change and changes or removes it, in one step that no other tab comes between.
 * @param decide answers with what is kept of it; undefined removes it
 */
async function decideOn(
  id: string,
  decide: (change: WaitingChange) => WaitingChange | undefined,
): Promise<void> {
  const held = memory.get(id);
  if (held) {
    const next = decide(held);
    if (next) memory.set(id, next);
    else memory.delete(id);
    return;
  }
  const step = (await openStore())?.transaction('waiting', 'readwrite');
  const change = await step?.store.get(id);
  if (!step || !change) return;
  const next = decide(asNow(change));
  if (next) await step.store.put(next);
  else await step.store.delete(id);
  await step.done;
}

/** Marks a change as offered, before it is sent; undefined where it was taken back meanwhile. */
async function claim(id: string): Promise<WaitingChange | undefined> {
  let claimed: WaitingChange | undefined;
  await decideOn(id, (change) => {
    claimed = { ...change, offered: true };
    return claimed;
  });
  return claimed;
}

async function reload(): Promise<WaitingChange[]> {
  const kept = await readAll();
  // What was typed meanwhile is shown already and not yet written.
  const newer = state.waiting.filter(
    ({ id }) => unwritten.has(id) && !kept.some((change) => change.id === id),
  );
  const waiting = [...kept, ...newer];
  const held = waiting.filter((change) => !change.refused);
  publish({
    waiting,
    ...(held.length === 0 ? { status: 'saved' as const, trouble: '' } : {}),
  });
  return waiting;
}

async function send(change: WaitingChange): Promise<void> {
  const { params, id, person } = change;
  if ('file' in change) {
    const { name, query, file } = change;
    await requestWithFile(name, { params, query, file, change: id, person });
  } else {
    await request(change.name, { params, body: change.body, change: id, person } as never);
  }
}

/** What a fault makes of a change: set aside with the server's words, or tried again later. */
function afterFault(change: WaitingChange, error: unknown): WaitingChange {
  if (!(error instanceof RequestFault) || !error.problem) return change;
  if (!error.passing) return { ...change, refused: error.problem };
  // A server that is busy or full says so; one that fails says nothing that waiting would mend.
  if (error.status !== 500) return change;
  const failures = (change.failures ?? 0) + 1;
  return failures < MOST_FAILURES
    ? { ...change, failures }
    : { ...change, failures, refused: error.problem };
}

async function sendAll(): Promise<void> {
  for (;;) {
    const next = (await readAll()).find((change) => !change.refused);
    if (!next) {
      failures = 0;
      await reload();
      return;
    }
    publish({ status: 'sending' });
    const change = await claim(next.id);
    if (!change) continue;
    try {
      await send(change);
      await remove(change.id);
      // What it was is remembered until it is fetched again; its file is not held for that.
      const told = 'file' in change ? { ...change, file: new Blob() } : change;
      publish({ arrived: [...state.arrived, told].slice(-KEPT_ARRIVALS) });
      failures = 0;
      for (const arrival of arrivals) arrival(change);
    } catch (error) {
      const left = afterFault(change, error);
      if (left !== change) await write(left);
      if (!left.refused) {
        publish({ status: 'waiting', trouble: (error as Error).message });
        const delay = RETRY_MS[Math.min(failures, RETRY_MS.length - 1)];
        failures += 1;
        timer = setTimeout(() => void flush(), delay);
        return;
      }
    }
    await reload();
    announce({ kind: 'outbox' });
  }
}

let sending: Promise<void> = Promise.resolve();

/** Sends what waits, in order: once at a time, and only one tab where the browser has locks. */
export function flush(): Promise<void> {
  clearTimeout(timer);
  sending = sending
    .catch(() => undefined)
    .then(() => (navigator.locks ? navigator.locks.request(LOCK, sendAll) : sendAll()));
  return sending;
}

/**
 * Keeps a change and sends it as soon as it can be. It is shown at once, so that the next figure
 * may be typed without waiting for anything.
 */
export function keep<N extends WaitingName>(
  change:
    | (Omit<PlainChange<N>, 'id' | 'person'> & { person?: string })
    | Omit<FileChange, 'id' | 'person'>,
): void {
  const person = ('person' in change && change.person) || currentPerson();
  const kept = { ...change, person, id: newId() } as unknown as WaitingChange;
  unwritten.add(kept.id);
  journal(kept);
  publish({ waiting: [...state.waiting, kept], status: 'sending' });
  writing = writing
    .then(() => write(kept))
    .then(() => {
      unwritten.delete(kept.id);
      forget(kept.id);
      announce({ kind: 'outbox' });
      void flush();
    });
}

/** Waits until all that was kept so far has been written here and offered to the server. */
export async function settle(): Promise<void> {
  await writing;
  await flush();
}

/**
 * Takes back a change that the server cannot have: one never offered to it, or refused by it. False
 * where it may have it: then what it did is to be undone by another change.
 */
export async function takeBack(id: string): Promise<boolean> {
  await writing;
  let gone = false;
  await decideOn(id, (change) => {
    gone = !change.offered || change.refused !== undefined;
    return gone ? undefined : change;
  });
  await reload();
  announce({ kind: 'outbox' });
  return gone;
}

/** Lets a refused change be tried again. */
export async function tryAgain(id: string): Promise<void> {
  const change = (await readAll()).find((one) => one.id === id);
  if (!change) return;
  const { refused: _refused, failures: _failures, ...plain } = change;
  await write(plain as WaitingChange);
  await reload();
  void flush();
}

export function watchOutbox(watcher: () => void): () => void {
  watchers.add(watcher);
  return () => watchers.delete(watcher);
}

export const outboxState = (): OutboxState => state;

/** Calls back when a change has arrived at the server. */
export function onArrival(callback: (change: WaitingChange) => void): () => void {
  arrivals.add(callback);
  return () => arrivals.delete(callback);
}

/** Starts the outbox: what a closed tab left is read and sent. */
export function startOutbox(): void {
  listen((message) => {
    if (message.kind === 'outbox') void reload();
  });
  window.addEventListener('online', () => void flush());
  // What a tab that was closed in mid-writing left: writing it again does nothing twice.
  writing = Promise.all(
    journalled().map((change) => write(change).then(() => forget(change.id))),
  ).then(() => undefined);
  void reload().then((waiting) => {
    if (waiting.some((change) => !change.refused)) void flush();
  });
}
