/** Readings from files over the API, and books of older versions. */

import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it, vi } from 'vitest';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { READINGS_HEADER } from '../formats/readings-file.ts';
import { restoreBook } from '../former-books.ts';
import { sweepPassingFolders } from '../passing-folders.ts';
import { servedBench } from '../served-bench.ts';

const { get, csv, bench, served, reopen, file } = servedBench();

const HEADER = READINGS_HEADER.join(',');
const PROTOCOL = '"In-shoe 12 / 75 %, insole in, needle gauge"';
const line = (side: string, trial: number, value: string, time: string, rest = '22.6,48,') =>
  `NS-01,${side},heel-stack,${trial},${value},mm,${PROTOCOL},B1,Needle gauge,${time},${rest}`;
const FILE = [
  HEADER,
  line('left', 1, '31.2', '2026-02-28T09:00:00Z'),
  line('right', 1, '31.1', '2026-02-28T09:00:20Z'),
  line('left', 2, '31.4', '2026-02-28T09:00:40Z', ',,"shoe, held askew"'),
].join('\n');

describe('a change, while the book is being written by something else', () => {
  const held = async (work: (free: () => void) => Promise<void>) => {
    const other = new Database(file('book.db'));
    other.exec('BEGIN IMMEDIATE');
    const free = () => other.inTransaction && other.exec('ROLLBACK');
    try {
      await work(free);
    } finally {
      free();
      other.close();
    }
  };

  it('is asked to come again, and the others are still answered', async () => {
    const { session, read } = await bench();
    const sessionId = await session('In-shoe');
    await held(async (free) => {
      const refused = await read(sessionId, 'heel-stack', 'left', '31', 'needle gauge');
      expect(refused.status).toBe(503);
      expect(refused.body.detail).toContain('Try again in a moment');
      expect((await get('/api/pairs')).status).toBe(200);
      free();
      expect((await read(sessionId, 'heel-stack', 'left', '31', 'needle gauge')).status).toBe(200);
    });
  });

  it('is told of a file, from before its readings are written until they are', async () => {
    const { session, read } = await bench();
    const sessionId = await session('In-shoe');
    // Over 256 kB: read in a thread of its own, which waits at the lock.
    const rows = Array.from({ length: 2500 }, (_, row) =>
      line('left', row + 1, '31.2', new Date(Date.UTC(2025, 0, 1) + 1000 * row).toISOString()),
    );
    await held(async (free) => {
      const change = uuid7();
      const sending = served().send('POST', '/api/readings/import', [HEADER, ...rows].join('\n'), {
        type: 'text/csv',
        change,
      });
      const refused = await vi.waitUntil(
        async () => {
          const answer = await read(sessionId, 'heel-stack', 'left', '31', 'needle gauge');
          expect(answer.status).toBe(503);
          return /file of readings is being written/.test(answer.body.detail) && answer;
        },
        { timeout: 120_000, interval: 20 },
      );
      expect(refused.status).toBe(503);
      free();
      expect((await sending).body).toMatchObject({ added: 2500 });
      expect((await read(sessionId, 'heel-stack', 'left', '31', 'needle gauge')).status).toBe(200);
    });
  });
});

