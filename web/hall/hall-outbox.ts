/**
 * What was kept on this phone and is not at the bench yet: sent in the order it was kept, once each,
 * as soon as the bench can be reached. What the bench refuses stays until somebody decides.
 */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { useSyncExternalStore } from 'react';
import { v7 as newId } from 'uuid';
import { openedLink } from './hall-link.ts';
import { callHall, HallFault } from './hall-request.ts';

export interface WaitingCall {
  /** UUIDv7 of the change: sent twice it does the work once. */
  change: string;
  /** Of the link that it was kept under: what one tester kept is never sent as another's. */
  secret: string;
  path: string;
  body?: unknown;
  picture?: Blob;
  /** What it is, in words: 12 km in NS-01. */
  words: string;
  /** What it is about, where it can be shown as a row: an outing. */
  about?: string;
  refused?: { words: string; again: boolean };
}

interface HallSchema extends DBSchema {
  waiting: { key: string; value: WaitingCall };
}

interface OutboxState {
  waiting: readonly WaitingCall[];
  away: boolean;
}

const LOOK_MS = 10_000;

let state: OutboxState = { waiting: [], away: false };
const watchers = new Set<() => void>();
const arrivals = new Set<() => void>();
let store: Promise<IDBPDatabase<HallSchema> | undefined> | undefined;
let sending = false;

function openStore() {
  store ??= openDB<HallSchema>('emvex-hall', 1, {
    upgrade: (db) => void db.createObjectStore('waiting', { keyPath: 'change' }),
  }).catch(() => undefined);
  return store;
}

function publish(next: Partial<OutboxState>): void {
  state = { ...state, ...next };
  for (const watcher of watchers) watcher();
}

async function reload(): Promise<void> {
  const db = await openStore();
  if (db) publish({ waiting: await db.getAll('waiting') });
}

/** Sends what waits; what was refused waits on for a word. */
async function flush(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (;;) {
      const next = state.waiting.find(({ refused }) => !refused);
      if (!next) break;
      const { path, body, picture, change, secret } = next;
      try {
        await callHall({
          method: 'POST',
          path,
          change,
          secret,
          ...(body === undefined ? {} : { body }),
          ...(picture ? { picture } : {}),
        });
        await drop(change);
        publish({ away: false });
        for (const arrived of arrivals) arrived();
      } catch (error) {
        if (!(error instanceof HallFault)) throw error;
        if (error.passing) {
          publish({ away: true });
          break;
        }
        const again = error.problem?.errors?.some(({ field }) => field === 'again') ?? false;
        await put({ ...next, refused: { words: error.message, again } });
      }
    }
  } finally {
    sending = false;
  }
}

async function put(call: WaitingCall): Promise<void> {
  const db = await openStore();
  if (db) {
    await db.put('waiting', call);
    await reload();
    return;
  }
  // A browser that keeps nothing holds it as long as the page is open.
  const others = state.waiting.filter(({ change }) => change !== call.change);
  publish({ waiting: [...others, call] });
}

async function drop(change: string): Promise<void> {
  const db = await openStore();
  await db?.delete('waiting', change);
  publish({ waiting: state.waiting.filter((one) => one.change !== change) });
}

/** Keeps a call on this phone, and sends it as soon as that can be. */
export async function keep(
  call: Omit<WaitingCall, 'change' | 'refused' | 'secret'>,
): Promise<void> {
  await put({ ...call, change: newId(), secret: openedLink() ?? '' });
  void flush();
}

/** Takes a call back that was not sent. */
export const takeBack = (change: string): Promise<void> => drop(change);

/** Sends once more what was refused, as another of its kind. */
export async function sendAgain({ refused: _, ...call }: WaitingCall): Promise<void> {
  await drop(call.change);
  await put({ ...call, change: newId(), body: { ...(call.body as object), again: true } });
  void flush();
}

export function startSending(): void {
  void reload().then(flush);
  window.addEventListener('online', () => void flush());
  window.addEventListener('focus', () => void flush());
  setInterval(() => {
    if (state.waiting.some(({ refused }) => !refused)) void flush();
  }, LOOK_MS);
}

/** Told each time something arrived at the bench. */
export function onArrived(listener: () => void): () => void {
  arrivals.add(listener);
  return () => arrivals.delete(listener);
}

export const useOutbox = (): OutboxState =>
  useSyncExternalStore(
    (watch) => {
      watchers.add(watch);
      return () => watchers.delete(watch);
    },
    () => state,
  );
