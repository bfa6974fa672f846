/** What changed from one revision of a sheet to the next, and what has moved since one was issued. */

import { writeNumber } from '../sizing/number-words.ts';
import { TERM_WORDS } from '../statistics/budget-words.ts';
import type { TermKind } from '../statistics/uncertainty.ts';
import type { SheetData, SheetFigure } from './sheet-data.ts';
import { PART_TITLES, type SheetPart } from './sheet-words.ts';

export interface SheetChange {
  /** `Mass of one shoe: 304 ± 5 g, now 306 ± 4 g` */
  words: string;
  /** The readings, conversions or facts of the lab that moved it. */
  because: string[];
}

const shownWords = ({ shown: { value, U, unit } }: SheetFigure): string =>
  `${value}${U ? ` ± ${U}` : ''} ${unit}`.trim();

const MOST_NAMED = 4;

/** Some by their words, and how many more. */
function nameSome(words: readonly string[]): string {
  const named = words.slice(0, MOST_NAMED).join('; ');
  return words.length > MOST_NAMED ? `${named}; and ${words.length - MOST_NAMED} more` : named;
}

const isSameList = (a: readonly string[], b: readonly string[]) => a.join('\n') === b.join('\n');

/** The term of the budget that moved most. */
function movedTerm(before: SheetFigure, after: SheetFigure): TermKind | undefined {
  const u = (figure: SheetFigure, kind: TermKind) =>
    figure.budget.find((term) => term.kind === kind)?.u ?? 0;
  const kinds = [...new Set([...before.budget, ...after.budget].map(({ kind }) => kind))];
  const [most] = kinds
    .map((kind) => ({ kind, change: Math.abs(u(after, kind) ** 2 - u(before, kind) ** 2) }))
    .sort((a, b) => b.change - a.change);
  return most && most.change > 1e-12 ? most.kind : undefined;
}

/** Readings that came and went, pairs, conversions; where none did, what the lab has learned. */
export function causesOfChange(before: SheetFigure, after: SheetFigure): string[] {
  const was = new Set(before.taken.map(({ id }) => id));
  const is = new Set(after.taken.map(({ id }) => id));
  const came = after.taken.filter(({ id }) => !was.has(id)).map(({ words }) => words);
  const went = before.taken.filter(({ id }) => !is.has(id)).map(({ words }) => words);
  const conversions = (figure: SheetFigure) =>
    [...figure.conversions, figure.carried].filter(Boolean);
  const causes = [
    ...(came.length > 0 ? [`read since: ${nameSome(came)}`] : []),
    ...(went.length > 0 ? [`no longer counted: ${nameSome(went)}`] : []),
    ...(isSameList(conversions(before), conversions(after))
      ? []
      : [`converted otherwise: ${conversions(after).join('; ') || 'not at all'}`]),
  ];
  if (causes.length > 0) return causes;
  const term = movedTerm(before, after);
  return [
    term ? `what the lab learned since: ${TERM_WORDS[term]}` : 'the units or digits it is shown in',
  ];
}

function changeOfFigure(before: SheetFigure, after: SheetFigure): SheetChange[] {
  const changes: SheetChange[] = [];
  if (shownWords(before) !== shownWords(after))
    changes.push({
      words: `${after.name}, ${after.basis}: ${shownWords(before)}, now ${shownWords(after)}`,
      because: causesOfChange(before, after),
    });
  for (const claim of after.claims) {
    const judged = before.claims.find(
      ({ typed, source }) => typed === claim.typed && source === claim.source,
    );
    if (judged && judged.verdict !== claim.verdict)
      changes.push({
        words: `${after.name}: the claim of ${claim.typed} was “${judged.verdict}”, now “${claim.verdict}”`,
        because: causesOfChange(before, after),
      });
  }
  return changes;
}

/** What changed of figures: moved, come, gone. */
export function changesOfFigures(
  before: readonly SheetFigure[],
  after: readonly SheetFigure[],
): SheetChange[] {
  const byKey = new Map(before.map((figure) => [figure.key, figure]));
  const still = new Set(after.map(({ key }) => key));
  return [
    ...after.flatMap((figure) => {
      const former = byKey.get(figure.key);
      return former
        ? changeOfFigure(former, figure)
        : [
            {
              words: `${figure.name}, ${figure.basis}: new, ${shownWords(figure)}`,
              because: [`read since: ${nameSome(figure.taken.map(({ words }) => words))}`],
            },
          ];
    }),
    ...before
      .filter(({ key }) => !still.has(key))
      .map((figure) => ({
        words: `${figure.name}, ${figure.basis}: no longer on the sheet (${shownWords(figure)})`,
        because: ['no reading stands for it any more'],
      })),
  ];
}

/** Parts whose words are others, named as on the sheet. */
export function changesOfWords(
  before: Readonly<Record<string, string>>,
  after: Readonly<Record<string, string>>,
  write: (title: string, was: string, is: string) => string = (title) => `${title}: other words`,
): SheetChange[] {
  const parts = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return parts
    .filter((part) => (before[part] ?? '') !== (after[part] ?? ''))
    .map((part) => ({
      words: write(PART_TITLES[part as SheetPart] ?? part, before[part] ?? '', after[part] ?? ''),
      because: [],
    }));
}

/** What changed, figure by figure and part by part; empty: nothing that is shown. */
export const changesBetween = (before: SheetData, after: SheetData): SheetChange[] => [
  ...changesOfFigures(before.figures, after.figures),
  ...changesOfWords(before.said, after.said, (title, was, is) => `${title}: “${was}”, now “${is}”`),
  ...changesOfWords(before.words, after.words),
];

/** A reading that an issued sheet leans on and that no longer stands. */
export interface GoneReading {
  id: string;
  why: string;
}

/**
 * What makes an issued sheet say less than is known: figures that moved by more than their doubt, readings that were
 * voided since.
 *
 * @example a heel of 31.1 ± 1.0 issued that now comes to 32.4
 */
export function sheetWarnings(
  issued: readonly SheetFigure[],
  now: readonly SheetFigure[],
  gone: readonly GoneReading[],
): string[] {
  const moved = now.flatMap((figure) => {
    const former = issued.find(({ key }) => key === figure.key);
    const shift = former ? Math.abs(figure.value - former.value) : 0;
    return former && shift > former.U
      ? [
          `${figure.name} moved since it was issued, from ${shownWords(former)} to ${shownWords(figure)}: by more than its doubt (${causesOfChange(former, figure).join('; ')}).`,
        ]
      : [];
  });
  const whys = [...new Set(gone.map(({ why }) => why))];
  const voided = whys.map((why) => {
    const ids = new Set(gone.filter((reading) => reading.why === why).map(({ id }) => id));
    const names = issued
      .filter(({ taken }) => taken.some(({ id }) => ids.has(id)))
      .map(({ name }) => name.toLowerCase());
    return `${writeNumber(ids.size, 0)} ${ids.size === 1 ? 'reading' : 'readings'} behind ${[...new Set(names)].join(', ')} no longer ${ids.size === 1 ? 'stands' : 'stand'}: ${why}.`;
  });
  return [...moved, ...voided];
}
