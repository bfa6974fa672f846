/** Opening a book, looking it through and copying it: what is refused, and what is advised. */
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { makeCopy } from './backups.ts';
import { openDatabase, requireWritable } from './database.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'emvex-book-'));
});
afterEach(() => rmSync(folder, { recursive: true }));
const file = (name = 'book.db') => join(folder, name);
const backups = () => readdirSync(file('backups')).sort();

/** Makes the copy of a day as the care of the book does. */
async function copyOn(day: string, path = file()) {
  const db = new Database(path);
  try {
    return await makeCopy(db, path, day, () => undefined);
  } finally {
    db.close();
  }
}

/** A book with a setting to know it by. */
function bookNamed(name: string, path = file()): void {
  const db = openDatabase(path, '2026-03-01');
  db.prepare("INSERT OR REPLACE INTO setting (name, value) VALUES ('name', json_quote(?))").run(
    name,
  );
  db.close();
}

function nameIn(path: string): unknown {
  const db = new Database(path, { readonly: true });
  try {
    return db.prepare("SELECT value FROM setting WHERE name = 'name'").pluck().get();
  } finally {
    db.close();
  }
}

const refusalOf = (path = file(), day = '2026-03-09'): string => {
  try {
    openDatabase(path, day).close();
  } catch (error) {
    return (error as Error).message;
  }
  throw new Error('it opened');
};

describe('a copy of the day', () => {
  it('is whole under its own name alone, and made once', async () => {
    bookNamed('ours');
    expect(await copyOn('2026-03-02')).toMatchObject({ made: true });
    expect(await copyOn('2026-03-02')).toMatchObject({ made: false });
    expect(backups()).toEqual(['book-2026-03-02.db']);
    expect(nameIn(file('backups/book-2026-03-02.db'))).toBe('"ours"');
  });

  it('that was cut short is made anew, and what a cut left is swept', async () => {
    bookNamed('ours');
    const { copy } = await copyOn('2026-03-02');
    truncateSync(copy, 8192);
    for (const left of ['book-2026-03-01.db.partial', 'book-2026-03-01.db.partial-journal'])
      writeFileSync(file(`backups/${left}`), 'half a copy');
    expect(await copyOn('2026-03-02')).toMatchObject({ made: true });
    expect(nameIn(copy)).toBe('"ours"');
    expect(backups()).toEqual(['book-2026-03-02.db']);
  });

  it('holds one moment while others write, and is not begun anew by them', async () => {
    bookNamed('before');
    const writer = openDatabase(file(), '2026-03-01');
    writer.exec('CREATE TABLE ballast (text TEXT) STRICT');
    const fill = writer.prepare('INSERT INTO ballast VALUES (?)');
    writer.transaction(() => {
      for (let n = 0; n < 4000; n++) fill.run('x'.repeat(4000));
    })();
    const db = new Database(file());
    let told = 0;
    await makeCopy(db, file(), '2026-03-02', () => {
      told += 1;
      writer.exec(`UPDATE setting SET value = '"after ${told}"' WHERE name = 'name'`);
    });
    db.close();
    writer.close();
    expect(nameIn(file('backups/book-2026-03-02.db'))).toBe('"before"');
    // A copy of some 4,000 pages, a thousand at a time, tells a handful of times.
    expect(told).toBeGreaterThan(1);
    expect(told).toBeLessThan(12);
  });

  it('is one of ten that are kept; those of days to come do not count', async () => {
    bookNamed('ours');
    copyFileSync(file(), join(folder, 'seed.db'));
    for (let day = 1; day <= 14; day++) await copyOn(`2026-03-${String(day).padStart(2, '0')}`);
    expect(backups()).toHaveLength(10);
    copyFileSync(file('seed.db'), file('backups/book-2031-01-01.db'));
    await copyOn('2026-03-15');
    expect(backups()).toHaveLength(11);
    expect(backups()).toContain('book-2031-01-01.db');
  });

  it('is of its own book, though another lies in the folder', async () => {
    const other = file('book-two.db');
    bookNamed('one');
    bookNamed('two', other);
    await copyOn('2026-03-02', other);
    for (let day = 1; day <= 12; day++) await copyOn(`2026-02-${String(day).padStart(2, '0')}`);
    expect(backups().filter((name) => name.startsWith('book-two'))).toEqual([
      'book-two-2026-03-02.db',
    ]);
    writeFileSync(file(), 'this is no database at all, '.repeat(400));
    expect(refusalOf()).toMatch(/cp ".*book-2026-02-12[.]db"/);
  });
});

describe('a damaged book', () => {
  it('is refused, with the newest copy that opens and the log set aside', async () => {
    bookNamed('ours');
    await copyOn('2026-03-02');
    await copyOn('2026-03-03');
    truncateSync(file('backups/book-2026-03-03.db'), 9000);
    copyFileSync(file('backups/book-2026-03-02.db'), file('backups/book-2031-01-01.db'));
    writeFileSync(file(), 'this is no database at all, '.repeat(400));
    writeFileSync(file('book.db-wal'), 'a log');
    const says = refusalOf();
    expect(says).toMatch(/damaged \(it does not begin as a database does\). Nothing was changed/);
    expect(says).toMatch(/cp ".*book-2026-03-02[.]db"/);
    expect(says).toContain('book.db-wal" "');
    expect(says).not.toContain('rm ');
    expect(readFileSync(file(), 'utf8')).toContain('no database');
    copyFileSync(file('backups/book-2026-03-02.db'), file());
    rmSync(file('book.db-wal'));
    openDatabase(file(), '2026-03-04').close();
  });

  it('that lost its end is seen by its length, and one without a copy is told so', () => {
    bookNamed('ours');
    truncateSync(file(), 16_384);
    expect(refusalOf()).toMatch(
      /16384 bytes where it says \d+[\s\S]*no backup beside it that opens/,
    );
  });
});

describe('a file that is not ours', () => {
  it('is not taken over, and stays as it was', () => {
    const other = new Database(file());
    other.exec('CREATE TABLE recipe (name TEXT); INSERT INTO recipe VALUES (1)');
    other.close();
    const before = readFileSync(file());
    expect(refusalOf()).toMatch(/another program \(its tables: recipe\). Is it the right file\?/);
    expect(readFileSync(file())).toEqual(before);
    expect(existsSync(file('book.db-wal'))).toBe(false);
  });

  it('is a book of a newer program', () => {
    bookNamed('ours');
    const newer = new Database(file());
    newer.pragma('user_version = 999');
    newer.close();
    expect(refusalOf()).toMatch(/newer Emvex \(version 999/);
  });

  it('is known by its mark, and an empty file becomes a book', () => {
    writeFileSync(file(), '');
    openDatabase(file(), '2026-03-01').close();
    const db = new Database(file(), { readonly: true });
    expect(db.pragma('application_id', { simple: true })).toBe(0x456d7678);
    db.close();
  });
});

it('a book that can only be read is refused before it answers anything', () => {
  bookNamed('ours');
  const reader = new Database(file(), { readonly: true });
  expect(() => requireWritable(reader, file())).toThrow(/can be read but not written/);
  reader.close();
});
