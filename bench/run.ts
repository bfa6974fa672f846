/** `npm run bench`: each measurement beside the alternative in the same run, as ratios. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { pairFields } from '#contract/pair-records.ts';
import { loadScenario } from '#demo/load.ts';
import { createApp } from '#server/app.ts';
import { type Db, openDatabase } from '#server/store/database.ts';
import { PAGE_OF_PAIRS } from '#server/store/pair-list.ts';
import { openStores } from '#server/stores.ts';
import { benchCurve } from './curve.ts';
import { benchImport } from './import.ts';
import { benchLab } from './lab-requests.ts';
import { type Measurement, measurement, middle, timed } from './measurement.ts';
import { benchOutings } from './outings.ts';
import { benchPackage } from './package.ts';
import { benchSessionPage } from './session-page.ts';
import { benchShelf } from './shelf.ts';
import { benchVariance } from './variance.ts';

const PAGES = new URL('../dist/web', import.meta.url).pathname;
const REPEATS = 25;
const PAIRS = 2000;
const LAB = { editions: 10_000, pairs: 3 };
/** First load aims at no more JavaScript than this, compressed. */
const FIRST_LOAD_KB = 220;

function addPairs(db: Db): void {
  const stores = openStores(db);
  const [edition] = stores.editionRows.page({ limit: 1 }).rows;
  if (!edition) throw new Error('the scenario has no edition');
  const fields = (tag: string) =>
    pairFields.parse({
      tag,
      label: { system: 'uk', size: 8 },
      acquisition: 'bought',
      receivedOn: '2026-01-05',
    });
  db.transaction(() => {
    for (let n = stores.pairRows.page({ limit: 1 }).onTable; n < PAIRS; n++)
      stores.pairs.add(uuid7(), edition.id, fields(`ZZ-${String(n).padStart(4, '0')}`));
  })();
}

async function benchList(db: Db, address: string): Promise<Measurement> {
  const bare = db.prepare(PAGE_OF_PAIRS);
  const read = async () => (await fetch(`${address}/api/pairs`)).text();
  await read();
  const ours = await timed(read);
  const alternative = await timed(() =>
    JSON.stringify(bare.all({ shelved: 0, after: '', limit: 61 })),
  );
  return measurement(
    `page of ${PAIRS} pairs over the API`,
    ours,
    alternative,
    'ms',
    'the bare SQL query, its rows as JSON',
  );
}

async function firstLoad(page: Page, address: string): Promise<Measurement[]> {
  const client = await page.context().newCDPSession(page);
  await client.send('Network.enable');
  const scripts = new Set<string>();
  client.on('Network.responseReceived', ({ response, type }) => {
    if (type === 'Script') scripts.add(new URL(response.url).pathname);
  });
  const start = performance.now();
  await page.goto(`${address}/pairs/NS-05/measure`);
  await page.locator('#entry').waitFor();
  const usable = performance.now() - start;
  // The stream of the live gauges never ends: what is fetched besides has come by then.
  await new Promise((resolve) => setTimeout(resolve, 1500));
  // They come unpacked on one machine; the aim is of their size packed.
  const bytes = [...scripts].reduce(
    (sum, path) => sum + brotliCompressSync(readFileSync(join(PAGES, path))).length,
    0,
  );
  const bare = performance.now();
  await page.goto(`${address}/icon.svg`);
  const alternative = performance.now() - bare;
  return [
    measurement('first load of Measure: JavaScript', bytes / 1000, FIRST_LOAD_KB, 'kB', 'the aim'),
    measurement('first load of Measure: time to usable', usable, alternative, 'ms', 'a bare file'),
  ];
}

/** Time from the key to the changed page, in the page's own clock. */
async function keystroke(page: Page, target: string): Promise<number> {
  await page.evaluate((selector) => {
    const state = window as unknown as { pressed: number; changed: number };
    window.addEventListener(
      'keydown',
      (event) => {
        if (event.key === 'Enter') {
          state.pressed = performance.now();
          state.changed = 0;
        }
      },
      true,
    );
    new MutationObserver(() => {
      state.changed ||= performance.now();
    }).observe(document.querySelector(selector) as Node, {
      childList: true,
      subtree: true,
      characterData: true,
      attributes: true,
    });
  }, target);
  const times: number[] = [];
  for (let i = 0; i < REPEATS; i++) {
    await page.keyboard.type(`31.${i % 3}`);
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => (window as unknown as { changed: number }).changed > 0);
    times.push(
      await page.evaluate(() => {
        const { pressed, changed } = window as unknown as { pressed: number; changed: number };
        return changed - pressed;
      }),
    );
  }
  return middle(times);
}

/** The least a page could do: a field, and a mean written by hand. */
const BARE_PAGE = `<!doctype html><input id="entry" autofocus><output id="mean"></output>`;

async function benchKeystroke(page: Page, address: string): Promise<Measurement> {
  await page.goto(`${address}/pairs/PL-01/measure`);
  await page.locator('#entry').waitFor();
  // With every station taken, each further reading stays where it is.
  for (const figure of ['249', '250', ...Array(8).fill('31.0')]) {
    await page.keyboard.type(figure);
    await page.keyboard.press('Enter');
  }
  const ours = await keystroke(page, '[class*="strips"]');
  await page.setContent(BARE_PAGE);
  await page.evaluate(() => {
    const values: number[] = [];
    const field = document.querySelector('#entry') as HTMLInputElement;
    field.focus();
    field.addEventListener('keydown', (event) => {
      if (event.key !== 'Enter') return;
      values.push(Number(field.value));
      field.value = '';
      const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
      (document.querySelector('#mean') as HTMLElement).textContent = `${values.length}: ${mean}`;
    });
  });
  const alternative = await keystroke(page, '#mean');
  return measurement(
    'Enter to updated strip',
    ours,
    Math.max(alternative, 0.1),
    'ms',
    'a bare field that writes a mean',
  );
}

async function run(): Promise<Measurement[]> {
  const folder = mkdtempSync(join(tmpdir(), 'emvex-bench-'));
  const day = new Date().toISOString().slice(0, 10);
  const db = openDatabase(join(folder, 'bench.db'), day);
  loadScenario(db, day);
  const { app } = createApp({ db, version: 'bench', demo: true, pages: PAGES });
  const server = await new Promise<ReturnType<typeof app.listen>>((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
  });
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const browser = await chromium.launch({
    executablePath: process.env.EMVEX_CHROMIUM as string,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const results = [...(await firstLoad(page, address)), await benchKeystroke(page, address)];
  results.push(await benchSessionPage(db, page, address), await benchCurve());
  await browser.close();
  addPairs(db);
  results.push(await benchList(db, address));
  server.closeAllConnections();
  server.close();
  db.close();
  results.push(...(await benchVariance(folder)));
  results.push(...(await benchImport(folder)));
  results.push(...(await benchPackage(folder)));
  results.push(...(await benchOutings(folder)));
  results.push(...(await benchShelf(folder, LAB)));
  results.push(...(await benchLab(folder, LAB)));
  rmSync(folder, { recursive: true });
  return results;
}

const results = await run();
if (process.argv.includes('--json')) {
  console.log(JSON.stringify(results));
} else {
  console.table(
    Object.fromEntries(
      results.map(({ name, ours, alternative, ratio, unit, beside }) => [
        name,
        {
          ours: `${ours.toPrecision(3)} ${unit}`,
          alternative: `${alternative.toPrecision(3)} ${unit}`,
          ratio: ratio.toFixed(2),
          beside,
        },
      ]),
    ),
  );
}
