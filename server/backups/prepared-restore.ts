/**
 * A restore that is about to be done: writing is shut first, so that what would be lost stays as it is shown until it is
 * decided. Whoever does not decide opens it again after two minutes.
 */
import type { BackupLook } from '#contract/backup-records.ts';
import { Refusal } from '../problems.ts';
import type { ChangeStore } from '../store/changes.ts';

const MOST_MS = 120_000;

const SHUT =
  'A backup is about to be restored: nothing is written for a moment. What you typed is kept in this browser and is sent afterwards.';

export function preparedRestore(changes: Pick<ChangeStore, 'pause' | 'resume'>) {
  let prepared: { name: string; look: BackupLook } | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** Counts what was asked for: a look that ends late belongs to none of them any more. */
  let attempt = 0;
  let isRestoring = false;

  /** Opens writing; answers whether a restore was prepared. */
  function open(): boolean {
    clearTimeout(timer);
    const was = prepared !== undefined;
    attempt += 1;
    prepared = undefined;
    changes.resume();
    return was;
  }

  /** Opens writing; answers whether it was shut. A restore that has begun is not disturbed. */
  const cancel = (): boolean => !isRestoring && open();

  /** Shuts writing and looks; where the look fails, writing is open again. */
  async function prepare(name: string, look: () => Promise<BackupLook>): Promise<BackupLook> {
    requireNone();
    clearTimeout(timer);
    attempt += 1;
    const own = attempt;
    prepared = undefined;
    changes.pause(SHUT);
    try {
      const found = await look();
      // Writing was opened during the look, or another backup was asked for: what was found no longer holds.
      if (own !== attempt)
        throw new Refusal(409, 'The restore was cancelled. Nothing was changed.');
      prepared = { name, look: found };
    } catch (error) {
      if (own === attempt) cancel();
      throw error;
    }
    timer = setTimeout(cancel, MOST_MS).unref();
    return prepared.look;
  }

  function requireNone(): void {
    if (isRestoring) throw new Refusal(409, 'A backup is being restored. Wait for it to end.');
  }

  return {
    prepare,
    cancel,
    /**
     * Restores what was shown of a copy; one that was not prepared is looked into first. Writing stays shut until the
     * end, however long it takes and whoever leaves the page.
     */
    async restore<T>(
      name: string,
      look: () => Promise<BackupLook>,
      work: (look: BackupLook) => Promise<T>,
    ): Promise<T> {
      requireNone();
      const shown = prepared?.name === name ? prepared.look : await prepare(name, look);
      requireNone();
      isRestoring = true;
      clearTimeout(timer);
      try {
        return await work(shown);
      } finally {
        isRestoring = false;
        open();
      }
    },
  };
}
