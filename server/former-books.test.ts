/** Books of earlier versions are brought to this one and say what they said. */
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, describe, expect, it } from 'vitest';
import { ADDRESSES } from '#contract/addresses.ts';
import type { PathName } from '#contract/endpoints.ts';
import { translateChange } from '#core/figures/former-changes.ts';
import { differences } from './book-figures.ts';
import { FORMER_VERSIONS, restoreBook, saidBefore, saidNow, serveBook } from './former-books.ts';
import { openDatabase } from './store/database.ts';

const folder = mkdtempSync(join(tmpdir(), 'emvex-former-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe.each(FORMER_VERSIONS)('a book of version %d', (version) => {
  it('says the same figures as before, and the same verdicts', async () => {
    const file = join(folder, `book-${version}.db`);
    restoreBook(version, file);
    const served = await serveBook(file);
    const now = await saidNow(served);
    await served.close();
    const before = saidBefore(version);
    expect(Object.keys(before).length).toBeGreaterThan(50);
    expect(differences(before, now)).toEqual([]);
  }, 180_000);
});

/** Files are changes too; they are sent otherwise. */
const FILES = ['importReadings', 'addCurve', 'addPhotograph'];

describe.each(FORMER_VERSIONS)('a change that was answered by version %d', (version) => {
  it('and is sent again after the update gets its first answer', async () => {
    const file = join(folder, `again-${version}.db`);
    restoreBook(version, file);
    const served = await serveBook(file);
    const done = served.db
      .prepare<[], { id: string; action: string; subject: string; detail: string; answer: string }>(
        'SELECT id, action, subject, detail, answer FROM change ORDER BY rowid',
      )
      .all()
      // The scenario writes some by itself, in words of its own.
      .filter(({ id, action }) => !FILES.includes(action) && /-7000-8000-/.test(id));
    expect(done.length).toBeGreaterThan(20);
    for (const { id, action, subject, detail, answer } of done) {
      const now = translateChange({
        name: action,
        params: { id: subject },
        body: JSON.parse(detail),
      });
      const { method, path } = ADDRESSES[now.name as PathName];
      const again = await served.send(method, path.replace(':id', subject), now.body, {
        change: id,
      });
      expect([action, again]).toEqual([action, { status: 200, body: JSON.parse(answer) }]);
    }
    await served.close();
  });
});

describe('a decision of a former version', () => {
  it('is issued as its stored words, and not worked out again', async () => {
    const file = join(folder, 'decided.db');
    restoreBook(4, file);
    const served = await serveBook(file);
    const decided = served.db
      .prepare<[], { id: string; words: string; decision: string }>(
        `SELECT o.id, c.decided_words AS words, c.decision
         FROM match_check c JOIN occasion o ON o.n = c.occasion WHERE c.decision IS NOT NULL`,
      )
      .all();
    expect(decided.length).toBeGreaterThan(2);
    for (const { id, words, decision } of decided) {
      const { body } = await served.send('GET', `/api/issued?subject=${id}`);
      expect(body).toHaveLength(decision === 'return' ? 2 : 1);
      const text = JSON.stringify(body[0].content);
      expect(text).toContain(JSON.stringify(words).slice(1, -1));
      expect(text).toContain('before figures were frozen');
      expect(body[0].hash).toBe(
        createHash('sha256').update(JSON.stringify(body[0].content)).digest('hex'),
      );
    }
    await served.close();
  });
});

describe('an update that cannot be done', () => {
  it('leaves the book as it was', async () => {
    const file = join(folder, 'broken.db');
    restoreBook(3, file);
    const old = new Database(file);
    // Two readings that go by one id, as no program ever wrote them.
    old.exec(
      `DROP TRIGGER match_reading_is_not_rewritten;
       UPDATE match_reading SET id = (SELECT id FROM reading LIMIT 1)
       WHERE id = (SELECT id FROM match_reading LIMIT 1 OFFSET 2)`,
    );
    old.pragma('wal_checkpoint(TRUNCATE)');
    old.close();
    const before = readFileSync(file);
    expect(() => openDatabase(file, '2026-03-01')).toThrow(/UNIQUE/);
    const kept = new Database(file);
    expect(kept.pragma('user_version', { simple: true })).toBe(3);
    expect(kept.prepare('SELECT count(*) FROM match_reading').pluck().get()).toBe(11);
    kept.close();
    expect(readFileSync(file).length).toBe(before.length);
  });

  it('is not committed where a count would change', async () => {
    const file = join(folder, 'lost.db');
    restoreBook(3, file);
    const old = new Database(file);
    old.pragma('foreign_keys = OFF');
    // A void of a reading that is not there: nothing to carry it over to.
    old.exec("INSERT INTO reading_void VALUES ('nowhere', 'slip', '2026-03-01T09:00:00Z')");
    old.close();
    expect(() => openDatabase(file, '2026-03-01')).toThrow(/would change voids from \d+ to \d+/);
    const kept = new Database(file);
    expect(kept.pragma('user_version', { simple: true })).toBe(3);
    kept.close();
  });
});
