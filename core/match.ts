/** Are the two shoes of a pair the same? Each feature against its tolerance, and what is asked for next. */
import { mean } from 'simple-statistics';
import {
  featuresOf,
  MATCH_FEATURES,
  type MatchFeature,
  type MatchFeatureId,
  matchFeature,
  type ToleranceRule,
} from './match-features.ts';
import { SIDES, type Side } from './quantities.ts';
import { DEFAULT_REPEATABILITY_DF, resolutionUncertainty } from './repeated-readings.ts';
import { judgeTolerance, type ToleranceVerdict } from './tolerance.ts';
import { expand } from './uncertainty.ts';

/** Readings of both shoes by feature, canonical units, in the order taken. */
export type MatchReadings = Record<Side, Partial<Record<MatchFeatureId, readonly number[]>>>;

/** What a check needs to know of the gauge at a feature; left out: a usual tool of the kind. */
export interface MatchGauge {
  resolution: number;
  zeroU: number;
  gainU: number;
}

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
  tolerance: number;
  verdict: ToleranceVerdict | 'not taken';
  /** Each shoe against zero. */
  shoes?: Partial<Record<Side, ToleranceVerdict>>;
  /** One more reading on both shoes would help: the difference lies near the tolerance. */
  askAgain: boolean;
}

/** After this many readings on each shoe a feature near its tolerance is left as it is. */
export const MOST_MATCH_READINGS = 5;

const STEP_OF: (feature: MatchFeature) => number = ({ decimals }) => 10 ** -decimals;

interface Known {
  feature: MatchFeature;
  gauges: Record<Side, MatchGauge>;
}

/** Variance of one shoe's mean: scatter over n, and the resolution once. */
function ownVariance({ feature, gauges }: Known, side: Side, { n }: ShoeFeature): number {
  return feature.repeatabilitySd ** 2 / n + resolutionUncertainty(gauges[side].resolution) ** 2;
}

/** Variance that the calibration of a gauge leaves in one value. */
function calibrationVariance({ zeroU, gainU }: MatchGauge, value: number): number {
  return zeroU ** 2 + (gainU * value) ** 2;
}

/**
 * With one gauge its zero cancels between the shoes, and its slope leaves a share of the
 * difference; with two gauges neither cancels.
 */
function spanBetween(known: Known, left: ShoeFeature, right: ShoeFeature): number {
  const { gauges } = known;
  const calibration =
    gauges.left === gauges.right
      ? (gauges.left.gainU * (right.value - left.value)) ** 2
      : calibrationVariance(gauges.left, left.value) +
        calibrationVariance(gauges.right, right.value);
  const variance =
    ownVariance(known, 'left', left) + ownVariance(known, 'right', right) + calibration;
  return expand(Math.sqrt(variance), DEFAULT_REPEATABILITY_DF);
}

function spanFromZero(known: Known, side: Side, shoe: ShoeFeature): number {
  const variance =
    ownVariance(known, side, shoe) + calibrationVariance(known.gauges[side], shoe.value);
  return expand(Math.sqrt(variance), DEFAULT_REPEATABILITY_DF);
}

function shoeFeature(values: readonly number[] | undefined): ShoeFeature | undefined {
  return values && values.length > 0 ? { n: values.length, value: mean([...values]) } : undefined;
}

/** Which verdict of two shoes stands for the pair: one shoe out is out. */
const WORST: readonly ToleranceVerdict[] = ['out', 'cannot tell', 'within'];

function judgeAgainstZero(
  known: Known,
  shoes: Partial<Record<Side, ShoeFeature>>,
  tolerance: number,
): Partial<FeatureJudgement> {
  const judged = SIDES.flatMap((side) => {
    const shoe = shoes[side];
    if (!shoe) return [];
    const U = spanFromZero(known, side, shoe);
    return [{ side, shoe, U, verdict: judgeTolerance(shoe.value, U, tolerance) }];
  });
  const farthest = [...judged].sort((a, b) => Math.abs(b.shoe.value) - Math.abs(a.shoe.value))[0];
  if (!farthest) return {};
  const verdict = WORST.find((word) => judged.some((one) => one.verdict === word));
  return {
    difference: farthest.shoe.value,
    U: farthest.U,
    ...(verdict && judged.length === 2 ? { verdict } : {}),
    ...(verdict === 'out' ? { verdict } : {}),
    shoes: Object.fromEntries(judged.map((one) => [one.side, one.verdict])),
  };
}

/**
 * One feature of both shoes against its tolerance: *within* |d| + U ≤ T, *out* |d| − U > T, else
 * *cannot tell* (JCGM 106). d = right − left with U from the scatter of one reading (8 degrees of
 * freedom), the resolution of both, and the gauge's slope, or zeros and slopes of two gauges (JCGM
 * 100); a feature against zero judges each shoe, and the worse of the two stands.
 *
 * @returns `not taken` where a shoe is missing
 * @example judgeFeature('footbed-length', [266], [270.2]).verdict // 'out'
 */
export function judgeFeature(
  id: MatchFeatureId,
  leftReadings: readonly number[] | undefined,
  rightReadings: readonly number[] | undefined,
  terms: MatchTerms = {},
): FeatureJudgement {
  const feature = matchFeature(id);
  const gauge: MatchGauges = terms.gauges?.[id] ?? {
    resolution: STEP_OF(feature),
    zeroU: 0,
    gainU: 0,
  };
  const known = { feature, gauges: { left: gauge, right: gauge.right ?? gauge } };
  const left = shoeFeature(leftReadings);
  const right = shoeFeature(rightReadings);
  const rule = terms.tolerances?.[id] ?? feature.tolerance;
  const about = left && right ? (left.value + right.value) / 2 : (left?.value ?? right?.value ?? 0);
  const tolerance =
    feature.against === 'zero'
      ? rule.absolute
      : Math.max(rule.absolute, rule.share * Math.abs(about));
  const shoes = { ...(left ? { left } : {}), ...(right ? { right } : {}) };
  const judgement: FeatureJudgement = {
    id,
    against: feature.against,
    ...shoes,
    tolerance,
    verdict: 'not taken',
    askAgain: false,
  };
  if (feature.against === 'zero')
    Object.assign(judgement, judgeAgainstZero(known, shoes, tolerance));
  else if (left && right) {
    const difference = right.value - left.value;
    const U = spanBetween(known, left, right);
    Object.assign(judgement, {
      difference,
      U,
      verdict: judgeTolerance(difference, U, tolerance),
    });
  }
  const few = Math.min(left?.n ?? 0, right?.n ?? 0) < MOST_MATCH_READINGS;
  return { ...judgement, askAgain: judgement.verdict === 'cannot tell' && few };
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
