/** Figures are worked out once, and again only where what they lean on has changed: counted, not timed. */
import { v7 as uuid7 } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { stands } from '#core/figures/reading.ts';
import { readLabelSlug } from '#core/sizing/size-label.ts';
import { figureBook } from '#server/figure-book.ts';
import { summarisePair } from '#server/measured-pairs.ts';
import { loopReader } from '#server/sheets/loops.ts';
import { buildSheet } from '#server/sheets/sheet.ts';
import { type Db, openDatabase } from '#server/store/database.ts';
import { openStores, type Stores } from '#server/stores.ts';
import { loadScenario } from './load.ts';

let db: Db;
let stores: Stores;
beforeAll(() => {
  db = openDatabase(':memory:', '2026-03-01');
  loadScenario(db, '2026-03-01');
  stores = openStores(db);
});
afterAll(() => db.close());

const SLUG = 'kestvane-kerb';
const sheet = () => buildSheet(stores, SLUG, readLabelSlug('eu-42'), loopReader(stores));

/** How many pairs a sheet works out. */
function worked(): number {
  const before = figureBook(stores).worked;
  sheet();
  return figureBook(stores).worked - before;
}

it('works a sheet out once', () => {
  const { pairs } = sheet();
  expect(pairs.length).toBeGreaterThan(1);
  expect(worked()).toBe(0);
});

it('works out the pair that was read, and no other', () => {
  sheet();
  const pair = stores.pairs
    .ofEdition(stores.editions.bySlug(SLUG).id)
    .find(({ label }) => label.system === 'eu' && label.size === 42);
  const [session, reading] =
    stores.sessions
      .ofPair(pair?.id ?? '')
      .flatMap((sitting) => sitting.readings.map((one) => [sitting, one] as const))
      .findLast(([, one]) => one.quantity === 'mass' && stands(one)) ?? [];
  if (!pair || !session || !reading) throw new Error('the scenario has no reading');
  const before = JSON.stringify(sheet().sections);
  db.transaction(() => {
    stores.readings.void(reading.id, 'slipped', '2026-03-02T10:00:00.000Z');
    // Of an open sitting nothing is learned: no other pair leans on it.
    db.prepare('UPDATE sitting SET finished_at = NULL').run();
    summarisePair(stores, pair.id, { sessionId: session.id });
  })();
  expect(worked()).toBe(1);
  expect(JSON.stringify(sheet().sections)).not.toBe(before);
});

it('leaves figures alone that a change of the lab does not concern', () => {
  sheet();
  stores.thresholds.draw({
    kind: 'noticeable',
    subject: 'mass',
    discipline: '',
    value: { step: 7 },
    reason: 'tried',
    at: '2026-03-01T09:00:00.000Z',
    person: 'B1',
  });
  stores.lab.addPerson({ id: uuid7(), code: 'B9', role: 'bench' });
  const unused = stores.instruments.all().find(({ kind }) => kind === 'angle gauge');
  if (unused) stores.instruments.save(unused.id, { ...unused, serial: 'Z 9' });
  expect(worked()).toBe(0);
  const scale = stores.instruments.all().find(({ kind }) => kind === 'scale');
  if (!scale) throw new Error('the scenario has no scale');
  stores.instruments.save(scale.id, { ...scale, resolution: 2 * scale.resolution });
  expect(worked()).toBeGreaterThan(1);
  expect(worked()).toBe(0);
});
