/** What a check of left against right found, as it is kept with a decision. */
import type { LeftRightFinding } from '../records/match-verdict.ts';
import { matchFault } from '../wording/match-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import type { EvaluatedCheck } from './match-check.ts';

/** What is kept of a check that was worked out. */
export const findingOf = ({
  verdict,
  judgements,
}: Pick<EvaluatedCheck, 'verdict' | 'judgements'>): LeftRightFinding => ({
  found: verdict.answer,
  fault: verdict.fault ? textOf(matchFault(verdict.fault)) : '',
  cause: verdict.fault && 'cause' in verdict.fault ? verdict.fault.cause : null,
  differing: judgements.flatMap(({ id, verdict: word, left, right }) =>
    word === 'out' && left && right ? [{ feature: id, left: left.value, right: right.value }] : [],
  ),
});

/**
 * Whether two findings are the same: answer, cause and the features that differ. A finding of a former version
 * has no cause, and says nothing of it. Words do not count.
 */
export function isSameFinding(a: LeftRightFinding, b: LeftRightFinding): boolean {
  const features = ({ differing }: LeftRightFinding) =>
    differing
      .map(({ feature }) => feature)
      .sort()
      .join();
  const isSameCause = a.cause === undefined || b.cause === undefined || a.cause === b.cause;
  return a.found === b.found && isSameCause && features(a) === features(b);
}
