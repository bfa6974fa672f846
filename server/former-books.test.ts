/** Books of earlier versions are brought to this one and say what they said. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, describe, expect, it } from 'vitest';
import { PATHS, type PathName } from '#contract/paths.ts';
import { translateChange } from '#core/former-changes.ts';
import type { BookFigures } from './book-figures.ts';
import { FORMER_VERSIONS, restoreBook, saidBefore, saidNow, serveBook } from './former-books.ts';
import { openDatabase } from './store/database.ts';

const folder = mkdtempSync(join(tmpdir(), 'emvex-former-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Two numbers are one figure within so large a share of it. */
const SAME = 1e-9;

const isSame = (a: unknown, b: unknown) =>
  typeof a === 'number' && typeof b === 'number'
    ? Math.abs(a - b) <= SAME * Math.max(1, Math.abs(a))
    : a === b;

/** A check judges figures since then: the U of a feature, at this place of its row, is another. */
const JUDGED_FEATURE = /^match \S+ \d+ \/ [a-z-]+$/;
const U_PLACE = 5;
/** By so large a share at most: the degrees of freedom are worked out, and a study may count. */
const NEAR = 0.2;

/**
 * What a check read is in the sheet since then: the figures, by edition and quantity, that a check now
 * stands behind.
 */
function readInChecks(now: BookFigures): Set<string> {
  return new Set(
    Object.entries(now).flatMap(([name, doubts]) => {
      const found = /^sheet (\S+) \S+ \/ [^/]+ \/ (\S+).* \/ doubts$/.exec(name);
      return found && doubts.includes('read in a check of left against right')
        ? [`${found[1]} ${found[2]}`]
        : [];
    }),
  );
}

/** True for a row of a figure, or of a comparison, that what a check read may have changed. */
function leansOnCheck(name: string, checked: ReadonlySet<string>): boolean {
  const sheet = /^sheet (\S+) \S+ \/ [^/]+ \/ (\S+)/.exec(name);
  if (sheet) return checked.has(`${sheet[1]} ${sheet[2]}`);
  const compared = /^compare (\S+) .* \/ (\S+) \/ \S+$/.exec(name);
  return (compared?.[1] ?? '')
    .split(',')
    .some((slug) => checked.has(`${slug} ${compared?.[2] ?? ''}`));
}

/** Rows in which two books differ, each with both. */
function differences(before: BookFigures, now: BookFigures): string[] {
  const names = new Set([...Object.keys(before), ...Object.keys(now)]);
  return [...names].flatMap((name) => {
    const [was, is] = [before[name], now[name]];
    const isU = (place: number) => JUDGED_FEATURE.test(name) && place === U_PLACE;
    const same =
      was?.length === is?.length &&
      was?.every((value, place) =>
        isU(place) && typeof value === 'number'
          ? Math.abs(Number(is?.[place]) - value) <= NEAR * value
          : isSame(value, is?.[place]),
      );
    return same ? [] : [`${name}: ${JSON.stringify(was)} → ${JSON.stringify(is)}`];
  });
}

describe.each(FORMER_VERSIONS)('a book of version %d', (version) => {
  it('says the same figures and verdicts as before', async () => {
    const file = join(folder, `book-${version}.db`);
    restoreBook(version, file);
    const served = await serveBook(file);
    const now = await saidNow(served);
    await served.close();
    const before = saidBefore(version);
    expect(Object.keys(before).length).toBeGreaterThan(50);
    const checked = readInChecks(now);
    const other = differences(before, now).filter(
      (row) => !leansOnCheck(row.slice(0, row.indexOf(': ')), checked),
    );
    expect(other).toEqual([]);
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
      const [method = '', path = ''] = PATHS[now.name as PathName].split(' ');
      const again = await served.send(method, path.replace(':id', subject), now.body, {
        change: id,
      });
      expect([action, again]).toEqual([action, { status: 200, body: JSON.parse(answer) }]);
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
