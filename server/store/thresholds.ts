/** Lines that the lab drew, each change with its reason. */
import type { LimitChange } from '#core/limits/lab-limits.ts';
import type { Db } from './database.ts';

export function thresholdStore(db: Db) {
  const insert = db.prepare(
    `INSERT INTO threshold (kind, subject, discipline, value, at, person, reason)
     VALUES (@kind, @subject, @discipline, @value, @at, @person, @reason)`,
  );
  const selectAll = db.prepare<[], Omit<LimitChange, 'value'> & { value: string }>(
    `SELECT kind, subject, discipline, value, reason, at, person
     FROM threshold ORDER BY at DESC, n DESC`,
  );
  return {
    draw: (change: LimitChange): void => {
      insert.run({ ...change, value: JSON.stringify(change.value) });
    },
    /** All changes, the latest first. */
    changes: (): LimitChange[] =>
      selectAll
        .all()
        .map(({ value, ...change }) => ({ ...change, value: JSON.parse(value) }) as LimitChange),
  };
}

export type ThresholdStore = ReturnType<typeof thresholdStore>;
