/** A restore drill: the book of the demo is copied, spoiled, and brought back, every kind of record of it. */
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { type RunningServer, startServer } from '#server/start.ts';
import { settleRestore, stageCopy, swapBook } from '#server/store/restore.ts';
import { prepareDemo } from './prepare.ts';

let folder: string;
let book: string;
let server: RunningServer;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'emvex-restore-'));
  book = join(folder, 'book.db');
  await prepareDemo(book, '2026-11-27');
  server = await startServer({ database: book, port: 0, version: '9.9.9' });
  await server.caredFor();
}, 60_000);
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
});

async function send(method: string, path: string, body?: unknown, type = 'application/json') {
  const response = await fetch(`${server.address}${path}`, {
    method,
    headers: { 'content-type': type, [CHANGE_HEADER]: uuid7() },
    ...(body === undefined
      ? {}
      : { body: type === 'application/json' ? JSON.stringify(body) : (body as string) }),
  });
  return { status: response.status, body: await response.json() };
}

/** Every table of records with what its rows come to: caches that are worked out anew are left out. */
function contentOf(path: string): Record<string, string> {
  const db = new Database(path, { readonly: true });
  const tables = db
    .prepare<[], string>("SELECT name FROM sqlite_schema WHERE type = 'table' ORDER BY name")
    .pluck()
    .all()
    .filter((name) => !/^(sqlite_|stale_|shelf_row$|revision$|consistency$)/.test(name));
  const content = Object.fromEntries(
    tables.map((name) => {
      // That it was restored is written into the one that was.
      const of = name === 'change' ? " WHERE action <> 'restoreBackup'" : '';
      const rows = db.prepare(`SELECT * FROM "${name}"${of}`).raw().all();
      const hash = createHash('sha256').update(JSON.stringify(rows.map(String).sort()));
      return [name, `${rows.length} rows, ${hash.digest('hex').slice(0, 12)}`];
    }),
  );
  db.close();
  return content;
}

const spoil = async () => {
  const { body } = await send('GET', '/api/pairs/NS-03');
  const { id, version } = body.pair;
  expect(
    (await send('POST', `/api/pairs/${id}/shelf`, { version, shelved: true })).status,
  ).toBeLessThan(500);
  await send('POST', '/api/people', { id: uuid7(), code: 'XX', role: 'bench' });
};

