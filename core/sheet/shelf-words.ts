/** What is typed over the shelf, read clause by clause: `under 260 g, drop 4 to 6, court`. */
import { SHIPPED_USES, type Uses } from '../catalogue/disciplines.ts';
import { type Catalogue, QUANTITIES } from '../catalogue/quantities.ts';
import { readTypedQuantity } from '../sizing/typed-quantity.ts';
import { findUnit, type QuantityKind } from '../sizing/units.ts';
import type { ShelfCondition, ShelfQuestion } from './shelf.ts';

/** What a number is read by: a quantity, or one of the facts. */
interface ShelfColumn {
  id: string;
  name: string;
  kind: QuantityKind | 'price';
  /** Of a bare number. */
  bareUnit?: string;
  /** Half of what `about` takes in. */
  step: number;
}

const FACTS: readonly (ShelfColumn & { words: string[] })[] = [
  {
    id: 'worn',
    name: 'worn',
    kind: 'distance',
    bareUnit: 'km',
    step: 50,
    words: ['worn', 'distance'],
  },
  {
    id: 'life',
    name: 'life',
    kind: 'distance',
    bareUnit: 'km',
    step: 50,
    words: ['life', 'lasts', 'lasting'],
  },
  {
    id: 'cost',
    name: 'cost per km',
    kind: 'price',
    step: 0.02,
    words: ['cost per distance', 'cost per km', 'per km', 'cost'],
  },
  { id: 'price', name: 'price', kind: 'price', step: 10, words: ['price', 'paid', 'costs'] },
];

/** Shorter than the names of the catalogue, as people say them. */
const SHORT: readonly (readonly [words: string, column: string])[] = [
  ['stack', 'heel-stack'],
  ['weight', 'mass'],
  ['weighing', 'mass'],
  ['weighs', 'mass'],
  ['ball', 'ball-width'],
];

export interface ReadShelfWords extends ShelfQuestion {
  /** How each clause was read, in words. */
  said: string[];
  /** What could not be read, with what would be right. */
  questions: string[];
}

/** What a number without a unit stands for. */
export type BareUnits = Readonly<Partial<Record<QuantityKind, string>>>;

interface Phrase {
  words: string;
  column: ShelfColumn;
}

/** Names of columns, the longest first. */
function phrasesOf(catalogue: Catalogue, bareUnits: BareUnits): Phrase[] {
  const ofQuantity = (id: string): ShelfColumn | undefined => {
    const definition = catalogue[id];
    if (!definition || definition.ordinal) return undefined;
    const { kind, name, noticeable } = definition;
    const bareUnit = bareUnits[kind];
    return {
      id,
      name: name.toLowerCase(),
      kind,
      step: noticeable,
      ...(bareUnit ? { bareUnit } : {}),
    };
  };
  const named = Object.values(catalogue).flatMap((definition) => {
    const column = ofQuantity(definition.id);
    return column
      ? [definition.name.toLowerCase(), ...(definition.claimed?.words ?? [])].map((words) => ({
          words,
          column,
        }))
      : [];
  });
  const short = SHORT.flatMap(([words, id]) => {
    const column = ofQuantity(id);
    return column ? [{ words, column }] : [];
  });
  const facts = FACTS.flatMap(({ words, ...column }) =>
    words.map((one) => ({ words: one, column })),
  );
  return [...short, ...facts, ...named].sort((a, b) => b.words.length - a.words.length);
}

const NUMBER = String.raw`\d+(?:[.,]\d+)?`;
const UNIT = `[a-z°%"″”€·/]*`;
const VALUE = String.raw`(${NUMBER})\s*(${UNIT})`;
const RANGE = new RegExp(
  String.raw`(?:between\s+|from\s+)?${VALUE}\s*(?:to|-|–|—|and|…)\s*${VALUE}`,
  'i',
);
const BOUND = new RegExp(
  String.raw`(under|below|less than|at most|up to|max(?:imum)?|<=?|≤|over|above|more than|at least|min(?:imum)?|from|>=?|≥|about|around|~|≈)?\s*${VALUE}`,
  'i',
);
const BELOW = /^(?:under|below|less|at most|up to|max|<|≤)/i;
const ABOVE = /^(?:over|above|more|at least|min|from|>|≥)/i;

/** A clause that is too long is a paste gone wrong. */
export const LONGEST_SHELF_WORDS = 200;

/** The column that a unit alone tells. */
function columnByUnit(unit: string, phrases: readonly Phrase[]): ShelfColumn | undefined {
  const of = (id: string) => phrases.find(({ column }) => column.id === id)?.column;
  if (unit === '€' || /^(?:[A-Z]{3}|eur|usd|gbp)$/.test(unit)) return of('price');
  if (findUnit(unit, 'mass')?.kind === 'mass') return of('mass');
  return findUnit(unit, 'distance')?.kind === 'distance' ? of('life') : undefined;
}

/** A value in the unit of its column; undefined where its unit is none of it. */
function readValue(
  number: string,
  unit: string,
  { kind, bareUnit }: ShelfColumn,
): number | undefined {
  if (kind === 'price') return Number(number.replace(',', '.'));
  const read = readTypedQuantity(`${number} ${unit}`, kind, bareUnit);
  if (!read.ok) return undefined;
  // Distances of the shelf stand in km.
  return kind === 'distance' ? read.value.value / 1000 : read.value.value;
}

const currencyIn = (unit: string): string | undefined =>
  unit === '€' ? 'EUR' : /^[a-z]{3}$/i.test(unit) ? unit.toUpperCase() : undefined;

/** Unit behind a value as it is read back. */
const unitWords = (typed: string, { kind, bareUnit }: ShelfColumn, catalogueUnit: string) =>
  kind === 'price' ? typed.toUpperCase().replace('€', 'EUR') : typed || bareUnit || catalogueUnit;

