/** The wish list: pairs that are promised, wished for or asked for. */
import type { z } from 'zod';
import type { Wish, wishFields } from '#contract/wish-records.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

/** How many of those struck off are shown. */
const STRUCK_OFF_SHOWN = 50;

export function wishStore(db: Db) {
  const WISH = `SELECT w.id, w.maker, w.model, w.name, w.kind, w.why, w.whom, w.due_on AS dueOn,
      w.said_at AS saidAt, w.closed, p.tag,
      (SELECT e.slug FROM maker k
         JOIN model m ON m.maker_id = k.id AND m.name = w.model COLLATE NOCASE
         JOIN edition e ON e.model_id = m.id AND e.name = w.name COLLATE NOCASE
       WHERE k.name = w.maker COLLATE NOCASE AND e.merged_into IS NULL) AS editionSlug
    FROM wish w LEFT JOIN pair p ON p.id = w.pair_id`;
  const selectOpen = db.prepare<[], Wish>(
    `${WISH} WHERE w.closed IS NULL ORDER BY w.due_on IS NULL, w.due_on, w.said_at`,
  );
  const selectClosed = db.prepare<[], Wish>(
    `${WISH} WHERE w.closed IS NOT NULL ORDER BY w.said_at DESC LIMIT ${STRUCK_OFF_SHOWN}`,
  );
  const selectById = db.prepare<[string], Wish>(`${WISH} WHERE w.id = ?`);
  const insert = db.prepare(
    `INSERT INTO wish (id, maker, model, name, kind, why, whom, due_on, said_at)
     VALUES (@id, @maker, @model, @name, @kind, @why, @whom, @dueOn, @saidAt)`,
  );
  const strike = db.prepare(
    `UPDATE wish SET closed = @closed, pair_id = @pairId
     WHERE closed IS NULL AND maker = @maker COLLATE NOCASE AND model = @model COLLATE NOCASE
       AND (name = '' OR name = @name COLLATE NOCASE)`,
  );

  return {
    /** Those that stand, the next due first; then some of those struck off. */
    all: (): Wish[] => [...selectOpen.all(), ...selectClosed.all()],
    byId(id: string): Wish {
      const wish = selectById.get(id);
      if (!wish) throw notFound('This wish');
      return wish;
    },
    add: (wish: z.output<typeof wishFields>, saidAt: string) => insert.run({ ...wish, saidAt }),
    /** Strikes off what a pair was wished for by: its build, or any build of its model. */
    strikeOff: (
      names: { maker: string; model: string; name: string },
      pair: { id: string; tag: string },
    ) => strike.run({ ...names, pairId: pair.id, closed: `${pair.tag} was received` }),
  };
}

export type WishStore = ReturnType<typeof wishStore>;