describe('a copy of the book', () => {
  it('is made by hand while the bench works, and told with the others', async () => {
    const made = await send('POST', '/api/backups', {});
    expect(made.status).toBe(200);
    expect(made.body.secondFault).toBe('');
    const { body } = await send('GET', '/api/backups');
    expect(body.copies.map((copy: { kind: string }) => copy.kind)).toEqual([
      'at a moment',
      'of a day',
    ]);
    expect(body.settings).toEqual({ everyHours: 24, keep: 10, gigabytes: 4, second: '' });
  }, 30_000);

  it('goes to a second place with the pictures, where one is named that can be written to', async () => {
    const second = join(folder, 'other-disk');
    const wanted = { everyHours: 6, keep: 5, gigabytes: 2, second };
    const refused = await send('PUT', '/api/backups', wanted);
    expect(refused.status).toBe(422);
    expect(refused.body.detail).toContain('make it, or mount its disk, first');
    expect(
      (await send('PUT', '/api/backups', { ...wanted, second: 'here' })).body.detail,
    ).toContain('named from its root');
    mkdirSync(second);
    expect((await send('PUT', '/api/backups', wanted)).status).toBe(200);
    const made = await send('POST', '/api/backups', {});
    expect(made.body.secondFault).toBe('');
    const there = readdirSync(second);
    expect(there).toContain(`book-${made.body.name}.db`);
    expect(readdirSync(join(second, 'book-photographs')).length).toBeGreaterThan(5);
    // The disk is taken away: the copy stands here, and the fault is told.
    rmSync(second, { recursive: true });
    writeFileSync(second, 'no folder any more');
    await new Promise((resolve) => setTimeout(resolve, 1100));
    const without = await send('POST', '/api/backups', {});
    expect(without.body.secondFault).not.toBe('');
    rmSync(second);
    await send('PUT', '/api/backups', { ...wanted, second: '' });
  }, 30_000);

  it('brings every kind of record back, after a look inside; what was there is set aside', async () => {
    await new Promise((resolve) => setTimeout(resolve, 1100));
    const { body: made } = await send('POST', '/api/backups', {});
    const before = contentOf(book);
    const count = Number.parseInt(before.reading ?? '', 10);
    await spoil();
    const pictures = join(folder, 'book-photographs');
    const [picture = ''] = readdirSync(pictures);
    rmSync(join(pictures, picture));
    const spoiled = contentOf(book);
    expect(spoiled).not.toEqual(before);
    const { body: look } = await send('GET', `/api/backups/${made.name}`);
    expect(look.holds).toMatchObject({ pairs: 32, readings: count });
    expect(look.lostCount).toBe(look.present.changes - look.holds.changes);
    expect(look.lost[0].action).toBe('addPerson');
    // Who looked at something else is asked to look again.
    const stale = await send('POST', `/api/backups/${made.name}/restore`, { lost: 0 });
    expect(stale.status).toBe(409);
    const restored = await send('POST', `/api/backups/${made.name}/restore`, {
      lost: look.lostCount,
    });
    expect(restored.status, JSON.stringify(restored.body)).toBe(200);
    expect(contentOf(book)).toEqual(before);
    expect(existsSync(join(pictures, picture))).toBe(true);
    expect((await send('GET', '/api/health')).body.ok).toBe(true);
    expect((await send('GET', '/api/pairs/NS-03')).status).toBe(200);
    // What was there is a copy among the others, and comes back the same way.
    const { body: back } = await send('GET', `/api/backups/${restored.body.aside}`);
    await send('POST', `/api/backups/${restored.body.aside}/restore`, { lost: back.lostCount });
    expect(contentOf(book)).toEqual(spoiled);
  }, 60_000);

  it('is restored at the first try while people type; what they type waits, and nothing is lost unseen', async () => {
    const { body: made } = await send('POST', '/api/backups', {});
    const answers: number[] = [];
    const acknowledged: string[] = [];
    let typing = true;
    const type = async (client: string) => {
      for (let n = 0; typing; n++) {
        const code = `${client}${n}`;
        const { status } = await send('POST', '/api/people', { id: uuid7(), code, role: 'bench' });
        answers.push(status);
        if (status === 200) acknowledged.push(code);
      }
    };
    const clients = [type('P'), type('Q')];
    await vi.waitFor(() => expect(acknowledged.length).toBeGreaterThan(5));
    const shut = await send('POST', `/api/backups/${made.name}/prepare`);
    expect(shut.status).toBe(200);
    const before = acknowledged.length;
    const refused = answers.length;
    await vi.waitFor(() => expect(answers.length).toBeGreaterThan(refused + 5));
    // What is shown stays as it is: nothing is written meanwhile.
    expect(acknowledged.length).toBe(before);
    expect(shut.body.lostCount).toBeGreaterThanOrEqual(before);
    const restored = await send('POST', `/api/backups/${made.name}/restore`, {
      lost: shut.body.lostCount,
    });
    expect(restored.status, JSON.stringify(restored.body)).toBe(200);
    const after = acknowledged.length;
    await vi.waitFor(() => expect(acknowledged.length).toBeGreaterThan(after + 5));
    typing = false;
    await Promise.all(clients);
    expect(new Set(answers)).toEqual(new Set([200, 503]));
    const { rows } = (await send('GET', '/api/changes')).body;
    expect(rows.some(({ action }: { action: string }) => action === 'restoreBackup')).toBe(true);
    // What was acknowledged before is in the database that was set aside, and since then in this one.
    const codesIn = (path: string) => {
      const db = new Database(path, { readonly: true });
      const codes = db.prepare<[], string>('SELECT code FROM person').pluck().all();
      db.close();
      return codes;
    };
    const aside = join(folder, 'backups', `book-${restored.body.aside}.db`);
    expect(codesIn(aside)).toEqual(expect.arrayContaining(acknowledged.slice(0, before)));
    expect(codesIn(book)).toEqual(expect.arrayContaining(acknowledged.slice(after)));
  }, 120_000);

  it('puts the book back where the swap fails half way, and writes over nothing set aside', () => {
    const path = join(folder, 'swap.db');
    const make = (file: string, word: string) => {
      const db = new Database(file);
      db.exec(`CREATE TABLE change (word TEXT); INSERT INTO change VALUES ('${word}')`);
      db.close();
    };
    const wordIn = (file: string) => {
      const db = new Database(file, { readonly: true });
      const word = db.prepare('SELECT word FROM change').pluck().get();
      db.close();
      return word;
    };
    make(path, 'book');
    make(join(folder, 'copy.db'), 'copy');
    const moment = '2026-11-27T10:00:00.000Z';
    const record = { change: uuid7(), at: moment, person: 'B1', source: 'copy', lost: 0 };
    const swap = () => {
      stageCopy(path, join(folder, 'copy.db'));
      return swapBook(path, record);
    };
    const first = swap();
    const second = swap();
    expect(first.aside).not.toBe(second.aside);
    const asideOf = ({ aside }: typeof first) => join(folder, 'backups', `swap-${aside}.db`);
    expect([wordIn(path), wordIn(asideOf(first))]).toEqual(['copy', 'book']);
    second.undo();
    first.undo();
    expect(wordIn(path)).toBe('book');
    // A folder stands where a log would be set aside: the book is back in its place.
    mkdirSync(`${asideOf(first)}-wal`);
    writeFileSync(`${path}-wal`, 'said last');
    expect(swap).toThrow();
    expect(readFileSync(`${path}-wal`, 'utf8')).toBe('said last');
    rmSync(`${path}-wal`);
    expect(wordIn(path)).toBe('book');
    expect(existsSync(`${path}.coming`)).toBe(false);
    expect(existsSync(`${path}.restoring`)).toBe(false);
    rmSync(`${asideOf(first)}-wal`, { recursive: true });

    // A stop at any place: before the first rename nothing was done, from there on the restore is finished.
    const settle = () => settleRestore(path)?.record;
    stageCopy(path, join(folder, 'copy.db'));
    writeFileSync(
      `${path}.restoring`,
      JSON.stringify({ ...record, aside: '2026-11-28-aside-100000' }),
    );
    expect(settle()).toBeUndefined();
    expect([wordIn(path), existsSync(`${path}.coming`)]).toEqual(['book', false]);

    const aside = join(folder, 'backups', 'swap-2026-11-28-aside-100000.db');
    stageCopy(path, join(folder, 'copy.db'));
    writeFileSync(
      `${path}.restoring`,
      JSON.stringify({ ...record, aside: '2026-11-28-aside-100000' }),
    );
    writeFileSync(`${path}-wal`, 'what was said last');
    renameSync(path, aside);
    const settled = settleRestore(path);
    expect(settled?.record).toEqual(record);
    expect([wordIn(path), wordIn(aside)]).toEqual(['copy', 'book']);
    expect([existsSync(`${path}-wal`), readFileSync(`${aside}-wal`, 'utf8')]).toEqual([
      false,
      'what was said last',
    ]);
    // Told again until it stands in the change history.
    expect(settleRestore(path)?.record).toEqual(record);
    settled?.finish();
    expect(settleRestore(path)).toBeUndefined();
    rmSync(`${aside}-wal`);
    // What was to come is gone: the book comes back.
    renameSync(path, join(folder, 'lost.db'));
    writeFileSync(
      `${path}.restoring`,
      JSON.stringify({ ...record, aside: '2026-11-28-aside-100000' }),
    );
    expect(settle()).toBeUndefined();
    expect(wordIn(path)).toBe('book');
  });

  it('is refused where it is damaged, another program’s or newer, and nothing is replaced', async () => {
    const before = contentOf(book);
    const bring = (bytes: Buffer) =>
      send('POST', '/api/backups/file', bytes as unknown, 'application/octet-stream');
    expect((await bring(Buffer.from('no database'))).body.detail).toMatch(
      /damaged|cannot be opened/,
    );
    const foreign = join(folder, 'foreign.db');
    const other = new Database(foreign);
    other.exec('CREATE TABLE recipe (name TEXT)');
    other.close();
    expect((await bring(readFileSync(foreign))).body.detail).toMatch(
      /database of another program \(its tables: recipe\)/,
    );
    const newer = join(folder, 'newer.db');
    writeFileSync(
      newer,
      readFileSync(join(folder, 'backups', `book-${new Date().toISOString().slice(0, 10)}.db`)),
    );
    const ahead = new Database(newer);
    ahead.pragma('user_version = 999');
    ahead.close();
    expect((await bring(readFileSync(newer))).body.detail).toMatch(/written by a newer Emvex/);
    const cut = readFileSync(book);
    expect((await bring(cut.subarray(0, cut.length - 40_960))).body.detail).toMatch(
      /damaged|cannot be restored/,
    );
    expect(contentOf(book)).toEqual(before);
    // What was refused is not kept.
    expect(readdirSync(join(folder, 'backups')).filter((name) => /brought/.test(name))).toEqual([]);
    expect((await send('GET', '/api/backups/2026-01-01')).status).toBe(404);
    expect((await send('GET', '/api/backups/..%2F..%2Fetc')).status).toBe(400);
  }, 30_000);
});
