/** From pairs to the edition: what may be said of the model, not of these shoes. */
import { least, max } from 'd3-array';
import { sampleStandardDeviation } from 'simple-statistics';
import {
  type Catalogue,
  describeQuantity,
  QUANTITIES,
  type QuantityId,
} from '../catalogue/quantities.ts';
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import { REFERENCE_LABEL } from '../sizing/size-label.ts';
import type { RobustPool } from '../statistics/robust-pooling.ts';
import type { TermKind, UncertaintyTerm } from '../statistics/uncertainty.ts';
import type { Basis } from './basis.ts';
import type { Conversions } from './conversions.ts';
import { type Doubt, type Figure, figureExpanded, meanFigure } from './figure.ts';
import { type MeasuredPair, type NoFigure, type PairAnswer, pairFigureOn } from './pair-figure.ts';

/** Degrees of freedom of a between-pair SD that is the catalogue's default. */
const DEFAULT_SPREAD_DF = 8;

/** SD between pair values of one edition and label, pooled over the lab's editions. */
export type PooledSpread = Pick<RobustPool<unknown>, 'sd' | 'df'>;

export type PooledSpreads = Partial<Record<QuantityId, PooledSpread>>;

/** Errors that all pairs share and that a spread of pairs cannot show. */
const SHARED: readonly TermKind[] = [
  'zero',
  'gain',
  'calibration',
  'reproducibility',
  'bridge',
  'grading',
  'wearing',
];

export interface EditionFigure {
  figure: Figure;
  /** The widest expanded uncertainty among the pairs behind it. */
  pairU: number;
  pairs: { tag: string; figure: Figure }[];
  /** False where nothing tells how much pairs differ: the figure is of this pair only. */
  speaksForEdition: boolean;
}

/** An edition's figure on a wanted basis, or why there is none. */
export type EditionAnswer =
  | ({ terms: 'like' | 'carried' | 'converted' } & EditionFigure)
  | NoFigure;

function spreadTerm(
  figures: readonly Figure[],
  quantity: QuantityId,
  editionId: string,
  pooled: PooledSpread | undefined,
  catalogue: Catalogue,
): { term: UncertaintyTerm; holdsReadings: boolean; doubt?: Doubt } | undefined {
  const n = figures.length;
  const term = (sd: number, df: number, estimate?: string): UncertaintyTerm => ({
    key: `pairs:${editionId}:${quantity}`,
    kind: 'pairs',
    u: sd / Math.sqrt(n),
    df,
    more: { what: 'pair', n, at: 'this edition and size' },
    ...(estimate ? { estimate } : {}),
  });
  if (n >= FIGURE_LIMITS.ownSpread.value) {
    const sd = sampleStandardDeviation(figures.map((figure) => figure.value));
    return { term: term(sd, n - 1), holdsReadings: true };
  }
  const few = n === 1 ? 'one pair' : `${n} pairs`;
  if (pooled && pooled.df >= FIGURE_LIMITS.pooledSpread.value)
    return {
      term: term(pooled.sd, pooled.df, `spread:${quantity}`),
      holdsReadings: true,
      doubt: {
        code: 'pooled-spread',
        text: `${few}: spread of pairs from the lab's other editions`,
      },
    };
  const assumed = describeQuantity(quantity, catalogue).betweenPairSd;
  return assumed === undefined
    ? undefined
    : {
        term: term(assumed, DEFAULT_SPREAD_DF, `spread:${quantity}`),
        holdsReadings: false,
        doubt: { code: 'pooled-spread', text: `${few}: usual spread of pairs assumed` },
      };
}

/**
 * The edition's figure from figures of its pairs, all on one basis: their unweighted mean with
 * the spread of pairs (their own from four pairs on, else the lab's pooled SD, else the default of
 * the quantity), and the errors all pairs share once. A default spread is of shoes alone, so the
 * scatter of the readings stays beside it; an observed spread of pair values contains it.
 *
 * @example four pairs of 31.0, 31.4, 30.9, 31.5 give 31.2 with u² = s²/4 + calibration²
 */
