/** A lab of a million readings as a package, out and in, beside zipping and unzipping the same files. */
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { v7 as uuid7 } from 'uuid';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { CHANGE_HEADER } from '#contract/headers.ts';
import type { PackageReport, PackageTaken } from '#contract/package-records.ts';
import { makeLabFile } from './lab-requests.ts';
import { type Measurement, measurement } from './measurement.ts';
import { peakMemory, startServer } from './running-server.ts';

/** 96 readings of a pair: a million in all. */
const LAB = { editions: 3473, pairs: 3 };
const LEAST_READINGS = 1_000_000;
/** Writing and reading a package may take no more memory than this, server and all. */
const MEMORY_MB = 300;

async function unzip(file: string, folder: string): Promise<string[]> {
  const names: string[] = [];
  const zip = await yauzl.openPromise(file, { lazyEntries: true });
  for await (const entry of zip.eachEntry()) {
    const path = join(folder, entry.fileName);
    mkdirSync(dirname(path), { recursive: true });
    await pipeline(await zip.openReadStreamPromise(entry), createWriteStream(path));
    names.push(entry.fileName);
  }
  return names;
}

async function zip(names: readonly string[], folder: string, file: string): Promise<void> {
  const packed = new yazl.ZipFile();
  for (const name of names) packed.addFile(join(folder, name), name);
  packed.end();
  await pipeline(packed.outputStream, createWriteStream(file));
}

const since = (start: number) => performance.now() - start;

export async function benchPackage(folder: string): Promise<Measurement[]> {
  const at = (name: string) => join(folder, name);
  const book = await makeLabFile(folder, LAB);
  const sending = await startServer(book);
  const file = at('lab.zip');
  let start = performance.now();
  const response = await fetch(`${sending.address}/api/package`);
  await pipeline(Readable.fromWeb(response.body as never), createWriteStream(file));
  const out = since(start);
  const outMemory = existsSync('/proc') ? peakMemory(sending.pid) : Number.NaN;
  sending.stop();

  const unpacked = at('unpacked');
  start = performance.now();
  const names = await unzip(file, unpacked);
  const bareIn = since(start);
  start = performance.now();
  await zip(names, unpacked, at('again.zip'));
  const bareOut = since(start);

  const empty = at('received.db');
  writeFileSync(empty, '');
  const receiving = await startServer(empty);
  const send = async <T>(path: string, body: BodyInit, type: string): Promise<T> => {
    const answer = await fetch(`${receiving.address}${path}`, {
      method: 'POST',
      headers: { 'Content-Type': type, [CHANGE_HEADER]: uuid7() },
      body,
      duplex: 'half',
    } as RequestInit);
    const said = await answer.json();
    if (!answer.ok) throw new Error(JSON.stringify(said).slice(0, 400));
    return said as T;
  };
  start = performance.now();
  const report = await send<PackageReport>(
    '/api/package',
    Readable.toWeb(createReadStream(file)) as unknown as BodyInit,
    'application/zip',
  );
  const looked = since(start);
  start = performance.now();
  const taken = await send<PackageTaken>(
    `/api/package/${report.id}/taking`,
    JSON.stringify({ answers: {} }),
    'application/json',
  );
  const took = since(start);
  const inMemory = existsSync('/proc') ? peakMemory(receiving.pid) : Number.NaN;
  receiving.stop();
  if (taken.added < LEAST_READINGS) throw new Error(`${taken.added} rows were taken in`);
  for (const name of ['received.db', 'lab.zip', 'again.zip', 'unpacked'])
    rmSync(at(name), { recursive: true, force: true });
  return [
    measurement(
      'a package of 1,000,000 readings, written',
      out,
      bareOut,
      'ms',
      'zipping its files',
    ),
    measurement('… memory of the server at its highest', outMemory, MEMORY_MB, 'MB', 'the aim'),
    measurement('… looked into', looked, bareIn, 'ms', 'unzipping its files'),
    measurement('… taken into an empty book', took, bareIn, 'ms', 'unzipping its files'),
    measurement('… memory of the server at its highest', inMemory, MEMORY_MB, 'MB', 'the aim'),
  ];
}
