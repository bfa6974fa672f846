/** Lines of versions, editions without a pair in them, the wish list, and a use that the lab copies. */
import { expect, open, test } from './bench.ts';

test('a line of versions is read: what changed, what for a buyer, and pages that disagree', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/sheets/brindlow-roundsman-3');
  await page.getByRole('link', { name: 'Its line' }).press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('The line of Brindlow');
  await expect(page.getByText('made until')).toBeVisible();
  await expect(page.getByRole('img', { name: /2 editions along the line/ })).toBeVisible();
  await expect(page.getByText('dearer by 46 EUR')).toBeVisible();
  const step = page.getByRole('heading', { name: 'Brindlow Roundsman 3 follows' }).locator('..');
  await expect(step).toContainText('EVA → PEBA');
  await expect(step).toContainText('Try it on before buying');
  await expect(page.getByRole('region', { name: 'Stated apart' })).toContainText(
    "30 mm (maker's page) against heel 33 mm (catalogue)",
  );
  // The chart is a table too.
  await page.getByRole('button', { name: 'table' }).first().press('Enter');
  await expect(page.getByRole('cell', { name: '79 EUR' }).first()).toBeVisible();
});

test('a build in another width is asked about, kept knowingly, and undone', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/editions/norrolt-stairwell-low-cut/line');
  await expect(page.getByText('It stands alone')).toBeVisible();
  await page.getByRole('combobox', { name: 'Wide or narrow build of' }).fill('mid cut');
  await page.getByRole('option', { name: 'Norrolt Stairwell, mid cut' }).click();
  await page.getByRole('button', { name: 'Save its place' }).click();
  const asked = page.getByRole('alert');
  await expect(asked).toContainText('in more than its widths');
  await page.getByRole('checkbox', { name: 'It is, and differs in more' }).press('Space');
  await expect(page.getByText('Its figures do not apply to the other build')).toBeVisible();
  // It cannot stand behind itself.
  await page.goto(`${demo.address}/editions/norrolt-stairwell-mid-cut/line`);
  await page.getByRole('combobox', { name: 'Follows' }).fill('low cut');
  await page.getByRole('option', { name: 'Norrolt Stairwell, low cut' }).click();
  await page.getByRole('button', { name: 'Save its place' }).click();
  await expect(page.getByText('that would close a circle')).toBeVisible();
});

test('a price that was seen is kept, a wrong one is told, and a follower without a pair joins', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/editions/pelloway-lampround/line');
  const price = page.getByRole('form', { name: 'A price seen' });
  await price.getByLabel('A price seen').fill('cheap');
  await price.getByLabel('Where').fill('co-op shop');
  await price.getByRole('button', { name: 'Keep it' }).click();
  await expect(price).toContainText('a price as printed, such as £85');
  await price.getByLabel('A price seen').fill('£85 was 120');
  await price.getByLabel('A price seen').press('Enter');
  await expect(page.getByRole('region', { name: 'Prices' })).toContainText('85 GBP');
  await page.getByRole('link', { name: 'A follower without a pair…' }).click();
  await page.getByRole('combobox', { name: 'Maker' }).fill('Pelloway');
  await page.getByRole('combobox', { name: 'Model' }).fill('Lampround 2');
  await page.keyboard.press('Escape');
  await page.getByLabel('What is stated').fill('34/26 mm, 8 mm drop, 240 g, PEBA foam');
  await page.getByRole('textbox', { name: 'Stated where' }).fill('web page');
  await page.getByRole('button', { name: 'Keep this edition' }).click();
  await expect(page).toHaveURL(/pelloway-lampround-2\/line$/);
  await expect(page.getByText(/, as stated/).first()).toBeVisible();
});

test('a wish is written down, found on receiving, and struck off by the pair', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/receive');
  await page.getByRole('link', { name: 'Wish list' }).press('Enter');
  const wish = page.getByRole('form', { name: 'A wish' });
  await wish.getByRole('button', { name: 'Put it on the list' }).click();
  await expect(wish).toContainText('why it is wanted');
  await wish.getByLabel('Maker').fill('Wrenfold');
  await wish.getByLabel('Model').fill('Latch High');
  await wish.getByLabel('Why').fill('the hill rounds want an ankle');
  await wish.getByLabel('Why').press('Enter');
  const row = page.getByRole('row', { name: /Wrenfold Latch High/ });
  await expect(row).toContainText('the hill rounds want an ankle');
  await row.getByRole('link', { name: 'Receive Wrenfold Latch High' }).press('Enter');
  await expect(page.getByRole('combobox', { name: 'Maker' })).toHaveValue('Wrenfold');
  await expect(page.getByText('Receiving it strikes it off')).toBeVisible();
  await page.getByRole('textbox', { name: 'Label' }).fill('UK 8');
  await page.getByRole('textbox', { name: 'Tag' }).fill('WH-01');
  await page.getByRole('button', { name: /Put on bench/ }).click();
  await expect(page).toHaveURL(/WH-01/);
  await page.goto(`${demo.address}/wishes`);
  await expect(page.getByRole('row', { name: /Wrenfold Latch High/ })).toContainText(
    'WH-01 was received',
  );
});

test('a use is copied and changed: emptied it is none, kept it is offered with its protocol', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/lab/uses');
  await page.getByRole('button', { name: 'Copy climbing' }).press('Enter');
  const form = page.getByRole('form', { name: 'A copy of climbing' });
  await expect(form.getByLabel('Name')).toBeFocused();
  await form.getByLabel('Name').fill('roof work');
  const takes = form.getByRole('combobox', { name: /^Takes/ });
  await takes.focus();
  for (let n = 0; n < 12; n++) await page.keyboard.press('Backspace');
  await page.keyboard.press('Escape');
  await form.getByRole('button', { name: 'Keep it' }).click();
  await expect(form).toContainText('it takes one quantity at least');
  await takes.fill('Mass');
  await page.getByRole('option', { name: 'Mass', exact: true }).click();
  await page.keyboard.press('Escape');
  await form.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Copied from climbing.')).toBeVisible();
  await page.goto(`${demo.address}/lab/protocols`);
  await expect(page.getByRole('link', { name: 'Roof work' })).toBeVisible();
  await page.goto(`${demo.address}/editions/kestvane-kerb`);
  await page.getByRole('combobox', { name: 'What it is for' }).fill('roof');
  await page.getByRole('option', { name: 'roof work' }).click();
  await expect(page.getByText('Sharp pain and numb toes are no fit')).toBeVisible();
});
