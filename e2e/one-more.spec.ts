/** One more thing at a sitting, any tool at hand, and a protocol as a blank form. */
import { expect, open, settled, test } from './bench.ts';

test('one more thing is typed with its figure, or chosen, at any moment', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-05/measure');
  const field = page.locator('#entry');
  const slip = page.getByRole('complementary', { name: 'Slip' });
  await field.fill('+ collar 9');
  await field.press('Enter');
  await expect(page.getByText('may be')).toContainText('collar padding');
  await expect(field).toHaveValue('+ collar 9');
  await field.fill('+ collar padding 9');
  await field.press('Enter');
  await expect(slip).toContainText('collar pad R 1');
  await expect(slip).toContainText('9.0');
  // The other shoe is next; the station stays among the stations of this sitting.
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Collar padding');
  await field.fill('90');
  await field.press('Enter');
  await expect(page.getByText('90.0 mm is more than shoes have')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: '+ more' }).click();
  await page.getByRole('combobox', { name: 'What is measured' }).fill('tap by');
  await page.getByRole('option', { name: 'Tap by ear' }).click();
  await page.getByRole('button', { name: 'Measure it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Tap by ear');
  await expect(field).toBeFocused();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Tap by ear');
});

test('a width is taken with the ruler that is at hand, with the ruler’s doubt', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-06/measure');
  const field = page.locator('#entry');
  await field.fill('+ sole width ball');
  await field.press('Enter');
  await page.getByLabel('Gauge').selectOption({ label: 'Ruler' });
  await field.fill('104');
  await field.press('Enter');
  await page.keyboard.press('\\');
  await expect(page.getByText(/^One reading: ± /)).toBeVisible();
});

test('void aims at the reading that is doubted, and a spoiled station goes at once', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-06/measure');
  const field = page.locator('#entry');
  const slip = page.getByRole('complementary', { name: 'Slip' });
  const take = async (typed: string) => {
    await field.fill(`+ internal ball width left ${typed}`);
    await field.press('Enter');
    await expect(slip).toContainText(typed);
  };
  // The second of five stands apart.
  for (const typed of ['92.0', '94.6', '92.1', '91.9', '92.2']) {
    await take(typed);
    await page.keyboard.press('\\');
  }
  await expect(page.getByText(/farther off than repeats do/)).toBeVisible();
  await page.keyboard.press('v');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('reading 2: 94.6 mm');
  await dialog.getByLabel('All 5 readings here: the station is spoiled').check();
  await dialog.getByLabel('Why?').fill('gauge bent');
  await dialog.getByRole('button', { name: 'Void 5 readings' }).click();
  await expect(slip.getByText('void: gauge bent')).toHaveCount(5);
});

test('a protocol is printed as a blank form', { tag: '@long' }, async ({ page, demo }) => {
  await open(page, demo, '/lab/protocols');
  await settled(page);
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Reviewer’s round' })
    .getByRole('link', { name: 'blank form' })
    .click();
  await expect(page.getByRole('heading', { name: 'Reviewer’s round, version 1' })).toBeVisible();
  await expect(page.getByRole('row')).toHaveCount(16);
});
