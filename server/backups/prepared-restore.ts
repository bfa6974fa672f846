/**
 * A restore that is about to be done: writing is shut first, so that what would be lost stays as it is shown until it is
 * decided. Whoever does not decide opens it again after two minutes.
 */
import type { BackupLook } from '#contract/backup-records.ts';
import type { ChangeStore } from '../store/changes.ts';

const MOST_MS = 120_000;

const SHUT =
  'A backup is about to be restored: nothing is written for a moment. What you typed is kept in this browser and is sent afterwards.';

export function preparedRestore(changes: Pick<ChangeStore, 'pause' | 'resume'>) {
  let prepared: { name: string; look: BackupLook } | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** Opens writing; answers whether it was shut. */
  function cancel(): boolean {
    clearTimeout(timer);
    const was = prepared !== undefined;
    prepared = undefined;
    changes.resume();
    return was;
  }

  /** Shuts writing and looks; where the look fails, writing is open again. */
  async function prepare(name: string, look: () => Promise<BackupLook>): Promise<BackupLook> {
    clearTimeout(timer);
    changes.pause(SHUT);
    try {
      prepared = { name, look: await look() };
    } catch (error) {
      cancel();
      throw error;
    }
    timer = setTimeout(cancel, MOST_MS);
    timer.unref();
    return prepared.look;
  }

  return {
    prepare,
    cancel,
    /** What was shown of a copy; one that was not prepared is looked into now, with writing shut. */
    lookOf: async (name: string, look: () => Promise<BackupLook>): Promise<BackupLook> =>
      prepared?.name === name ? prepared.look : prepare(name, look),
  };
}
