import { describe, expect, it, vi } from 'vitest';
import type { BackupLook } from '#contract/backup-records.ts';
import { preparedRestore } from './prepared-restore.ts';

const look = { lostCount: 3 } as BackupLook;

function setUp() {
  let isShut = false;
  const prepared = preparedRestore({
    pause: () => {
      isShut = true;
    },
    resume: () => {
      isShut = false;
    },
  });
  return { prepared, isShut: () => isShut };
}

describe('a restore that is prepared', () => {
  it('shuts writing until it is cancelled', async () => {
    const { prepared, isShut } = setUp();
    await prepared.prepare('a', async () => look);
    expect(isShut()).toBe(true);
    expect(prepared.cancel()).toBe(true);
    expect(isShut()).toBe(false);
    expect(prepared.cancel()).toBe(false);
  });

  it('opens writing by itself where nobody decides, but not while it is done', async () => {
    vi.useFakeTimers();
    try {
      const { prepared, isShut } = setUp();
      await prepared.prepare('a', async () => look);
      vi.advanceTimersByTime(119_999);
      expect(isShut()).toBe(true);
      vi.advanceTimersByTime(1);
      expect(isShut()).toBe(false);

      await prepared.prepare('a', async () => look);
      let end = () => {};
      const work = new Promise<void>((resolve) => {
        end = resolve;
      });
      const restored = prepared.restore(
        'a',
        async () => look,
        () => work,
      );
      await vi.advanceTimersByTimeAsync(120_001);
      // Whoever leaves the page now opens nothing either.
      expect(prepared.cancel()).toBe(false);
      expect(isShut()).toBe(true);
      await expect(prepared.prepare('b', async () => look)).rejects.toThrow(/is being restored/);
      end();
      await restored;
      expect(isShut()).toBe(false);
    } finally {
      vi.useRealTimers();
    }
  });

  it('is not done by a look during which writing was opened', async () => {
    const { prepared, isShut } = setUp();
    let end = (_: BackupLook) => {};
    const slow = new Promise<BackupLook>((resolve) => {
      end = resolve;
    });
    const work = vi.fn();
    const restored = prepared.restore('a', () => slow, work);
    prepared.cancel();
    end(look);
    await expect(restored).rejects.toThrow(/was cancelled/);
    expect(work).not.toHaveBeenCalled();
    expect(isShut()).toBe(false);
  });

  it('opens writing where the look or the restore fails', async () => {
    const { prepared, isShut } = setUp();
    const fail = async () => {
      throw new Error('damaged');
    };
    await expect(prepared.prepare('a', fail)).rejects.toThrow('damaged');
    expect(isShut()).toBe(false);
    await expect(prepared.restore('a', async () => look, fail)).rejects.toThrow('damaged');
    expect(isShut()).toBe(false);
  });
});
