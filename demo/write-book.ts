/** Writes a book of this version with every kind of record, packed, and all that it says. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { bookFigures } from '#server/book-figures.ts';
import { packFigures } from '#server/former-books.ts';
import { silentLog } from '#server/log.ts';
import { refreshStale } from '#server/measured-pairs.ts';
import { type ServedApp, serveApp } from '#server/served-app.ts';
import type { Db } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { FULL_BOOK_NOW, fillBook } from './full-book.ts';
import { loadScenario } from './load.ts';

/** Every fourth sample of a curve is kept: its loop stays, and the file is a third as large. */
const THINNED = 4;

function thinCurves(db: Db): void {
  const write = db.prepare('UPDATE curve SET samples = ?, n = ?, seconds = NULL WHERE id = ?');
  const curves = db
    .prepare<[], { id: string; samples: Buffer; n: number }>('SELECT id, samples, n FROM curve')
    .all();
  for (const { id, samples, n } of curves) {
    const both = new Float64Array(Uint8Array.from(samples).buffer);
    const thin = (from: number) =>
      both.slice(from, from + n).filter((_, place) => place % THINNED === 0);
    const [x, y] = [thin(0), thin(n)];
    const kept = new Float64Array([...x, ...y].map((value) => Number(value.toPrecision(6))));
    write.run(Buffer.from(kept.buffer), x.length, id);
  }
}

const readerOf =
  ({ send }: ServedApp) =>
  async (path: string) =>
    (await send('GET', path)).body;

/**
 * @param folder where `book-<version>.db.gz` and `book-<version>.figures.json.gz` are written
 */
export async function writeBook(folder: string): Promise<void> {
  const passing = mkdtempSync(join(tmpdir(), 'emvex-book-'));
  const file = join(passing, 'book.db');
  try {
    const served = await serveApp(file, undefined, FULL_BOOK_NOW);
    const { db } = served;
    loadScenario(db, FULL_BOOK_NOW.slice(0, 10));
    thinCurves(db);
    await fillBook(served.base);
    // What was learned from figures changes figures in turn: until two rounds agree.
    const stores = openStores(db);
    let before = '';
    for (;;) {
      db.exec('UPDATE pair_summary SET stale = 1');
      await refreshStale(stores, silentLog());
      const now = JSON.stringify(await bookFigures(readerOf(served)));
      if (now === before) break;
      before = now;
    }
    const version = db.pragma('user_version', { simple: true });
    db.exec('VACUUM');
    db.pragma('wal_checkpoint(TRUNCATE)');
    db.pragma('journal_mode = DELETE');
    await served.close();
    const again = await serveApp(file, undefined, FULL_BOOK_NOW);
    const figures = await bookFigures(readerOf(again));
    await again.close();
    packFigures(join(folder, `book-${version}.figures.json.gz`), figures);
    writeFileSync(
      join(folder, `book-${version}.db.gz`),
      gzipSync(readFileSync(file), { level: 9 }),
    );
  } finally {
    rmSync(passing, { recursive: true, force: true });
  }
}
