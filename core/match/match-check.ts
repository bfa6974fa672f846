/** One check of a pair from what is recorded of it: figures, causes, verdict, and what is taken next. */

import { gaugeTraits } from '../catalogue/gauge.ts';
import { MATCH_FEATURES, type MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { featuresOf, matchFeature, type ToleranceRule } from '../catalogue/match-features.ts';
import type { MatchSeen } from '../catalogue/match-look.ts';
import type { Side } from '../catalogue/quantities.ts';
import { type Reading, stands } from '../figures/reading.ts';
import { readLabel } from '../sizing/printed-label.ts';
import { lastLength } from '../sizing/size-label.ts';
import { MATCH_MESSAGES } from '../wording/match-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import { type CheckKnowledge, checkFigures } from './check-figures.ts';
import { type FeatureJudgement, judgeFigures, type NextReading, nextReading } from './match.ts';
import { type Cause, inferCauses } from './match-causes.ts';
import type { MatchSights, SiblingFeatures } from './match-pattern.ts';
import { judgeMatch, type MatchVerdict } from './match-verdict.ts';

/** What is recorded of a check. */
export interface RecordedCheck {
  id?: string;
  /** Code of who took it. */
  person?: string;
  kind: 'full' | 'short';
  seen: MatchSeen;
  readings: readonly (Pick<
    Reading<MatchFeatureId>,
    'quantity' | 'value' | 'instrumentId' | 'takenAt' | 'voided' | 'supersededBy'
  > & { side: Side })[];
}

export interface CheckTerms extends CheckKnowledge {
  tolerances: Partial<Record<MatchFeatureId, ToleranceRule | undefined>>;
  siblings: SiblingFeatures;
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
    felt: seen.felt,
    labels,
    footbedMarks: {
      ...(seen.marks.left ? { left: seen.marks.left } : {}),
      ...(seen.marks.right ? { right: seen.marks.right } : {}),
    },
    byEye: seen.sights as NonNullable<MatchSights['byEye']>,
  };
}

/** The instruments by which a feature was taken. */
const instrumentsAt = (readings: RecordedCheck['readings'], id: MatchFeatureId) =>
  new Set(
    readings.flatMap(({ quantity, instrumentId }) =>
      quantity === id && instrumentId !== null ? [instrumentId] : [],
    ),
  );

/** What is to be said of the gauges: run-out calibrations, and two gauges at one feature. */
function cautionsOf(
  readings: RecordedCheck['readings'],
  { instruments, names }: CheckTerms,
): string[] {
  const overdue = readings.flatMap(({ instrumentId, takenAt }) => {
    const instrument = instruments.find((one) => one.id === instrumentId);
    return (instrument && gaugeTraits(instrument, takenAt).overdue) ?? [];
  });
  // A feature against zero leans on the zero of its gauge in any case.
  const apart = MATCH_FEATURES.filter(
    (id) => instrumentsAt(readings, id).size > 1 && matchFeature(id).against === 'other',
  ).map((id) => textOf(MATCH_MESSAGES.twoGauges({ feature: names[id] ?? matchFeature(id).name })));
  return [...new Set([...overdue, ...apart])];
}

/**
 * Evaluates a check: the one function that the page, the return note and the record read.
 * @example evaluateCheck(check, terms).verdict.fault // { cause: 'two-sizes', confidence: 'sure' }
 */
export function evaluateCheck(check: RecordedCheck, terms: CheckTerms): EvaluatedCheck {
  const standing = check.readings.filter(stands);
  const short = check.kind === 'short';
  const figures = checkFigures(check, terms);
  const judgements = MATCH_FEATURES.map((id) => {
    const [left, right] = [figures.left[id], figures.right[id]];
    return judgeFigures(
      id,
      { ...(left ? { left } : {}), ...(right ? { right } : {}) },
      terms.tolerances[id],
    );
  });
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
    cautions: cautionsOf(standing, terms),
  };
}
