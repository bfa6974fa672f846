/** One reading, whatever it was taken in: a sitting, a check of left against right, a turn of a study. */
import { instrumentFault } from '../catalogue/gauge.ts';
import type { MeasuredQuantityId, Side } from '../catalogue/quantities.ts';
import type { QuantityDefinition } from '../catalogue/quantity.ts';
import type { ToolName } from '../catalogue/tools.ts';
import { accepted, type Result, refused } from '../sizing/result.ts';
import type { TypedQuantity } from '../sizing/typed-quantity.ts';
import { readTypedReading } from './typed-reading.ts';

/** What readings are taken in. */
export const OCCASIONS = ['sitting', 'check', 'study', 'try-on', 'wear-check'] as const;
export type OccasionKind = (typeof OCCASIONS)[number];

/** How a reading came in: by hand, off a live gauge, from a file, fitted to a curve. */
export const ENTRIES = ['typed', 'live', 'file', 'curve'] as const;
export type Entry = (typeof ENTRIES)[number];

/** A reading as it is asked to be kept. */
export interface ReadingDraft<Quantity extends string = MeasuredQuantityId> {
  id: string;
  occasionId: string;
  /** Null: of no shoe of the book, as a turn of a study is. */
  side: Side | null;
  quantity: Quantity;
  /** As it was typed; its value is read from it, so that the two always agree. */
  typed: string;
  /** What a bare number in `typed` means. */
  unit: string;
  /** Null: a usual tool of the kind, not one of the lab's. */
  instrumentId: string | null;
  /** Code of who took it; null: whoever the occasion is of. */
  person: string | null;
  /** UTC with milliseconds. */
  takenAt: string;
  /** The reading that this one corrects. */
  supersedes: string | null;
  /** Why it corrects. */
  reason: string;
  note: string;
  entered: Entry;
  temperatureC: number | null;
  humidityPct: number | null;
  /** Of a study: which of its turns, and the part that was measured. */
  turn: number | null;
  part: string | null;
}

/** A reading as it stands in the book. Nothing of it is ever rewritten. */
export interface Reading<Quantity extends string = MeasuredQuantityId>
  extends ReadingDraft<Quantity> {
  /** Code of who took it; empty: nobody was named. */
  person: string;
  /** Counts the readings of a station and shoe, or of a turn; a correction keeps its number. */
  trial: number;
  /** Canonical unit of the quantity. */
  value: number;
  curveId: string | null;
  curveWindow: [number, number] | null;
  /** SD of the cycles behind a value from a curve. */
  cycleSd: number | null;
  /** Its correction; null: there is none. */
  supersededBy: string | null;
  /** Why it does not stand; null: it was not voided. */
  voided: string | null;
}

/** The note of a reading that was asked about as implausible, and stands as it was typed. */
export const KEPT_AS_TYPED = 'asked about, kept as typed';

/** What a draft leaves out where nothing is to be said. */
export const PLAIN_READING = {
  person: null,
  supersedes: null,
  reason: '',
  note: '',
  entered: 'typed',
  temperatureC: null,
  humidityPct: null,
  turn: null,
  part: null,
} as const;

/**
 * True for a reading that counts: neither corrected nor voided.
 * @example stands({ voided: 'askew', supersededBy: null }) // false
 */
export const stands = ({
  voided,
  supersededBy,
}: Pick<Reading, 'voided' | 'supersededBy'>): boolean => voided === null && supersededBy === null;

/** What has to be known of a quantity to read it: of the catalogue, or a feature of a check. */
export type ReadQuantity = Pick<QuantityDefinition, 'name' | 'kind' | 'tool' | 'plausible'> & {
  ordinal?: boolean;
  scale?: readonly string[];
};

/**
 * Reads what was typed for a reading; refused where it is no figure of the quantity.
 * @example readReading({ typed: '31.2', unit: 'mm' }, QUANTITIES['heel-stack'])
 */
export const readReading = (
  { typed, unit }: Pick<ReadingDraft, 'typed' | 'unit'>,
  quantity: ReadQuantity,
): Result<TypedQuantity> => readTypedReading(typed, quantity, unit || undefined);

/** Why an instrument cannot take a reading of a quantity, in words; undefined where it can. */
export function takingFault(
  instrument: { name: string; kind: ToolName; unit: string; retired: string },
  quantity: ReadQuantity,
): string | undefined {
  return instrument.retired === ''
    ? instrumentFault(instrument, quantity)
    : `${instrument.name} is out of use (${instrument.retired}). Choose another.`;
}

/**
 * The trial that a draft has: the next of its station and shoe, or that of the reading it corrects.
 * Refused with the field at fault where it corrects what it may not.
 *
 * @param earlier the reading that the draft corrects; undefined where it corrects none
 * @param lastTrial the last trial of the station and shoe, or turn, in the occasion; 0 where there is none
 */
export function trialOf<Quantity extends string>(
  draft: Pick<ReadingDraft<Quantity>, 'occasionId' | 'quantity' | 'side' | 'reason'>,
  earlier: Reading<Quantity> | undefined,
  lastTrial: number,
): Result<number> {
  if (!earlier) return accepted(lastTrial + 1);
  const sameStation =
    earlier.occasionId === draft.occasionId &&
    earlier.quantity === draft.quantity &&
    earlier.side === draft.side;
  if (!sameStation)
    return refused('supersedes', 'A correction stands at the same station and shoe.');
  if (draft.reason === '') return refused('reason', 'A correction needs its reason.');
  return accepted(earlier.trial);
}

/** Why a reading can be neither corrected nor voided any more; undefined while it stands. */
export function goneFault({
  voided,
  supersededBy,
}: Pick<Reading, 'voided' | 'supersededBy'>): string | undefined {
  if (voided !== null) return `This reading was voided already: ${voided}.`;
  if (supersededBy !== null) return 'This reading was corrected already; its correction stands.';
  return undefined;
}
