/** Questions to makers, with their answers. */
import type { z } from 'zod';
import type { MakerQuestion, questionAnswer, questionFields } from '#contract/desk-records.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

type Row = Omit<MakerQuestion, 'name'> & { maker: string; model: string; edition: string };

/** How many of those answered long ago are shown on the desk. */
const MOST_SHOWN = 100;

export function makerQuestionStore(db: Db) {
  const QUESTION = `SELECT q.id, q.edition_id AS editionId, q.claim_id AS claimId, q.question,
      q.asked_on AS askedOn, q.asked_by AS askedBy, q.answer, q.answered_on AS answeredOn,
      e.slug, e.name AS edition, m.name AS model, k.name AS maker,
      coalesce(c.typed, '') AS claim
    FROM maker_question q
      JOIN edition e ON e.id = q.edition_id
      JOIN model m ON m.id = e.model_id
      JOIN maker k ON k.id = m.maker_id
      LEFT JOIN claim c ON c.id = q.claim_id`;
  const selectAll = db.prepare<[], Row>(
    `${QUESTION} WHERE q.withdrawn IS NULL
     ORDER BY q.answered_on IS NOT NULL, q.asked_on DESC LIMIT ${MOST_SHOWN}`,
  );
  const selectOf = db.prepare<[string], Row>(
    `${QUESTION} WHERE q.edition_id = ? AND q.withdrawn IS NULL ORDER BY q.asked_on DESC`,
  );
  const insert = db.prepare(
    `INSERT INTO maker_question (id, edition_id, claim_id, question, asked_on, asked_by)
     VALUES (@id, @editionId, @claimId, @question, @askedOn, @askedBy)`,
  );
  const answer = db.prepare(
    'UPDATE maker_question SET answer = @answer, answered_on = @answeredOn WHERE id = @id AND withdrawn IS NULL',
  );
  const withdraw = db.prepare(
    'UPDATE maker_question SET withdrawn = @reason WHERE id = @id AND withdrawn IS NULL',
  );
  const named = ({ maker, model, edition, ...question }: Row): MakerQuestion => ({
    ...question,
    name: editionName({ maker, model, name: edition }),
  });
  const requireOne = (changes: number) => {
    if (changes === 0) throw notFound('This question');
  };
  return {
    /** Those without an answer first, the latest before the older ones. */
    all: (): MakerQuestion[] => selectAll.all().map(named),
    ofEdition: (editionId: string): MakerQuestion[] => selectOf.all(editionId).map(named),
    ask: (question: z.output<typeof questionFields>, askedBy: string) =>
      insert.run({ ...question, askedBy }),
    answer: (id: string, given: z.output<typeof questionAnswer>) =>
      requireOne(answer.run({ id, ...given }).changes),
    withdraw: (id: string, reason: string) => requireOne(withdraw.run({ id, reason }).changes),
  };
}

export type MakerQuestionStore = ReturnType<typeof makerQuestionStore>;
