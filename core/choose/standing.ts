/** How an edition stands in a matter, in noticeable steps over the middle of the shelf, with the doubt of that. */
import { median, rollup } from 'd3-array';
import { CHOOSE_LIMITS } from '../limits/choose-limits.ts';
import type { Matter } from '../records/choice-verdict.ts';
import type { ShelfRow } from '../sheet/shelf.ts';
import type { Candidate } from './candidate.ts';
import { MATTER_READINGS, type MatterReading } from './matters.ts';

export interface Standing {
  /** In noticeable steps over the middle of the shelf. */
  steps: number;
  /** Standard uncertainty of that. */
  u: number;
  known: boolean;
}

const clipped = (steps: number) =>
  Math.max(-CHOOSE_LIMITS.mostSteps.value, Math.min(CHOOSE_LIMITS.mostSteps.value, steps));

export interface Middles {
  of: ReadonlyMap<string, number>;
  /** Prices are weighed in one currency; those in others are not known. */
  currency: string;
}

const keyOf = ({ reads, of }: MatterReading) => `${reads} ${of}`;

function readValue(
  reading: MatterReading,
  { row, scores }: Candidate,
  currency: string,
): number | undefined {
  if (reading.of === 'price' && row.currency !== currency) return undefined;
  if (reading.reads === 'figure') return row.figures[reading.of]?.value;
  return reading.reads === 'score' ? scores.get(reading.of) : undefined;
}

/** Currencies of a shelf's prices, the most used first. */
export function currenciesOf(rows: readonly Pick<ShelfRow, 'figures' | 'currency'>[]): string[] {
  const counts = rollup(
    rows.filter(({ figures }) => figures.price),
    (those) => those.length,
    ({ currency }) => currency,
  );
  return [...counts]
    .sort(([a, m], [b, n]) => n - m || a.localeCompare(b))
    .map(([currency]) => currency);
}

/** The middle of the shelf in everything that a matter reads. */
export function middlesOf(
  candidates: readonly Candidate[],
  currency = currenciesOf(candidates.map(({ row }) => row))[0] ?? '',
): Middles {
  const middles = new Map<string, number>();
  for (const readings of Object.values(MATTER_READINGS))
    for (const reading of readings) {
      const middle = median(candidates.flatMap((one) => readValue(reading, one, currency) ?? []));
      if (middle !== undefined) middles.set(keyOf(reading), middle);
    }
  return { of: middles, currency };
}

/** How an edition stands in a matter against the middle of the shelf. */
export function standingIn(
  matter: Matter,
  candidate: Candidate,
  middles: Middles,
  steps: Readonly<Record<string, number>>,
): Standing {
  const known = MATTER_READINGS[matter].flatMap((reading) => {
    if (reading.reads === 'part') {
      const answer = candidate.parts.get(reading.of);
      if (answer === undefined) return [];
      return [
        {
          steps: reading.good.includes(answer)
            ? CHOOSE_LIMITS.part.value
            : -CHOOSE_LIMITS.part.value,
          u: 0.5,
        },
      ];
    }
    const value = readValue(reading, candidate, middles.currency);
    const middle = middles.of.get(keyOf(reading));
    if (value === undefined || middle === undefined) return [];
    const step = reading.reads === 'score' ? 1 : (steps[reading.of] ?? 1);
    const figure = reading.reads === 'figure' ? candidate.row.figures[reading.of] : undefined;
    const half = figure ? (figure.high - figure.low) / 2 : 0.5;
    return [{ steps: clipped((reading.sign * (value - middle)) / step), u: half / 2 / step }];
  });
  if (known.length === 0) return { steps: 0, u: CHOOSE_LIMITS.unknownProperty.value, known: false };
  return {
    steps: known.reduce((sum, one) => sum + one.steps, 0) / known.length,
    u: Math.hypot(...known.map(({ u }) => u)) / known.length,
    known: true,
  };
}
