/** Lines that the lab drew, each change with its reason. */
import type { DrawnLimit } from '#core/limits/drawn-limits.ts';
import type { Db } from './database.ts';

export function thresholdStore(db: Db) {
  const insert = db.prepare(
    `INSERT INTO threshold (kind, subject, discipline, value, at, person, reason)
     VALUES (@kind, @subject, @discipline, @value, @at, @person, @reason)`,
  );
  const selectAll = db.prepare<[], Omit<DrawnLimit, 'value'> & { value: string }>(
    `SELECT kind, subject, discipline, value, reason, at, person
     FROM threshold ORDER BY at DESC, n DESC`,
  );
  return {
    draw: (change: DrawnLimit): void => {
      insert.run({ ...change, value: JSON.stringify(change.value) });
    },
    /** All changes, the latest first. */
    changes: (): DrawnLimit[] =>
      selectAll
        .all()
        .map(({ value, ...change }) => ({ ...change, value: JSON.parse(value) }) as DrawnLimit),
  };
}

export type ThresholdStore = ReturnType<typeof thresholdStore>;
