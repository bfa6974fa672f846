/** What 0005 must leave as it was: counted before the tables are made anew, and again after. */
import type { Database } from 'better-sqlite3';

interface Totals {
  occasions: number;
  readings: number;
  corrections: number;
  voids: number;
  standing: number;
  sum: number;
  notes: number;
  curves: number;
  pairs: number;
  photographs: number;
}

const count = (db: Database, sql: string) => db.prepare<[], number>(sql).pluck().get() ?? 0;

const STANDING_BEFORE = `SELECT value FROM reading r
    WHERE NOT EXISTS (SELECT 1 FROM reading_void v WHERE v.reading_id = r.id)
      AND NOT EXISTS (SELECT 1 FROM reading later WHERE later.supersedes_id = r.id)
  UNION ALL SELECT value FROM match_reading r
    WHERE NOT EXISTS (SELECT 1 FROM match_reading_void v WHERE v.reading_id = r.id)
  UNION ALL SELECT value FROM gauge_study_reading r
    WHERE NOT EXISTS (SELECT 1 FROM gauge_study_void v WHERE v.reading_id = r.id)`;

export const before = (db: Database): Totals => ({
  occasions: count(
    db,
    `SELECT (SELECT count(*) FROM session) + (SELECT count(*) FROM match_check)
       + (SELECT count(*) FROM gauge_study)`,
  ),
  readings: count(
    db,
    `SELECT (SELECT count(*) FROM reading) + (SELECT count(*) FROM match_reading)
       + (SELECT count(*) FROM gauge_study_reading)`,
  ),
  corrections: count(db, 'SELECT count(*) FROM reading WHERE supersedes_id IS NOT NULL'),
  voids: count(
    db,
    `SELECT (SELECT count(*) FROM reading_void) + (SELECT count(*) FROM match_reading_void)
       + (SELECT count(*) FROM gauge_study_void)`,
  ),
  standing: count(db, `SELECT count(*) FROM (${STANDING_BEFORE})`),
  sum: count(db, `SELECT coalesce(sum(value), 0) FROM (${STANDING_BEFORE})`),
  notes: count(db, 'SELECT count(*) FROM session_note'),
  curves: count(db, 'SELECT count(*) FROM curve'),
  pairs: count(db, 'SELECT count(*) FROM pair'),
  photographs: count(db, 'SELECT count(*) FROM photograph'),
});

export const after = (db: Database): Totals => ({
  occasions: count(db, 'SELECT count(*) FROM occasion'),
  readings: count(db, 'SELECT count(*) FROM reading'),
  corrections: count(db, 'SELECT count(*) FROM reading WHERE supersedes IS NOT NULL'),
  voids: count(db, 'SELECT count(*) FROM reading_void'),
  standing: count(db, 'SELECT count(*) FROM standing_reading'),
  sum: count(db, 'SELECT coalesce(sum(value), 0) FROM standing_reading'),
  notes: count(db, 'SELECT count(*) FROM sitting_note'),
  curves: count(db, 'SELECT count(*) FROM curve'),
  pairs: count(db, 'SELECT count(*) FROM pair'),
  photographs: count(db, 'SELECT count(*) FROM photograph'),
});
