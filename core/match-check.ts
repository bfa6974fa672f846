/** One check of a pair from what is recorded of it: figures, causes, verdict, and what is taken next. */
import { gaugeTraits, type RecordedInstrument } from './gauge.ts';
import {
  type FeatureJudgement,
  judgeFeatures,
  type MatchGauges,
  type MatchReadings,
  type NextReading,
  nextReading,
} from './match.ts';
import { type Cause, inferCauses } from './match-causes.ts';
import {
  featuresOf,
  MATCH_FEATURES,
  type MatchFeatureId,
  matchFeature,
  type ToleranceRule,
} from './match-features.ts';
import type { MatchSeen } from './match-look.ts';
import type { MatchSights, SiblingFeatures } from './match-pattern.ts';
import { judgeMatch, type MatchVerdict } from './match-verdict.ts';
import type { Side } from './quantities.ts';
import { type Reading, stands } from './reading.ts';
import { lastLength, readLabel, type SizeLabel } from './size-label.ts';

/** What is recorded of a check. */
export interface RecordedCheck {
  kind: 'full' | 'short';
  seen: MatchSeen;
  readings: readonly (Pick<
    Reading<MatchFeatureId>,
    'quantity' | 'value' | 'instrumentId' | 'takenAt' | 'voided' | 'supersededBy'
  > & { side: Side })[];
}

export interface CheckTerms {
  /** Label of the pair, as received. */
  label: SizeLabel;
  tolerances: Partial<Record<MatchFeatureId, ToleranceRule | undefined>>;
  siblings: SiblingFeatures;
  instruments: readonly RecordedInstrument[];
  /** Features as the bench named them on this model. */
  names: Partial<Record<MatchFeatureId, string | undefined>>;
}

export interface EvaluatedCheck {
  judgements: FeatureJudgement[];
  causes: Cause[];
  verdict: MatchVerdict;
  next: NextReading | undefined;
  /** Features that the check asks for. */
  asked: MatchFeatureId[];
  /** What is to be said of the gauges behind it; empty where nothing is. */
  cautions: string[];
}

function sightsOf({ seen }: RecordedCheck): MatchSights {
  const labels: MatchSights['labels'] = {};
  for (const [where, text] of Object.entries(seen.labels)) {
    const read = text ? readLabel(text) : undefined;
    if (read?.ok) labels[where as Side | 'box'] = read.value;
  }
  return {
    labels,
    footbedMarks: {
      ...(seen.marks.left ? { left: seen.marks.left } : {}),
      ...(seen.marks.right ? { right: seen.marks.right } : {}),
    },
    byEye: seen.sights as NonNullable<MatchSights['byEye']>,
  };
}

/** The gauge behind each feature and shoe: that of its first standing reading, where one is named. */
function gaugesOf(
  readings: RecordedCheck['readings'],
  instruments: readonly RecordedInstrument[],
): Partial<Record<MatchFeatureId, MatchGauges>> {
  const gauges: Partial<Record<MatchFeatureId, MatchGauges>> = {};
  for (const feature of new Set(readings.map((reading) => reading.quantity))) {
    const of = (side: Side) => {
      const first = readings.find(
        (reading) => reading.quantity === feature && reading.side === side,
      );
      const instrument = instruments.find((one) => one.id === first?.instrumentId);
      return first && instrument && { instrument, traits: gaugeTraits(instrument, first.takenAt) };
    };
    const [left, right] = [of('left'), of('right')];
    const own = left ?? right;
    if (!own) continue;
    const other = right && right.instrument.id !== own.instrument.id ? right.traits : undefined;
    gauges[feature] = { ...own.traits, ...(other ? { right: other } : {}) };
  }
  return gauges;
}

/** What is to be said of the gauges: run-out calibrations, and two gauges at one feature. */
function cautionsOf(
  readings: RecordedCheck['readings'],
  gauges: Partial<Record<MatchFeatureId, MatchGauges>>,
  { instruments, names }: CheckTerms,
): string[] {
  const overdue = readings.flatMap(({ instrumentId, takenAt }) => {
    const instrument = instruments.find((one) => one.id === instrumentId);
    return (instrument && gaugeTraits(instrument, takenAt).overdue) ?? [];
  });
  // A feature against zero leans on the zero of its gauge in any case.
  const apart = MATCH_FEATURES.filter(
    (id) => gauges[id]?.right && matchFeature(id).against === 'other',
  ).map(
    (id) =>
      `${names[id] ?? matchFeature(id).name}: two gauges, whose zeros do not cancel. Take both shoes with one`,
  );
  return [...new Set([...overdue, ...apart])];
}

/** Readings of both shoes by feature; voided ones stay out. */
export function standingMatchReadings(readings: RecordedCheck['readings']): MatchReadings {
  const standing: Record<Side, Partial<Record<MatchFeatureId, number[]>>> = { left: {}, right: {} };
  for (const reading of readings.filter(stands)) {
    const { quantity, side, value } = reading;
    standing[side][quantity] = [...(standing[side][quantity] ?? []), value];
  }
  return standing;
}

/**
 * Evaluates a check: the one function that the page, the return note and the record read.
 * @example evaluateCheck(check, terms).verdict.words // 'Two sizes in one box.'
 */
export function evaluateCheck(check: RecordedCheck, terms: CheckTerms): EvaluatedCheck {
  const standing = check.readings.filter(stands);
  const short = check.kind === 'short';
  const gauges = gaugesOf(standing, terms.instruments);
  const matchTerms = {
    short,
    tolerances: terms.tolerances as Partial<Record<MatchFeatureId, ToleranceRule>>,
    gauges,
  };
  const judgements = judgeFeatures(standingMatchReadings(standing), matchTerms);
  const evidence = {
    ...sightsOf(check),
    judgements,
    lastMm: lastLength(terms.label),
    siblings: terms.siblings,
    names: terms.names,
  };
  const causes = inferCauses(evidence);
  const { skipped } = check.seen;
  const asked = featuresOf(short)
    .map((feature) => feature.id)
    .filter((id) => !skipped.includes(id));
  return {
    judgements,
    causes,
    verdict: judgeMatch(evidence, causes, asked),
    next: nextReading(judgements, { short, skipped }),
    asked,
    cautions: cautionsOf(standing, gauges, terms),
  };
}
