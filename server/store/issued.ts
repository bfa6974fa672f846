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

type Row = Omit<IssuedRecord, 'content' | 'leanedOn'> & { content: string; leanedOn: string };

const COLUMNS = 'id, kind, subject, revision, content, hash, leaned_on AS leanedOn, person, at';

const asRecord = ({ content, leanedOn, ...row }: Row): IssuedRecord => ({
  ...row,
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
  const selectOf = db.prepare<[string], Row>(
    `SELECT ${COLUMNS} FROM issued WHERE subject = ? ORDER BY n`,
  );
  const selectById = db.prepare<[string], Row>(`SELECT ${COLUMNS} FROM issued WHERE id = ?`);
  const latest = db.prepare<[{ kind: IssuedKind; subject: string }], Row>(
    `SELECT ${COLUMNS} FROM issued WHERE kind = @kind AND subject = @subject
     ORDER BY revision DESC LIMIT 1`,
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
    latest(kind: IssuedKind, subject: string): IssuedRecord | undefined {
      const row = latest.get({ kind, subject });
      return row && asRecord(row);
    },
  };
}

export type IssuedStore = ReturnType<typeof issuedStore>;
