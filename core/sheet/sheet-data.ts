/** What a sheet says in figures, as it leaves the bench: frozen with it, and read by machines. */

import type { ClaimAnswer, Noticeable } from '../records/claim-verdict.ts';
import type { TermKind } from '../statistics/uncertainty.ts';

/** The name of the schema that is published in `docs/schema/`. */
export const SHEET_SCHEMA = 'emvex-sheet-1';

export interface SheetReading {
  id: string;
  /** `NS-06 left 31.4 mm, 12 Nov 2026` */
  words: string;
}

export interface SheetFigure {
  /** Quantity, basis and set-up: the same from revision to revision. */
  key: string;
  quantity: string;
  name: string;
  section: string;
  basis: string;
  /** Symbol of the canonical unit. */
  unit: string;
  value: number;
  u: number;
  /** Expanded, 95 %: of the model where the pairs speak for it, else of the pair. */
  U: number;
  df: number | null;
  /** Expanded, of one of the pairs. */
  pairU: number;
  pairs: number;
  readings: number;
  speaksForEdition: boolean;
  provenance: 'measured' | 'converted';
  carried: string;
  conversions: string[];
  doubts: string[];
  grade: string | null;
  budget: { kind: TermKind; u: number }[];
  /** With the words it is written in. */
  ofPairs: { tag: string; value: number; U: number; words: string }[];
  taken: SheetReading[];
  claims: {
    typed: string;
    source: string;
    verdict: ClaimAnswer;
    noticeable: Noticeable;
    /** By how much it differs, as it is written; a sheet of a former version does not have it. */
    gap?: string;
  }[];
  reported: { typed: string; source: string }[];
  /** As it is written on the sheet, in the units of the lab. */
  shown: { value: string; U: string; pairU: string; unit: string; also: string };
}

export interface SheetData {
  schema: typeof SHEET_SCHEMA;
  edition: { slug: string; maker: string; model: string; name: string };
  uses: string[];
  label: string;
  figures: SheetFigure[];
  /** Words by their part, letters alone. */
  words: Record<string, string>;
  /** Sentences of the bench by their part. */
  said: Record<string, string>;
  /** Pairs in the figures whose left and right differ, with what was decided; left out: none is known. */
  leftRight?: { words: string; brief: string }[];
  /** Claims of what nobody measured. */
  unmeasured: { quantity: string; typed: string; source: string }[];
  pairs: { tag: string; words: string }[];
  instruments: string[];
  protocols: string[];
  studies: string[];
  measuredUntil: string | null;
}
