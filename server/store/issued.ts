/** What was issued: kept as it was, with its hash. */
import { createHash } from 'node:crypto';
import type { IssuedKind, IssuedRecord } from '#contract/issued-records.ts';
import type { BenchDocument } from '#core/sheet/document.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

export interface Issue {
  id: string;
  kind: IssuedKind;
  subject: string;
  content: BenchDocument;
  /** What it was made on, as it stood. */
  leanedOn: unknown;
  person: string;
  at: string;
}

type Row = Omit<IssuedRecord, 'content' | 'leanedOn' | 'withdrawn'> & {
  content: string;
  leanedOn: string;
  withdrawn: string | null;
};

const ISSUED = `SELECT i.id, i.kind, i.subject, i.revision, i.content, i.hash,
    i.leaned_on AS leanedOn, i.person, i.at,
    (SELECT json_object('why', w.why, 'person', w.person, 'at', w.at)
     FROM issued_withdrawal w WHERE w.issued_id = i.id) AS withdrawn
  FROM issued i`;

/** A line of what was issued, without its content. */
export type IssuedLine = Omit<IssuedRecord, 'content' | 'leanedOn' | 'hash'> & { title: string };

const asRecord = ({ content, leanedOn, withdrawn, ...row }: Row): IssuedRecord => ({
  ...row,
  withdrawn: withdrawn === null ? null : JSON.parse(withdrawn),
  content: JSON.parse(content),
  leanedOn: JSON.parse(leanedOn),
});

export function issuedStore(db: Db) {
  const insert = db.prepare(
    `INSERT INTO issued (id, kind, subject, revision, content, hash, leaned_on, person, at)
     VALUES (@id, @kind, @subject,
       (SELECT 1 + count(*) FROM issued WHERE kind = @kind AND subject = @subject),
       @content, @hash, @leanedOn, @person, @at)`,
  );
  const selectOf = db.prepare<[string], Row>(`${ISSUED} WHERE i.subject = ? ORDER BY i.n`);
  const selectById = db.prepare<[string], Row>(`${ISSUED} WHERE i.id = ?`);
  const latest = db.prepare<[{ kind: IssuedKind; subject: string }], Row>(
    `${ISSUED} WHERE i.kind = @kind AND i.subject = @subject ORDER BY i.revision DESC LIMIT 1`,
  );
  const selectSheets = db.prepare<
    [{ limit: number }],
    Omit<IssuedLine, 'withdrawn'> & { n: number; withdrawn: string | null }
  >(
    `SELECT i.n, i.id, i.kind, i.subject, i.revision, i.content ->> 'title' AS title, i.person, i.at,
       (SELECT json_object('why', w.why, 'person', w.person, 'at', w.at)
        FROM issued_withdrawal w WHERE w.issued_id = i.id) AS withdrawn
     FROM issued i WHERE i.kind IN ('sheet', 'comparison')
     ORDER BY i.at DESC, i.n DESC LIMIT @limit`,
  );
  const insertWithdrawal = db.prepare(
    `INSERT INTO issued_withdrawal (issued_id, why, person, at) VALUES (@id, @why, @person, @at)
     ON CONFLICT DO NOTHING`,
  );
  const selectNoted = db.prepare<[string], unknown>(
    `SELECT 1 FROM occasion o CROSS JOIN issued i ON i.subject = o.id
     WHERE o.pair_id = ? AND o.kind = 'check' AND i.kind = 'return-note' LIMIT 1`,
  );
  return {
    issue({ content, leanedOn, ...issue }: Issue): void {
      const text = JSON.stringify(content);
      insert.run({
        ...issue,
        content: text,
        hash: createHash('sha256').update(text).digest('hex'),
        leanedOn: JSON.stringify(leanedOn),
      });
    },
    /** Was a return note issued of a pair? */
    isNoted: (pairId: string): boolean => selectNoted.get(pairId) !== undefined,
    of: (subject: string): IssuedRecord[] => selectOf.all(subject).map(asRecord),
    byId(id: string): IssuedRecord {
      const row = selectById.get(id);
      if (!row) throw notFound('What was issued');
      return asRecord(row);
    },
    /** Sheets and comparisons, the latest first, without their content. */
    sheets: (limit: number): IssuedLine[] =>
      selectSheets.all({ limit }).map(({ n: _, withdrawn, ...line }) => ({
        ...line,
        withdrawn: withdrawn === null ? null : JSON.parse(withdrawn),
      })),
    /** A revision is withdrawn once; it stays readable. */
    withdraw: (withdrawal: { id: string; why: string; person: string; at: string }): void => {
      insertWithdrawal.run(withdrawal);
    },
    latest(kind: IssuedKind, subject: string): IssuedRecord | undefined {
      const row = latest.get({ kind, subject });
      return row && asRecord(row);
    },
  };
}

export type IssuedStore = ReturnType<typeof issuedStore>;
