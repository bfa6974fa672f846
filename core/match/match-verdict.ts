/** The verdict of a check, and what is usually done with the pair. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature } from '../catalogue/match-features.ts';
import { SIGHTS, type SightId, sightAnswers } from '../catalogue/sights.ts';
import { isSameSize, nameLabel } from '../sizing/size-label.ts';
import { COMMON_PRACTICE, type Verdict } from '../statistics/verdict.ts';
import type { FeatureJudgement } from './match.ts';
import type { Cause } from './match-causes.ts';
import { labelsDiffer, type MatchEvidence, type MatchSights } from './match-pattern.ts';

export interface MatchVerdict extends Verdict<'match'> {
  /** What is usually done with the pair; a person decides. */
  advice: 'keep' | 'keep and note' | 'return' | 'go on';
  words: string;
  /** What is wrong, in a phrase: `Two sizes in one box, as it seems`; empty: nothing is out. */
  fault: string;
  /** Faults seen by eye, in words. */
  seen: string[];
  /** What the wearer felt, in words; empty: nothing was said. */
  felt: string;
}

const notTaken = (one: FeatureJudgement) => one.verdict === 'not taken';

/** What the wearer felt, in a sentence; empty where nothing was said. */
function feltWords(felt: MatchSights['felt']): string {
  if (!felt?.where && !felt?.shoe) return '';
  const shoe = felt.shoe === 'both' ? 'both shoes' : felt.shoe ? `the ${felt.shoe} shoe` : '';
  return [shoe, felt.where, felt.since && `since ${felt.since}`].filter(Boolean).join(', ');
}

/** Faults that were seen by eye, each with its shoe. */
function seenFaults({ byEye = {}, labels = {} }: MatchSights): string[] {
  const { box, left, right } = labels;
  const boxed = box && [left, right].some((label) => label && !isSameSize(label, box));
  const eye = Object.entries(byEye).flatMap(([id, sight]) => {
    if (sight?.state !== 'fault') return [];
    const where = sight.side ? ` (${sight.side})` : '';
    const [, fault] = sightAnswers(id as SightId);
    const answer = fault === 'fault' ? 'not so' : fault;
    return [
      `${SIGHTS[id as SightId].name}: ${answer}${where}${sight.note ? `, ${sight.note}` : ''}`,
    ];
  });
  return boxed ? [`the box says ${nameLabel(box)}, the shoes do not`, ...eye] : eye;
}

/**
 * The verdict of a check, in words. *Out* as soon as one feature is out, so that a check may stop
 * there; *matched* once all features that were asked for are within; else *cannot tell*.
 *
 * @param asked features that the check asks for; left out: those that were taken
 */
export function judgeMatch(
  evidence: MatchEvidence,
  causes: readonly Cause[],
  asked?: readonly MatchFeatureId[],
): MatchVerdict {
  const { judgements } = evidence;
  const seen = seenFaults(evidence);
  const felt = feltWords(evidence.felt);
  const of = (verdict: FeatureJudgement['verdict']) =>
    judgements.filter((judgement) => judgement.verdict === verdict);
  const [within, out] = [of('within'), of('out')];
  const evidenceOf = (word: MatchVerdict['word']): Verdict<'match'> => {
    const agree = within.map(({ id }) => `${matchFeature(id).name} agrees`);
    const differ = [
      ...out.map(({ id }) => `${matchFeature(id).name} is out of tolerance`),
      ...seen,
    ];
    return {
      word,
      ...(word === 'out' ? { for: differ, against: agree } : { for: agree, against: differ }),
      source: COMMON_PRACTICE,
    };
  };
  const [first] = causes;
  // A mark under a footbed tells as surely as a length does.
  const marked = causes.some((cause) => cause.id === 'wrong-footbed');
  // Nor is a gauge needed to see that a shoe rocks, or that its seam leans.
  const looksOut = [evidence.byEye?.level, evidence.byEye?.seam].some(
    (sight) => sight?.state === 'fault',
  );
  if (out.length > 0 || marked || labelsDiffer(evidence) || (looksOut && causes.length > 0)) {
    const back = causes.some((cause) => cause.action === 'return');
    const fault = first
      ? `${first.name}${first.confidence === 'sure' ? '' : `, ${first.confidence === 'likely' ? 'as it seems' : 'possibly'}`}`
      : `${out.map((one) => matchFeature(one.id).name).join(', ')} out of tolerance; the pattern fits no known cause`;
    return {
      ...evidenceOf('out'),
      advice: back ? 'return' : 'keep and note',
      words: `${fault}.`,
      fault,
      seen,
      felt,
    };
  }
  const open = judgements.filter(
    (one) =>
      one.verdict === 'cannot tell' || (asked ? asked.includes(one.id) && notTaken(one) : false),
  );
  const taken = judgements.filter((one) => !notTaken(one));
  if (open.length > 0 || taken.length === 0)
    return {
      ...evidenceOf('cannot tell'),
      advice: 'go on',
      words:
        taken.length === 0
          ? 'Nothing taken yet.'
          : `Nothing is out so far; ${open.map((one) => matchFeature(one.id).name.toLowerCase()).join(', ')} still to tell.`,
      fault: '',
      seen,
      felt,
    };
  return {
    ...evidenceOf('matched'),
    advice: seen.length > 0 ? 'keep and note' : 'keep',
    words: `All ${taken.length} features agree within tolerance.${felt ? ' What the wearer felt is not in them: look at the foot, the sock and the lacing; pain goes to a clinician.' : ''}`,
    fault: '',
    seen,
    felt,
  };
}
