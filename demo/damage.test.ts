/** Every kind of damage of a database: the good backup beside it is restored, by command and by page. */
import { execFile } from 'node:child_process';
import {
  closeSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { promisify } from 'node:util';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { type RunningServer, startServer } from '#server/start.ts';
import { lockBook } from '#server/store/book-lock.ts';
import { openDatabase } from '#server/store/database.ts';

const PAGE = 4096;
const ROOT = join(import.meta.dirname, '..');
let folder: string;
let sound: string;

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'emvex-damage-'));
  sound = join(folder, 'sound.db');
  const db = openDatabase(sound, '2026-11-27');
  const add = db.prepare(
    "INSERT INTO change (id, at, person, action, subject, request_hash, detail, answer) VALUES (?, '2026-11-27T10:00:00.000Z', 'B1', 'addPerson', 'x', '', ?, 'null')",
  );
  // Large enough that every third page of it is also one of the table of changes.
  for (let n = 0; n < 300; n++) add.run(uuid7(), JSON.stringify({ filler: 'x'.repeat(2000) }));
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.pragma('journal_mode = DELETE');
  db.close();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function overwrite(path: string, pages: (page: number) => boolean): void {
  const handle = openSync(path, 'r+');
  const noise = Buffer.alloc(PAGE, 0xa5);
  const count = statSync(path).size / PAGE;
  for (let page = 0; page < count; page++)
    if (pages(page)) writeSync(handle, noise, 0, PAGE, page * PAGE);
  closeSync(handle);
}

/** The pages that a table stands on. */
function pagesOf(path: string, table: string): Set<number> {
  const db = new Database(path, { readonly: true });
  const root = db
    .prepare<[string], number>('SELECT rootpage FROM sqlite_schema WHERE name = ?')
    .pluck()
    .get(table);
  db.close();
  return new Set([(root ?? 1) - 1]);
}

const DAMAGE: Record<string, (path: string) => void> = {
  'header zeroed': (path) => {
    const handle = openSync(path, 'r+');
    writeSync(handle, Buffer.alloc(100), 0, 100, 0);
    closeSync(handle);
  },
  'first page': (path) => overwrite(path, (page) => page === 0),
  'every third page': (path) => overwrite(path, (page) => page > 0 && page % 3 === 0),
  'root page of change': (path) => {
    const pages = pagesOf(path, 'change');
    overwrite(path, (page) => pages.has(page));
  },
  'cut to half': (path) => truncateSync(path, Math.floor(statSync(path).size / 2 / PAGE) * PAGE),
  empty: (path) => truncateSync(path, 0),
  missing: (path) => rmSync(path),
};

const NAME = '2026-11-27-at-100000';

function labOf(kind: string): { book: string; copy: string } {
  const place = join(folder, kind.replaceAll(' ', '-'), uuid7());
  mkdirSync(join(place, 'backups'), { recursive: true });
  const book = join(place, 'book.db');
  const copy = join(place, 'backups', `book-${NAME}.db`);
  copyFileSync(sound, book);
  copyFileSync(sound, copy);
  return { book, copy };
}

function changesIn(path: string): { rows: number; restored: { person: string; detail: string }[] } {
  const db = new Database(path, { readonly: true });
  const rows = db.prepare<[], number>('SELECT count(*) FROM change').pluck().get() ?? 0;
  const restored = db
    .prepare<[], { person: string; detail: string }>(
      "SELECT person, detail FROM change WHERE action = 'restoreBackup'",
    )
    .all();
  db.close();
  return { rows, restored };
}

const run = promisify(execFile);
const restore = (book: string, ...words: string[]) =>
  run(process.execPath, ['scripts/restore.mjs', ...words], {
    cwd: ROOT,
    env: { ...process.env, EMVEX_DB: book, EMVEX_BUILT: '1' },
  });

describe.each(Object.entries(DAMAGE))('a database that is damaged (%s)', (kind, damage) => {
  it('is restored by command, and it stands in the change history', async () => {
    const { book, copy } = labOf(kind);
    damage(book);
    const { stdout } = await restore(book, NAME);
    expect(stdout).toMatch(/cannot be read .*can be restored/s);
    await restore(book, NAME, '--yes', '--as', 'B7');
    const { rows, restored } = changesIn(book);
    expect(rows).toBe(301);
    expect(restored).toMatchObject([{ person: 'B7' }]);
    expect(JSON.parse(restored[0]?.detail ?? '')).toMatchObject({ source: NAME, lost: null });
    // The copy is as it was, with nothing beside it.
    expect(readFileSync(copy).equals(readFileSync(sound))).toBe(true);
    expect(existsSync(`${copy}-wal`)).toBe(false);
  });
});

describe('a database that is damaged while it is served', () => {
  let server: RunningServer;
  const send = async (method: string, path: string, body?: unknown) => {
    const response = await fetch(`${server.address}${path}`, {
      method,
      headers: { 'content-type': 'application/json', [CHANGE_HEADER]: uuid7() },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    return { status: response.status, body: await response.json() };
  };

  it.each(Object.entries(DAMAGE).filter(([kind]) => kind !== 'missing'))(
    'is restored from its page: %s',
    async (kind, damage) => {
      const { book } = labOf(kind);
      server = await startServer({ database: book, port: 0, version: 'test' });
      try {
        await server.caredFor();
        damage(book);
        const look = await send('POST', `/api/backups/${NAME}/prepare`);
        expect(look.status, JSON.stringify(look.body)).toBe(200);
        const restored = await send('POST', `/api/backups/${NAME}/restore`, {
          lost: look.body.lostCount,
        });
        expect(restored.status, JSON.stringify(restored.body)).toBe(200);
        expect((await send('GET', '/api/health')).body).toMatchObject({ ok: true, trouble: null });
        const added = await send('POST', '/api/people', { id: uuid7(), code: 'B9', role: 'bench' });
        expect(added.status).toBe(200);
      } finally {
        await server.stop();
      }
      expect(changesIn(book).restored).toHaveLength(1);
    },
  );
});

describe('a database that another program has', () => {
  it('is not replaced by command, nor served a second time', async () => {
    const { book } = labOf('locked');
    const lock = lockBook(book);
    await expect(restore(book, NAME, '--yes')).rejects.toThrow(/is open: stop Emvex first/);
    await expect(startServer({ database: book, port: 0, version: 'test' })).rejects.toThrow(
      /open in another Emvex/,
    );
    lock?.release();
    // What a program that was killed leaves is no lock.
    writeFileSync(`${book}.lock`, '');
    const server = await startServer({ database: book, port: 0, version: 'test' });
    await server.stop();
  });
});

describe('a database that is missing', () => {
  it('although it has copies is not begun anew', async () => {
    const { book } = labOf('lost');
    rmSync(book);
    await expect(startServer({ database: book, port: 0, version: 'test' })).rejects.toThrow(
      /is missing, but there are backups[\s\S]*npm run restore -- ".*book-2026-11-27-at-100000[.]db" --yes/,
    );
    expect(existsSync(book)).toBe(false);
    // Without any it is a new lab.
    rmSync(join(dirname(book), 'backups'), { recursive: true });
    const server = await startServer({ database: book, port: 0, version: 'test' });
    await server.stop();
    expect(existsSync(book)).toBe(true);
  });
});

describe('an empty file', () => {
  it('in the place of a database that has copies is not taken for a new one', async () => {
    const { book } = labOf('emptied');
    truncateSync(book, 0);
    await expect(startServer({ database: book, port: 0, version: 'test' })).rejects.toThrow(
      /its file is empty[\s\S]*book-2026-11-27-at-100000[.]db/,
    );
  });
});