const CANONICAL: Partial<Record<ShelfColumn['kind'], string>> = {
  length: 'mm',
  mass: 'g',
  distance: 'km',
  angle: '°',
  share: '%',
};

type Clause =
  | { kind: 'condition'; condition: ShelfCondition; said: string }
  | { kind: 'use'; use: string }
  | { kind: 'words'; words: string }
  | { kind: 'question'; question: string };

function readCondition(clause: string, phrases: readonly Phrase[]): Clause {
  const lower = clause.toLowerCase();
  const named = phrases.find(({ words }) =>
    new RegExp(`(?<![a-z])${words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![a-z])`).test(lower),
  );
  const rest = named ? clause.replace(new RegExp(named.words, 'i'), ' ').trim() : clause;
  const range = RANGE.exec(rest);
  const bound = range ? undefined : BOUND.exec(rest);
  const [, qualifier = '', number = '', unit = ''] = range
    ? ['', '', range[3] ?? '', range[4] ?? '']
    : (bound ?? []);
  const column = named?.column ?? columnByUnit(unit, phrases);
  if (!column)
    return {
      kind: 'question',
      question: `“${clause}”: of what? Write it as “drop 4 to 6” or “under 260 g”.`,
    };
  const firstUnit = range?.[2] || unit;
  const values = range
    ? [readValue(range[1] ?? '', firstUnit, column), readValue(number, unit, column)]
    : [readValue(number, unit, column)];
  if (values.some((value) => value === undefined))
    return {
      kind: 'question',
      question: `“${clause}”: ${unit || firstUnit} is no unit of ${column.name}${CANONICAL[column.kind] ? `; write it in ${CANONICAL[column.kind]}` : ''}.`,
    };
  const [first = 0, second = first] = values as number[];
  const currency = column.id === 'price' || column.id === 'cost' ? currencyIn(unit) : undefined;
  const words = unitWords(unit, column, CANONICAL[column.kind] ?? '');
  const typed = range ? `${range[1]} to ${number}` : number;
  const asked = range
    ? { from: Math.min(first, second), to: Math.max(first, second), how: typed }
    : BELOW.test(qualifier)
      ? { to: first, how: `under ${typed}` }
      : ABOVE.test(qualifier)
        ? { from: first, how: `over ${typed}` }
        : { from: first - column.step, to: first + column.step, how: `about ${typed}` };
  const { how, ...limits } = asked;
  return {
    kind: 'condition',
    condition: { column: column.id, ...limits, ...(currency ? { currency } : {}) },
    said: `${column.name} ${how}${words ? ` ${words}` : ''}`,
  };
}

/** The use that a word begins, uses before their specialities: where several do it is none. */
function useOf(clause: string, uses: Uses): string | undefined {
  const typed = clause.toLowerCase();
  if (typed.length < 3) return undefined;
  const named = (names: readonly string[]): string | undefined => {
    const begun = [...new Set(names.filter((name) => name.toLowerCase().startsWith(typed)))];
    return (
      begun.find((name) => name.toLowerCase() === typed) ??
      (begun.length === 1 ? begun[0] : undefined)
    );
  };
  return (
    named(uses.map(({ name }) => name)) ??
    named(uses.flatMap(({ specialities = [] }) => specialities))
  );
}

/**
 * Reads what is typed over the shelf. Clauses are parted by commas; each is a range of a figure, a use, or words of a
 * name. What cannot be read is asked about and looked for nowhere.
 *
 * @param bareUnits units of bare numbers by kind, as the user chose them
 * @example readShelfWords('under 260 g, drop 4 to 6, court').conditions
 *   // [{ column: 'mass', to: 260 }, { column: 'drop', from: 4, to: 6 }], and the use court
 */
export function readShelfWords(
  typed: string,
  catalogue: Catalogue = QUANTITIES,
  uses: Uses = SHIPPED_USES,
  bareUnits: BareUnits = {},
): ReadShelfWords {
  const phrases = phrasesOf(catalogue, bareUnits);
  const clauses = typed
    .slice(0, LONGEST_SHELF_WORDS)
    // A comma between digits is a decimal mark.
    .split(/[;\n]|,(?!\d)|\sand\s(?!\d)/)
    .map((clause) => clause.trim())
    .filter((clause) => clause !== '')
    .map((clause): Clause => {
      const use = useOf(clause, uses);
      if (use) return { kind: 'use', use };
      // A version number belongs to a name: Roundsman 3.
      const isFigure =
        /\d/.test(clause) &&
        (RANGE.test(clause) ||
          /(?:under|below|less|at most|up to|max|over|above|more|at least|min|about|around|[<>≤≥~≈])/i.test(
            clause,
          ) ||
          phrases.some(({ words }) => clause.toLowerCase().includes(words)) ||
          columnByUnit(BOUND.exec(clause)?.[3] ?? '', phrases) !== undefined);
      return isFigure ? readCondition(clause, phrases) : { kind: 'words', words: clause };
    });
  return {
    conditions: clauses.flatMap((one) => (one.kind === 'condition' ? [one.condition] : [])),
    uses: clauses.flatMap((one) => (one.kind === 'use' ? [one.use] : [])),
    words: clauses.flatMap((one) => (one.kind === 'words' ? [one.words] : [])).join(' '),
    said: clauses.flatMap((one) => {
      if (one.kind === 'condition') return [one.said];
      if (one.kind === 'use') return [`use ${one.use}`];
      return one.kind === 'words' ? [`“${one.words}” in the name`] : [];
    }),
    questions: clauses.flatMap((one) => (one.kind === 'question' ? [one.question] : [])),
  };
}
