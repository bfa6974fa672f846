/** What speaks of sizes over many editions at once: try-ons that stand, and insides that were measured. */
import type { KnownFit } from '#core/fit/foot.ts';
import type { TryOnOutcome } from '#core/records/try-on-verdict.ts';
import type { LabelSystem, SizeLabel } from '#core/sizing/size-label.ts';
import type { Db } from './database.ts';

export interface StandingTryOn {
  editionId: string;
  maker: string;
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
  maker: string;
  tester: string;
  sock: string;
  system: LabelSystem;
  size: number;
  outcome: TryOnOutcome;
  row: number | null;
  words: string | null;
  swapFor: string | null;
}

/** The inside of an edition at one of its labels. */
export interface MakerInside {
  editionId: string;
  system: LabelSystem;
  size: number;
  pairs: number;
  mm: number;
}

/** A shoe that a tester knows, of an edition that may have been merged since. */
export interface KnownShoe {
  tester: string;
  editionId: string;
  merged: boolean;
  maker: string;
  label: SizeLabel;
  fits: KnownFit;
}

type KnownRow = Omit<KnownShoe, 'label' | 'merged'> & {
  system: LabelSystem;
  size: number;
  merged: number;
};

/** So many heights of toe boxes say what is usual. */
const TOE_BOXES = 120;

const STANDING = `SELECT p.edition_id AS editionId, k.name AS maker, t.tester, t.sock,
    p.label_system AS system, p.label_size AS size, t.verdict ->> '$.reasons[0].row' AS row,
    t.verdict ->> '$.reasons[0].verdict' AS words, t.verdict -> '$.swapFor' AS swapFor,
    CASE t.decided WHEN '' THEN t.verdict ->> '$.outcome' ELSE t.decided END AS outcome`;
const NAMED = `CROSS JOIN edition e ON e.id = p.edition_id
  CROSS JOIN model m ON m.id = e.model_id CROSS JOIN maker k ON k.id = m.maker_id`;

const read = ({ system, size, swapFor, ...row }: Row): StandingTryOn => ({
  ...row,
  label: { system, size },
  swapFor: swapFor === null ? undefined : JSON.parse(swapFor),
});

export function fitEvidenceStore(db: Db) {
  const selectOfEdition = db.prepare<[string], Row>(
    `${STANDING} FROM pair p CROSS JOIN occasion o ON o.pair_id = p.id
     CROSS JOIN try_on t ON t.occasion = o.n ${NAMED}
     WHERE p.edition_id = ? AND t.withdrawn IS NULL ORDER BY o.started_at, o.n`,
  );
  const selectAll = db.prepare<[], Row>(
    `${STANDING} FROM try_on t CROSS JOIN occasion o ON o.n = t.occasion
     CROSS JOIN pair p ON p.id = o.pair_id ${NAMED}
     WHERE t.withdrawn IS NULL ORDER BY o.started_at, o.n`,
  );
  // In one query: each of hundreds of known shoes would else ask for its edition.
  const selectKnown = db.prepare<[], KnownRow>(
    `SELECT t.code AS tester, e.id AS editionId, e.merged_into IS NOT NULL AS merged,
       k.name AS maker, s.value ->> '$.label.system' AS system, s.value ->> '$.label.size' AS size,
       s.value ->> '$.fits' AS fits
     FROM tester_foot t CROSS JOIN json_each(t.profile, '$.knownShoes') s
     CROSS JOIN edition e ON e.id = s.value ->> '$.editionId'
     CROSS JOIN model m ON m.id = e.model_id CROSS JOIN maker k ON k.id = m.maker_id
     ORDER BY t.code, s.key`,
  );
  const selectInside = db
    .prepare<[], string>(
      `SELECT p.edition_id FROM sitting_figure f
       CROSS JOIN occasion o ON o.n = f.occasion CROSS JOIN pair p ON p.id = o.pair_id
       WHERE f.quantity = 'internal-length' ORDER BY f.occasion DESC`,
    )
    .pluck();
  const selectOfMaker = db.prepare<[string], MakerInside>(
    `SELECT e.id AS editionId, p.label_system AS system, p.label_size AS size,
       count(DISTINCT p.id) AS pairs, avg(f.value) AS mm
     FROM model m CROSS JOIN edition e ON e.model_id = m.id
     CROSS JOIN pair p ON p.edition_id = e.id CROSS JOIN occasion o ON o.pair_id = p.id
     CROSS JOIN sitting_figure f ON f.occasion = o.n AND f.quantity = 'internal-length'
     WHERE m.maker_id = ? GROUP BY e.id, p.label_system, p.label_size ORDER BY e.id`,
  );
  const selectToeBoxes = db.prepare<[], { editionId: string; mm: number }>(
    `SELECT p.edition_id AS editionId, h.value AS mm FROM sitting_figure f
     CROSS JOIN sitting_figure h ON h.occasion = f.occasion AND h.quantity = 'toe-box-height'
     CROSS JOIN occasion o ON o.n = f.occasion CROSS JOIN pair p ON p.id = o.pair_id
     WHERE f.quantity = 'internal-length' ORDER BY f.occasion DESC LIMIT ${TOE_BOXES}`,
  );

  return {
    /** Try-ons of an edition that stand, the earliest first. */
    ofEdition: (editionId: string): StandingTryOn[] => selectOfEdition.all(editionId).map(read),
    /** Try-ons of all editions that stand, the earliest first. */
    all: (): StandingTryOn[] => selectAll.all().map(read),
    /** Shoes that testers know to fit, in the order of their codes. */
    known: (): KnownShoe[] =>
      selectKnown.all().map(({ system, size, merged, ...row }) => ({
        ...row,
        label: { system, size },
        merged: merged === 1,
      })),
    /** Editions whose inside was measured, the latest first. */
    measuredInside: (): string[] => [...new Set(selectInside.all())],
    /** Insides of the editions of a maker, by label: the mean of their sittings. */
    insidesOfMaker: (makerId: string): MakerInside[] => selectOfMaker.all(makerId),
    /** Heights of toe boxes that were measured last. */
    toeBoxes: () => selectToeBoxes.all(),
  };
}

export type FitEvidenceStore = ReturnType<typeof fitEvidenceStore>;
