/** What makes up an uncertainty, and the cheapest thing that would shrink it. */
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import { expandedUncertainty, type UncertaintyTerm } from '../statistics/uncertainty.ts';

/** What the next reading or pair would do to U. */
export interface NextBest {
  what: 'reading' | 'pair';
  /** Where: `heel stack, left`, or the edition. */
  at: string;
  from: number;
  to: number;
}

/** Getting, receiving and measuring a further pair, in readings: common practice. */
const PAIR_EFFORT = 12;

/**
 * The next reading or pair that shrinks U most for its effort, or undefined where none is worth
 * taking (the calibration or the resolution rules).
 */
export function cheapestNext(terms: readonly UncertaintyTerm[]): NextBest | undefined {
  const from = expandedUncertainty(terms);
  const options = terms.flatMap((term) => {
    if (!term.more) return [];
    const { what, n, at } = term.more;
    const shrunk = { ...term, u: term.u * Math.sqrt(n / (n + 1)) };
    const to = expandedUncertainty(terms.map((other) => (other === term ? shrunk : other)));
    const effort = what === 'pair' ? PAIR_EFFORT : 1;
    return [{ what, at, from, to, gain: (from - to) / effort }];
  });
  const worthwhile = options.filter(
    (option) => option.from - option.to > FIGURE_LIMITS.worthwhile.value * from,
  );
  const best = worthwhile.sort((a, b) => b.gain - a.gain)[0];
  if (!best) return undefined;
  const { what, at, to } = best;
  return { what, at, from, to };
}
