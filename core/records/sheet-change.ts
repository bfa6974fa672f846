/** What changed from one revision of a sheet to the next, as data. */
import type { TermKind } from '../statistics/uncertainty.ts';
import type { ClaimAnswer } from './claim-verdict.ts';

/** A figure as it is written on the sheet: `31.1 ± 1.0 mm`. */
type WrittenFigure = string;

/** What moved a figure. */
export type ChangeCause =
  | { kind: 'read'; readings: readonly string[] }
  | { kind: 'no longer counted'; readings: readonly string[] }
  | { kind: 'converted'; conversions: readonly string[] }
  /** The lab learned it since. */
  | { kind: 'learned'; term: TermKind }
  /** The units or digits in which it is shown. */
  | { kind: 'shown' }
  | { kind: 'no reading left' };

export type SheetChange =
  | {
      kind: 'moved';
      name: string;
      basis: string;
      before: WrittenFigure;
      after: WrittenFigure;
      causes: readonly ChangeCause[];
    }
  | {
      kind: 'new';
      name: string;
      basis: string;
      after: WrittenFigure;
      causes: readonly ChangeCause[];
    }
  | {
      kind: 'gone';
      name: string;
      basis: string;
      before: WrittenFigure;
      causes: readonly ChangeCause[];
    }
  | {
      kind: 'claim';
      name: string;
      typed: string;
      before: ClaimAnswer;
      after: ClaimAnswer;
      causes: readonly ChangeCause[];
    }
  /** No figure and no typed text: a text that is worked out, or the layout. */
  | { kind: 'elsewhere' }
  /** Another text; the texts themselves where both are short. */
  | { kind: 'text'; title: string; texts?: { before: string; after: string } };

/** What makes an issued sheet say less than is known. */
export type SheetWarning =
  | {
      kind: 'moved';
      name: string;
      before: WrittenFigure;
      after: WrittenFigure;
      causes: readonly ChangeCause[];
    }
  | { kind: 'void'; readings: number; names: readonly string[]; why: string }
  /** A further wear check was promised, and its day has come. */
  | { kind: 'check due'; since: string; what: string };
