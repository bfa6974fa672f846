/** The verdict of a check, and what is usually done with the pair. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import type { SightId } from '../catalogue/sights.ts';
import type {
  MatchAnswer,
  MatchCircumstances,
  MatchFault,
  SeenFault,
} from '../records/match-verdict.ts';
import { type Finding, type Verdict, verdictOf } from '../records/verdict.ts';
import { isSameSize } from '../sizing/size-label.ts';
import type { FeatureJudgement } from './match.ts';
import type { Cause } from './match-causes.ts';
import { labelsDiffer, type MatchEvidence, type MatchSights } from './match-pattern.ts';

export interface MatchVerdict extends Verdict<MatchAnswer>, MatchCircumstances {}

const TOLERANCE = 'match/tolerance';

const isMeasured = ({ verdict }: FeatureJudgement) => verdict !== 'not taken';

/** Faults that were seen by eye, each with its shoe, and a box of another size. */
function seenFaults({ byEye = {}, labels = {} }: MatchSights): SeenFault[] {
  const { box, left, right } = labels;
  const isOfOtherSize = box && [left, right].some((label) => label && !isSameSize(label, box));
  const eye = Object.entries(byEye).flatMap(([id, sight]): SeenFault[] =>
    sight?.state === 'fault'
      ? [
          {
            sight: id as SightId,
            ...(sight.side ? { side: sight.side } : {}),
            note: sight.note ?? '',
          },
        ]
      : [],
  );
  return isOfOtherSize ? [{ sight: 'box', label: box }, ...eye] : eye;
}

function findingOf({ id, difference, U, tolerance }: FeatureJudgement): Finding {
  return {
    rule: TOLERANCE,
    subject: id,
    ...(difference === undefined ? {} : { value: difference, U: U ?? 0 }),
    limit: { low: -tolerance, high: tolerance },
    source: 'measured',
  };
}

const faultOf = ([surest]: readonly Cause[], out: readonly FeatureJudgement[]): MatchFault =>
  surest
    ? { cause: surest.id, confidence: surest.confidence }
    : { features: out.map(({ id }) => id) };

/**
 * The verdict of a check. *Out* as soon as one feature is out, so that a check may stop there; *matched* once
 * all features that were asked for are within; else *cannot tell*.
 *
 * @param asked features that the check asks for; left out: those that were measured
 */
export function judgeMatch(
  evidence: MatchEvidence,
  causes: readonly Cause[],
  asked?: readonly MatchFeatureId[],
): MatchVerdict {
  const { judgements, felt } = evidence;
  const seen = seenFaults(evidence);
  const of = (verdict: FeatureJudgement['verdict']) =>
    judgements.filter((judgement) => judgement.verdict === verdict);
  const out = of('out');
  const open = judgements.filter(
    (judgement) =>
      judgement.verdict === 'cannot tell' ||
      (asked?.includes(judgement.id) && !isMeasured(judgement)),
  );
  const measured = judgements.filter(isMeasured).length;
  const agree = of('within').map(findingOf);
  const differ = [
    ...out.map(findingOf),
    ...seen.map(({ sight }): Finding => ({ rule: 'match/seen', subject: sight, source: 'seen' })),
  ];
  const unknown = open.map(({ id }) => ({
    rule: TOLERANCE,
    subject: id,
    how: 'measure' as const,
  }));
  const circumstances = {
    seen,
    ...(felt?.where || felt?.shoe ? { felt } : {}),
    open: open.map(({ id }) => id),
    measured,
  };
  // A mark under a footbed shows it as surely as a length does.
  const isMarked = causes.some((cause) => cause.id === 'wrong-footbed');
  // Nor is a gauge needed to see that a shoe rocks, or that its seam leans.
  const looksOut = [evidence.byEye?.level, evidence.byEye?.seam].some(
    (sight) => sight?.state === 'fault',
  );
  const isOut =
    out.length > 0 || isMarked || labelsDiffer(evidence) || (looksOut && causes.length > 0);
  if (isOut)
    return {
      ...circumstances,
      ...verdictOf('out', {
        decisive: causes.length > 0 ? causes.map(({ id }) => `match/${id}`) : [TOLERANCE],
        evidenceFor: differ,
        evidenceAgainst: agree,
        unknown,
        // A shoe that rocks makes people fall.
        safety: causes.some(({ id }) => id === 'twisted'),
      }),
      advice: causes.some(({ action }) => action === 'return') ? 'return' : 'keep and note',
      fault: faultOf(causes, out),
    };
  const isOpen = open.length > 0 || measured === 0;
  return {
    ...circumstances,
    ...verdictOf(isOpen ? 'cannot tell' : 'matched', {
      decisive: [TOLERANCE],
      evidenceFor: agree,
      evidenceAgainst: differ,
      unknown,
    }),
    advice: isOpen ? 'go on' : seen.length > 0 ? 'keep and note' : 'keep',
  };
}
