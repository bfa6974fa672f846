/** Kept variance components: how little the pairs of an edition differ, by quantity and size. */

import type { ConsistencyRow } from '#contract/study-records.ts';
import { COMPUTED_QUANTITIES } from '#core/catalogue/quantities.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import type { LabelSystem } from '#core/sizing/size-label.ts';
import type { Db } from './database.ts';

/** A row of an edition, as it is kept. */
export type KeptConsistency = Omit<ConsistencyRow, 'slug' | 'name'> & {
  quantity: string;
  unranked: boolean;
};

/** Rows that are out of date: of one quantity of an edition, or of all where it is empty. */
export interface StaleRows {
  editionId: string;
  quantity: string;
}

interface Row {
  n: number;
  slug: string;
  maker: string;
  model: string;
  edition: string;
  label_system: LabelSystem;
  label_size: number;
  basis: string;
  pairs: number;
  readings: number;
  mean: number;
  pair_sd: number;
  sd_low: number | null;
  sd_high: number | null;
  cv_percent: number | null;
  measurement_share: number | null;
  side_bias: number;
  method: string;
  unranked: number;
}

export const PAGE_OF_CONSISTENCY = `SELECT c.*, e.slug, k.name AS maker, m.name AS model, e.name AS edition
  FROM consistency c
  JOIN edition e ON e.id = c.edition_id
  JOIN model m ON m.id = e.model_id
  JOIN maker k ON k.id = m.maker_id
  WHERE c.quantity = @quantity AND (c.unranked, c.pair_sd, c.n) > (@unranked, @pairSd, @n)
  ORDER BY c.unranked, c.pair_sd, c.n LIMIT @limit`;

/** What is worked out from readings follows them, whichever they are. */
const COMPUTED = JSON.stringify(COMPUTED_QUANTITIES);

export function consistencyStore(db: Db) {
  const selectPage = db.prepare<[object], Row>(PAGE_OF_CONSISTENCY);
  const selectStale = db.prepare<[number], StaleRows>(
    'SELECT edition_id AS editionId, quantity FROM stale_consistency LIMIT ?',
  );
  const selectStaleOf = db.prepare<[string, number], StaleRows>(
    `SELECT edition_id AS editionId, quantity FROM stale_consistency
     WHERE quantity IN (?, '') LIMIT ?`,
  );
  const countStale = db
    .prepare<[string], number>(
      "SELECT count(DISTINCT edition_id) FROM stale_consistency WHERE quantity IN (?, '')",
    )
    .pluck();
  const selectOfEdition = db.prepare<[string], { quantity: string; pairs: number; pairSd: number }>(
    `SELECT quantity, pairs, pair_sd AS pairSd FROM consistency
     WHERE edition_id = ? AND unranked = 0 ORDER BY pairs DESC, quantity`,
  );
  const markAll = db.prepare("INSERT OR IGNORE INTO stale_consistency VALUES (?, '')");
  // Of all readings of the sitting: one that was voided counted before; and what follows from any.
  const markSitting = db.prepare(
    `INSERT OR IGNORE INTO stale_consistency
     SELECT DISTINCT p.edition_id, r.quantity
     FROM occasion o CROSS JOIN pair p ON p.id = o.pair_id CROSS JOIN reading r ON r.occasion = o.n
     WHERE o.id = @sessionId
     UNION
     SELECT p.edition_id, c.value
     FROM occasion o CROSS JOIN pair p ON p.id = o.pair_id CROSS JOIN json_each(@computed) c
     WHERE o.id = @sessionId`,
  );
  const unmark = db.prepare(
    'DELETE FROM stale_consistency WHERE edition_id = @editionId AND quantity = @quantity',
  );
  const clear = db.prepare(
    `DELETE FROM consistency
     WHERE edition_id = @editionId AND (@quantity = '' OR quantity = @quantity)`,
  );
  const insert = db.prepare(
    `INSERT INTO consistency
       (edition_id, quantity, label_system, label_size, basis, pairs, readings, mean, pair_sd,
        sd_low, sd_high, cv_percent, measurement_share, side_bias, method, unranked)
     VALUES
       (@editionId, @quantity, @system, @size, @basis, @pairs, @readings, @mean, @pairSd,
        @low, @high, @cvPercent, @measurementShare, @sideBias, @method, @unranked)`,
  );

  return {
    /** @param sessionId the sitting that changed; left out: anything of the edition may have */
    markStale: (editionId: string, sessionId?: string) =>
      sessionId === undefined
        ? markAll.run(editionId)
        : markSitting.run({ sessionId, computed: COMPUTED }),
    /** Rows that are out of date, at most so many. */
    stale: (most: number): StaleRows[] => selectStale.all(most),
    /** Those that a list of a quantity waits for. */
    staleOf: (quantity: string, most: number): StaleRows[] => selectStaleOf.all(quantity, most),
    /** Rows of an edition, those of the most pairs first. */
    ofEdition: (editionId: string) => selectOfEdition.all(editionId),
    /** Editions whose rows of a quantity are out of date. */
    countStale: (quantity: string): number => countStale.get(quantity) ?? 0,
    /** Writes rows in place of those that were out of date. */
    write(stale: StaleRows, rows: readonly KeptConsistency[]): void {
      const { editionId } = stale;
      clear.run(stale);
      for (const { label, pairSdInterval, unranked, ...row } of rows)
        insert.run({
          ...row,
          editionId,
          system: label.system,
          size: label.size,
          low: pairSdInterval?.[0] ?? null,
          high: pairSdInterval?.[1] ?? null,
          unranked: Number(unranked),
        });
      unmark.run(stale);
    },
    /** @param after where the page before ended, as this answered */
    page(quantity: string, after: string | undefined, limit: number) {
      const [unranked = -1, pairSd = 0, n = 0] = after?.split(' ').map(Number) ?? [];
      const rows = selectPage.all({ quantity, unranked, pairSd, n, limit: limit + 1 });
      const shown = rows.slice(0, limit);
      const last = shown.at(-1);
      return {
        rows: shown.map(
          (row): ConsistencyRow => ({
            slug: row.slug,
            name: editionName({ ...row, name: row.edition }),
            label: { system: row.label_system, size: row.label_size },
            pairs: row.pairs,
            readings: row.readings,
            basis: row.basis,
            mean: row.mean,
            pairSd: row.pair_sd,
            pairSdInterval:
              row.sd_low === null || row.sd_high === null ? null : [row.sd_low, row.sd_high],
            cvPercent: row.cv_percent,
            measurementShare: row.measurement_share,
            sideBias: row.side_bias,
            method: row.method,
          }),
        ),
        more: last && rows.length > limit ? `${last.unranked} ${last.pair_sd} ${last.n}` : null,
      };
    },
  };
}

export type ConsistencyStore = ReturnType<typeof consistencyStore>;
