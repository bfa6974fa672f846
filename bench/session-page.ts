/** A sitting of 2,000 readings: from one figure to the next, beside the same on a short sitting. */
import type { Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { PLAIN_READING } from '#core/figures/reading.ts';
import { summarisePair } from '#server/measured-pairs.ts';
import type { Db } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { type Measurement, measurement } from './measurement.ts';

const READINGS = 2000;
const LONG = 'TF-02';
const SHORT = 'PG-02';

function fillSitting(db: Db): void {
  const stores = openStores(db);
  const pair = stores.pairs.byTag(LONG);
  const protocol = stores.protocols.all().find((one) => one.name === 'Full bench');
  const instrument = stores.instruments.all().find((one) => one.kind === 'caliper');
  if (!protocol || !instrument) throw new Error('the scenario lacks the full bench');
  const sessionId = uuid7();
  const widths = ['heel-width', 'midfoot-width', 'ball-width', 'toe-tip-height'] as const;
  db.transaction(() => {
    stores.sessions.start({
      id: sessionId,
      pairId: pair.id,
      protocolId: protocol.id,
      person: 'B1',
      configuration: 'as sold',
      removed: '',
      conditioned: null,
      wornKm: 0,
      startedAt: new Date().toISOString(),
    });
    for (let i = 0; i < READINGS; i++)
      stores.sessions.record({
        ...PLAIN_READING,
        id: uuid7(),
        occasionId: sessionId,
        side: i % 2 ? 'right' : 'left',
        quantity: widths[Math.floor(i / 2) % widths.length] ?? 'heel-width',
        typed: (60 + (i % 13) / 10).toFixed(1),
        unit: 'mm',
        instrumentId: instrument.id,
        takenAt: new Date().toISOString(),
        ...PLAIN_READING,
      });
    summarisePair(stores, pair.id);
  })();
}

/** From an empty tab to a page that takes a figure. */
async function openPage(page: Page, address: string, tag: string): Promise<number> {
  await page.goto('about:blank');
  const start = performance.now();
  await page.goto(`${address}/pairs/${tag}/measure`);
  await page.locator('#entry').waitFor();
  await page.getByRole('complementary', { name: 'Slip' }).getByRole('listitem').first().waitFor();
  return performance.now() - start;
}

export async function benchSessionPage(db: Db, page: Page, address: string): Promise<Measurement> {
  fillSitting(db);
  await openPage(page, address, SHORT);
  const alternative = await openPage(page, address, SHORT);
  const ours = await openPage(page, address, LONG);
  return measurement(
    'a session page with 2,000 readings, opened',
    ours,
    alternative,
    'ms',
    'a session page with a dozen readings',
  );
}
