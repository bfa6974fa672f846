/** A disk with no room left: every request is answered in plain words, and what was saved stays. */
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { READINGS_HEADER } from './formats/readings-file.ts';
import { type StartedServer, startBuiltServer } from './started-server.ts';

const PROTOCOL = '"In-shoe 12 / 75 %, insole in, needle gauge"';
const folder = mkdtempSync(join(tmpdir(), 'emvex-full-'));
const book = join(folder, 'book.db');
const passing = join(folder, 'passing');
mkdirSync(passing);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const start = (most?: number) => startBuiltServer({ EMVEX_DB: book, TMPDIR: passing }, most);

async function post(address: string, path: string, body: unknown) {
  const text = typeof body === 'string';
  const response = await fetch(`${address}${path}`, {
    method: 'POST',
    headers: { 'content-type': text ? 'text/csv' : 'application/json', [CHANGE_HEADER]: uuid7() },
    body: text ? body : JSON.stringify(body),
  });
  return { status: response.status, body: await response.json() };
}

const fileOf = (rows: number, day: number) =>
  [
    READINGS_HEADER.join(','),
    ...Array.from({ length: rows }, (_, row) => {
      const at = new Date(Date.UTC(2025, 0, day) + 1000 * row).toISOString();
      return `NS-01,right,heel-stack,${row + 1},31.2,mm,${PROTOCOL},B2,Needle gauge,${at},,,`;
    }),
  ].join('\n');

const kept = () => {
  const db = new Database(book, { readonly: true });
  const count = db.prepare('SELECT count(*) FROM reading').pluck().get() as number;
  db.close();
  return count;
};

/** So much may be written beyond what the book has by now. */
const ROOM = 64 * 1024;
/** A file takes so much of what a file may grow to: it has its place, and the book that it would make has none. */
const NEARLY = 0.97;
const FEW = 500;

let server: StartedServer;
beforeAll(async () => {
  const first = await start();
  await post(first.address, '/api/lab/setup', { tools: ['needle gauge'] });
  await post(first.address, '/api/receipts', {
    maker: { id: uuid7(), name: 'Norrolt' },
    model: { id: uuid7(), name: 'Stairwell' },
    edition: { id: uuid7(), name: '' },
    pair: {
      id: uuid7(),
      tag: 'NS-01',
      label: { system: 'uk', size: 8 },
      acquisition: 'bought',
      receivedOn: '2026-02-01',
    },
    claims: [],
  });
  await first.stop();
  // Without the pages that updates left free, there is room for nothing more than ROOM.
  const compact = new Database(book);
  compact.exec('VACUUM');
  compact.close();
  server = await start(statSync(book).size + ROOM);
});

describe('a server on a full disk', () => {
  it('answers 507 to a file that has no room on its way in, and leaves nothing of it', async () => {
    const { status, body } = await post(server.address, '/api/readings/import', fileOf(9000, 1));
    expect([status, body.detail]).toEqual([507, expect.stringContaining('The disk is full')]);
    expect(readdirSync(passing)).toEqual([]);
  });

  it('answers 507 to a file whose readings have no room in the book', async () => {
    const most = statSync(book).size + ROOM;
    const rowLength = (fileOf(1001, 1).length - fileOf(1, 1).length) / 1000;
    const many = Math.floor((NEARLY * most) / rowLength);
    const file = fileOf(many, 1);
    // Large enough for a thread of its own, and small enough to get in.
    expect(file.length).toBeGreaterThan(256 * 1024);
    expect(file.length).toBeLessThan(most);
    const { status, body } = await post(server.address, '/api/readings/import', file);
    expect([status, body.detail]).toEqual([507, expect.stringContaining('The disk is full')]);
    expect(kept()).toBe(0);
  });

  it('answers 507 to a book and to a package that have no room, and replaces nothing', async () => {
    const larger = join(folder, 'larger.db');
    copyFileSync(book, larger);
    const grown = new Database(larger);
    grown.exec(`INSERT INTO setting VALUES ('padding', json_quote(hex(randomblob(${4 * ROOM}))))`);
    grown.pragma('wal_checkpoint(TRUNCATE)');
    grown.close();
    const send = async (path: string, type: string, body: Uint8Array) => {
      const response = await fetch(`${server.address}${path}`, {
        method: 'POST',
        headers: { 'content-type': type, [CHANGE_HEADER]: uuid7() },
        body: body as BodyInit,
      });
      return { status: response.status, body: await response.json() };
    };
    const full = [507, expect.stringContaining('The disk is full')];
    const bytes = readFileSync(larger);
    const brought = await send('/api/backups/file', 'application/octet-stream', bytes);
    expect([brought.status, brought.body.detail]).toEqual(full);
    const looked = await send('/api/package', 'application/zip', bytes);
    expect([looked.status, looked.body.detail]).toEqual(full);
    expect(readdirSync(passing)).toEqual([]);
    // A copy that lies there already and has no room in the place of the book.
    const backups = join(folder, 'backups');
    copyFileSync(larger, join(backups, 'book-2026-11-01.db'));
    const { lostCount } = await (await fetch(`${server.address}/api/backups/2026-11-01`)).json();
    const restored = await post(server.address, '/api/backups/2026-11-01/restore', {
      lost: lostCount,
    });
    expect([restored.status, restored.body.detail]).toEqual(full);
    expect((await (await fetch(`${server.address}/api/health`)).json()).ok).toBe(true);
    expect(readdirSync(folder).filter((name) => name.includes('coming'))).toEqual([]);
    expect(readdirSync(backups).filter((name) => /aside|brought/.test(name))).toEqual([]);
    expect(kept()).toBe(0);
  });

  it('stops in plain words, and what was answered as saved is there at the next start', async () => {
    const taken = await post(server.address, '/api/readings/import', fileOf(FEW, 1));
    expect(taken).toMatchObject({ status: 200, body: { added: FEW } });
    const { code, said } = await server.stop();
    expect(code).toBe(1);
    expect(said).toContain('Stopped. The log could not be moved into the database');
    expect(said).not.toMatch(/\n {4}at /);
    const next = await start();
    expect(kept()).toBe(FEW);
    expect((await next.stop()).code).toBe(0);
  });
});
