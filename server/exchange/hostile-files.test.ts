/**
 * Files that strangers made, of every kind that is read here: none fails the server, none adds anything, and every
 * address answers afterwards as before. Seeded: the same files on every machine.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { randomLcg } from 'd3-random';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { requireHealthy } from '../health-watch.ts';
import { servedBench } from '../served-bench.ts';
import { filesOfZip, zipOf } from '../zip-files.ts';
import { HOSTILE_CELLS } from './hostile-cells.ts';

const SOAK = process.env.EMVEX_SOAK !== undefined;
/** 500 in `npm run soak`, a tenth of them here. */
const FILES = SOAK ? 500 : 50;

const { bench, get, served, file } = servedBench(SOAK);

const random = randomLcg(0.20261201);
const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)] as T;
const noise = (length: number) =>
  Buffer.from(Array.from({ length }, () => Math.floor(random() * 256)));

const TEXTS = [
  'null',
  '{}',
  '[]',
  '{',
  '"',
  '\\N',
  '"><script>alert(1)</script>',
  '=cmd|"/c calc"!A1',
  '../../etc/passwd',
  '\u0000',
  '1e999',
  '-0',
  'banana',
  '9999-99-99',
  '😀'.repeat(400),
  '{"__proto__":{"polluted":true}}',
  '&xxe;<!ENTITY xxe SYSTEM "file:///etc/passwd">',
];

/** What a stranger may have changed in a good package and a good database. */
interface Sound {
  package: Map<string, Buffer>;
  database: Buffer;
  pairId: string;
}

interface Hostile {
  path: string;
  type: string;
  bytes: Buffer;
}

/** A package with one of its files written otherwise; its description does not say so, or says so. */
function repacked(sound: Sound, path: string, content: Buffer): Promise<Buffer> {
  return zipOf(new Map([...sound.package, [path, content]]), true);
}

function spoiledCell(text: string): string {
  const lines = text.split('\n');
  const nth = 1 + Math.floor(random() * Math.max(1, lines.length - 2));
  const cells = (lines[nth] ?? '').split(',');
  cells[Math.floor(random() * cells.length)] = `"${pick(TEXTS).replaceAll('"', '""')}"`;
  lines[nth] = cells.join(',');
  return lines.join('\n');
}

/** Sizes that a zip states of its files, written over: fewer bytes than come out of it. */
function withFalseSizes(zip: Buffer): Buffer {
  const bytes = Buffer.from(zip);
  for (let at = 0; at < bytes.length - 46; at++)
    if (bytes.readUInt32LE(at) === 0x02014b50) bytes.writeUInt32LE(10, at + 24);
  return bytes;
}

const packageOf = async (bytes: Promise<Buffer> | Buffer): Promise<Hostile> => ({
  path: '/api/package',
  type: 'application/zip',
  bytes: await bytes,
});

/** A database with something in it that runs, or in place of a table. */
function databaseWith(sound: Sound, statement: string): Hostile {
  const path = file(`hostile-${uuid7()}.db`);
  writeFileSync(path, sound.database);
  const db = new Database(path);
  db.unsafeMode(true);
  db.pragma('writable_schema = ON');
  db.exec(statement);
  db.close();
  return { path: '/api/backups/file', type: 'application/octet-stream', bytes: readFileSync(path) };
}

