/** What changed from one revision of a sheet to the next, and what has moved since one was issued. */

import type { ChangeCause, SheetChange, SheetWarning } from '../records/sheet-change.ts';
import type { TermKind } from '../statistics/uncertainty.ts';
import type { SheetData, SheetFigure } from './sheet-data.ts';
import { PART_TITLES, type SheetPart } from './sheet-words.ts';

const shownWords = ({ shown: { value, U, unit } }: SheetFigure): string =>
  `${value}${U ? ` ± ${U}` : ''} ${unit}`.trim();

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
export function causesOfChange(before: SheetFigure, after: SheetFigure): ChangeCause[] {
  const idsBefore = new Set(before.taken.map(({ id }) => id));
  const idsAfter = new Set(after.taken.map(({ id }) => id));
  const added = after.taken.filter(({ id }) => !idsBefore.has(id)).map(({ words }) => words);
  const dropped = before.taken.filter(({ id }) => !idsAfter.has(id)).map(({ words }) => words);
  const conversionsOf = (figure: SheetFigure) =>
    [...figure.conversions, figure.carried].filter(Boolean);
  const conversions = conversionsOf(after);
  const causes: ChangeCause[] = [
    ...(added.length > 0 ? [{ kind: 'read', readings: added } as const] : []),
    ...(dropped.length > 0 ? [{ kind: 'no longer counted', readings: dropped } as const] : []),
    ...(isSameList(conversionsOf(before), conversions)
      ? []
      : [{ kind: 'converted', conversions } as const]),
  ];
  if (causes.length > 0) return causes;
  const term = movedTerm(before, after);
  return [term ? { kind: 'learned', term } : { kind: 'shown' }];
}

function changeOfFigure(before: SheetFigure, after: SheetFigure): SheetChange[] {
  const changes: SheetChange[] = [];
  if (shownWords(before) !== shownWords(after))
    changes.push({
      kind: 'moved',
      name: after.name,
      basis: after.basis,
      before: shownWords(before),
      after: shownWords(after),
      causes: causesOfChange(before, after),
    });
  for (const claim of after.claims) {
    const judged = before.claims.find(
      ({ typed, source }) => typed === claim.typed && source === claim.source,
    );
    if (judged && judged.verdict !== claim.verdict)
      changes.push({
        kind: 'claim',
        name: after.name,
        typed: claim.typed,
        before: judged.verdict,
        after: claim.verdict,
        causes: causesOfChange(before, after),
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
              kind: 'new',
              name: figure.name,
              basis: figure.basis,
              after: shownWords(figure),
              causes: [{ kind: 'read', readings: figure.taken.map(({ words }) => words) }],
            } satisfies SheetChange,
          ];
    }),
    ...before
      .filter(({ key }) => !still.has(key))
      .map(
        (figure): SheetChange => ({
          kind: 'gone',
          name: figure.name,
          basis: figure.basis,
          before: shownWords(figure),
          causes: [{ kind: 'no reading left' }],
        }),
      ),
  ];
}

/**
 * Parts whose text changed, named as on the sheet.
 * @param isQuoted both texts are named, because they are short
 */
export function changesOfTexts(
  before: Readonly<Record<string, string>>,
  after: Readonly<Record<string, string>>,
  isQuoted = false,
): SheetChange[] {
  const parts = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return parts.flatMap((part): SheetChange[] => {
    const texts = { before: before[part] ?? '', after: after[part] ?? '' };
    if (texts.before === texts.after) return [];
    const title = PART_TITLES[part as SheetPart] ?? part;
    return [{ kind: 'text', title, ...(isQuoted ? { texts } : {}) }];
  });
}

/** What changed, figure by figure and part by part; empty: nothing that is shown. */
export const changesBetween = (before: SheetData, after: SheetData): SheetChange[] => [
  ...changesOfFigures(before.figures, after.figures),
  ...changesOfTexts(before.said, after.said, true),
  ...changesOfTexts(before.words, after.words),
];

/** A reading that an issued sheet leans on and that no longer stands. */
export interface GoneReading {
  id: string;
  why: string;
}

/**
 * What makes an issued sheet say less than is known: figures that moved by more than their uncertainty, readings that
 * were voided since.
 *
 * @example a heel of 31.1 ± 1.0 issued that is 32.4 now
 */
export function sheetWarnings(
  issued: readonly SheetFigure[],
  now: readonly SheetFigure[],
  gone: readonly GoneReading[],
): SheetWarning[] {
  const moved = now.flatMap((figure): SheetWarning[] => {
    const former = issued.find(({ key }) => key === figure.key);
    if (!former || Math.abs(figure.value - former.value) <= former.U) return [];
    return [
      {
        kind: 'moved',
        name: figure.name,
        before: shownWords(former),
        after: shownWords(figure),
        causes: causesOfChange(former, figure),
      },
    ];
  });
  const reasons = [...new Set(gone.map(({ why }) => why))];
  const voided = reasons.map((why): SheetWarning => {
    const ids = new Set(gone.filter((reading) => reading.why === why).map(({ id }) => id));
    const names = issued
      .filter(({ taken }) => taken.some(({ id }) => ids.has(id)))
      .map(({ name }) => name.toLowerCase());
    return { kind: 'void', readings: ids.size, names: [...new Set(names)], why };
  });
  return [...moved, ...voided];
}
