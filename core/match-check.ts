/** One check of a pair from what is recorded of it: figures, causes, verdict, and what is taken next. */
import { gaugeTraits, type RecordedInstrument } from './gauge.ts';
import {
  type FeatureJudgement,
  judgeFeatures,
  type MatchGauge,
  type MatchReadings,
  type NextReading,
  nextReading,
} from './match.ts';
import { type Cause, inferCauses } from './match-causes.ts';
import {
  featuresOf,
  type MatchFeatureId,
  type SightId,
  type ToleranceRule,
} from './match-features.ts';
import { type MatchSights, type SiblingFeatures } from './match-pattern.ts';
import { judgeMatch, type MatchVerdict } from './match-verdict.ts';
import type { Side } from './quantities.ts';
import { lastLength, readLabel, type SizeLabel } from './size-label.ts';

/** What is recorded of a check. */
export interface RecordedCheck {
  kind: 'full' | 'short';
  seen: {
    /** As read off tongue and box; empty: not looked at. */
    labels: Record<Side | 'box', string>;
    marks: Record<Side, string>;
    sights: Partial<
      Record<
        SightId,
        { state: 'sound' | 'fault'; side?: Side | 'both' | undefined; note: string } | undefined
      >
    >;
    skipped: readonly MatchFeatureId[];
  };
  readings: readonly {
    feature: MatchFeatureId;
    side: Side;
    value: number;
    instrumentId: string | null;
    takenAt: string;
    voided: string | null;
  }[];
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
  /** Gauges whose calibration had run out when they were used here. */
  overdue: string[];
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

/** The gauge behind each feature: that of its first standing reading, where one is named. */
function gaugesOf(
  readings: RecordedCheck['readings'],
  instruments: readonly RecordedInstrument[],
): Partial<Record<MatchFeatureId, MatchGauge>> {
  const gauges: Partial<Record<MatchFeatureId, MatchGauge>> = {};
  for (const { feature, instrumentId, takenAt } of readings) {
    const instrument = instruments.find((one) => one.id === instrumentId);
    if (instrument && !gauges[feature]) gauges[feature] = gaugeTraits(instrument, takenAt);
  }
  return gauges;
}

function overdueGauges(
  readings: RecordedCheck['readings'],
  instruments: readonly RecordedInstrument[],
): string[] {
  const words = readings.flatMap(({ instrumentId, takenAt }) => {
    const instrument = instruments.find((one) => one.id === instrumentId);
    return (instrument && gaugeTraits(instrument, takenAt).overdue) ?? [];
  });
  return [...new Set(words)];
}

/** Readings of both shoes by feature; voided ones stay out. */
export function standingMatchReadings(readings: RecordedCheck['readings']): MatchReadings {
  const standing: Record<Side, Partial<Record<MatchFeatureId, number[]>>> = { left: {}, right: {} };
  for (const { feature, side, value, voided } of readings)
    if (voided === null) standing[side][feature] = [...(standing[side][feature] ?? []), value];
  return standing;
}

/**
 * Evaluates a check: the one function that the page, the return note and the record read.
 * @example evaluateCheck(check, terms).verdict.words // 'Two sizes in one box.'
 */
export function evaluateCheck(check: RecordedCheck, terms: CheckTerms): EvaluatedCheck {
  const standing = check.readings.filter((reading) => reading.voided === null);
  const short = check.kind === 'short';
  const matchTerms = {
    short,
    tolerances: terms.tolerances as Partial<Record<MatchFeatureId, ToleranceRule>>,
    gauges: gaugesOf(standing, terms.instruments),
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
    overdue: overdueGauges(standing, terms.instruments),
  };
}
