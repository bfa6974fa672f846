/** From every edition to every other: what to take, with the evidence of each cell. */
import type { SizeLabel } from '../sizing/size-label.ts';
import type { LengthWithDoubt } from './deviation.ts';
import { type FittingLabel, votesBetween } from './fitting-labels.ts';
import { type LabelAnswer, type LengthsOfBoth, labelToLabel } from './label-to-label.ts';

/** Two lengths as one piece of evidence. */
export const lengthsOfBoth = (a: LengthWithDoubt, b: LengthWithDoubt): LengthsOfBoth => ({
  aMm: a.mm,
  bMm: b.mm,
  uA: a.u,
  uB: b.u,
  df: Math.min(a.df, b.df),
});

/** An edition with what is known of its sizes. */
export interface SizedEdition {
  id: string;
  fitting: readonly FittingLabel[];
  /** Inside length at the label of the matrix. */
  inside?: LengthWithDoubt | undefined;
}

export interface MatrixCell {
  from: string;
  to: string;
  verdict: LabelAnswer['verdict'];
  offsetHalfSizes?: number;
  /** How many speak, by kind. */
  evidence: { kind: LabelAnswer['kinds'][number]['kind']; n: number }[];
  /** Over a third edition, where the cell itself cannot tell: shown, never counted. */
  chain?: { over: string; offsetHalfSizes: number };
}

const keyOf = (from: string, to: string) => `${from} ${to}`;

/** The way over a third edition whose two steps are known, the surest of them first. */
function chainOver(
  cells: ReadonlyMap<string, MatrixCell>,
  ids: readonly string[],
  { from, to }: MatrixCell,
): MatrixCell['chain'] {
  const ways = ids.flatMap((over) => {
    const [first, second] = [cells.get(keyOf(from, over)), cells.get(keyOf(over, to))];
    if (first?.offsetHalfSizes === undefined || second?.offsetHalfSizes === undefined) return [];
    const sure = [first, second].filter(({ verdict }) => verdict === 'decided').length;
    return [{ over, sure, offsetHalfSizes: first.offsetHalfSizes + second.offsetHalfSizes }];
  });
  const [best] = ways.sort((a, b) => b.sure - a.sure);
  return best && { over: best.over, offsetHalfSizes: best.offsetHalfSizes };
}

/**
 * Every cell that any evidence speaks of; one that cannot tell may be reached over a third edition.
 *
 * @param label at which insides are held against each other
 * @example A and B worn by two testers in one size, B and C likewise: A to C is a chain over B
 */
export function labelMatrix(editions: readonly SizedEdition[], label: SizeLabel): MatrixCell[] {
  const cells = new Map<string, MatrixCell>();
  for (const a of editions)
    for (const b of editions) {
      if (a.id === b.id) continue;
      const { kinds, verdict, offsetHalfSizes } = labelToLabel({
        label,
        votes: votesBetween(a.fitting, b.fitting),
        lengths: a.inside && b.inside ? lengthsOfBoth(a.inside, b.inside) : undefined,
      });
      cells.set(keyOf(a.id, b.id), {
        from: a.id,
        to: b.id,
        verdict,
        ...(offsetHalfSizes === undefined ? {} : { offsetHalfSizes }),
        evidence: kinds.map(({ kind, n }) => ({ kind, n })),
      });
    }
  const ids = editions.map(({ id }) => id);
  return [...cells.values()].flatMap((cell) => {
    const chain = cell.offsetHalfSizes === undefined ? chainOver(cells, ids, cell) : undefined;
    return cell.evidence.length > 0 || chain ? [{ ...cell, ...(chain ? { chain } : {}) }] : [];
  });
}
