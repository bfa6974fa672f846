/** Every write passes here: one transaction, one line of audit, and a second sending does nothing. */
import { createHash } from 'node:crypto';
import { translateChange } from '#core/figures/former-changes.ts';
import { notFound, Refusal } from '../problems.ts';
import type { Db } from './database.ts';

export interface Change {
  /** The client's UUIDv7. */
  id: string;
  at: string;
  person: string;
  /** The name of the address: `recordReading`. */
  action: string;
  /** What it concerns: an id or a name. */
  subject: string;
  /** What was asked for, kept in the audit. */
  request: unknown;
}

/** A change that was done, as it is kept. */
interface Done {
  action: string;
  subject: string;
  request_hash: string;
  detail: string;
  answer: string;
  blanked: string | null;
}

const MOMENT = /^\d{4}-\d\d-\d\dT\d\d:\d\d(?::\d\d(?:\.\d+)?)?(?:Z|[+-]\d\d:\d\d)$/;

/** What a request says, however its fields are ordered and its moments written. */
const readDetail = (detail: string): unknown =>
  JSON.parse(detail, (_key, value) =>
    typeof value === 'string' && MOMENT.test(value) ? new Date(value).toISOString() : value,
  );

/** True where `now` says all that `before` does; what an earlier version did not know of may be more. */
function repeats(before: unknown, now: unknown): boolean {
  if (typeof before !== 'object' || before === null) return before === now;
  if (Array.isArray(before))
    return (
      Array.isArray(now) &&
      before.length === now.length &&
      before.every((one, place) => repeats(one, now[place]))
    );
  return (
    typeof now === 'object' &&
    now !== null &&
    Object.entries(before).every(([name, value]) => repeats(value, now[name as keyof typeof now]))
  );
}

/**
 * True for a change that an earlier version did, and wrote in its own way: a browser that lost the
 * answer sends it again after an update.
 */
function isSameChange(before: Done, change: Change, detail: string): boolean {
  const { action, subject } = before;
  const former = translateChange({
    name: action,
    params: { id: subject },
    body: readDetail(before.detail),
  });
  return (
    former.name === change.action &&
    (former.name !== action || subject === change.subject) &&
    repeats(former.body, readDetail(detail))
  );
}

export function changeStore(db: Db) {
  const find = db.prepare<[string], Done>(
    `SELECT action, subject, request_hash, detail, answer, blanked_at AS blanked
     FROM change WHERE id = ?`,
  );
  const insert = db.prepare(
    `INSERT INTO change (id, at, person, action, subject, request_hash, detail, answer)
     VALUES (@id, @at, @person, @action, @subject, @hash, @detail, @answer)`,
  );
  // The hash of what was asked stays: sent again, it is known to have been done.
  const blank = db.prepare(
    `UPDATE change SET detail = 'null', answer = 'null', blanked_at = @at, blanked_why = @why
     WHERE id = @id AND blanked_at IS NULL`,
  );
  let count = 0;
  let shut: string | undefined;
  let paused: string | undefined;
  /** What is done beside the book once the change under way is committed. */
  let later: (() => void)[] = [];

  const hashOf = ({ action, subject }: Change, detail: string) =>
    createHash('sha256').update(`${action}\n${subject}\n${detail}`).digest('hex');

  /** What a change that was done already was answered; the same id with another request is refused. */
  function answerTo(change: Change, detail = JSON.stringify(change.request ?? null)): unknown {
    const before = find.get(change.id);
    if (!before) return undefined;
    if (before.request_hash !== hashOf(change, detail) && !isSameChange(before, change, detail))
      throw new Refusal(409, 'This change id was already used for another change.');
    if (before.blanked !== null)
      throw new Refusal(
        410,
        'This change was done. What it said was taken out of the record since.',
      );
    return JSON.parse(before.answer);
  }

  /** Does the work of a change once, in one transaction with its audit; a repeat gets the first answer. */
  const apply = db.transaction(<T>(change: Change, work: () => T): T => {
    const closed = shut ?? paused;
    if (closed !== undefined) throw new Refusal(503, closed);
    const detail = JSON.stringify(change.request ?? null);
    const before = answerTo(change, detail);
    if (before !== undefined) return before as T;
    const answer = work();
    const { id, at, person, action, subject } = change;
    const hash = hashOf(change, detail);
    insert.run({ id, at, person, action, subject, hash, detail, answer: JSON.stringify(answer) });
    count += 1;
    return answer;
  });

  return {
    apply<T>(change: Change, work: () => T): T {
      later = [];
      const answer = apply.immediate(change, work) as T;
      for (const task of later.splice(0)) task();
      return answer;
    },
    /** Leaves a task for when the change under way is committed; where it fails there is none. */
    afterwards(task: () => void): void {
      later.push(task);
    },
    /** The first answer to a change that is sent again; undefined where it is new. */
    answerTo: <T>(change: Change): T | undefined => answerTo(change) as T | undefined,
    /** From here on every change is refused, in these words: the book is damaged. */
    shut(words: string): void {
      shut = words;
    },
    /** Every change is asked to come again, in these words, until it is resumed. */
    pause(words: string): void {
      paused = words;
    },
    resume(): void {
      paused = undefined;
    },
    /** Why every change is refused; null: they are taken. */
    whyShut: (): string | null => shut ?? paused ?? null,
    /** Takes out of the record what a change said; that it was, when and by whom stays. */
    blank(id: string, why: string, at: string): void {
      if (!find.get(id)) throw notFound('This change');
      blank.run({ id, why, at });
    },
    /** Work on cached rows, in one transaction and without a line of audit. */
    quietly: (work: () => void): void => db.transaction(work).immediate(),
    /** Says that something was written beside this store: by a file that was read in. */
    touch(): void {
      count += 1;
    },
    /** Grows with each change of this process: what a cached figure is valid for. */
    revision: () => count,
  };
}

export type ChangeStore = ReturnType<typeof changeStore>;
