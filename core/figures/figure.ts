/** The shape every figure passes through: value, error sources, basis, provenance and doubts. */

import type { QuantityId } from '../catalogue/quantities.ts';
import { nameLabel } from '../sizing/size-label.ts';
import {
  combineTerms,
  effectiveDf,
  expandedUncertainty,
  standardUncertainty,
  type UncertaintyTerm,
} from '../statistics/uncertainty.ts';
import type { Basis } from './basis.ts';
import type { Carried, CarryTerms } from './carry.ts';

export type Provenance = 'measured' | 'converted';

/** Something that a reader of the figure should know before trusting it. */
export interface Doubt {
  code:
    | 'straggler'
    | 'outlier'
    | 'median'
    | 'apart'
    | 'one-shoe'
    | 'pooled-spread'
    | 'this-pair-only'
    | 'overdue-gauge'
    | 'room'
    | 'conditioning'
    | 'set-up'
    | 'from-check'
    | 'gauge-not-named'
    | 'beyond-bridge';
  text: string;
}

export interface Figure {
  quantity: QuantityId;
  /** Value in the quantity's canonical unit. */
  value: number;
  /** Error sources in the same unit; their root sum of squares is u. */
  terms: UncertaintyTerm[];
  /** Readings behind it. */
  readings: number;
  /** Pairs behind it. */
  pairs: number;
  basis: Basis;
  provenance: Provenance;
  /** What carried it to another size or distance; absent: nothing did. */
  carried?: Carried[];
  /** The sizes and distances it was carried from, and those it stood at already. */
  takenAt?: CarryTerms[];
  /** Conversions it went through, in words. */
  conversions: string[];
  doubts: Doubt[];
}

export const figureUncertainty = (figure: Figure): number => standardUncertainty(figure.terms);
export const figureDf = (figure: Figure): number => effectiveDf(figure.terms);
export const figureExpanded = (figure: Figure): number => expandedUncertainty(figure.terms);

function unique<T>(items: T[], keyOf: (item: T) => string): T[] {
  return [...new Map(items.map((item) => [keyOf(item), item])).values()];
}

/** What carried the parts, put together as they are; the doubts of one slope add up. */
function mergeCarried(
  parts: readonly { figure: Figure; coefficient: number }[],
): Pick<Figure, 'carried' | 'takenAt'> {
  const merged = new Map<Carried['by'], Carried>();
  for (const { figure, coefficient } of parts)
    for (const step of figure.carried ?? []) {
      const before = merged.get(step.by);
      merged.set(step.by, {
        ...step,
        way: (before?.way ?? 0) + coefficient * step.way,
        change: (before?.change ?? 0) + coefficient * step.change,
        u: (before?.u ?? 0) + Math.abs(coefficient) * step.u,
      });
    }
  if (merged.size === 0) return {};
  const takenAt = parts.flatMap(
    ({ figure: { takenAt: own, basis } }) => own ?? [{ label: basis.label, wornKm: basis.wornKm }],
  );
  return {
    carried: [...merged.values()],
    takenAt: unique(takenAt, ({ label, wornKm }) => `${nameLabel(label)} ${wornKm}`),
  };
}

/**
 * Σ coefficient × figure: the one way figures are added, averaged or subtracted. Error sources
 * that the figures share combine linearly first (a zero error cancels in a difference).
 *
 * @param parts at least one figure with its coefficient
 * @param as the quantity and basis of the result (default: those of the first part)
 * @example combineFigures([{ figure: heel, coefficient: 1 }, { figure: forefoot, coefficient: -1 }],
 *   { quantity: 'drop' })
 */
export function combineFigures(
  parts: readonly { figure: Figure; coefficient: number }[],
  as: Partial<Pick<Figure, 'quantity' | 'basis' | 'pairs'>> = {},
): Figure {
  const [first] = parts;
  if (!first) throw new RangeError('combining figures needs at least one');
  const figures = parts.map((part) => part.figure);
  return {
    quantity: as.quantity ?? first.figure.quantity,
    value: parts.reduce((sum, part) => sum + part.coefficient * part.figure.value, 0),
    terms: combineTerms(
      parts.map((part) => ({ terms: part.figure.terms, coefficient: part.coefficient })),
    ),
    readings: figures.reduce((sum, figure) => sum + figure.readings, 0),
    pairs: as.pairs ?? Math.max(...figures.map((figure) => figure.pairs)),
    basis: as.basis ?? first.figure.basis,
    provenance: figures.some((figure) => figure.provenance === 'converted')
      ? 'converted'
      : 'measured',
    ...mergeCarried(parts),
    conversions: [...new Set(figures.flatMap((figure) => figure.conversions))],
    doubts: unique(
      figures.flatMap((figure) => figure.doubts),
      (doubt) => doubt.text,
    ),
  };
}

/** Unweighted mean of figures of one quantity and basis. */
export function meanFigure(
  figures: readonly Figure[],
  as: Partial<Pick<Figure, 'basis' | 'pairs'>> = {},
): Figure {
  return combineFigures(
    figures.map((figure) => ({ figure, coefficient: 1 / figures.length })),
    as,
  );
}
