/** Links to the hall: of their secrets, and of the phones that opened them, only hashes are kept. */
import { createHash } from 'node:crypto';
import type { z } from 'zod';
import type { hallLink } from '#contract/hall-records.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

type HallLink = z.output<typeof hallLink>;

/** A link that was found by its secret. */
export interface FoundLink {
  id: string;
  tester: string | null;
  pairId: string | null;
  phoneHash: string | null;
  endedAt: string | null;
}

/** A secret of 256 random bits cannot be guessed from its hash: no slow one is needed. */
export const hashOfSecret = (secret: string): string =>
  createHash('sha256').update(secret).digest('hex');

export function hallLinkStore(db: Db) {
  const select = db.prepare<[], HallLink>(
    `SELECT l.id, l.tester, p.tag, l.made_at AS madeAt, l.opened_at AS openedAt,
       l.ended_at AS endedAt
     FROM hall_link l LEFT JOIN pair p ON p.id = l.pair_id
     ORDER BY l.made_at DESC, l.id DESC LIMIT 200`,
  );
  const selectBySecret = db.prepare<[string], FoundLink>(
    `SELECT id, tester, pair_id AS pairId, phone_hash AS phoneHash, ended_at AS endedAt
     FROM hall_link WHERE secret_hash = ?`,
  );
  const insert = db.prepare(
    `INSERT INTO hall_link (id, tester, pair_id, secret_hash, made_at)
     VALUES (@id, @tester, @pairId, @secretHash, @at)`,
  );
  const bind = db.prepare(
    `UPDATE hall_link SET phone_hash = @phoneHash, opened_at = @at
     WHERE id = @id AND phone_hash IS NULL`,
  );
  const end = db.prepare('UPDATE hall_link SET ended_at = coalesce(ended_at, @at) WHERE id = @id');
  const endOfTester = db.prepare(
    'UPDATE hall_link SET ended_at = coalesce(ended_at, @at) WHERE tester = @tester',
  );

  return {
    all: (): HallLink[] => select.all(),
    bySecret: (secret: string): FoundLink | undefined => selectBySecret.get(hashOfSecret(secret)),
    add: (link: {
      id: string;
      tester: string | null;
      pairId: string | null;
      secretHash: string;
      at: string;
    }) => insert.run(link),
    /** From here on the link opens on this phone and no other. */
    bind: (id: string, phone: string, at: string) =>
      bind.run({ id, phoneHash: hashOfSecret(phone), at }),
    end(id: string, at: string): void {
      if (end.run({ id, at }).changes === 0) throw notFound('This link');
    },
    /** Ends all links of a tester. */
    endOfTester: (tester: string, at: string) => endOfTester.run({ tester, at }),
  };
}

export type HallLinkStore = ReturnType<typeof hallLinkStore>;
