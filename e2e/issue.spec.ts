import type { Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { expect, open, test } from './bench.ts';

const ISSUED_BY = 'B1';

/** Says who is at the bench: what is issued is signed. */
async function sayWho(page: Page): Promise<void> {
  await page.evaluate(
    (code) => localStorage.setItem('emvex-person', JSON.stringify(code)),
    ISSUED_BY,
  );
  await page.reload();
}

test('from the shelf to a comparison to an issued sheet, by keyboard', async ({ page, demo }) => {
  await open(page, demo, '/shelf');
  await page.getByRole('textbox', { name: 'What is looked for' }).focus();
  await page.keyboard.type('under 320 g, drop 3 to 6');
  await expect(page.getByText('Read as mass under 320 g, drop 3 to 6 mm')).toBeVisible();
  const row = (name: string) => page.getByRole('row').filter({ hasText: name });
  for (const name of ['Kestvane Kerb, wide build', 'Wrenfold Latch Low']) {
    await row(name).focus();
    await page.keyboard.press('x');
  }
  await page.getByRole('button', { name: 'Compare marked (2)' }).focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/compare\?editions=/);
  await expect(page.getByRole('region', { name: 'In words' })).toContainText('Size runs');

  await page.getByRole('button', { name: 'Keep under a name…' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Light and low');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Light and low', level: 1 })).toBeVisible();
  await sayWho(page);
  await page.getByRole('button', { name: 'Issue revision 1' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'revision 1' }).focus();
  await page.keyboard.press('Enter');
  await expect(
    page.getByText(/signed B1\. It stays as it was\. SHA-256 [0-9a-f]{64}/),
  ).toBeVisible();
});

test('a reading changes, the sheet warns, and the next revision says what changed', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/sheets/wrenfold-latch-low?label=uk-8&view=write');
  await sayWho(page);
  const verdict = page.getByRole('textbox', { name: 'Verdict' });
  await verdict.click();
  await page.keyboard.type('Roomy, plain and cheap.');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Issue revision 1' }).click();
  await expect(page.getByText('Nothing changed since.')).toBeVisible();

  // One weighing turns out to be of the other shoe.
  const { sessions } = await (await page.request.get(`${demo.address}/api/pairs/WL-05`)).json();
  const weighed = sessions
    .flatMap(
      (one: { readings: { id: string; quantity: string; voided: string | null }[] }) =>
        one.readings,
    )
    .find(
      (one: { quantity: string; voided: string | null }) => one.quantity === 'mass' && !one.voided,
    );
  const voided = await page.request.post(`${demo.address}/api/readings/${weighed.id}/void`, {
    headers: { 'emvex-change': uuid7(), 'emvex-person': ISSUED_BY },
    data: { reason: 'the other shoe lay on the scale' },
  });
  expect(voided.status()).toBe(200);

  // What was issued stays as it was, and says that its records would say otherwise today.
  await page.getByRole('link', { name: 'revision 1' }).click();
  await expect(page).toHaveURL(/\/issued\//);
  await page.reload();
  const since = page.getByRole('region', { name: 'Since it was issued' });
  await expect(since).toContainText('this sheet would say otherwise');
  await expect(since).toContainText(/1 reading of mass.* no longer counts/);
  await expect(since).toContainText('no longer counted: WL-05');
  await page.goto(`${demo.address}/sheets/wrenfold-latch-low?label=uk-8&view=reader`);
  await expect(
    page.getByText(/1 reading of mass.* no longer counts: voided, the other shoe/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Issue revision 2' }).click();
  await expect(page.getByRole('link', { name: 'revision 2' })).toBeVisible();
  await page.getByRole('button', { name: 'what changed' }).click();
  await expect(page.getByText(/no longer counted: WL-05/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Revision 1' }).click();
  await expect(page.getByText('Roomy, plain and cheap.')).toBeVisible();
  await expect(page.getByText('Revision 2 is the one that stands.')).toBeVisible();

  // Withdrawn, it stays readable.
  await page.getByRole('button', { name: 'Withdraw…' }).click();
  await page.getByLabel('Why is it withdrawn?').fill('weighed wrongly');
  await page.getByRole('button', { name: 'Withdraw revision' }).click();
  await expect(page.getByText(/Withdrawn .* weighed wrongly\. It stays readable/)).toBeVisible();
  await expect(page.getByText('Roomy, plain and cheap.')).toBeVisible();
});

test('a sheet is read on a phone, and read aloud by its headings', async ({ page, demo }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, demo, '/sheets/kestvane-kerb?label=eu-42&view=reader');
  const article = page.getByRole('article');
  await expect(article).toContainText('Light, quick and close to the ground');
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
  const headings = await article.getByRole('heading').allTextContents();
  expect(headings).toEqual([
    'Kestvane Kerb',
    'For',
    'Not for',
    'Speaks for it',
    'Speaks against',
    'How it was tested',
    'Fit',
    'Upper',
    'Midsole',
    'Figures',
    'Outsole',
    'Ride',
    'How long it lasts',
    'Price and age',
    'Take care',
  ]);
});

test('pasted markup leaves its letters and nothing else', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/sheets/kestvane-kerb?label=eu-42&view=write');
  const part = page.getByRole('textbox', { name: 'Ride' });
  await part.click();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData(
      'text/html',
      '<p style="color:red" class="x"><b>Quick</b> to turn<script>alert(1)</script></p>',
    );
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await page.getByRole('textbox', { name: 'Price and age' }).click();
  await page.getByRole('button', { name: 'reader', exact: true }).click();
  const ride = page.getByRole('region', { name: 'Ride' });
  await expect(ride).toContainText('Quick to turn');
  await expect(ride.locator('strong', { hasText: 'Quick' })).toBeVisible();
  await expect(ride.locator('[style*="red"], script')).toHaveCount(0);
});

test('words that could not be kept are not lost: leaving the part again keeps them', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/sheets/kestvane-kerb?label=eu-42&view=write');
  await page.route('**/api/words', (route) =>
    route.fulfill({
      status: 503,
      contentType: 'application/problem+json',
      body: JSON.stringify({
        title: 'Away',
        status: 503,
        detail: 'The book is busy for a moment.',
      }),
    }),
  );
  const ride = page.getByRole('textbox', { name: 'Ride' });
  await ride.click();
  await page.keyboard.type('Quick over kerbs.');
  await page.getByRole('textbox', { name: 'Price and age' }).click();
  await expect(page.getByText('The book is busy for a moment.')).toBeVisible();
  await expect(ride).toContainText('Quick over kerbs.');
  await page.unroute('**/api/words');
  await ride.click();
  await page.getByRole('textbox', { name: 'Price and age' }).click();
  await page.getByRole('button', { name: 'reader', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Ride' })).toContainText('Quick over kerbs.');
});
