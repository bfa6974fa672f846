/** Rounds of practice: how they went. Nothing of them is a reading. */
import type { z } from 'zod';
import type { PracticeRound, practiceFields } from '#contract/desk-records.ts';
import type { Db } from './database.ts';

const MOST_SHOWN = 60;

type Row = Omit<PracticeRound, 'result'> & { result: string };

export function practiceStore(db: Db) {
  const selectOf = db.prepare<[string], Row>(
    `SELECT id, person, at, lesson, seed, result FROM practice_round
     WHERE person = ? ORDER BY at DESC, id DESC LIMIT ${MOST_SHOWN}`,
  );
  const insert = db.prepare(
    `INSERT INTO practice_round (id, person, at, lesson, seed, result)
     VALUES (@id, @person, @at, @lesson, @seed, @result)`,
  );
  return {
    /** The latest first. */
    ofPerson: (person: string): PracticeRound[] =>
      selectOf.all(person).map((row) => ({ ...row, result: JSON.parse(row.result) })),
    add: (round: z.output<typeof practiceFields>, person: string, at: string) =>
      insert.run({ ...round, person, at, result: JSON.stringify(round.result) }),
  };
}

export type PracticeStore = ReturnType<typeof practiceStore>;
