/**
 * Changes that wait in the browser until the server has them: kept in IndexedDB, sent in the order they were made by
 * one tab at a time, each with its own id, so that it arrives once. Bench and phone use this one class.
 */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Problem } from '#contract/problem.ts';

/** What every waiting change carries. */
export interface Waiting {
  /** UUIDv7: the order of sending, and the change's id. */
  id: string;
  /** Identity of the lab it was made in; left out where that was not known. */
  lab?: string;
  /** True once it was offered to the server, which may have it whatever it answered. */
  offered?: boolean;
  /** How often the server failed at it. */
  failures?: number;
  /** Set where the server refused it, or failed at it again and again: it waits for a person. */
  refused?: Problem;
}

interface OutboxSchema<C> extends DBSchema {
  waiting: { key: string; value: C & Waiting };
}

export interface OutboxState<C> {
  waiting: readonly C[];
  /** The last changes that arrived, so that nothing vanishes before it is fetched again. */
  arrived: readonly C[];
  /** `saved`, `sending`, or why it waits. */
  status: 'saved' | 'sending' | 'waiting';
  trouble: string;
  /** False where the browser keeps nothing across a reload. */
  durable: boolean;
}

/** What a fault of sending makes of a change. */
export type Outcome =
  /** Not the change's fault: it and those behind it wait. */
  | 'later'
  /** The server failed at it: it is tried again, but not for ever. */
  | { failed: Problem }
  /** It waits for a person. */
  | { refused: Problem };

export interface OutboxTerms<C extends Waiting> {
  /** Of the browser's database, and of the lock that one tab holds while it sends. */
  name: string;
  keyPath?: string;
  send: (change: C) => Promise<void>;
  /** What a fault of `send` makes of the change; rethrows what it does not know. */
  judge: (error: unknown) => Outcome;
  /** A stored change in the words of this version. */
  asNow?: (stored: C) => C;
  /** True where it can be written down as text at once: a file cannot. */
  isText: (change: C) => boolean;
  /** What is remembered of one that arrived; its file is not held for that. */
  asArrived?: (change: C) => C;
  /** Tells other tabs that something changed. */
  announce?: () => void;
}

const KEPT_ARRIVALS = 200;
const RETRY_MS = [1000, 2000, 4000, 8000, 15000];
/** A change that the server fails at this often is set aside, so that those behind it go on. */
const MOST_FAILURES = 5;

