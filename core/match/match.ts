/** Are the two shoes of a pair the same? Each feature against its tolerance, and what is asked for next. */

import type { GaugeTraits } from '../catalogue/gauge.ts';
import { MATCH_FEATURES, type MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import {
  featuresOf,
  type MatchFeature,
  matchFeature,
  type ToleranceRule,
} from '../catalogue/match-features.ts';
import { SIDES, type Side } from '../catalogue/quantities.ts';
import { judgeTolerance } from '../catalogue/tolerance.ts';
import { combineFigures, type Figure, figureDf, figureExpanded } from '../figures/figure.ts';
import { MATCH_LIMITS } from '../limits/match-limits.ts';
import type { AnswerOf } from '../statistics/answers.ts';
import { figureOfValues } from './check-figures.ts';

/** Readings of both shoes by feature, canonical units, in the order taken. */
export type MatchReadings = Record<Side, Partial<Record<MatchFeatureId, readonly number[]>>>;

/** What bare values need to know of the gauge at a feature; left out: a usual tool of the kind. */
export type MatchGauge = Pick<GaugeTraits, 'resolution' | 'zeroU' | 'gainU'>;

/** The gauge of both shoes; or of the left, where the right was taken with another. */
export interface MatchGauges extends MatchGauge {
  right?: MatchGauge;
}

export interface MatchTerms {
  tolerances?: Partial<Record<MatchFeatureId, ToleranceRule>>;
  gauges?: Partial<Record<MatchFeatureId, MatchGauges>>;
  /** The short check: five features. */
  short?: boolean;
}

/** A feature of one shoe. */
export interface ShoeFeature {
  n: number;
  value: number;
}

export interface FeatureJudgement {
  id: MatchFeatureId;
  against: MatchFeature['against'];
  left?: ShoeFeature;
  right?: ShoeFeature;
  /** Right − left; for a feature against zero the shoe that stands farther off. */
  difference?: number;
  U?: number;
  /** Effective degrees of freedom behind U. */
  df?: number;
  tolerance: number;
  verdict: AnswerOf<'tolerance'> | 'not taken';
  /** Each shoe against zero. */
  shoes?: Partial<Record<Side, AnswerOf<'tolerance'>>>;
  /** One more reading on both shoes would help: the difference lies near the tolerance. */
  askAgain: boolean;
}

const shoeFeature = (figure: Figure | undefined): ShoeFeature | undefined =>
  figure && { n: figure.readings, value: figure.value };

/** Which verdict of two shoes stands for the pair: one shoe out is out. */
const WORST: readonly AnswerOf<'tolerance'>[] = ['out', 'cannot tell', 'within'];

function judgeAgainstZero(
  figures: Partial<Record<Side, Figure>>,
  tolerance: number,
): Partial<FeatureJudgement> {
  const judged = SIDES.flatMap((side) => {
    const figure = figures[side];
    if (!figure) return [];
    const U = figureExpanded(figure);
    return [{ side, figure, U, verdict: judgeTolerance(figure.value, U, tolerance) }];
  });
  const farthest = [...judged].sort(
    (a, b) => Math.abs(b.figure.value) - Math.abs(a.figure.value),
  )[0];
  if (!farthest) return {};
  const verdict = WORST.find((word) => judged.some((one) => one.verdict === word));
  return {
    difference: farthest.figure.value,
    U: farthest.U,
    df: figureDf(farthest.figure),
    ...(verdict && judged.length === 2 ? { verdict } : {}),
    ...(verdict === 'out' ? { verdict } : {}),
    shoes: Object.fromEntries(judged.map((one) => [one.side, one.verdict])),
  };
}

/**
 * One feature of both shoes against its tolerance: *within* |d| + U ≤ T, *out* |d| − U > T, else
 * *cannot tell* (JCGM 106). d = right − left by `combineFigures`: what the shoes share, the zero of
 * one gauge, cancels; U has the effective degrees of freedom of what is left (JCGM 100, G.4). A
 * feature against zero judges each shoe, and the worse of the two stands.
 *
 * @returns `not taken` where a shoe is missing
 */
export function judgeFigures(
  id: MatchFeatureId,
  figures: Partial<Record<Side, Figure>>,
  rule: ToleranceRule = matchFeature(id).tolerance,
): FeatureJudgement {
  const { against } = matchFeature(id);
  const left = shoeFeature(figures.left);
  const right = shoeFeature(figures.right);
  const about = left && right ? (left.value + right.value) / 2 : (left?.value ?? right?.value ?? 0);
  const tolerance =
    against === 'zero' ? rule.absolute : Math.max(rule.absolute, rule.share * Math.abs(about));
  const judgement: FeatureJudgement = {
    id,
    against,
    ...(left ? { left } : {}),
    ...(right ? { right } : {}),
    tolerance,
    verdict: 'not taken',
    askAgain: false,
  };
  if (against === 'zero') Object.assign(judgement, judgeAgainstZero(figures, tolerance));
  else if (figures.left && figures.right) {
    const d = combineFigures([
      { figure: figures.right, coefficient: 1 },
      { figure: figures.left, coefficient: -1 },
    ]);
    const U = figureExpanded(d);
    Object.assign(judgement, {
      difference: d.value,
      U,
      df: figureDf(d),
      verdict: judgeTolerance(d.value, U, tolerance),
    });
  }
  const few = Math.min(left?.n ?? 0, right?.n ?? 0) < MATCH_LIMITS.mostReadings.value;
  return { ...judgement, askAgain: judgement.verdict === 'cannot tell' && few };
}

/**
 * The same from bare values, by a usual tool or the gauges given.
 * @example judgeFeature('footbed-length', [266], [270.2]).verdict // 'out'
 */
export function judgeFeature(
  id: MatchFeatureId,
  leftReadings: readonly number[] | undefined,
  rightReadings: readonly number[] | undefined,
  terms: MatchTerms = {},
): FeatureJudgement {
  const gauge = terms.gauges?.[id];
  const other = gauge?.right && { id: 'another', ...gauge.right };
  const left = figureOfValues(id, 'left', leftReadings, gauge);
  const right = figureOfValues(id, 'right', rightReadings, other ?? gauge);
  return judgeFigures(
    id,
    { ...(left ? { left } : {}), ...(right ? { right } : {}) },
    terms.tolerances?.[id],
  );
}

/** All features of a check in the order of the hand. */
export function judgeFeatures(readings: MatchReadings, terms: MatchTerms = {}): FeatureJudgement[] {
  return MATCH_FEATURES.map((id) => judgeFeature(id, readings.left[id], readings.right[id], terms));
}

/** The reading that is asked for next. */
export interface NextReading {
  feature: MatchFeatureId;
  side: Side;
  /** True where both shoes have a reading and the difference lies near the tolerance. */
  repeat: boolean;
}

/**
 * What the hand takes next: the first feature without a reading on a shoe, left before right; then
 * repeats where a difference lies near its tolerance. Nothing once all is told.
 */
export function nextReading(
  judgements: readonly FeatureJudgement[],
  terms: MatchTerms & { skipped?: readonly MatchFeatureId[] } = {},
): NextReading | undefined {
  const asked = new Set(
    featuresOf(terms.short ?? false)
      .map((feature) => feature.id)
      .filter((id) => !terms.skipped?.includes(id)),
  );
  for (const { id, left, right } of judgements.filter((one) => asked.has(one.id))) {
    const side = !left ? 'left' : !right ? 'right' : undefined;
    if (side) return { feature: id, side, repeat: false };
  }
  const near = judgements.find((one) => asked.has(one.id) && one.askAgain);
  if (!near) return undefined;
  const side = (near.left?.n ?? 0) <= (near.right?.n ?? 0) ? 'left' : 'right';
  return { feature: near.id, side, repeat: true };
}
