/** Standing readings of one quantity for studies: straight from the tables, whatever their number. */

import type { Side } from '#core/catalogue/quantities.ts';
import type { Configuration } from '#core/catalogue/stack-basis.ts';
import type { LabelSystem } from '#core/sizing/size-label.ts';
import type { Db } from './database.ts';
import { LEFT_OUT } from './pairs.ts';

/** A sitting that read the quantity, with what its basis is made of. */
export interface StudySession {
  id: string;
  pairId: string;
  tag: string;
  editionId: string;
  system: LabelSystem;
  size: number;
  protocolId: string;
  configuration: Configuration;
  removed: string;
  wornKm: number;
  startedAt: string;
  instruments: number;
  instrumentId: string;
  temperatureC: number | null;
}

export interface StudyReadingRow {
  sessionId: string;
  side: Side;
  value: number;
}

/** From pairs down to their readings, in this order whatever the planner thinks of the tables. */
const SITTINGS = `FROM pair p
     CROSS JOIN occasion o ON o.pair_id = p.id AND o.kind = 'sitting'
     CROSS JOIN sitting s ON s.occasion = o.n
     CROSS JOIN standing_reading r ON r.occasion = o.n AND r.quantity = @quantity`;
const OF_EDITION = 'p.edition_id = @editionId';

// Rejected pairs stay out; the latest sitting of a pair comes first.
const sessionsWhere = (condition: string) =>
  `SELECT o.id, o.pair_id AS pairId, p.tag, p.edition_id AS editionId,
       p.label_system AS system, p.label_size AS size, s.protocol_id AS protocolId,
       s.configuration, s.removed, s.worn_km AS wornKm, o.started_at AS startedAt,
       count(DISTINCT r.instrument_id) AS instruments, min(r.instrument_id) AS instrumentId,
       avg(r.temperature_c) AS temperatureC
     ${SITTINGS}
     WHERE ${condition} AND NOT ${LEFT_OUT}
     GROUP BY o.n
     ORDER BY o.started_at DESC, o.id DESC`;
const readingsWhere = (condition: string) =>
  `SELECT o.id AS sessionId, r.side, r.value ${SITTINGS}
     WHERE ${condition} ORDER BY r.taken_at, r.id`;

export function studyReadingStore(db: Db) {
  const selectAllSessions = db.prepare<[object], StudySession>(sessionsWhere('true'));
  const selectSessions = db.prepare<[object], StudySession>(sessionsWhere(OF_EDITION));
  const selectAllReadings = db.prepare<[object], StudyReadingRow>(readingsWhere('true'));
  const selectReadings = db.prepare<[object], StudyReadingRow>(readingsWhere(OF_EDITION));
  const selectQuantities = db.prepare<[string], { quantity: string }>(
    `SELECT DISTINCT r.quantity
     FROM pair p
     CROSS JOIN occasion o ON o.pair_id = p.id AND o.kind = 'sitting'
     CROSS JOIN reading r ON r.occasion = o.n
     WHERE p.edition_id = ?`,
  );
  return {
    sessions: (quantity: string, editionId: string | null = null): StudySession[] =>
      editionId === null
        ? selectAllSessions.all({ quantity })
        : selectSessions.all({ quantity, editionId }),
    readings: (quantity: string, editionId: string | null = null): StudyReadingRow[] =>
      editionId === null
        ? selectAllReadings.all({ quantity })
        : selectReadings.all({ quantity, editionId }),
    quantitiesOf: (editionId: string): Set<string> =>
      new Set(selectQuantities.all(editionId).map((row) => row.quantity)),
  };
}

export type StudyReadingStore = ReturnType<typeof studyReadingStore>;
