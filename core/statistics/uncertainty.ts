/**
 * Uncertainty as a list of error sources (JCGM 100:2008).
 *
 * A term is one error source with its signed standard contribution. Terms that carry one key are
 * one and the same error: they add linearly, with their signs, before anything is squared. So the
 * zero error of a gauge cancels in a drop, doubles in a sum, and enters a mean of two shoes once,
 * without a rule of its own for each.
 */
import { tQuantile } from './distributions.ts';

export const TERM_KINDS = [
  'readings',
  'cycles',
  'resolution',
  'zero',
  'gain',
  'calibration',
  'reproducibility',
  'interaction',
  'bridge',
  'pairs',
  'grading',
  'wearing',
] as const;
export type TermKind = (typeof TERM_KINDS)[number];

export interface UncertaintyTerm {
  /** Names the error; equal keys are the same error. */
  key: string;
  kind: TermKind;
  /** Signed standard contribution, in the unit of the figure. */
  u: number;
  /** Degrees of freedom of u; Infinity where it is taken as known. */
  df: number;
  /** Names the variance estimate behind u; terms that share one share its degrees of freedom. */
  estimate?: string;
  /** What could be taken again to shrink the term, and how many of it there are so far. */
  more?: { what: 'reading' | 'pair'; n: number; at: string };
}

/** Coverage probability behind every expanded uncertainty: U = t(0.975)·u. */
const UPPER_TAIL = 0.975;

/** Terms of Σ coefficient × figure, equal keys merged. */
export function combineTerms(
  parts: readonly { terms: readonly UncertaintyTerm[]; coefficient: number }[],
): UncertaintyTerm[] {
  const merged = new Map<string, UncertaintyTerm>();
  for (const { terms, coefficient } of parts)
    for (const term of terms) {
      const before = merged.get(term.key);
      merged.set(term.key, { ...term, u: (before?.u ?? 0) + coefficient * term.u });
    }
  return [...merged.values()];
}

/** Combined standard uncertainty: the root of the sum of squares of independent terms. */
export function standardUncertainty(terms: readonly UncertaintyTerm[]): number {
  return Math.sqrt(terms.reduce((sum, term) => sum + term.u ** 2, 0));
}

/**
 * Effective degrees of freedom by Welch-Satterthwaite (JCGM 100 G.4.1), not truncated:
 * ν = u⁴ / Σ u_i⁴/ν_i, the sum over variance estimates. Infinity where every term is known.
 */
export function effectiveDf(terms: readonly UncertaintyTerm[]): number {
  const variances = new Map<string, { variance: number; df: number }>();
  for (const term of terms) {
    const estimate = term.estimate ?? `key:${term.key}`;
    const before = variances.get(estimate)?.variance ?? 0;
    variances.set(estimate, { variance: before + term.u ** 2, df: term.df });
  }
  let below = 0;
  for (const { variance, df } of variances.values()) below += variance ** 2 / df;
  const u = standardUncertainty(terms);
  return below === 0 ? Number.POSITIVE_INFINITY : u ** 4 / below;
}

/** Coverage factor k = t(0.975, ν). `coverageFactor(9)` is 2.262. */
export function coverageFactor(df: number): number {
  return tQuantile(UPPER_TAIL, df);
}

/** Expanded uncertainty U = k·u of a combined list of terms. */
export function expandedUncertainty(terms: readonly UncertaintyTerm[]): number {
  return expand(standardUncertainty(terms), effectiveDf(terms));
}

/** U from a bare u and its degrees of freedom. */
export function expand(u: number, df: number): number {
  return u === 0 ? 0 : coverageFactor(df) * u;
}

/** One term's share of the variance, 0 to 1. */
export function budgetShares(
  terms: readonly UncertaintyTerm[],
): { kind: TermKind; u: number; share: number }[] {
  const total = standardUncertainty(terms) ** 2;
  const byKind = new Map<TermKind, number>();
  for (const term of terms) byKind.set(term.kind, (byKind.get(term.kind) ?? 0) + term.u ** 2);
  return [...byKind]
    .map(([kind, variance]) => ({
      kind,
      u: Math.sqrt(variance),
      share: total === 0 ? 0 : variance / total,
    }))
    .sort((a, b) => b.share - a.share);
}
