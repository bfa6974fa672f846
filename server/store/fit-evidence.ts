/** What speaks of sizes over many editions at once: try-ons that stand, and insides that were measured. */
import type { TryOnOutcome } from '#core/fit/try-on-verdict.ts';
import type { LabelSystem, SizeLabel } from '#core/sizing/size-label.ts';
import type { Db } from './database.ts';

export interface StandingTryOn {
  editionId: string;
  tester: string;
  sock: string;
  label: SizeLabel;
  outcome: TryOnOutcome;
  /** The first reason of the rules, by its row. */
  row: number | null;
  words: string | null;
  swapFor: { label: SizeLabel } | undefined;
}

interface Row {
  editionId: string;
  tester: string;
  sock: string;
  system: LabelSystem;
  size: number;
  outcome: TryOnOutcome;
  row: number | null;
  words: string | null;
  swapFor: string | null;
}

const STANDING = `SELECT p.edition_id AS editionId, t.tester, t.sock, p.label_system AS system,
    p.label_size AS size, t.verdict ->> '$.reasons[0].row' AS row,
    t.verdict ->> '$.reasons[0].verdict' AS words, t.verdict -> '$.swapFor' AS swapFor,
    CASE t.decided WHEN '' THEN t.verdict ->> '$.outcome' ELSE t.decided END AS outcome`;

const read = ({ system, size, swapFor, ...row }: Row): StandingTryOn => ({
  ...row,
  label: { system, size },
  swapFor: swapFor === null ? undefined : JSON.parse(swapFor),
});

export function fitEvidenceStore(db: Db) {
  const selectOfEdition = db.prepare<[string], Row>(
    `${STANDING} FROM pair p CROSS JOIN occasion o ON o.pair_id = p.id
     JOIN try_on t ON t.occasion = o.n
     WHERE p.edition_id = ? AND t.withdrawn IS NULL ORDER BY o.started_at, o.n`,
  );
  const selectAll = db.prepare<[], Row>(
    `${STANDING} FROM try_on t CROSS JOIN occasion o ON o.n = t.occasion
     JOIN pair p ON p.id = o.pair_id
     WHERE t.withdrawn IS NULL ORDER BY o.started_at, o.n`,
  );
  const selectMeasured = db
    .prepare<[string], string>(
      `SELECT DISTINCT p.edition_id FROM sitting_figure f
       JOIN occasion o ON o.n = f.occasion JOIN pair p ON p.id = o.pair_id
       WHERE f.quantity = ? ORDER BY p.edition_id`,
    )
    .pluck();

  return {
    /** Try-ons of an edition that stand, the earliest first. */
    ofEdition: (editionId: string): StandingTryOn[] => selectOfEdition.all(editionId).map(read),
    /** Try-ons of all editions that stand, the earliest first. */
    all: (): StandingTryOn[] => selectAll.all().map(read),
    /** Editions of which a quantity was measured. */
    measured: (quantity: string): string[] => selectMeasured.all(quantity),
  };
}

export type FitEvidenceStore = ReturnType<typeof fitEvidenceStore>;
