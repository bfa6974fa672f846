/** What the demo answers at a fixed clock: a rebuilt rule is held to it. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { addAnswers } from '#server/book-answers.ts';
import { type BookFigures, editionsOfBook, pairsOfBook } from '#server/book-figures.ts';
import { sizeWordsOf } from '#server/fit/deviation.ts';
import { silentLog } from '#server/log.ts';
import { refreshStale } from '#server/measured-pairs.ts';
import { serveApp } from '#server/served-app.ts';
import { refreshShelf } from '#server/sheets/shelf-rows.ts';
import { openStores } from '#server/stores.ts';
import { refreshConsistency } from '#server/studies/consistency.ts';
import { FULL_BOOK_NOW } from './full-book.ts';
import { prepareDemo } from './prepare.ts';

export const DEMO_ANSWERS = new URL('../checks/books/demo.answers.json.gz', import.meta.url)
  .pathname;

/** Every try-on, suitability, choice, wear, life, rotation and sizing answer of the scenario. */
export async function demoAnswers(): Promise<BookFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'emvex-answers-'));
  try {
    const book = join(folder, 'demo.db');
    await prepareDemo(book, FULL_BOOK_NOW.slice(0, 10));
    const served = await serveApp(book, undefined, FULL_BOOK_NOW);
    // What is worked out beside the requests comes first: a choice weighs what is there.
    const stores = openStores(served.db);
    await refreshStale(stores, silentLog());
    await refreshConsistency(stores, silentLog());
    await refreshShelf(stores, () => sizeWordsOf(stores), silentLog());
    const get = async (path: string) => {
      const { status, body } = await served.send('GET', path);
      return status === 200 ? body : { status, detail: body.detail };
    };
    const rows: BookFigures = {};
    await addAnswers(get, rows, {
      lab: await get('/api/lab'),
      slugs: await editionsOfBook(get),
      tags: await pairsOfBook(get),
    });
    await served.close();
    return rows;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
