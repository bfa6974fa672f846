/** What is kept of photographs; the pictures themselves lie beside the database. */
import type { z } from 'zod';
import type { Photograph, photographFields } from '#contract/match-records.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

type Fields = z.output<typeof photographFields>;
export type StoredPhotograph = Photograph & { hash: string };

const PHOTOGRAPH = `SELECT id, subject_kind AS subjectKind, subject_id AS subjectId, side, caption,
    hash, width, height, bytes, added_at AS addedAt, person
  FROM photograph`;

/** Finds the subject of a photograph. */
const SUBJECTS: Record<Fields['subjectKind'], string> = {
  pair: 'SELECT 1 FROM pair WHERE id = ?',
  match: "SELECT 1 FROM occasion WHERE id = ? AND kind = 'check'",
  note: 'SELECT 1 FROM sitting_note WHERE id = ?',
};

export function photographStore(db: Db) {
  const select = db.prepare<[string], StoredPhotograph>(`${PHOTOGRAPH} WHERE id = ?`);
  const selectOf = db.prepare<[{ subjectKind: string; subjectId: string }], StoredPhotograph>(
    `${PHOTOGRAPH} WHERE subject_kind = @subjectKind AND subject_id = @subjectId
     ORDER BY added_at, id`,
  );
  const insert = db.prepare(
    `INSERT INTO photograph
       (id, subject_kind, subject_id, side, caption, hash, width, height, bytes, added_at, person)
     VALUES
       (@id, @subjectKind, @subjectId, @side, @caption, @hash, @width, @height, @bytes, @addedAt,
        @person)`,
  );
  const describe = db.prepare(
    'UPDATE photograph SET side = @side, caption = @caption WHERE id = @id',
  );
  const remove = db.prepare('DELETE FROM photograph WHERE id = ?');
  const selectHash = db.prepare<[string], unknown>('SELECT 1 FROM photograph WHERE hash = ?');
  const subjects = Object.fromEntries(
    Object.entries(SUBJECTS).map(([kind, sql]) => [kind, db.prepare<[string], unknown>(sql)]),
  );

  function byId(id: string): StoredPhotograph {
    const row = select.get(id);
    if (!row) throw notFound('This photograph');
    return row;
  }

  return {
    byId,
    of: (subject: Pick<Fields, 'subjectKind' | 'subjectId'>): StoredPhotograph[] =>
      selectOf.all(subject),
    requireSubject({ subjectKind, subjectId }: Pick<Fields, 'subjectKind' | 'subjectId'>): void {
      if (!subjects[subjectKind]?.get(subjectId)) throw notFound(`This ${subjectKind}`);
    },
    add: (photograph: StoredPhotograph): void => {
      insert.run(photograph);
    },
    describe(id: string, fields: Pick<Fields, 'side' | 'caption'>): void {
      byId(id);
      describe.run({ id, ...fields });
    },
    /** Forgets a photograph; answers with the name of its picture. */
    remove(id: string): string {
      const { hash } = byId(id);
      remove.run(id);
      return hash;
    },
    isKept: (hash: string): boolean => selectHash.get(hash) !== undefined,
  };
}

export type PhotographStore = ReturnType<typeof photographStore>;
