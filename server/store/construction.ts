/** What shoes are made of: seen at pairs, stated of editions. */
import type { PartId } from '#core/catalogue/construction.ts';
import type { Answers } from '#core/construction/made-of.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

interface PartRow {
  part: PartId;
  answer: string;
}
interface Said {
  id: string;
  part: PartId;
  at: string;
  person: string;
}

const answersOf = (rows: readonly PartRow[]): Answers =>
  Object.fromEntries(rows.map(({ part, answer }) => [part, answer]));

export function constructionStore(db: Db) {
  const selectOfPair = db.prepare<[string], PartRow>(
    'SELECT part, answer FROM pair_part WHERE pair_id = ?',
  );
  const selectOfEdition = db.prepare<[string], PartRow & { said_at: string; person: string }>(
    'SELECT part, answer, said_at, person FROM edition_part WHERE edition_id = ?',
  );
  const statements = {
    seen: {
      write: db.prepare(
        `INSERT INTO pair_part (pair_id, part, answer, said_at, person)
         VALUES (@id, @part, @answer, @at, @person)
         ON CONFLICT DO UPDATE SET answer = excluded.answer, said_at = excluded.said_at,
           person = excluded.person`,
      ),
      drop: db.prepare('DELETE FROM pair_part WHERE pair_id = @id AND part = @part'),
    },
    stated: {
      write: db.prepare(
        `INSERT INTO edition_part (edition_id, part, answer, said_at, person)
         VALUES (@id, @part, @answer, @at, @person)
         ON CONFLICT DO UPDATE SET answer = excluded.answer, said_at = excluded.said_at,
           person = excluded.person`,
      ),
      drop: db.prepare('DELETE FROM edition_part WHERE edition_id = @id AND part = @part'),
    },
  };
  const markClaim = db.prepare('UPDATE claim_text SET mark = @mark WHERE id = @id');

  return {
    /** What was seen at a pair. */
    ofPair: (pairId: string): Answers => answersOf(selectOfPair.all(pairId)),
    /** What is stated of an edition. */
    ofEdition: (editionId: string): Answers => answersOf(selectOfEdition.all(editionId)),
    /** The same as rows, with who said it. */
    rowsOfEdition: (editionId: string) => selectOfEdition.all(editionId),
    /**
     * @param said the id is of the pair where it was seen, of the edition where it is stated
     * @param answer null: nobody looked
     */
    say(way: 'seen' | 'stated', said: Said, answer: string | null): void {
      if (answer === null) statements[way].drop.run({ id: said.id, part: said.part });
      else statements[way].write.run({ ...said, answer });
    },
    markClaim(id: string, mark: string): void {
      if (markClaim.run({ id, mark }).changes === 0) throw notFound('This claim');
    },
  };
}

export type ConstructionStore = ReturnType<typeof constructionStore>;
