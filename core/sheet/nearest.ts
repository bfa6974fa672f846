/** What is like an edition: nearest in noticeable steps, with what drives the distance. */
import type { Driver } from '../records/choice-verdict.ts';
import {
  placeRow,
  type ShelfCondition,
  type ShelfPlace,
  type ShelfQuestion,
  type ShelfRow,
} from './shelf.ts';

/** What editions are held by when nothing else is asked for. */
export const LIKENESS = ['mass', 'heel-stack', 'drop', 'ball-width'] as const;

export interface NearRow {
  row: ShelfRow;
  /** Root of the sum of squares of the differences, in noticeable steps. */
  steps: number;
  /** Differences of a step and more, the greatest first; signed: more than the yardstick, or less. */
  drivers: Driver[];
  /** Columns that one of the two has no figure of: each is reckoned as a step. */
  unknown: string[];
  place: ShelfPlace;
}

const differs = (steps: number) => Math.abs(steps) >= 1;

/**
 * The rows nearest to a yardstick, those first that fit what is asked for besides.
 *
 * @param columns by which they are held against each other
 * @param steps noticeable steps by column
 * @example 30 g lighter at steps of 15 g, all else alike: 2 steps, driven by mass −2
 */
export function nearestRows(
  yardstick: ShelfRow,
  rows: readonly ShelfRow[],
  question: ShelfQuestion,
  steps: Readonly<Record<string, number>>,
  columns: readonly string[] = LIKENESS,
): NearRow[] {
  const rank: Record<ShelfPlace, number> = { fits: 0, may: 1, 'not known': 2, outside: 3 };
  return rows
    .flatMap((row): NearRow[] => {
      if (row.slug === yardstick.slug) return [];
      const placed = placeRow(row, question, steps);
      if (!placed) return [];
      const differences = columns.map((column) => {
        const [own, other] = [yardstick.figures[column], row.figures[column]];
        return {
          column,
          steps: own && other ? (other.value - own.value) / (steps[column] ?? 1) : undefined,
        };
      });
      const known = differences.flatMap(({ column, steps: by }) =>
        by === undefined ? [] : [{ column, steps: by }],
      );
      // With nothing in common there is nothing to say.
      if (known.length === 0) return [];
      const unknown = differences.filter(({ steps: by }) => by === undefined);
      return [
        {
          row,
          steps: Math.hypot(...known.map(({ steps: by }) => by), ...unknown.map(() => 1)),
          drivers: known
            .filter(({ steps: by }) => differs(by))
            .sort((a, b) => Math.abs(b.steps) - Math.abs(a.steps)),
          unknown: unknown.map(({ column }) => column),
          place: placed.place,
        },
      ];
    })
    .sort((a, b) => rank[a.place] - rank[b.place] || a.steps - b.steps);
}

/** What a word asks of a column beside the yardstick: more or less of it by a step at least. */
const RELATIVE: readonly (readonly [word: string, column: string, sign: 1 | -1])[] = [
  ['lighter', 'mass', -1],
  ['heavier', 'mass', 1],
  ['lower', 'heel-stack', -1],
  ['higher', 'heel-stack', 1],
  ['flatter', 'drop', -1],
  ['wider', 'ball-width', 1],
  ['narrower', 'ball-width', -1],
  ['softer', 'midsole-medial-hardness', -1],
  ['firmer', 'midsole-medial-hardness', 1],
  ['easier to bend', 'bend-toe-up', -1],
  ['stiffer', 'bend-toe-up', 1],
  ['cheaper', 'price', -1],
  ['longer-lived', 'life', 1],
];

export interface LikeWords {
  conditions: ShelfCondition[];
  said: string[];
  /** What is left of the words, for whoever reads the shelf's. */
  rest: string;
  questions: string[];
}

/**
 * Reads words that hold against a yardstick: `lighter, drop under 6`.
 *
 * @example beside 300 g at steps of 15 g, “lighter” asks for 285 g at most
 */
export function readLikeWords(
  typed: string,
  yardstick: ShelfRow,
  steps: Readonly<Record<string, number>>,
): LikeWords {
  const read: LikeWords = { conditions: [], said: [], rest: '', questions: [] };
  const rest: string[] = [];
  for (const clause of typed.split(',').map((words) => words.trim())) {
    const relative = RELATIVE.find(
      ([word]) => clause.toLowerCase().replace(/^but\s+/, '') === word,
    );
    if (!relative) {
      if (clause !== '') rest.push(clause);
      continue;
    }
    const [word, column, sign] = relative;
    const own = yardstick.figures[column];
    if (!own) {
      read.questions.push(`“${word}”: nobody has that figure of ${yardstick.name}.`);
      continue;
    }
    const limit = own.value + sign * (steps[column] ?? 1);
    read.conditions.push({
      column,
      ...(sign < 0 ? { to: limit } : { from: limit }),
      ...(column === 'price' ? { currency: yardstick.currency } : {}),
    });
    read.said.push(`${word} by a noticeable step`);
  }
  return { ...read, rest: rest.join(', ') };
}
