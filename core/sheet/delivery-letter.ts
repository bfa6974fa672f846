/** A delivery: pairs of one lot looked at one after another, their faults counted, a letter to who sent them. */

import type { EvaluatedCheck } from '../match/match-check.ts';
import { nameDay } from '../match/return-note.ts';
import { nameLabel, type SizeLabel } from '../sizing/size-label.ts';
import { proportionInterval } from '../statistics/proportion.ts';
import { causeName, kindOfSight, matchFault } from '../wording/match-sentences.ts';
import type { Sentence } from '../wording/sentence.ts';
import type { BenchDocument, DocumentPart } from './document.ts';

export interface DeliveredPair {
  tag: string;
  label: SizeLabel;
  receivedOn: string;
  from: string;
  /** What became of its check; null: it was not looked at. */
  look: {
    decision: 'keep' | 'keep and note' | 'return' | null;
    words: string;
    /** Kinds of fault, each once. */
    faults: string[];
  } | null;
}

export interface FaultCount {
  fault: string;
  tags: string[];
  /** Share of the pairs looked at, and what it may be in deliveries like this one. */
  share: number;
  interval: [number, number];
}

export interface DeliveryCount {
  pairs: number;
  looked: number;
  sound: number;
  faults: FaultCount[];
}

/** The kinds of fault that a check shows: the surest cause, if it is more than possible, and what was seen. */
export function faultsOf({ causes, verdict }: EvaluatedCheck): Sentence[] {
  const [surest] = causes;
  const cause = surest && surest.confidence !== 'possible' ? [causeName(surest.id)] : [];
  const out = cause.length === 0 && verdict.fault ? [matchFault(verdict.fault)] : [];
  const seen = verdict.seen.flatMap(({ sight }) => (sight === 'box' ? [] : [kindOfSight(sight)]));
  return [...cause, ...out, ...seen];
}

/**
 * Counts what was found in a delivery, the most frequent fault first.
 * @example countDelivery(pairs).faults[0].interval // the exact 95 % interval of its share
 */
export function countDelivery(pairs: readonly DeliveredPair[]): DeliveryCount {
  const looked = pairs.filter(({ look }) => look !== null);
  const tagsBy = new Map<string, string[]>();
  for (const { tag, look } of looked)
    for (const fault of look?.faults ?? []) tagsBy.set(fault, [...(tagsBy.get(fault) ?? []), tag]);
  return {
    pairs: pairs.length,
    looked: looked.length,
    sound: looked.filter(({ look }) => look?.faults.length === 0).length,
    faults: [...tagsBy]
      .map(([fault, tags]) => ({
        fault,
        tags,
        share: tags.length / looked.length,
        interval: proportionInterval(tags.length, looked.length),
      }))
      .sort((a, b) => b.tags.length - a.tags.length || a.fault.localeCompare(b.fault)),
  };
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** `3 of 12 pairs, 25 %; in deliveries like this 5 to 57 %`. */
export const shareWords = ({ tags, share, interval }: FaultCount, looked: number): string =>
  `${tags.length} of ${looked} ${looked === 1 ? 'pair' : 'pairs'}, ${percent(share)}; in deliveries like this ${percent(interval[0])} to ${percent(interval[1])}`;

const DECISIONS = { keep: 'kept', 'keep and note': 'kept, noted', return: 'to go back' } as const;

/**
 * The letter to who sent a delivery: figures and plain words, no accusation.
 *
 * @param edition what was delivered, in full
 * @param lot as printed on the boxes
 * @param on the day of the letter
 */
export function deliveryLetter(
  { edition, lot, on }: { edition: string; lot: string; on: string },
  pairs: readonly DeliveredPair[],
): BenchDocument {
  const { looked, sound, faults } = countDelivery(pairs);
  const received = pairs.map(({ receivedOn }) => receivedOn).sort();
  const senders = [...new Set(pairs.map(({ from }) => from).filter(Boolean))];
  const faulty = pairs.filter(({ look }) => (look?.faults.length ?? 0) > 0);
  const unlooked = pairs.length - looked;
  return {
    title: `Delivery ${lot}`,
    language: 'en',
    parts: [
      {
        kind: 'facts',
        rows: [
          ['Shoe', edition],
          ['Lot', lot],
          ...(senders.length > 0 ? ([['From', senders.join(', ')]] as [string, string][]) : []),
          ...(received[0] ? ([['Received', nameDay(received[0])]] as [string, string][]) : []),
          ['Letter of', nameDay(on)],
        ],
      },
      {
        kind: 'lines',
        lines: [
          `Of ${pairs.length} pairs ${looked} ${looked === 1 ? 'was' : 'were'} looked at, left against right. ${sound} ${sound === 1 ? 'is' : 'are'} sound.`,
          ...(unlooked > 0
            ? [`${unlooked} ${unlooked === 1 ? 'was' : 'were'} not looked at.`]
            : []),
        ],
      },
      ...(faults.length > 0
        ? ([
            { kind: 'heading', text: 'What was found, and how often' },
            {
              kind: 'table',
              columns: [
                { title: 'fault', width: 210 },
                { title: 'pairs', width: 120 },
                { title: 'share', width: 150 },
              ],
              rows: faults.map((count) => ({
                cells: [count.fault, count.tags.join(', '), shareWords(count, looked)],
                out: false,
              })),
            },
            { kind: 'heading', text: 'Pair by pair' },
            {
              kind: 'table',
              columns: [
                { title: 'pair', width: 60 },
                { title: 'size', width: 60 },
                { title: 'decided', width: 80 },
                { title: 'what was found', width: 280 },
              ],
              rows: faulty.map(({ tag, label, look }) => ({
                cells: [
                  tag,
                  nameLabel(label),
                  look?.decision ? DECISIONS[look.decision] : 'open',
                  look?.words ?? '',
                ],
                out: look?.decision === 'return',
              })),
            },
          ] satisfies DocumentPart[])
        : []),
      { kind: 'heading', text: 'What we ask for' },
      {
        kind: 'lines',
        lines: [
          faulty.length > 0
            ? 'Please look at the pairs named above, and say what you will do with them. Such things happen in making and packing; the figures are there so that they can be looked at again.'
            : 'Nothing is asked for. Thank you.',
          'Shares are counted from the pairs that were looked at; the range is what the share of such deliveries may be, 95 % exact. This letter states what was measured and seen, and certifies nothing.',
        ],
      },
    ],
  };
}