export class Outbox<C extends Waiting> {
  private state: OutboxState<C> = {
    waiting: [],
    arrived: [],
    status: 'saved',
    trouble: '',
    durable: true,
  };
  private readonly watchers = new Set<() => void>();
  private readonly arrivals = new Set<(change: C) => void>();
  private store: Promise<IDBPDatabase<OutboxSchema<C>> | undefined> | undefined;
  /** Changes that the browser's store did not take: held while the tab is open. */
  private readonly memory = new Map<string, C>();
  /** Changes shown already whose writing has not ended. */
  private readonly unwritten = new Set<string>();
  private writing: Promise<void> = Promise.resolve();
  private sending: Promise<void> = Promise.resolve();
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly terms: OutboxTerms<C>) {}

  current = (): OutboxState<C> => this.state;

  watch = (watcher: () => void): (() => void) => {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  };

  /** Calls back when a change has arrived at the server. */
  onArrival(callback: (change: C) => void): () => void {
    this.arrivals.add(callback);
    return () => this.arrivals.delete(callback);
  }

  /** Starts it: what a closed tab left is read and sent. */
  start(): void {
    // What a tab that was closed in mid-writing left: writing it again does nothing twice.
    this.writing = Promise.all(
      this.journalled().map((change) => this.write(change).then(() => this.forget(change.id))),
    ).then(() => undefined);
    void this.reload().then((waiting) => {
      if (waiting.some((change) => !change.refused)) void this.flush();
    });
  }

  /**
   * Keeps a change and sends it as soon as it can be. It is shown at once, so that the next figure may be typed
   * without waiting for anything.
   */
  keep(change: C): void {
    this.unwritten.add(change.id);
    this.journal(change);
    this.publish({ waiting: [...this.state.waiting, change], status: 'sending' });
    this.writing = this.writing
      .then(() => this.write(change))
      .then(() => {
        this.unwritten.delete(change.id);
        this.forget(change.id);
        this.terms.announce?.();
        void this.flush();
      });
  }

  /** Waits until all that was kept so far has been written here and offered to the server. */
  async settle(): Promise<void> {
    await this.writing;
    await this.flush();
  }

  /** Sends what waits, in order: once at a time, and only one tab where the browser has locks. */
  flush(): Promise<void> {
    clearTimeout(this.timer);
    const lock = `${this.terms.name}-outbox`;
    this.sending = this.sending
      .catch(() => undefined)
      .then(() =>
        navigator.locks ? navigator.locks.request(lock, () => this.sendAll()) : this.sendAll(),
      );
    return this.sending;
  }

  /**
   * Takes back a change that the server cannot have: one never offered to it, or refused by it. False where it may
   * have it: then what it did is to be undone by another change.
   */
  async takeBack(id: string): Promise<boolean> {
    await this.writing;
    let gone = false;
    await this.decideOn(id, (change) => {
      gone = !change.offered || change.refused !== undefined;
      return gone ? undefined : change;
    });
    await this.reload();
    this.terms.announce?.();
    return gone;
  }

  /** Lets a refused change be tried again, as it is or changed. */
  async tryAgain(id: string, change: (refused: C) => C = (refused) => refused): Promise<void> {
    await this.writing;
    await this.decideOn(id, (refused) => {
      const { refused: _refused, failures: _failures, ...plain } = change(refused);
      return plain as C;
    });
    await this.reload();
    void this.flush();
  }

  /** Reads what waits anew: another tab may have changed it. */
  async reload(): Promise<readonly C[]> {
    const kept = await this.readAll();
    // What was typed meanwhile is shown already and not yet written.
    const newer = this.state.waiting.filter(
      ({ id }) => this.unwritten.has(id) && !kept.some((change) => change.id === id),
    );
    const waiting = [...kept, ...newer];
    const held = waiting.filter((change) => !change.refused);
    this.publish({
      waiting,
      ...(held.length === 0 ? { status: 'saved' as const, trouble: '' } : {}),
    });
    return waiting;
  }

  private publish(change: Partial<OutboxState<C>>): void {
    this.state = { ...this.state, ...change };
    for (const watcher of this.watchers) watcher();
  }

  private openStore() {
    this.store ??= (async () => {
      try {
        // A browser that forbids its store may throw at once instead of refusing later.
        return await openDB<OutboxSchema<C>>(this.terms.name, 1, {
          upgrade: (db) => {
            db.createObjectStore('waiting', { keyPath: this.terms.keyPath ?? 'id' });
          },
        });
      } catch {
        this.publish({ durable: false });
        return undefined;
      }
    })();
    return this.store;
  }

  private get journalPrefix(): string {
    return `${this.terms.name}-unwritten-`;
  }

  /** Written at once, before the browser's store has it: a tab closed in between loses nothing. */
  private journal(change: C): void {
    // A file is no text; it is in the browser's store a moment later.
    if (!this.terms.isText(change)) return;
    try {
      localStorage.setItem(this.journalPrefix + change.id, JSON.stringify(change));
    } catch {
      // A browser that keeps nothing here may still keep it in its store.
    }
  }

  private journalled(): C[] {
    try {
      return Object.keys(localStorage)
        .filter((key) => key.startsWith(this.journalPrefix))
        .map((key) => this.asNow(JSON.parse(localStorage.getItem(key) ?? '') as C));
    } catch {
      return [];
    }
  }

  private forget(id: string): void {
    try {
      localStorage.removeItem(this.journalPrefix + id);
    } catch {
      // Nothing was kept there either.
    }
  }

  private asNow(stored: C): C {
    return this.terms.asNow?.(stored) ?? stored;
  }

  private async readAll(): Promise<C[]> {
    await this.writing;
    const db = await this.openStore();
    const kept = db ? await db.getAll('waiting') : [];
    return [...kept.map((change) => this.asNow(change)), ...this.memory.values()].sort((a, b) =>
      a.id < b.id ? -1 : 1,
    );
  }

  private async write(change: C): Promise<void> {
    const db = await this.openStore();
    try {
      if (!db) throw new Error('no store');
      await db.put('waiting', change as C & Waiting);
    } catch {
      // A browser that keeps nothing, or is full, still holds the change while the tab is open.
      this.memory.set(change.id, change);
      this.publish({ durable: false });
    }
  }

  private async remove(id: string): Promise<void> {
    const db = await this.openStore();
    await db?.delete('waiting', id);
    this.memory.delete(id);
  }

  /**
   * Looks at a change and changes or removes it, in one step that no other tab comes between.
   * @param decide answers with what is kept of it; undefined removes it
   */
  private async decideOn(id: string, decide: (change: C) => C | undefined): Promise<void> {
    const held = this.memory.get(id);
    if (held) {
      const next = decide(held);
      if (next) this.memory.set(id, next);
      else this.memory.delete(id);
      return;
    }
    const step = (await this.openStore())?.transaction('waiting', 'readwrite');
    const change = await step?.store.get(id);
    if (!step || !change) return;
    const next = decide(this.asNow(change));
    if (next) await step.store.put(next as C & Waiting);
    else await step.store.delete(id);
    await step.done;
  }

  /** Marks a change as offered, before it is sent; undefined where it was taken back meanwhile. */
  private async claim(id: string): Promise<C | undefined> {
    let claimed: C | undefined;
    await this.decideOn(id, (change) => {
      claimed = { ...change, offered: true };
      return claimed;
    });
    return claimed;
  }

  private afterFault(change: C, outcome: Outcome): C {
    if (outcome === 'later') return change;
    if ('refused' in outcome) return { ...change, refused: outcome.refused };
    const failures = (change.failures ?? 0) + 1;
    return failures < MOST_FAILURES
      ? { ...change, failures }
      : { ...change, failures, refused: outcome.failed };
  }

  private async sendAll(): Promise<void> {
    for (;;) {
      const next = (await this.readAll()).find((change) => !change.refused);
      if (!next) {
        this.failures = 0;
        await this.reload();
        return;
      }
      this.publish({ status: 'sending' });
      const change = await this.claim(next.id);
      if (!change) continue;
      try {
        await this.terms.send(change);
        await this.remove(change.id);
        const told = this.terms.asArrived?.(change) ?? change;
        this.publish({ arrived: [...this.state.arrived, told].slice(-KEPT_ARRIVALS) });
        this.failures = 0;
        for (const arrival of this.arrivals) arrival(change);
      } catch (error) {
        const left = this.afterFault(change, this.terms.judge(error));
        if (left !== change) await this.write(left);
        if (!left.refused) {
          this.publish({ status: 'waiting', trouble: (error as Error).message });
          const delay = RETRY_MS[Math.min(this.failures, RETRY_MS.length - 1)];
          this.failures += 1;
          this.timer = setTimeout(() => void this.flush(), delay);
          return;
        }
      }
      await this.reload();
      this.terms.announce?.();
    }
  }
}
