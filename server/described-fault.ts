/** Faults as the log tells them; apart from the log itself, which threads have no use for. */
import Database from 'better-sqlite3';

/** A fault by its kind and place. SQLite's words name tables and columns; others may repeat a value. */
export function describeFault(error: unknown): object {
  if (!(error instanceof Error)) return { kind: typeof error };
  const { code } = error as NodeJS.ErrnoException;
  return {
    kind: error.name,
    ...(code === undefined ? {} : { code }),
    ...(error instanceof Database.SqliteError ? { says: error.message } : {}),
    at: error.stack
      ?.split('\n')
      .filter((line) => line.startsWith('    at '))
      .slice(0, 8)
      .map((line) => line.trim()),
  };
}