describe('readings from a file', () => {
  const load = (text: string, preview = false) =>
    csv(`/api/readings/import${preview ? '?preview=1' : ''}`, text);
  /** Standing readings as they are exported, times and all. */
  const saved = async (query = '') => (await get(`/api/readings/export${query}`)).body as string;

  it('are looked at first, then added whole, and added once', async () => {
    await bench();
    const looked = await load(FILE, true);
    expect(looked.body).toMatchObject({ added: 3, alreadyThere: 0, sessions: 1, preview: true });
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(0);
    expect((await load(FILE)).body).toMatchObject({ added: 3, lines: 3, preview: false });
    expect((await load(FILE)).body).toMatchObject({ added: 0, alreadyThere: 3, sessions: 0 });
    const { sessions } = (await get('/api/pairs/NS-01')).body;
    expect(sessions).toHaveLength(1);
    expect(sessions[0]).toMatchObject({ person: 'B1', startedAt: '2026-02-28T09:00:00.000Z' });
    expect(sessions[0].readings[2]).toMatchObject({
      value: 31.4,
      typed: '31.4 mm',
      entered: 'file',
      note: 'shoe, held askew',
      temperatureC: null,
    });
  });
  it('come out as they went in, and go into another book alike', async () => {
    await bench();
    await load(FILE);
    const first = await saved();
    expect(first.split('\n')[0]).toBe(HEADER);
    expect(first).toContain('"shoe, held askew"');
    expect((await load(first)).body).toMatchObject({ added: 0, alreadyThere: 3 });
    await reopen('other.db');
    await bench();
    await load(first);
    expect(await saved()).toBe(first);
    expect((await saved('?pair=NS-01')).split('\n')).toHaveLength(5);
  });
  it('are read with semicolons, decimal commas, a byte order mark and Windows line ends', async () => {
    await bench();
    const text = `\ufeff${FILE.replaceAll(PROTOCOL, 'Quick review')
      .replaceAll(',"shoe, held askew"', ',askew')
      .replaceAll(',', ';')
      .replaceAll(/;(3\d)\.(\d);mm/g, ';$1,$2;mm')
      .replaceAll('22.6', '22,6')
      .replaceAll('\n', '\r\n')}\r\n`;
    expect(text).toContain(';31,2;mm');
    expect((await load(text)).body).toMatchObject({ added: 3 });
    const out = await saved('?semicolon=1');
    expect(out).toContain(';31,2;mm;');
    expect((await load(out)).body).toMatchObject({ added: 0, alreadyThere: 3 });
  });
  it('are refused whole, every fault with line, column and what would be right', async () => {
    await bench();
    const text = [
      FILE,
      line('middle', 1, '31.2', '2026-02-28T10:00:00Z'),
      line('left', 0, '31,2', '2026-02-31T10:00:00Z', '22.6,480,'),
      line('left', 1, '31.2', '2026-02-28T09:00:00Z'),
      'NS-01,left,heel-stack',
      `XX-01,left,outsole-hardness,1,55,C,No such protocol,B1,No gauge,yesterday,,,`,
      `NS-01,left,drop,1,7,mm,${PROTOCOL},B1,Needle gauge,2026-02-28T11:00:00Z,,,`,
    ].join('\n');
    const { status, body } = await load(text);
    expect(status).toBe(422);
    const faults = body.errors.map((one: { line: number; field: string; message: string }) => [
      one.line,
      one.field,
      one.message,
    ]);
    const says = (at: number, column: string, words: string) =>
      expect(faults).toContainEqual([at, column, expect.stringContaining(words)]);
    says(5, 'side', 'write left or right');
    says(6, '', '14 fields where the header has 13');
    says(7, '', 'The same reading as line 2');
    says(8, '', '3 fields');
    says(9, 'pair', 'Receive it first');
    says(9, 'unit', 'type C scale, for foam');
    says(9, 'protocol', 'known are');
    says(9, 'instrument', 'known are');
    says(9, 'measured_at', 'with its zone');
    says(10, 'quantity', 'Drop is worked out');
    expect(body.faultCount).toBe(faults.length);
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(0);
  });
  it('list a thousand faults and count them all', async () => {
    await bench();
    const many = [HEADER, ...Array(1500).fill(line('up', 1, '31.2', '2026-02-28T09:00:00Z'))];
    const { body } = await load(many.join('\n'));
    expect(body.errors).toHaveLength(1000);
    expect(body.faultCount).toBe(1500);
    expect(body.detail).toContain('1,500 faults');
  });
  it('never overwrite: the same reading with another value is a fault', async () => {
    await bench();
    await load(FILE);
    const { status, body } = await load(FILE.replace('31.4', '31.9'));
    expect(status).toBe(422);
    expect(body.errors[0]).toMatchObject({ line: 4, field: 'value' });
    expect(body.errors[0].message).toContain('correct it at the bench');
  });
  it('tell of readings that no shoe has, and leave the choice', async () => {
    await bench();
    const { body } = await load(FILE.replace('31.4', '314'), true);
    expect(body).toMatchObject({ oddCount: 1, odd: [{ line: 4, column: 'value' }] });
  });
  it.each([
    ['', 'The file is empty'],
    [HEADER, 'a header and no reading'],
    ['a,b,c\n1,2,3', 'The header is not that of a file of readings'],
    [`${HEADER}\nNS-01,"left`, 'quotation mark opens here'],
  ])('answer %j in plain words', async (text, says) => {
    await bench();
    const { status, body } = await load(text);
    expect(status).toBe(422);
    expect(JSON.stringify(body)).toContain(says);
  });
  it('are no other encoding than UTF-8', async () => {
    await bench();
    const response = await fetch(`${served().base}/api/readings/import`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv', [CHANGE_HEADER]: uuid7() },
      body: Buffer.concat([Buffer.from(`${FILE}\n`), Buffer.from([0x4e, 0xe9, 0x0a])]),
    });
    expect(await response.text()).toContain('not UTF-8');
  });
  it.each([
    ['a Latin-1 file', Buffer.from(`${FILE}\nNS-01,né`, 'latin1'), 5, 'perhaps Latin-1'],
    ['a UTF-16 file', Buffer.from(`\ufeff${FILE}`, 'utf16le'), 1, 'UTF-16'],
    ['an open quotation mark', Buffer.from(`${FILE}\nNS-01,"left\na,"b"\n`), 5, 'opens here'],
    [
      'lines of no end',
      Buffer.from(`${FILE}\n${'NS-01,left,'.repeat(200_000)}`),
      5,
      'over 1,048,576 characters and no end',
    ],
  ])('tell %s by its line, and nothing else', async (_name, body, at, says) => {
    await bench();
    const response = await fetch(`${served().base}/api/readings/import`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv', [CHANGE_HEADER]: uuid7() },
      body,
    });
    expect(response.status).toBe(422);
    const { errors } = await response.json();
    expect(errors).toEqual([{ field: '', line: at, message: expect.stringContaining(says) }]);
  });
  it('may part their lines by carriage returns alone', async () => {
    await bench();
    expect((await load(FILE.replaceAll('\n', '\r'))).body).toMatchObject({ added: 3 });
  });
  it('are looked at only where preview is 1: anything but 0 and 1 is refused, and writes nothing', async () => {
    await bench();
    for (const preview of ['true', 'yes', '', '2']) {
      const { status, body } = await csv(`/api/readings/import?preview=${preview}`, FILE);
      expect(status).toBe(400);
      expect(body.errors[0].field).toBe('preview');
    }
    expect((await csv('/api/readings/import?preview=1', FILE)).body.preview).toBe(true);
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(0);
    expect((await csv('/api/readings/import?preview=0', FILE)).body.added).toBe(3);
  });
  it('sent again with their change id, in capitals too, are answered as the first time', async () => {
    await bench();
    const change = uuid7();
    const sent = (id: string, text = FILE) =>
      served().send('POST', '/api/readings/import', text, { change: id, type: 'text/csv' });
    const first = await sent(change);
    expect(first.body).toMatchObject({ added: 3, sessions: 1 });
    expect(await sent(change)).toEqual(first);
    expect(await sent(change.toUpperCase())).toEqual(first);
    expect((await sent(change, `${FILE}\n`)).status).toBe(409);
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(3);
  });
  it('join no sitting of the bench: it may be open, or say something else of the shoes', async () => {
    const { session, read } = await bench();
    const open = await session('In-shoe');
    await read(open, 'heel-stack', 'left', '31.0', 'needle gauge');
    const day = FILE.replaceAll('2026-02-28', '2026-03-01');
    expect((await load(day)).body).toMatchObject({ added: 3, sessions: 1 });
    const { sessions } = (await get('/api/pairs/NS-01')).body;
    expect(sessions.map((one: { readings: unknown[] }) => one.readings.length).sort()).toEqual([
      1, 3,
    ]);
    // A second file of that day goes on where the first one ended.
    const more = [HEADER, line('left', 3, '31.3', '2026-03-01T12:00:00Z')].join('\n');
    expect((await load(more)).body).toMatchObject({ added: 1, sessions: 0 });
    // Read in once more they are known, and no empty sitting is left behind.
    const again = (await load(`${day}\n${line('left', 3, '31.3', '2026-03-01T12:00:00Z')}`)).body;
    expect(again).toMatchObject({ added: 0, sessions: 0, alreadyThere: 4 });
    expect((await get('/api/pairs/NS-01')).body.sessions).toHaveLength(2);
  });
  it('are known by their moment, however an earlier version wrote it', async () => {
    restoreBook(1, file('first.db'));
    await reopen('first.db');
    const exported = await saved();
    const lines = exported.trimEnd().split('\n').length - 1;
    expect(lines).toBeGreaterThan(50);
    expect(exported).not.toContain('+01:00');
    expect((await load(exported)).body).toMatchObject({ added: 0, alreadyThere: lines });
  });
  it('that a gauge or a clock cannot have given are refused', async () => {
    await bench();
    const rows = [
      line('left', 1, '31.2', '1999-12-31T09:00:00Z'),
      line('left', 1, '31.2', '2999-01-01T09:00:00Z'),
      line('left', 1, '31.2', '2026-02-28T09:00:00Z').replace('Needle gauge', 'Scale'),
    ];
    const { errors } = (await load([HEADER, ...rows].join('\n'))).body;
    expect(errors.map((one: { line: number; field: string }) => [one.line, one.field])).toEqual([
      [2, 'measured_at'],
      [3, 'measured_at'],
      [4, 'instrument'],
    ]);
    expect(errors[2].message).toContain('reads in g');
  });
  it('carry notes that no spreadsheet runs, and bring them back as they were', async () => {
    await bench();
    const note = '=1+2';
    await load([HEADER, line('left', 1, '31.2', '2026-02-28T09:00:00Z', `,,${note}`)].join('\n'));
    const exported = await saved();
    expect(exported).toContain("'=1+2");
    expect((await load(exported)).body).toMatchObject({ added: 0, alreadyThere: 1 });
    expect((await get('/api/pairs/NS-01')).body.sessions[0].readings[0].note).toBe(note);
  });
  it('leave no passing folder behind, and what a killed server left is swept', () => {
    const left = mkdtempSync(join(tmpdir(), 'emvex-import-999999999-'));
    const ours = mkdtempSync(join(tmpdir(), `emvex-import-${process.pid}-`));
    sweepPassingFolders();
    expect([existsSync(left), existsSync(ours)]).toEqual([false, true]);
    rmSync(ours, { recursive: true });
  });
  it('tell how far they are, and are one at a time', async () => {
    await bench();
    const lines = Array.from({ length: 20_000 }, (_, i) =>
      line('left', i + 1, '31.2', new Date(Date.UTC(2026, 0, 1) + 1000 * i).toISOString()),
    );
    const id = uuid7();
    const options = (change: string) => ({
      method: 'POST',
      headers: { 'content-type': 'text/csv', [CHANGE_HEADER]: change },
      body: [HEADER, ...lines].join('\n'),
    });
    const first = fetch(`${served().base}/api/readings/import`, options(id));
    const second = fetch(`${served().base}/api/readings/import`, options(uuid7()));
    const statuses = (await Promise.all([first, second])).map((one) => one.status).sort();
    expect(statuses).toEqual([200, 409]);
    const progress = await get(`/api/imports/${id}`);
    expect([200, 404]).toContain(progress.status);
    if (progress.status === 200) expect(progress.body.phase).toBe('done');
    expect((await get(`/api/imports/${uuid7()}`)).status).toBe(404);
  }, 30_000);
  it('add nothing when they are cancelled', async () => {
    await bench();
    const lines = Array.from({ length: 60_000 }, (_, i) =>
      line('left', i + 1, '31.2', new Date(Date.UTC(2026, 0, 1) + 1000 * i).toISOString()),
    );
    const controller = new AbortController();
    const id = uuid7();
    const sent = fetch(`${served().base}/api/readings/import`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv', [CHANGE_HEADER]: id },
      body: [HEADER, ...lines].join('\n'),
      signal: controller.signal,
    }).catch(() => undefined);
    // Cancelled once the thread has begun to read.
    for (let tries = 0; tries < 400; tries++) {
      const { status, body } = await get(`/api/imports/${id}`);
      if (status === 200 && body.phase !== 'waiting') break;
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
    controller.abort();
    await sent;
    for (let tries = 0; tries < 400; tries++) {
      const again = await csv('/api/readings/import?preview=1', FILE);
      if (again.status !== 409) break;
      await new Promise((resolve) => setTimeout(resolve, 25));
    }
    const kept = served().db.prepare('SELECT count(*) AS n FROM reading').get();
    // Either it was stopped in time, or it had ended before: never a part of it.
    expect([{ n: 0 }, { n: 60_000 }]).toContainEqual(kept);
  }, 30_000);
});

