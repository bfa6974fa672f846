/** Where the rows of a file of readings wait: beside the book, as small numbers, until all are sound. */
import { randomFillSync } from 'node:crypto';
import { v7 as newId } from 'uuid';
import type { ImportReport } from '#contract/job-records.ts';
import type { LineFault } from '#core/sizing/delimited.ts';
import type { Db } from '../store/database.ts';

/**
 * Rows wait here until all are sound: names as small numbers, no index, no journal, so that a
 * million of them cost little.
 */
export const STAGE = `
  CREATE TEMP TABLE staged (
    line INTEGER NOT NULL,
    id TEXT NOT NULL,
    session INTEGER NOT NULL,
    pair INTEGER NOT NULL,
    shoe INTEGER NOT NULL,
    quantity INTEGER NOT NULL,
    trial INTEGER NOT NULL,
    typed TEXT NOT NULL,
    unit INTEGER NOT NULL,
    value REAL NOT NULL,
    instrument INTEGER NOT NULL,
    at INTEGER NOT NULL,
    taken_at TEXT NOT NULL,
    note TEXT NOT NULL,
    temperature_c REAL,
    humidity_pct REAL,
    there INTEGER NOT NULL
  );
  CREATE TEMP TABLE staged_name (n INTEGER PRIMARY KEY, name TEXT NOT NULL);
  CREATE TEMP TABLE staged_sitting (session INTEGER PRIMARY KEY, occasion INTEGER NOT NULL);`;
export const UNSTAGE = `DROP TABLE IF EXISTS temp.staged;
  DROP TABLE IF EXISTS temp.staged_name;
  DROP TABLE IF EXISTS temp.staged_sitting;`;

/** Small numbers for names that come again and again. */
export function numbering() {
  const numbers = new Map<string, number>();
  return {
    of(name: string): number {
      const known = numbers.get(name);
      if (known !== undefined) return known;
      numbers.set(name, numbers.size);
      return numbers.size - 1;
    },
    entries: () => numbers.entries(),
  };
}

/** UUIDv7 at a time; random bytes are drawn for many at once. */
export function idSource(): (msecs: number) => string {
  const pool = Buffer.alloc(16 * 4096);
  let used = pool.length;
  return (msecs) => {
    if (used === pool.length) {
      randomFillSync(pool);
      used = 0;
    }
    const random = pool.subarray(used, used + 16);
    used += 16;
    return newId({ msecs, random });
  };
}

export const bookHasReadings = (db: Db): boolean =>
  db.prepare('SELECT 1 FROM reading LIMIT 1').get() !== undefined;

/** Rows that say the same reading twice. */
export function refuseRepeats(db: Db, refuse: (fault: LineFault) => void): void {
  const repeats = db
    .prepare<[], { line: number; first: number }>(
      `SELECT s.line, d.first
       FROM (
         SELECT at, pair, quantity, shoe, trial, min(line) AS first
         FROM temp.staged GROUP BY at, pair, quantity, shoe, trial HAVING count(*) > 1
       ) d
       JOIN temp.staged s ON s.at = d.at AND s.pair = d.pair AND s.quantity = d.quantity
         AND s.shoe = d.shoe AND s.trial = d.trial
       WHERE s.line > d.first
       ORDER BY s.line`,
    )
    .all();
  for (const { line, first } of repeats)
    refuse({
      line,
      column: '',
      message: `The same reading as line ${first}: pair, side, quantity, trial and time are those.`,
    });
}

/** Rows of the stage that are readings of a sitting already, by pair, station, trial and moment. */
const THERE = `SELECT s.rowid AS stagedRow, s.line, s.value AS staged, r.value AS kept, r.typed
  FROM temp.staged s
  CROSS JOIN temp.staged_name q ON q.n = s.quantity
  CROSS JOIN temp.staged_name f ON f.n = s.shoe
  CROSS JOIN temp.staged_name p ON p.n = s.pair
  CROSS JOIN occasion o ON o.pair_id = p.name AND o.kind = 'sitting'
  CROSS JOIN reading r ON r.occasion = o.n AND r.quantity = q.name AND r.side = f.name
    AND r.trial = s.trial AND r.taken_at = s.taken_at`;

interface ReadingThere {
  stagedRow: number;
  line: number;
  staged: number;
  kept: number;
  typed: string;
}

/** Marks what the book has already; the same station, trial and time with another value is a fault. */
export function markKnown(db: Db, refuse: (fault: LineFault) => void): void {
  const there = db.prepare<[], ReadingThere>(THERE).all();
  const mark = db.prepare('UPDATE temp.staged SET there = 1 WHERE rowid = ?');
  for (const { stagedRow, line, staged, kept, typed } of there) {
    if (Math.abs(staged - kept) <= 1e-9 * Math.max(1, Math.abs(kept))) mark.run(stagedRow);
    else
      refuse({
        line,
        column: 'value',
        message: `The book has ${typed} for this reading. A reading is not overwritten: correct it at the bench, with a reason.`,
      });
  }
}

/** What the file brings, where nothing of it is in the book. */
export function untouched(
  db: Db,
  tally: { pairs: Map<string, number>; quantities: Map<string, number> },
): Pick<ImportReport, 'pairs' | 'quantities'> {
  const tagOf = db.prepare<[string], { tag: string }>('SELECT tag FROM pair WHERE id = ?');
  return {
    pairs: [...tally.pairs]
      .map(([id, readings]) => ({ tag: tagOf.get(id)?.tag ?? '', readings }))
      .sort((a, b) => a.tag.localeCompare(b.tag)),
    quantities: [...tally.quantities]
      .map(([quantity, readings]) => ({ quantity, readings }))
      .sort((a, b) => b.readings - a.readings),
  };
}

/** What the file brings beside what is in the book already. */
export function summary(db: Db): Pick<ImportReport, 'pairs' | 'quantities'> {
  return {
    pairs: db
      .prepare<[], { tag: string; readings: number }>(
        `SELECT p.tag, c.readings
         FROM (SELECT pair, count(*) AS readings FROM temp.staged WHERE there = 0 GROUP BY pair) c
         JOIN temp.staged_name n ON n.n = c.pair
         JOIN pair p ON p.id = n.name
         ORDER BY p.tag`,
      )
      .all(),
    quantities: db
      .prepare<[], { quantity: string; readings: number }>(
        `SELECT n.name AS quantity, c.readings
         FROM (
           SELECT quantity, count(*) AS readings FROM temp.staged WHERE there = 0 GROUP BY quantity
         ) c
         JOIN temp.staged_name n ON n.n = c.quantity
         ORDER BY c.readings DESC`,
      )
      .all(),
  };
}
