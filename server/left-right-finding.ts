/**
 * What the decided check of a pair found: kept with the pair when it is decided, so that the list, the sheet and the
 * card say the same.
 */

import { findingOf } from '#core/match/left-right-finding.ts';
import type { LeftRightFinding } from '#core/records/match-verdict.ts';
import { describeFault } from './described-fault.ts';
import type { Log } from './log.ts';
import { evaluateStored, matchOfPair } from './match-of-pair.ts';
import type { Stores } from './stores.ts';

/** Works out what the decided check of a pair found, by the lines and gauges of today. */
function workOutFinding(stores: Stores, pairId: string): LeftRightFinding {
  const record = matchOfPair(stores, stores.pairs.byId(pairId));
  const check = record.checks.findLast(({ decision }) => decision !== null);
  return check
    ? findingOf(evaluateStored(stores, record, check))
    : { found: 'cannot tell', differing: [] };
}

/**
 * Works out what decided checks found of which nothing is kept, a pair at a time, so that requests in between are
 * answered: checks of an earlier version, or brought in by a package.
 */
export async function fillFindings(stores: Stores, log: Log): Promise<void> {
  for (const id of stores.matches.withoutFinding()) {
    try {
      stores.changes.quietly(() => stores.matches.writeFinding(id, workOutFinding(stores, id)));
    } catch (error) {
      // It stays unknown, and is tried again at the next file or start.
      log.error(
        { ...describeFault(error), pairId: id },
        'the finding of a pair was not worked out',
      );
    }
    await new Promise((resolve) => setImmediate(resolve));
  }
}