const SHEET = (inner: string) => [
  ['[Content_Types].xml', Buffer.from('<Types/>')] as const,
  [
    'xl/workbook.xml',
    Buffer.from(
      '<workbook xmlns:r="r"><sheets><sheet name="A" sheetId="1" r:id="rId1"/></sheets></workbook>',
    ),
  ] as const,
  [
    'xl/_rels/workbook.xml.rels',
    Buffer.from(
      '<Relationships><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
  ] as const,
  ['xl/worksheets/sheet1.xml', Buffer.from(inner)] as const,
];

const table = (bytes: Buffer): Hostile => ({
  path: '/api/tables',
  type: 'application/octet-stream',
  bytes,
});

const KINDS: ((sound: Sound) => Promise<Hostile> | Hostile)[] = [
  // A cell of a package that is no value of its column, with a hash that is right or not.
  async (sound) => {
    const [table, column, value] = pick(HOSTILE_CELLS);
    const path = `data/${table}.csv`;
    const text = sound.package.get(path)?.toString() ?? `${column}\n`;
    return packageOf(repacked(sound, path, Buffer.from(`${text}${value}\n`)));
  },
  async (sound) => {
    const path = pick([...sound.package.keys()].filter((name) => name.endsWith('.csv')));
    return packageOf(
      repacked(sound, path, Buffer.from(spoiledCell(sound.package.get(path)?.toString() ?? ''))),
    );
  },
  // A description that is none, or says what is not so.
  (sound) =>
    packageOf(
      repacked(
        sound,
        'datapackage.json',
        Buffer.from(
          pick([...TEXTS, spoiledCell(sound.package.get('datapackage.json')?.toString() ?? '')]),
        ),
      ),
    ),
  // A row larger than any that is written here.
  (sound) =>
    packageOf(repacked(sound, 'data/pair.csv', Buffer.from(`id,note\nx,"${'a'.repeat(4e6)}"\n`))),
  // A bomb, whose stated sizes are false.
  async (sound) =>
    packageOf(withFalseSizes(await repacked(sound, 'data/zeros.csv', Buffer.alloc(30e6)))),
  // Cut, or with bytes written over.
  async (sound) => {
    const bytes = await zipOf(sound.package);
    noise(8).copy(bytes, Math.floor(random() * (bytes.length - 8)));
    return packageOf(bytes.subarray(0, Math.floor(bytes.length * pick([0.3, 0.9, 1]))));
  },
  // A database whose view has no end, whose trigger runs at a look, whose table is a view.
  (sound) =>
    databaseWith(
      sound,
      pick([
        'CREATE VIEW endless AS WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i FROM n',
        'DROP TABLE wish; CREATE VIEW wish AS WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i FROM n',
        'CREATE TRIGGER t AFTER INSERT ON change BEGIN DELETE FROM pair; END',
        "UPDATE sqlite_schema SET sql = 'CREATE TABLE pair (x)' WHERE name = 'pair'",
        'PRAGMA user_version = 999',
        'CREATE TABLE stranger (x)',
      ]),
    ),
  (sound) => {
    const bytes = Buffer.from(sound.database);
    for (let nth = 0; nth < 20; nth++)
      noise(64).copy(bytes, Math.floor(random() * (bytes.length - 64)));
    return { path: '/api/backups/file', type: 'application/octet-stream', bytes };
  },
  // Workbooks: markup in every text and number, rows that come to more than they state, entities.
  async () =>
    table(
      withFalseSizes(
        await zipOf(
          SHEET(
            pick([
              `<worksheet><dimension ref="A1:XFD1048576"/><sheetData>${'<row><c><v>1</v></c></row>'.repeat(90_000)}</sheetData></worksheet>`,
              `<worksheet><sheetData><row r="1048576"><c r="XFD1048576" t="inlineStr"><is><t>${pick(TEXTS).replaceAll('<', '&lt;')}</t></is></c></row></sheetData></worksheet>`,
              `<!DOCTYPE x [<!ENTITY a "${'b'.repeat(1000)}">]><worksheet><sheetData><row><c><v>&a;</v></c></row></sheetData></worksheet>`,
              '<worksheet><sheetData><row>',
            ]),
          ),
        ),
      ),
    ),
  () =>
    table(
      Buffer.from(
        Array.from({ length: 6 }, () =>
          Array.from({ length: 5 }, () => pick(TEXTS)).join(pick([',', ';', '\t'])),
        ).join('\n'),
      ),
    ),
  () => ({
    path: '/api/readings/import',
    type: 'text/csv',
    bytes: Buffer.concat([Buffer.from(`pair,side\n${pick(TEXTS)},`), noise(300)]),
  }),
  () => ({
    path: '/api/outings/import',
    type: 'text/csv',
    bytes: Buffer.from(`pair,tester,on,distance\n${pick(TEXTS)},${pick(TEXTS)}\n`),
  }),
  // A picture that is none, or states that it is larger than memory.
  ({ pairId }) => {
    const head = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex');
    const size = Buffer.alloc(8);
    size.writeUInt32BE(pick([10, 65_000, 0xffff_ffff]), 0);
    size.writeUInt32BE(pick([10, 65_000, 0xffff_ffff]), 4);
    const query = new URLSearchParams({
      photograph: uuid7(),
      subjectKind: 'pair',
      subjectId: pairId,
    });
    return {
      path: `/api/photographs?${query}`,
      type: 'image/png',
      bytes: Buffer.concat([head, size, noise(200)]),
    };
  },
];

/** Every address that reads and names nothing, with what it answers. */
async function answersOfAll(): Promise<Record<string, unknown>> {
  const { body } = await get('/api/openapi.json');
  const paths = Object.entries(body.paths as Record<string, { get?: object }>)
    .filter(([path, operations]) => operations.get && !path.includes('{'))
    .map(([path]) => path)
    // A stream that never ends; what is kept of backups; a package that says when it was made.
    .filter((path) => !/live|backups|package|health/.test(path));
  const answers: Record<string, unknown> = {};
  for (const path of [...paths, '/api/pairs/NS-01', '/api/sheets/norrolt-stairwell-mid-cut']) {
    const { status, body: answer } = await get(path);
    answers[path] = { status, answer };
  }
  return answers;
}

describe('files that strangers made', () => {
  it(`${FILES} of them fail nothing, add nothing, and leave every answer as it was`, async () => {
    const { pairId, session, read } = await bench();
    const sessionId = await session('In-shoe');
    for (const side of ['left', 'right'])
      await read(sessionId, 'heel-stack', side, '31.2', 'needle gauge');
    const packed = await fetch(`${served().base}/api/package`);
    const copied = file('copied.db');
    served().db.exec(`VACUUM INTO '${copied}'`);
    const sound: Sound = {
      package: await filesOfZip(Buffer.from(await packed.arrayBuffer())),
      database: readFileSync(join(copied)),
      pairId,
    };
    const before = await answersOfAll();
    const statuses = new Map<number, number>();
    const sendAll = async () => {
      for (let nth = 0; nth < FILES; nth++) {
        const kind = KINDS[nth % KINDS.length] as (typeof KINDS)[number];
        const { path, type, bytes } = await kind(sound);
        const response = await fetch(served().base + path, {
          method: 'POST',
          headers: { 'content-type': type, [CHANGE_HEADER]: uuid7() },
          body: new Uint8Array(bytes),
        });
        const text = await response.text();
        const { status } = response;
        statuses.set(status, (statuses.get(status) ?? 0) + 1);
        // A look adds nothing; whatever is no look is refused in words.
        const isLook = /^\/api\/(package|tables|backups)/.test(path);
        const what = `file ${nth} to ${path}: ${status} ${text.slice(0, 300)}`;
        expect(isLook ? [200, 413, 422] : [413, 415, 422], what).toContain(status);
        if (status !== 200) expect(JSON.parse(text).detail.length, what).toBeGreaterThan(10);
      }
    };
    await (SOAK ? requireHealthy(served(), sendAll) : sendAll());
    console.log(`${FILES} hostile files: ${JSON.stringify(Object.fromEntries(statuses))}`);
    expect(statuses.get(422)).toBeGreaterThan(FILES / 2);
    expect(await answersOfAll()).toEqual(before);
    expect(served().db.pragma('integrity_check', { simple: true })).toBe('ok');
  });
});
