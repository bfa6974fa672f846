/**
 * A server that is killed again and again while people measure, correct, wear, issue sheets and send from phones, while
 * files and packages are read in, backups are made and restored: nothing acknowledged is lost or doubled, a file or a
 * package is in the database whole or not at all, and every backup that is offered opens.
 */
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { READINGS_HEADER } from './formats/readings-file.ts';
import {
  type Addresses,
  faultsOf,
  insist,
  mixedWork,
  openPhones,
  type Piece,
  post,
  receivePairs,
  voiding,
} from './mixed-work.ts';
import { serveApp } from './served-app.ts';
import { startBuiltServer } from './started-server.ts';

const SOAK = process.env.EMVEX_SOAK !== undefined;
/** A hundred in `npm run soak`; here a tenth. */
const KILLS = SOAK ? 100 : 10;
/** Every so many kills one falls on a restore. */
const RESTORED_EVERY = 5;
/** As many kills at least fall while a file is read or a backup is written. */
const LEAST_OPEN = KILLS / 10;
const FILE_ROWS = 12_000;
const PROTOCOL = '"In-shoe 12 / 75 %, insole in, needle gauge"';
const PACKAGES = 3;
const PACKED_PAIRS = 20;
/** Debian's, which `npm run soak` installs. */
const SHELL = process.env.EMVEX_SQLITE_SHELL;

const folder = mkdtempSync(join(tmpdir(), 'emvex-kills-'));
const book = join(folder, 'book.db');
const backups = join(folder, 'backups');
const passing = join(folder, 'passing');
mkdirSync(passing);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const start = () => startBuiltServer({ EMVEX_DB: book, TMPDIR: passing });

const fileOf = (round: number) =>
  [
    READINGS_HEADER.join(','),
    ...Array.from({ length: FILE_ROWS }, (_, row) => {
      const at = new Date(Date.UTC(2025, 0, 1 + round) + 1000 * row).toISOString();
      return `NS-01,right,heel-stack,${row + 1},31.2,mm,${PROTOCOL},B2,Needle gauge,${at},,,`;
    }),
  ].join('\n');

/** The package of another lab, all of whose pairs begin with the letters of it. */
async function packageOf(letters: string): Promise<Uint8Array<ArrayBuffer>> {
  const lab = await serveApp(join(folder, `${letters}.db`));
  const tags = Array.from({ length: PACKED_PAIRS }, (_, nth) => `${letters}-${10 + nth}`);
  await receivePairs(lab.base, tags, `Maker ${letters}`);
  const bytes = new Uint8Array(await (await fetch(`${lab.base}/api/package`)).arrayBuffer());
  await lab.close();
  return bytes;
}

/** The backups so far; a server that died early made none. */
const copies = () => (existsSync(backups) ? readdirSync(backups) : []);
const isCopying = () => copies().some((name) => name.endsWith('.partial'));
const isImporting = () => readdirSync(passing).some((name) => name.startsWith('emvex-import-'));
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

function readBook<T>(work: (db: Database.Database) => T): T {
  const db = new Database(book, { fileMustExist: true });
  try {
    return work(db);
  } finally {
    db.close();
  }
}

const kept = new Map<string, Piece>();
/** Sent, and not answered when the server died: sent again to the next. */
const open = new Map<string, Piece>();
/** Readings that may still be voided. */
const sound: string[] = [];
const taken = new Set<string>();
const told = { open: 0, imports: 0, copies: 0, restored: 0, undone: 0 };

const isThere = (db: Database.Database, { row: [sql, id] }: Piece) =>
  db.prepare(sql).get(id) !== undefined;

/** Sends a piece; what is refused otherwise than by a server that is busy fails the test. */
async function sendPiece(addresses: Addresses, piece: Piece): Promise<boolean> {
  open.set(piece.change, piece);
  const answer = await post(addresses[piece.to], piece.path, piece.body, piece.change).catch(
    () => undefined,
  );
  if (answer === undefined) return false;
  open.delete(piece.change);
  if (answer.status === 200) {
    kept.set(piece.change, piece);
    if (piece.path === '/api/readings') sound.push(piece.row[1]);
  }
  // Nothing changed since the sheet was issued last: it is not issued again.
  else if (!(piece.path.endsWith('/issue') && answer.status === 409))
    expect([answer.status, answer.body]).toEqual([503, expect.anything()]);
  return true;
}

/** Works until the server is dead. */
async function workAt(addresses: Addresses, next: () => Piece): Promise<void> {
  for (let nth = 1; ; nth++) {
    const correct = nth % 7 === 0 ? sound.shift() : undefined;
    if (!(await sendPiece(addresses, correct ? voiding(correct) : next()))) return;
  }
}

/** Looks at a package; what is answered takes it. */
async function lookAtPackage(lab: string, letters: string, bytes: Uint8Array<ArrayBuffer>) {
  const { status, body } = await insist(lab, '/api/package', bytes);
  expect(status, JSON.stringify(body)).toBe(200);
  return async () => {
    const path = `/api/package/${body.id}/taking`;
    const answer = await post(lab, path, { answers: {} }).catch(() => undefined);
    if (answer?.status === 200) taken.add(letters);
  };
}

