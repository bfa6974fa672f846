/**
 * What the decided check of a pair found: kept with the pair when it is decided, so that the list, the sheet and the
 * card say the same.
 */
import type { LeftRightFinding } from '#core/match/left-right-words.ts';
import type { EvaluatedCheck } from '#core/match/match-check.ts';
import { evaluateStored, matchOfPair } from './match-of-pair.ts';
import type { Stores } from './stores.ts';

/** What is kept of a check that was worked out. */
export const findingOf = ({ verdict, judgements }: EvaluatedCheck): LeftRightFinding => ({
  found: verdict.word,
  differing: judgements.flatMap(({ id, verdict: word, left, right }) =>
    word === 'out' && left && right ? [{ feature: id, left: left.value, right: right.value }] : [],
  ),
});

/** Works out what the decided check of a pair found, by the lines and gauges of today. */
function workOutFinding(stores: Stores, pairId: string): LeftRightFinding {
  const record = matchOfPair(stores, stores.pairs.byId(pairId));
  const check = record.checks.findLast(({ decision }) => decision !== null);
  return check
    ? findingOf(evaluateStored(stores, record, check))
    : { found: 'cannot tell', differing: [] };
}

/** Pairs that are worked out before other work goes on. */
const AT_A_TIME = 5;

/** Works out what decided checks found of which nothing is kept: of an earlier version, or brought in by a package. */
export async function fillFindings(stores: Stores): Promise<void> {
  for (;;) {
    const pairs = stores.matches.withoutFinding(AT_A_TIME);
    if (pairs.length === 0) return;
    stores.changes.quietly(() => {
      for (const id of pairs) stores.matches.writeFinding(id, workOutFinding(stores, id));
    });
    await new Promise((resolve) => setImmediate(resolve));
  }
}
