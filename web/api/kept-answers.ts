/**
 * What the server last answered, kept in the browser by address, and whether it can be reached: while
 * it is away pages show what was last known, and say so.
 */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { useSyncExternalStore } from 'react';

interface KeptAnswer {
  address: string;
  /** The build that understood it; another may read it otherwise. */
  build: string;
  /** ms since 1970. */
  at: number;
  answer: unknown;
}

interface AnswerSchema extends DBSchema {
  answers: { key: string; value: KeptAnswer; indexes: { at: number } };
}

/** Answers that are kept; the oldest go. */
const MOST_KEPT = 500;
/** How often an absent server is looked for. */
const LOOK_MS = 2500;

export interface ServerState {
  away: boolean;
  /** When what is shown was last known, in ms since 1970; undefined where nothing kept is shown. */
  knownAt: number | undefined;
}

let state: ServerState = { away: false, knownAt: undefined };
const watchers = new Set<() => void>();
const returns = new Set<() => void>();
let looking: ReturnType<typeof setInterval> | undefined;
let store: Promise<IDBPDatabase<AnswerSchema> | undefined> | undefined;

async function openAnswers() {
  try {
    return await openDB<AnswerSchema>('emvex-answers', 1, {
      upgrade: (db) => {
        db.createObjectStore('answers', { keyPath: 'address' }).createIndex('at', 'at');
      },
    });
  } catch {
    // A browser that keeps nothing shows nothing while the server is away.
    return undefined;
  }
}

function openStore() {
  store ??= openAnswers();
  return store;
}

function publish(next: ServerState): void {
  state = next;
  for (const watcher of watchers) watcher();
}

/** Asks whether the server is there, and says what came of it. */
export async function lookForServer(): Promise<void> {
  const answered = await fetch('/api/health').then(
    ({ ok }) => ok,
    () => false,
  );
  if (answered) serverAnswered();
  else serverMissed();
}

/** The server was reached: pages fetch anew what they show. */
export function serverAnswered(): void {
  if (!state.away) return;
  clearInterval(looking);
  looking = undefined;
  publish({ away: false, knownAt: undefined });
  for (const back of returns) back();
}

/** The server could not be reached; it is looked for until it can. */
export function serverMissed(): void {
  if (!state.away) publish({ ...state, away: true });
  looking ??= setInterval(() => void lookForServer(), LOOK_MS);
}

/** Keeps an answer for when the server is away; what cannot be kept is not. */
export async function keepAnswer(address: string, answer: unknown): Promise<void> {
  try {
    const db = await openStore();
    if (!db) return;
    await db.put('answers', { address, build: __EMVEX_BUILD__, at: Date.now(), answer });
    const over = (await db.count('answers')) - MOST_KEPT;
    if (over <= 0) return;
    const oldest = await db.getAllKeysFromIndex('answers', 'at', undefined, over);
    for (const key of oldest) await db.delete('answers', key);
  } catch {
    // A full store keeps what it has.
  }
}

/** What this build was last answered at an address, or undefined. */
export async function keptAnswer(address: string): Promise<{ answer: unknown } | undefined> {
  try {
    const kept = await (await openStore())?.get('answers', address);
    if (!kept || kept.build !== __EMVEX_BUILD__) return undefined;
    publish({ ...state, knownAt: Math.min(state.knownAt ?? kept.at, kept.at) });
    return { answer: kept.answer };
  } catch {
    return undefined;
  }
}

/** Forgets what another lab answered. */
export async function dropKeptAnswers(): Promise<void> {
  await (await openStore())?.clear('answers').catch(() => undefined);
}

/** Calls back when the server is back. */
export function onReturn(callback: () => void): () => void {
  returns.add(callback);
  return () => returns.delete(callback);
}

function watch(watcher: () => void): () => void {
  watchers.add(watcher);
  return () => watchers.delete(watcher);
}

export const useServerState = (): ServerState => useSyncExternalStore(watch, () => state);
