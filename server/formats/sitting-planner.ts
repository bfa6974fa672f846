/** Which sitting a reading of a file belongs to: one of the book, or one that is new with the file. */
import { v7 as newId } from 'uuid';
import type { Db } from '../store/database.ts';
import type { FileReading } from './readings-file.ts';

const DAY_MS = 86_400_000;

export interface NewSession {
  id: string;
  pairId: string;
  protocolId: string;
  person: string;
  /** ms: text of a file would keep the piece it was cut from in memory. */
  first: number;
  last: number;
  existing: boolean;
}

/**
 * Finds or plans the sitting that a reading belongs to: one pair, protocol, operator and day. A
 * sitting of the book is joined only where it is finished, holds readings of files alone, and says
 * of the shoes what a file says: as sold, and worn as far as the pair is.
 */
export function sessionPlanner(db: Db) {
  const find = db.prepare<[string, string, string, string, string], { id: string }>(
    `SELECT o.id
     FROM occasion o
     JOIN sitting s ON s.occasion = o.n
     JOIN pair p ON p.id = o.pair_id
     WHERE o.pair_id = ? AND s.protocol_id = ? AND o.person = ? AND o.kind = 'sitting'
       AND o.started_at >= ? AND o.started_at < ?
       AND s.finished_at IS NOT NULL AND s.configuration = 'as sold' AND s.removed = ''
       AND s.worn_km = p.worn_km
       AND NOT EXISTS (SELECT 1 FROM reading r WHERE r.occasion = o.n AND r.entered <> 'file')
     ORDER BY o.started_at LIMIT 1`,
  );
  const planned = new Map<string, NewSession>();
  let last: NewSession | undefined;
  return {
    sessionOf(reading: FileReading): string {
      const { pairId, protocolId, at } = reading;
      const dayNumber = Math.floor(at / DAY_MS);
      const same =
        last?.pairId === pairId &&
        last.protocolId === protocolId &&
        last.person === reading.operator &&
        Math.floor(last.first / DAY_MS) === dayNumber;
      const key = same ? '' : `${pairId} ${protocolId} ${dayNumber} ${reading.operator}`;
      const known = same ? last : planned.get(key);
      if (known) {
        last = known;
        if (at < known.first) known.first = at;
        if (at > known.last) known.last = at;
        return known.id;
      }
      const person = Buffer.from(reading.operator).toString();
      const day = reading.takenAt.slice(0, 10);
      const found = find.get(pairId, protocolId, person, day, `${day}~`);
      const session: NewSession = {
        id: found?.id ?? newId({ msecs: at }),
        pairId,
        protocolId,
        person,
        first: at,
        last: at,
        existing: found !== undefined,
      };
      planned.set(key, session);
      last = session;
      return session.id;
    },
    fresh: (): NewSession[] => [...planned.values()].filter((session) => !session.existing),
  };
}
