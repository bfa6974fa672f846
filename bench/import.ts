/** A million readings from a file, beside the sqlite3 shell's own import of the same file. */
import { spawnSync } from 'node:child_process';
import { createReadStream, createWriteStream, existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { finished } from 'node:stream/promises';
import { v7 as uuid7 } from 'uuid';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { pairFields } from '#contract/pair-records.ts';
import { READINGS_HEADER } from '#server/formats/readings-file.ts';
import { setUpLab } from '#server/lab/set-up.ts';
import { openDatabase } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { type Measurement, measurement } from './measurement.ts';
import { peakMemory, startServer } from './running-server.ts';

const READINGS = 1_000_000;
const PAIRS = 1000;
const PROTOCOL = '"In-shoe 12 / 75 %, insole in, needle gauge"';
/** The import may take no more memory than this, server and all. */
const MEMORY_MB = 300;

export function prepareBook(path: string): void {
  const db = openDatabase(path, '2026-01-01');
  const stores = openStores(db);
  db.transaction(() => {
    setUpLab(stores, ['needle gauge', 'scale'], uuid7);
    const edition = stores.editions.findOrMake({
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Stairwell' },
      edition: { id: uuid7(), name: '', madeIn: null, widths: [], colours: [], uses: [] },
    });
    for (let n = 0; n < PAIRS; n++)
      stores.pairs.add(
        uuid7(),
        edition.id,
        pairFields.parse({
          tag: `BB-${String(n).padStart(4, '0')}`,
          label: { system: 'uk', size: 8 },
          acquisition: 'bought',
          receivedOn: '2026-01-01',
        }),
      );
  })();
  db.close();
}

export async function writeReadings(path: string): Promise<void> {
  const file = createWriteStream(path);
  const start = Date.parse('2026-01-02T08:00:00Z');
  let piece = `${READINGS_HEADER.join(',')}\n`;
  for (let i = 0; i < READINGS; i++) {
    const tag = `BB-${String(Math.floor(i / 1000)).padStart(4, '0')}`;
    const quantity = i % 4 < 2 ? 'heel-stack' : 'forefoot-stack';
    const value = ((i % 4 < 2 ? 31 : 24) + ((i * 7919) % 17) / 20 - 0.4).toFixed(2);
    const at = new Date(start + i * 1000).toISOString();
    const trial = 1 + Math.floor((i % 1000) / 4);
    piece += `${tag},${i % 2 ? 'right' : 'left'},${quantity},${trial},${value},mm,${PROTOCOL},B1,Needle gauge,${at},22.8,49,\n`;
    if (piece.length < 1 << 20) continue;
    if (!file.write(piece)) await new Promise<void>((resolve) => file.once('drain', resolve));
    piece = '';
  }
  file.end(piece);
  await finished(file);
}

export async function benchImport(folder: string): Promise<Measurement[]> {
  const [book, file, bare] = ['import.db', 'readings.csv', 'bare.db'].map((name) =>
    join(folder, name),
  ) as [string, string, string];
  prepareBook(book);
  await writeReadings(file);
  const server = await startServer(book);
  try {
    const start = performance.now();
    const response = await fetch(`${server.address}/api/readings/import`, {
      method: 'POST',
      headers: { 'Content-Type': 'text/csv', [CHANGE_HEADER]: uuid7() },
      body: Readable.toWeb(createReadStream(file)) as unknown as BodyInit,
      duplex: 'half',
    } as RequestInit);
    const report = await response.json();
    const ours = performance.now() - start;
    if (report.added !== READINGS)
      throw new Error(`the import added ${JSON.stringify(report).slice(0, 400)}`);
    const memory = existsSync('/proc') ? peakMemory(server.pid) : Number.NaN;
    const shell = performance.now();
    const { status, error } = spawnSync(
      'sqlite3',
      [bare, '-cmd', '.mode csv', `.import ${file} readings`],
      { encoding: 'utf8', input: '' },
    );
    const alternative = performance.now() - shell;
    if (error || status !== 0) throw error ?? new Error('the sqlite3 shell failed');
    return [
      measurement(
        'import of 1,000,000 readings over the API',
        ours,
        alternative,
        'ms',
        "the sqlite3 shell's .import into a bare table",
      ),
      measurement('… memory of the server at its highest', memory, MEMORY_MB, 'MB', 'the aim'),
    ];
  } finally {
    server.stop();
    for (const path of [book, file, bare]) rmSync(path, { force: true });
  }
}
