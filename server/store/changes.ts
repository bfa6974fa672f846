/** Every write passes here: one transaction, one line of audit, and a second sending does nothing. */
import { createHash } from 'node:crypto';
import { Refusal } from '../problems.ts';
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

export function changeStore(db: Db) {
  const find = db.prepare<[string], { request_hash: string; answer: string }>(
    'SELECT request_hash, answer FROM change WHERE id = ?',
  );
  const insert = db.prepare(
    `INSERT INTO change (id, at, person, action, subject, request_hash, detail, answer)
     VALUES (@id, @at, @person, @action, @subject, @hash, @detail, @answer)`,
  );
  const list = db.prepare<[{ subject: string | null }], Record<string, string>>(
    `SELECT id, at, person, action, subject, detail FROM change
     WHERE @subject IS NULL OR subject = @subject
     ORDER BY rowid DESC LIMIT 500`,
  );
  let count = 0;

  /** Does the work of a change once, in one transaction with its audit; a repeat gets the first answer. */
  const apply = db.transaction(<T>(change: Change, work: () => T): T => {
    const detail = JSON.stringify(change.request ?? null);
    const hash = createHash('sha256')
      .update(`${change.action}\n${change.subject}\n${detail}`)
      .digest('hex');
    const before = find.get(change.id);
    if (before) {
      if (before.request_hash !== hash)
        throw new Refusal(409, 'This change id was already used for another change.');
      return JSON.parse(before.answer) as T;
    }
    const answer = work();
    const { id, at, person, action, subject } = change;
    insert.run({ id, at, person, action, subject, hash, detail, answer: JSON.stringify(answer) });
    count += 1;
    return answer;
  });

  return {
    apply: <T>(change: Change, work: () => T): T => apply.immediate(change, work) as T,
    list: (subject?: string) => list.all({ subject: subject ?? null }),
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
