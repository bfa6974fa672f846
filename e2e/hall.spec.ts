/** The hall on a phone: opened from the bench, logged without a connection, forwarded, ended. */
import AxeBuilder from '@axe-core/playwright';
import type { Browser, Page } from '@playwright/test';
import { type Bench, expect, freePort, open, test } from './bench.ts';

/** Opens the hall at the bench, and makes a link for a tester. */
async function openHall(page: Page, demo: Bench, tester: string): Promise<string> {
  await open(page, demo, '/lab/hall');
  const port = String(await freePort());
  const form = page.getByRole('form', { name: 'Open the hall' });
  await form.getByRole('combobox').selectOption('127.0.0.1');
  await form.getByRole('textbox', { name: 'Port' }).fill(port);
  await form.getByRole('button', { name: 'Open the hall' }).press('Enter');
  await expect(page.getByText('The hall is open')).toBeVisible();
  await page.getByRole('combobox', { name: 'For a tester' }).selectOption(tester);
  await page.getByRole('button', { name: 'Make a link' }).press('Enter');
  const shown = page.getByRole('region', { name: `The link of ${tester}` });
  await expect(shown.getByRole('img')).toBeVisible();
  return (await shown.getByText(/#/).textContent()) ?? '';
}

async function phone(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  return context.newPage();
}

test('an outing is kept without a connection, and is at the bench once when it is back', async ({
  page,
  demo,
  browser,
}) => {
  const link = await openHall(page, demo, 'T3');
  const hall = await phone(browser);
  await hall.goto(link);
  await expect(hall.getByText('Everything is saved in the lab')).toBeVisible();
  // The secret stands in no history.
  expect(hall.url()).not.toContain('#');
  await expect(hall.getByRole('region', { name: 'The pair' })).toContainText('KK-06');
  const before = await hall
    .getByRole('region', { name: 'My outings' })
    .getByRole('listitem')
    .count();
  await hall.context().setOffline(true);
  await hall.getByRole('button', { name: 'stairs' }).click();
  await hall.getByRole('button', { name: 'wet' }).click();
  await hall.getByRole('button', { name: 'forgot them' }).click();
  const way = hall.getByRole('textbox', { name: 'How far' });
  await way.fill('far');
  await hall.getByRole('button', { name: 'Keep this outing' }).click();
  await expect(hall.getByRole('form', { name: 'An outing' }).getByRole('status')).toHaveClass(
    'look-here',
  );
  await way.fill('7.3 km');
  await hall.getByRole('button', { name: 'Keep this outing' }).click();
  await expect(hall.getByText(/^Saved on this phone: 7.3 km in KK-06/)).toBeVisible();
  await expect(hall.getByText('No connection. 1 kept on this phone')).toBeVisible();
  // The first answer is lost on its way: what is sent again does nothing anew.
  await hall.route(
    '**/hall/outings',
    async (route) => {
      await route.fetch();
      await route.abort();
    },
    { times: 1 },
  );
  await hall.context().setOffline(false);
  await hall.evaluate(() => window.dispatchEvent(new Event('online')));
  // Sent again by itself.
  await expect(hall.getByText('Everything is saved in the lab')).toBeVisible();
  await expect(hall.getByText(/^Recorded: 7.3 km in KK-06/)).toBeVisible();
  const kept = hall.getByRole('region', { name: 'My outings' }).getByRole('listitem');
  await expect(kept.filter({ hasText: '7.3 km' })).toHaveCount(1);
  // The surface of last time was an offer: the first tap says another instead of it.
  await expect(kept.first()).toContainText('stairs, wet');
  await expect(kept.first()).not.toContainText('road');
  expect(await kept.count()).toBe(Math.min(5, before + 1));
  await page.goto(`${demo.address}/pairs/KK-06/wear`);
  const row = page.getByRole('table', { name: 'Outings' }).getByRole('row', { name: /7\.3/ });
  await expect(row).toHaveCount(1);
  await expect(row).toContainText('comfort 9');
  // Changed on the phone, with a trace at the bench; withdrawn, and had back.
  await hall.getByRole('button', { name: /^Change 7.3 km/ }).click();
  const form = kept.first().getByRole('form', { name: 'An outing' });
  await form.getByRole('textbox', { name: 'How far' }).fill('8.1 km');
  await form.getByRole('button', { name: 'Keep the change' }).click();
  await expect(kept.first()).toContainText('8.1 km');
  await hall.getByRole('button', { name: /^Withdraw 8.1 km/ }).click();
  await hall.getByRole('button', { name: /^Have back 8.1 km/ }).click();
  await expect(hall.getByRole('button', { name: /^Withdraw 8.1 km/ })).toBeVisible();
  await page.goto(`${demo.address}/lab/changes`);
  await expect(page.getByText('Changed the outing of KK-06').first()).toBeVisible();
  const faults = await new AxeBuilder({ page: hall }).analyze();
  expect(faults.violations.map(({ id, nodes }) => `${id} ${nodes[0]?.html}`)).toEqual([]);
  await hall.context().close();
});

test('a link that was forwarded, or ended, opens nothing; what may be kept twice is asked about', async ({
  page,
  demo,
  browser,
}) => {
  const link = await openHall(page, demo, 'T2');
  const hall = await phone(browser);
  await hall.clock.setFixedTime(Date.now() + 3 * 86_400_000);
  await hall.goto(link);
  await expect(hall.getByText(/^The clock of this phone is 3 days ahead/)).toBeVisible();
  const today = new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
  await expect(hall.getByText(/^Today, /)).toContainText(today);
  await hall.getByRole('button', { name: 'Keep this outing' }).click();
  await expect(hall.getByText('Everything is saved in the lab')).toBeVisible();
  await hall.getByRole('button', { name: 'Keep this outing' }).click();
  const waiting = hall.getByRole('region', { name: 'Kept on this phone' });
  await expect(waiting.getByText(/already\. Another one\?/)).toBeVisible();
  await waiting.getByRole('button', { name: 'Another one: send it' }).click();
  await expect(hall.getByText('Everything is saved in the lab')).toBeVisible();
  const other = await phone(browser);
  await other.goto(link);
  await expect(other.getByText(/in use on another phone/)).toBeVisible();
  await page.getByRole('button', { name: 'End the link of T2' }).click();
  await expect(page.getByText(/^ended /)).toBeVisible();
  await hall.reload();
  await expect(hall.getByText(/^This link has ended/)).toBeVisible();
  await expect(page.getByText(/calls? (was|were) refused/)).toBeVisible();
  await page.getByRole('button', { name: 'Close the hall' }).click();
  await expect(page.getByRole('button', { name: 'Open the hall' })).toBeVisible();
  await Promise.all([hall.context().close(), other.context().close()]);
});

test('a phone takes pictures of a pair that is received', { tag: '@long' }, async ({
  page,
  demo,
  browser,
}) => {
  await openHall(page, demo, 'T1');
  await page.goto(`${demo.address}/lab/hall?pair=KK-02`);
  await page.getByRole('button', { name: 'Make a camera link' }).click();
  const shown = page.getByRole('region', { name: 'The link of pictures of KK-02' });
  const link = (await shown.getByText(/#/).textContent()) ?? '';
  const camera = await phone(browser);
  await camera.goto(link);
  await expect(camera.getByRole('heading', { level: 1 })).toHaveText('KK-02');
  await camera.getByRole('textbox', { name: 'Of what' }).fill('sole, right');
  await camera.getByLabel('Take a picture').setInputFiles('docs/screenshots/measure.png');
  await expect(camera.getByText(/^Kestvane Kerb.*1 picture saved in the lab/)).toBeVisible();
  await page.goto(`${demo.address}/pairs/KK-02/receive`);
  await expect(page.getByRole('button', { name: 'sole, right' })).toBeVisible();
  await camera.context().close();
});
