/** Is a difference real, and would anyone notice it? */

import type { Noticeable } from '../records/claim-verdict.ts';
import type { AnswerOf } from '../statistics/answers.ts';
import { isAtLeast, isAtMost } from '../statistics/at-limit.ts';
import { tQuantile } from '../statistics/distributions.ts';
import { effectiveDf, expand, standardUncertainty } from '../statistics/uncertainty.ts';
import { combineFigures, type Figure, figureDf, figureUncertainty } from './figure.ts';

export interface Difference {
  difference: number;
  u: number;
  df: number;
  U: number;
  verdict: AnswerOf<'difference'>;
  noticeable: Noticeable;
}

/** A value with its standard uncertainty and degrees of freedom (Infinity: known). */
export interface BareFigure {
  value: number;
  u: number;
  df: number;
}

/**
 * Judges a difference d with U: *real* where |d| > U; *not shown* where it is not real and its
 * 90 % interval lies inside ± the noticeable step (two one-sided tests at 5 %); else *cannot
 * tell*. *Noticeable*: *yes* where |d| − U reaches the step, *no* where that 90 % interval lies inside
 * it, else *may be*.
 */
export function judgeDifference(d: number, u: number, df: number, noticeable: number): Difference {
  const U = expand(u, df);
  const size = Math.abs(d);
  const real = size > U;
  const inside = isAtMost(size + (u === 0 ? 0 : tQuantile(0.95, df) * u), noticeable);
  const seen = isAtLeast(size - U, noticeable) ? 'yes' : inside ? 'no' : 'may be';
  return {
    difference: d,
    u,
    df,
    U,
    verdict: real ? 'real' : inside ? 'not shown' : 'cannot tell',
    noticeable: seen,
  };
}

/**
 * Difference a − b of two independent values, with Welch-Satterthwaite degrees of freedom.
 * @example
 * differenceOf({ value: 31.2, u: 0.15, df: 8 }, { value: 24.1, u: 0.2, df: 8 }, 3).verdict // 'real'
 */
export function differenceOf(a: BareFigure, b: BareFigure, noticeable: number): Difference {
  const terms = [
    { key: 'a', kind: 'readings' as const, u: a.u, df: a.df },
    { key: 'b', kind: 'readings' as const, u: b.u, df: b.df },
  ];
  return judgeDifference(
    a.value - b.value,
    standardUncertainty(terms),
    effectiveDf(terms),
    noticeable,
  );
}

/** Difference of two figures; errors they share (gauge, size exponent) cancel as far as they do. */
export function differenceOfFigures(a: Figure, b: Figure, noticeable: number): Difference {
  const d = combineFigures([
    { figure: a, coefficient: 1 },
    { figure: b, coefficient: -1 },
  ]);
  return judgeDifference(d.value, figureUncertainty(d), figureDf(d), noticeable);
}
