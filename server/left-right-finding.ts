/** What the decided check of a pair found, by the lines and gauges of today. */
import type { DifferingFeature } from '#core/match/left-right-words.ts';
import { evaluateStored, matchOfPair } from './match-of-pair.ts';
import type { StoredPair } from './store/pairs.ts';
import type { Stores } from './stores.ts';

export interface LeftRightFinding {
  found: string;
  differing: DifferingFeature[];
}

/** Undefined where no check of the pair was decided. */
export function leftRightFinding(stores: Stores, pair: StoredPair): LeftRightFinding | undefined {
  const record = matchOfPair(stores, pair);
  const check = record.checks.findLast(({ decision }) => decision !== null);
  if (!check) return undefined;
  const { verdict, judgements } = evaluateStored(stores, record, check);
  return {
    found: verdict.word,
    differing: judgements.flatMap(({ id, verdict: word, left, right }) =>
      word === 'out' && left && right
        ? [{ feature: id, left: left.value, right: right.value }]
        : [],
    ),
  };
}

/** Pairs that are worked out before other work goes on. */
const AT_A_TIME = 5;

/** Works out what decided checks found that were decided before this was kept. */
export async function fillFindings(stores: Stores): Promise<void> {
  for (;;) {
    const pairs = stores.matches.withoutFinding(AT_A_TIME);
    if (pairs.length === 0) return;
    for (const id of pairs)
      stores.matches.writeFinding(
        id,
        leftRightFinding(stores, stores.pairs.byId(id))?.found ?? 'cannot tell',
      );
    await new Promise((resolve) => setImmediate(resolve));
  }
}
