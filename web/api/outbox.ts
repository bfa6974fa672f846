/**
 * Changes that wait in the browser until the server has them. They are kept in IndexedDB, sent in
 * order by one tab at a time, and carry their own ids, so that each arrives once.
 */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { v7 as newId } from 'uuid';
import type { BodyIn, ParamsOf } from '#contract/api.ts';
import type { Problem } from '#contract/records.ts';
import { RequestFault, request } from './request.ts';
import { announce, listen } from './tabs.ts';

/** The changes made at the bench that may wait. */
export type WaitingName =
  | 'startSession'
  | 'describeSession'
  | 'finishSession'
  | 'addNote'
  | 'recordReading'
  | 'voidReading'
  | 'startMatch'
  | 'seeMatch'
  | 'recordMatchReading'
  | 'voidMatchReading'
  | 'recordStudyReading'
  | 'voidStudyReading';

export interface WaitingChange<N extends WaitingName = WaitingName> {
  /** UUIDv7: the order of sending, and the change's id. */
  id: string;
  name: N;
  params: ParamsOf<N>;
  body: BodyIn<N>;
  person: string;
  /** The pair it concerns; empty for a study. */
  tag: string;
  /** Set where the server refused it: it waits for a person. */
  refused?: Problem;
}

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

const KEPT_ARRIVALS = 200;
const LOCK = 'emvex-outbox';
const RETRY_MS = [1000, 2000, 4000, 8000, 15000];

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
      .map((key) => JSON.parse(localStorage.getItem(key) ?? '') as WaitingChange);
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
  return [...kept, ...memory.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
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
  const parts = {
    params: change.params,
    body: change.body,
    change: change.id,
    person: change.person,
  };
  await request(change.name, parts as never);
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
    try {
      await send(next);
      await remove(next.id);
      publish({ arrived: [...state.arrived, next].slice(-KEPT_ARRIVALS) });
      failures = 0;
      for (const arrival of arrivals) arrival(next);
    } catch (error) {
      if (error instanceof RequestFault && !error.passing && error.problem) {
        await write({ ...next, refused: error.problem });
      } else {
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
export function keep<N extends WaitingName>(change: Omit<WaitingChange<N>, 'id'>): void {
  const kept = { ...change, id: newId() } as unknown as WaitingChange;
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

/** Takes back a change that has not been sent. True where it was still here. */
export async function takeBack(id: string): Promise<boolean> {
  const here = (await readAll()).some((change) => change.id === id);
  await remove(id);
  await reload();
  announce({ kind: 'outbox' });
  return here;
}

/** Lets a refused change be tried again. */
export async function tryAgain(id: string): Promise<void> {
  const change = (await readAll()).find((one) => one.id === id);
  if (!change) return;
  const { refused: _refused, ...plain } = change;
  await write(plain);
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
