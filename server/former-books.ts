/** Books that earlier versions wrote, and what they said: see checks/books/README.md. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { type BookFigures, bookFigures } from './book-figures.ts';
import { silentLog } from './log.ts';
import { refreshStale } from './measured-pairs.ts';
import { type ServedApp, serveApp } from './served-app.ts';
import { openStores } from './stores.ts';
import { refreshConsistency } from './studies/consistency.ts';

export const FORMER_VERSIONS = [1, 2, 3, 4] as const;
export type FormerVersion = (typeof FORMER_VERSIONS)[number];

/** The moment at which the books were looked at. */
export const BOOKS_NOW = '2026-11-25T12:00:00.000Z';

const BOOKS = new URL('../checks/books/', import.meta.url).pathname;

/** Writes the book of an earlier version to a file: the small ones from SQL, the full one unpacked. */
export function restoreBook(version: FormerVersion, file: string): void {
  if (version === 4) {
    writeFileSync(file, gunzipSync(readFileSync(join(BOOKS, 'book-4.db.gz'))));
    return;
  }
  const db = new Database(file);
  db.exec(readFileSync(join(BOOKS, `book-${version}.sql`), 'utf8'));
  db.close();
}

/** What the book said when it was looked at last: at its own version, and after each change of a rule. */
export function saidBefore(version: FormerVersion): BookFigures {
  const packed = readFileSync(join(BOOKS, `book-${version}.figures.json.gz`));
  return Object.fromEntries(JSON.parse(gunzipSync(packed).toString()));
}

/** Writes down what each book says now, once a rule has changed and its differences were read. */
export async function writeFigures(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'emvex-books-'));
  try {
    for (const version of FORMER_VERSIONS) {
      const file = join(folder, `book-${version}.db`);
      restoreBook(version, file);
      const served = await serveBook(file);
      packFigures(join(BOOKS, `book-${version}.figures.json.gz`), await saidNow(served));
      await served.close();
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export function packFigures(path: string, figures: BookFigures): void {
  const rows = Object.entries(figures).map((row) => JSON.stringify(row));
  writeFileSync(path, gzipSync(`[\n${rows.join(',\n')}\n]\n`, { level: 9 }));
}

/** Serves a book once all that an update left behind has been worked out again. */
export async function serveBook(file: string): Promise<ServedApp> {
  const served = await serveApp(file, undefined, BOOKS_NOW);
  const stores = openStores(served.db);
  await refreshStale(stores, silentLog());
  await refreshConsistency(stores, silentLog());
  return served;
}

/** What the book says now. */
export const saidNow = ({ send }: ServedApp): Promise<BookFigures> =>
  bookFigures(async (path) => (await send('GET', path)).body);