describe('a book of the first version', () => {
  it('is backed up and brought to this one with all its readings', async () => {
    const path = file('old.db');
    const old = new Database(path);
    const sql = await import('node:fs').then((fs) =>
      fs.readFileSync(new URL('../migrations/0001-bench-book.sql', import.meta.url), 'utf8'),
    );
    old.exec(sql);
    old.exec(`
      INSERT INTO maker VALUES ('m', 'Norrolt');
      INSERT INTO model VALUES ('o', 'm', 'Stairwell');
      INSERT INTO edition (id, model_id, name, slug) VALUES ('e', 'o', '', 'norrolt-stairwell');
      INSERT INTO pair (id, tag, edition_id, label_system, label_size, width, colour, shoes, acquisition,
        obtained_from, links_pay, maker_saw_text, currency, received_on, worn_km, note, shelved)
      VALUES ('p', 'NS-01', 'e', 'uk', 8, '', '', 'both', 'bought', '', 0, 0, 'EUR', '2025-01-01', 0, '', 0);
      INSERT INTO instrument VALUES ('i', 'Needle gauge', 'needle gauge', 'mm', 0.1, 0.1, 0.001);
      INSERT INTO protocol VALUES ('c', 'In-shoe', 1, 0,
        '{"place":"in-shoe","insole":"in","lugs":"in","layers":"whole sole","method":"needle"}');
      INSERT INTO protocol_station VALUES ('c', 0, 'heel-stack', 0, 2, 'i', 0.2, 8);
      INSERT INTO session VALUES ('s', 'p', 'c', 'B1', 'as sold', 0, '2025-01-02T09:00:00Z', NULL);
      INSERT INTO reading VALUES ('r', 's', 'left', 'heel-stack', 1, '31.2', 'mm', 31.2, 'i',
        '2025-01-02T09:01:00Z', NULL, '', '');
      PRAGMA user_version = 1;`);
    old.close();
    await reopen('old.db');
    expect(readdirSync(file('backups'))[0]).toMatch(/^old-2026-03-01-before-v\d+[.]db$/);
    const lab = (await get('/api/lab')).body;
    expect(lab.protocols[0]).toMatchObject({ used: true, retired: false, lineId: 'c' });
    expect(lab.protocols[0].stations[0]).toMatchObject({ tool: 'needle gauge', repeats: 2 });
    const { sessions } = (await get('/api/pairs/NS-01')).body;
    expect(sessions[0].readings[0]).toMatchObject({ typed: '31.2', value: 31.2, entered: 'typed' });
    // The rows of the list are worked out again in the background.
    for (let tries = 0; tries < 100; tries++) {
      if ((await get('/api/pairs')).body.rows[0].heelMm !== null) break;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    expect((await get('/api/pairs')).body.rows[0]).toMatchObject({ readings: 1, heelMm: 31.2 });
  });
});