/** What stands in the database after a kill: all that was acknowledged, and nothing in part. */
function requireWhole(packages: readonly string[]): void {
  expect(faultsOf(book, SHELL)).toBe('ok');
  readBook((db) => {
    expect([...kept.values()].filter((piece) => !isThere(db, piece))).toEqual([]);
    const count = (sql: string, ...values: unknown[]) =>
      db
        .prepare(sql)
        .pluck()
        .get(...values) as number;
    expect(count("SELECT count(*) FROM reading WHERE entered = 'file'") % FILE_ROWS).toBe(0);
    // What was sent twice stands once: a trial of each.
    const typed = "FROM reading WHERE entered = 'typed'";
    expect(count(`SELECT count(DISTINCT trial) ${typed}`)).toBe(count(`SELECT count(*) ${typed}`));
    for (const letters of packages) {
      const pairs = count('SELECT count(*) FROM pair WHERE tag LIKE ?', `${letters}-%`);
      expect([0, PACKED_PAIRS], letters).toContain(pairs);
      if (taken.has(letters)) expect(pairs, letters).toBe(PACKED_PAIRS);
    }
  });
  for (const name of copies().filter((copy) => copy.endsWith('.db')))
    expect(faultsOf(join(backups, name)), name).toBe('ok');
}

/** Kills a server in the middle of a restore: the database is then the one or the other, whole. */
async function killRestore(round: number, next: () => Piece): Promise<void> {
  const server = await start();
  const addresses = await openPhones(server.address);
  for (const piece of [...open.values()]) await sendPiece(addresses, piece);
  const made = await insist(server.address, '/api/backups', {});
  expect(made.status, JSON.stringify(made.body)).toBe(200);
  const before = new Set(kept.keys());
  for (let nth = 0; nth < 16; nth++) await sendPiece(addresses, next());
  const { name } = made.body;
  const { status, body: look } = await insist(server.address, `/api/backups/${name}/prepare`, {});
  expect(status, JSON.stringify(look)).toBe(200);
  const restoring = post(server.address, `/api/backups/${name}/restore`, {
    lost: look.lostCount,
  }).catch(() => undefined);
  await wait((round * 370) % 3000);
  await server.kill();
  await restoring;
  // The next start finishes what was begun, or undoes it.
  await (await start()).kill();
  const since = [...kept].filter(([change]) => !before.has(change));
  const there = readBook((db) => since.filter(([, piece]) => isThere(db, piece)).length);
  expect([0, since.length]).toContain(there);
  if (there > 0) {
    told.undone += 1;
    return;
  }
  told.restored += 1;
  for (const [change] of since) kept.delete(change);
  sound.length = 0;
}

async function killWork(
  round: number,
  next: () => Piece,
  [letters, bytes]: [string, Uint8Array<ArrayBuffer>],
): Promise<void> {
  // Each start makes the backup of the day anew.
  for (const name of copies()) if (round % 2 === 0) rmSync(join(backups, name));
  const server = await start();
  const addresses = await openPhones(server.address);
  for (const piece of [...open.values()]) await sendPiece(addresses, piece);
  const takePackage = await lookAtPackage(server.address, letters, bytes);
  const work = [
    workAt(addresses, next),
    workAt(addresses, next),
    post(server.address, '/api/readings/import', fileOf(round)).catch(() => undefined),
    takePackage(),
  ];
  await wait(30 + ((round * 397) % 2200));
  const [importing, copying] = [isImporting(), isCopying()];
  if (importing) told.imports += 1;
  if (copying) told.copies += 1;
  if (importing || copying) told.open += 1;
  await server.kill();
  await Promise.all(work);
}

describe('a server that is killed', () => {
  it(`${KILLS} times loses and doubles nothing`, async () => {
    const packages = new Map<string, Uint8Array<ArrayBuffer>>();
    for (let nth = 0; nth < PACKAGES; nth++) {
      const letters = `P${String.fromCharCode(65 + nth)}`;
      packages.set(letters, await packageOf(letters));
    }
    const first = await start();
    const next = await mixedWork(first.address);
    await first.kill();
    // Large enough that a backup takes a while.
    readBook((db) => {
      const fill = db.prepare(
        `INSERT INTO change (id, at, person, action, subject, request_hash, detail, answer)
         VALUES (?, '2026-02-01T08:00:00.000Z', 'B1', 'addPerson', 'x', '', ?, 'null')`,
      );
      const text = JSON.stringify('x'.repeat(4000));
      db.transaction(() => {
        for (let nth = 0; nth < 8000; nth++) fill.run(uuid7(), text);
      })();
    });

    for (let round = 0; round < KILLS; round++) {
      const packed = [...packages][round % PACKAGES] as [string, Uint8Array<ArrayBuffer>];
      if (round % RESTORED_EVERY === RESTORED_EVERY - 1) await killRestore(round, next);
      else await killWork(round, next, packed);
      requireWhole([...packages.keys()]);
    }

    console.log(
      `${KILLS} kills: ${kept.size} changes acknowledged and kept; ${told.open} kills while a file was read or a backup written (${told.imports}, ${told.copies}); of the restores ${told.restored} were finished and ${told.undone} undone; ${taken.size} packages taken`,
    );
    expect(told.open).toBeGreaterThanOrEqual(LEAST_OPEN);
    // What the killed servers left in the passing folder is swept at the next start.
    const last = await start();
    expect(readdirSync(passing)).toEqual([]);
    await last.kill();
  }, 7_200_000);
});
