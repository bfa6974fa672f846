/** Starting and stopping: the port, the file, and what the terminal is told. */
import {
  closeSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { CHANGE_HEADER } from '#contract/headers.ts';
import type { GaugeFeed } from '#contract/live-gauges.ts';
import { StartRefusal, startServer } from './start.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'emvex-start-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const options = (more: object = {}) => ({
  database: join(folder, 'book.db'),
  port: 0,
  version: '9.9.9',
  ...more,
});

/** A feed that only remembers whether it was closed. */
function feed(): GaugeFeed & { closed: () => boolean } {
  let closed = false;
  return {
    watch: () => undefined,
    place: () => false,
    run: () => false,
    listen: () => () => undefined,
    close: () => {
      closed = true;
    },
    closed: () => closed,
  };
}

const refusalOf = (starting: Promise<unknown>): Promise<Error> =>
  starting.then(
    () => {
      throw new Error('it started');
    },
    (error) => error,
  );

describe('a server', () => {
  it('listens on this machine alone, answers, and leaves one clean file when it stops', async () => {
    const gauges = feed();
    const { address, stop } = await startServer(options({ gauges, demo: true }));
    expect(address).toMatch(/^http:\/\/127\.0\.0\.1:\d+$/);
    expect(await (await fetch(`${address}/api/health`)).json()).toEqual({
      ok: true,
      version: '9.9.9',
      demo: true,
      trouble: null,
    });
    await stop();
    expect(gauges.closed()).toBe(true);
    await expect(fetch(`${address}/api/health`)).rejects.toThrow();
    const book = new Database(options().database, { readonly: true });
    expect(book.pragma('integrity_check', { simple: true })).toBe('ok');
    book.close();
  });

  it('keeps its files from other users of the machine, those of an earlier version too', async () => {
    const { database } = options();
    mkdirSync(join(folder, 'backups'), { mode: 0o755 });
    const old = join(folder, 'backups', 'book-2026-01-01.db');
    writeFileSync(old, '', { mode: 0o644 });
    const { caredFor, stop } = await startServer(options());
    await caredFor();
    const rightsOf = (path: string) => (statSync(path).mode & 0o777).toString(8);
    const made = readdirSync(join(folder, 'backups')).map((name) => join(folder, 'backups', name));
    expect(made.length).toBeGreaterThan(1);
    for (const path of [database, `${database}-wal`, ...made]) expect(rightsOf(path)).toBe('600');
    expect(rightsOf(join(folder, 'backups'))).toBe('700');
    await stop();
  });

  it('stops while a page still hears its gauges', async () => {
    const { address, stop } = await startServer(options());
    const stream = await fetch(`${address}/api/gauges/live`);
    const reader = stream.body?.getReader();
    expect(new TextDecoder().decode((await reader?.read())?.value)).toContain('gauges');
    await stop();
    await reader?.read().catch(() => undefined);
  });
});

describe('the care of a book', () => {
  it('looks it through and copies it beside the service', async () => {
    const { caredFor, stop } = await startServer(options());
    await caredFor();
    expect(readdirSync(join(folder, 'backups'))).toEqual([
      `book-${new Date().toISOString().slice(0, 10)}.db`,
    ]);
    await stop();
    // A start on the same day lets the copy stand.
    const again = await startServer(options());
    await again.caredFor();
    expect(readdirSync(join(folder, 'backups'))).toHaveLength(1);
    await again.stop();
  });

  it('ends writing where a page is damaged, and says what to do', async () => {
    const first = await startServer(options());
    await first.caredFor();
    await first.stop();
    const path = options().database;
    // A page in the middle is overwritten; header and schema stay readable.
    const book = new Database(path);
    const page = Number(
      book
        .prepare("SELECT rootpage FROM sqlite_schema WHERE name = 'change_of_subject'")
        .pluck()
        .get(),
    );
    const size = Number(book.pragma('page_size', { simple: true }));
    book.close();
    const handle = openSync(path, 'r+');
    writeSync(handle, Buffer.alloc(size, 0x5a), 0, size, (page - 1) * size);
    closeSync(handle);
    const { address, caredFor, stop } = await startServer(options());
    await caredFor();
    const { trouble } = await (await fetch(`${address}/api/health`)).json();
    expect(trouble).toMatch(
      /is damaged[\s\S]*mv ".*book[.]db" ".*book[.]db[.]damaged"\n[\s\S]*cp "/,
    );
    const refused = await fetch(`${address}/api/people`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', [CHANGE_HEADER]: uuid7() },
      body: JSON.stringify({ id: uuid7(), code: 'B1', role: 'bench' }),
    });
    expect(refused.status).toBe(503);
    expect((await refused.json()).detail).toBe(trouble);
    // What is there can still be read.
    expect((await fetch(`${address}/api/pairs`)).status).toBe(200);
    await stop();
  });
});

describe('a start that cannot be made', () => {
  it('names the port that is taken, and another to choose', async () => {
    const other = createServer();
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
    const held = other.address();
    const port = typeof held === 'object' && held ? held.port : 0;
    const gauges = feed();
    const refusal = await refusalOf(startServer(options({ port, gauges })));
    expect(refusal).toBeInstanceOf(StartRefusal);
    expect(refusal.message).toBe(
      `Port ${port} is taken on 127.0.0.1. Stop the other program, or choose a port: PORT=${port + 1}.`,
    );
    expect(gauges.closed()).toBe(true);
    await new Promise((resolve) => other.close(resolve));
  });

  it('says so of a file that is no database, and leaves it as it is', async () => {
    const path = join(folder, 'letter.db');
    writeFileSync(path, 'Dear Sir, this is no database but a letter of some length. '.repeat(40));
    const refusal = await refusalOf(startServer(options({ database: path })));
    expect(refusal).toBeInstanceOf(StartRefusal);
    expect(refusal.message).toContain('letter.db');
  });

  it('says so of a folder', async () => {
    const path = join(folder, 'book');
    mkdirSync(path);
    const refusal = await refusalOf(startServer(options({ database: path })));
    expect(refusal).toBeInstanceOf(StartRefusal);
  });

  it('says so of a database that another program made, or a newer Emvex', async () => {
    const path = join(folder, 'other.db');
    const other = new Database(path);
    other.exec('CREATE TABLE recipe (name TEXT); PRAGMA user_version = 900;');
    other.close();
    const refusal = await refusalOf(startServer(options({ database: path })));
    expect(refusal).toBeInstanceOf(StartRefusal);
    const again = new Database(path, { readonly: true });
    expect(
      again.prepare("SELECT count(*) AS n FROM sqlite_master WHERE name = 'recipe'").get(),
    ).toEqual({ n: 1 });
    again.close();
  });
});
