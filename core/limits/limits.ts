/** All limits in one list, for the documentation and for the test that moves each of them. */
import { CHOOSE_LIMITS } from './choose-limits.ts';
import { CLAIM_LIMITS } from './claim-limits.ts';
import { CONSTRUCTION_LIMITS } from './construction-limits.ts';
import { FIGURE_LIMITS } from './figure-limits.ts';
import { FIT_LIMITS, TOE_ROOM } from './fit-limits.ts';
import type { Limit, LimitTable } from './limit.ts';
import { MATCH_LIMITS } from './match-limits.ts';
import { STUDY_LIMITS } from './study-limits.ts';
import { WEAR_LIMITS } from './wear-limits.ts';

/** Tables by the folder of `core/` that reads them. */
export const LIMIT_TABLES: Readonly<Record<string, LimitTable>> = {
  figures: FIGURE_LIMITS,
  claims: CLAIM_LIMITS,
  match: MATCH_LIMITS,
  study: STUDY_LIMITS,
  construction: CONSTRUCTION_LIMITS,
  fit: {
    ...FIT_LIMITS,
    ...Object.fromEntries(
      Object.entries(TOE_ROOM).flatMap(([use, { least, most }]) => [
        [`toeRoomLeast ${use}`.trim(), least],
        [`toeRoomMost ${use}`.trim(), most],
      ]),
    ),
  },
  wear: WEAR_LIMITS,
  choose: CHOOSE_LIMITS,
};

/** @example LIMITS.find(({ id }) => id === 'wear/lateInLife')?.value // 0.75 */
export const LIMITS: readonly (Limit & { id: string })[] = Object.entries(LIMIT_TABLES).flatMap(
  ([room, table]) =>
    Object.entries(table).map(([name, limit]) => ({ ...limit, id: `${room}/${name}` })),
);