export function editionOfPairs(
  pairs: readonly { tag: string; figure: Figure }[],
  quantity: QuantityId,
  editionId: string,
  pooled?: PooledSpread,
  catalogue: Catalogue = QUANTITIES,
): EditionFigure {
  const figures = pairs.map((pair) => pair.figure);
  const average = meanFigure(figures, { pairs: figures.length });
  const pairU = max(figures, figureExpanded) ?? 0;
  const spread = spreadTerm(figures, quantity, editionId, pooled, catalogue);
  if (!spread)
    return {
      figure: {
        ...average,
        doubts: [...average.doubts, { code: 'this-pair-only', text: 'this pair only' }],
      },
      pairU,
      pairs: [...pairs],
      speaksForEdition: false,
    };
  const kept = spread.holdsReadings
    ? average.terms.filter((term) => SHARED.includes(term.kind))
    : average.terms;
  return {
    figure: {
      ...average,
      terms: [spread.term, ...kept],
      doubts: spread.doubt ? [...average.doubts, spread.doubt] : average.doubts,
    },
    pairU,
    pairs: [...pairs],
    speaksForEdition: true,
  };
}

/**
 * The edition's figure of a quantity on a wanted basis: from the pairs that are like for like, or from
 * them and all that can be carried, whichever has the smaller U; else from those that can be converted;
 * else the reason and the remedy.
 */
export function editionFigureOn(
  edition: { id: string; pairs: readonly MeasuredPair[] },
  quantity: QuantityId,
  wanted: Basis,
  lab: Conversions & { spreads: PooledSpreads; catalogue?: Catalogue },
): EditionAnswer {
  const { computed } = describeQuantity(quantity, lab.catalogue);
  if (computed && 'atReference' in computed) {
    const at = { ...wanted, label: REFERENCE_LABEL };
    const answer = editionFigureOn(edition, computed.atReference as QuantityId, at, lab);
    return answer.terms === 'not' ? answer : { ...answer, figure: { ...answer.figure, quantity } };
  }
  const answers = edition.pairs.map((pair) => ({
    tag: pair.tag,
    answer: pairFigureOn(pair, quantity, wanted, lab, lab.catalogue),
  }));
  const having = (...wantedTerms: PairAnswer['terms'][]) =>
    answers.flatMap(({ tag, answer }) =>
      answer.terms !== 'not' && wantedTerms.includes(answer.terms)
        ? [{ tag, figure: answer.figure }]
        : [],
    );
  const figureOf = (
    terms: 'like' | 'carried' | 'converted',
    usable: ReturnType<typeof having>,
  ) => ({
    terms,
    ...editionOfPairs(usable, quantity, edition.id, lab.spreads[quantity], lab.catalogue),
  });
  const [like, carried, converted] = [having('like'), having('carried'), having('converted')];
  // The pairs at these terms alone, or all that can be carried, whichever is surer.
  const found = [
    ...(like.length > 0 ? [figureOf('like', like)] : []),
    ...(carried.length > 0 ? [figureOf('carried', [...like, ...carried])] : []),
  ];
  const surest = least(found, ({ figure }) => figureExpanded(figure));
  if (surest) return surest;
  if (converted.length > 0) return figureOf('converted', converted);
  // A refusal with a figure says more than "not measured".
  const refusals = answers.flatMap(({ answer }) => (answer.terms === 'not' ? [answer] : []));
  const refusal: Extract<PairAnswer, { terms: 'not' }> | undefined =
    refusals.find((answer) => answer.figure) ?? refusals[0];
  if (!refusal)
    return {
      terms: 'not',
      reason: 'no pair of this edition',
      measure: 'receive a pair',
      isUnmeasured: true,
    };
  const { figure: _, ...noFigure } = refusal;
  return noFigure;
}
