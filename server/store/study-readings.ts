/** Standing readings of one quantity for studies: straight from the tables, whatever their number. */
import type { Configuration } from '#core/basis.ts';
import type { Side } from '#core/quantities.ts';
import type { LabelSystem } from '#core/size-label.ts';
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

export function studyReadingStore(db: Db) {
  // Rejected pairs stay out; the latest sitting of a pair comes first.
  const selectSessions = db.prepare<[{ quantity: string; editionId: string | null }], StudySession>(
    `SELECT o.id, o.pair_id AS pairId, p.tag, p.edition_id AS editionId,
       p.label_system AS system, p.label_size AS size, s.protocol_id AS protocolId,
       s.configuration, s.removed, s.worn_km AS wornKm, o.started_at AS startedAt,
       count(DISTINCT r.instrument_id) AS instruments, min(r.instrument_id) AS instrumentId,
       avg(r.temperature_c) AS temperatureC
     FROM pair p
     JOIN occasion o ON o.pair_id = p.id AND o.kind = 'sitting'
     JOIN sitting s ON s.occasion = o.n
     JOIN standing_reading r ON r.occasion = o.n AND r.quantity = @quantity
     WHERE (@editionId IS NULL OR p.edition_id = @editionId)
       AND NOT ${LEFT_OUT}
     GROUP BY o.n
     ORDER BY o.started_at DESC, o.id DESC`,
  );
  const selectReadings = db.prepare<
    [{ quantity: string; editionId: string | null }],
    StudyReadingRow
  >(
    `SELECT o.id AS sessionId, r.side, r.value
     FROM pair p
     JOIN occasion o ON o.pair_id = p.id AND o.kind = 'sitting'
     JOIN standing_reading r ON r.occasion = o.n AND r.quantity = @quantity
     WHERE @editionId IS NULL OR p.edition_id = @editionId
     ORDER BY r.taken_at, r.id`,
  );
  const selectQuantities = db.prepare<[string], { quantity: string }>(
    `SELECT DISTINCT r.quantity
     FROM pair p
     JOIN occasion o ON o.pair_id = p.id AND o.kind = 'sitting'
     JOIN reading r ON r.occasion = o.n
     WHERE p.edition_id = ?`,
  );
  return {
    sessions: (quantity: string, editionId: string | null = null): StudySession[] =>
      selectSessions.all({ quantity, editionId }),
    readings: (quantity: string, editionId: string | null = null): StudyReadingRow[] =>
      selectReadings.all({ quantity, editionId }),
    quantitiesOf: (editionId: string): Set<string> =>
      new Set(selectQuantities.all(editionId).map((row) => row.quantity)),
  };
}

export type StudyReadingStore = ReturnType<typeof studyReadingStore>;
