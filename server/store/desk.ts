/** What the reviewer's desk asks of pairs: how they came, and which wait to be measured. */

import { ENDING_DECISIONS } from '#core/records/wear-verdict.ts';
import type { Db } from './database.ts';
import { sqlTexts } from './sql-texts.ts';

export interface WaitingPair {
  tag: string;
  maker: string;
  model: string;
  name: string;
  slug: string;
  returnBy: string | null;
}

/** More pairs than these nobody takes in hand next. */
const MOST_WAITING = 20;

export function deskStore(db: Db) {
  const selectCame = db.prepare<[], { maker: string; acquisition: string; pairs: number }>(
    `SELECT k.name AS maker, p.acquisition, count(*) AS pairs
     FROM pair p
       JOIN edition e ON e.id = p.edition_id
       JOIN model m ON m.id = e.model_id
       JOIN maker k ON k.id = m.maker_id
     GROUP BY k.name, p.acquisition`,
  );
  const selectWaiting = db.prepare<[], WaitingPair>(
    `SELECT p.tag, k.name AS maker, m.name AS model, e.name, e.slug, p.return_by AS returnBy
     FROM pair p
       JOIN edition e ON e.id = p.edition_id
       JOIN model m ON m.id = e.model_id
       JOIN maker k ON k.id = m.maker_id
       LEFT JOIN pair_summary s ON s.pair_id = p.id
     WHERE p.shelved = 0 AND coalesce(s.readings, 0) = 0
       AND coalesce(p.wear_answer, '') NOT IN (${sqlTexts(ENDING_DECISIONS)})
       AND (p.decision IS NULL OR p.decision <> 'return')
     ORDER BY p.return_by IS NULL, p.return_by, p.tag LIMIT ${MOST_WAITING}`,
  );
  return {
    /** Pairs by maker and by how they came. */
    came: () => selectCame.all(),
    /** Pairs on the table of which nothing was measured, those first that go back first. */
    waiting: () => selectWaiting.all(),
  };
}

export type DeskStore = ReturnType<typeof deskStore>;
