/** A bench book with nothing in it yet: every place says what goes there. */

import type { Page } from '@playwright/test';
import { type Bench, enter, expect, open, test } from './bench.ts';

async function setUp(page: Page, bench: Bench, tools: string[]): Promise<void> {
  await open(page, bench, '/');
  for (const tool of tools) {
    await page.getByRole('checkbox', { name: new RegExp(`^${tool}`, 'i') }).focus();
    await page.keyboard.press('Space');
  }
  await page.getByRole('button', { name: 'Set up the bench' }).click();
  await expect(page.getByRole('heading', { name: 'Receive a pair' })).toBeVisible();
}

async function receive(page: Page): Promise<void> {
  await page.getByRole('combobox', { name: 'Maker' }).fill('Quillmoor');
  await page.getByRole('combobox', { name: /^Model/ }).fill('Lane 2');
  await page.getByRole('textbox', { name: 'Label' }).fill('UK 8');
  await page.keyboard.press('Escape');
  await page.getByRole('textbox', { name: 'Label' }).focus();
  await page.keyboard.press('Control+Enter');
  await page.getByRole('button', { name: 'Not now' }).click();
  await expect(page).toHaveURL(/\/pairs\/QL-01\/measure$/);
}

for (const colorScheme of ['light', 'dark'] as const)
  for (const [width, atLeast] of [
    [1280, 560],
    [390, 390],
  ] as const)
    test(`the first page of a new user takes the width of the page: ${width} px, ${colorScheme}`, async ({
      page,
      empty,
    }) => {
      await page.setViewportSize({ width, height: 800 });
      await page.emulateMedia({ colorScheme });
      // Pages that need a lab show the same form until there is one.
      for (const path of ['/', '/compare', '/sheets', '/due', '/pairs/AB-01/wear']) {
        await open(page, empty, path);
        const form = page.getByRole('form', { name: 'First start' });
        await expect(form).toBeVisible();
        expect((await form.boundingBox())?.width, path).toBeGreaterThanOrEqual(atLeast);
        const wide = await page.evaluate(() => document.documentElement.scrollWidth);
        expect(wide, path).toBeLessThanOrEqual(width);
      }
    });

test('the lab of a new bench has its tools, the protocols that ship, and nothing in the book', async ({
  page,
  empty,
}) => {
  await setUp(page, empty, ['Ruler', 'Scale']);
  await page.goto(`${empty.address}/lab`);
  await expect(page.getByRole('link', { name: 'Ruler' })).toBeVisible();
  await expect(page.getByText('usual values, not calibrated').first()).toBeVisible();
  await page.getByRole('link', { name: 'Scale' }).click();
  await expect(page.getByText('None yet: the usual values above stand.')).toBeVisible();
  await expect(page.getByText('No check yet.')).toBeVisible();
  await page.getByRole('button', { name: 'List what it touched' }).click();
  await expect(page.getByTestId('recall')).toContainText('0 readings of 0 pairs');
  await page.goto(`${empty.address}/lab/protocols`);
  for (const name of ['Sidewall, ruler', 'Quick review', 'Midsole only', 'Full bench'])
    await expect(page.getByRole('link', { name })).toBeVisible();
  await expect(page.getByText(/The lab has no .*needle gauge/).first()).toBeVisible();
  await page.goto(`${empty.address}/lab/files`);
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save file' }).click();
  expect((await saving).suggestedFilename()).toBe('readings.csv');
  await page.goto(`${empty.address}/guide`);
  await page.getByLabel('Find a quantity').fill('no such thing');
  await expect(page.getByText('No quantity answers to that.')).toBeVisible();
});

test('a station without its tool says so, keeps what was typed, and takes it once there is one', async ({
  page,
  empty,
}) => {
  await setUp(page, empty, ['Ruler', 'Scale']);
  await receive(page);
  await page
    .getByLabel('Protocol', { exact: true })
    .selectOption({ label: 'On-the-shoe hardness' });
  await expect(page.getByText(/The lab has no type C durometer \(foam\): add one/)).toBeVisible();
  await enter(page, '51');
  await expect(
    page.getByText(/Add one under Lab, Instruments; the figure stays here/),
  ).toBeVisible();
  await expect(page.locator('#entry')).toHaveValue('51');
  await page.goto(`${empty.address}/lab/instruments/new`);
  await page.getByLabel('Kind').selectOption('durometer C');
  await page.getByLabel('Name').fill('Foam gauge');
  await page.getByRole('button', { name: 'Add instrument' }).click();
  await expect(page.getByRole('heading', { name: 'Foam gauge' })).toBeVisible();
  await page.goto(`${empty.address}/pairs/QL-01/measure`);
  await expect(page.locator('#entry')).toHaveValue('51');
  await page.locator('#entry').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('figure-left')).toContainText('51');
  await expect(page.getByText('Marked: room temperature not recorded')).toBeVisible();
});

test('the room is typed where no gauge tells it, and stands with the readings of the day', {
  tag: '@long',
}, async ({ page, empty }) => {
  await setUp(page, empty, ['Scale', 'Durometer A', 'Durometer C']);
  await receive(page);
  const room = page.getByRole('button', { name: /^Room/ });
  await expect(room).toContainText('not recorded');
  await room.click();
  await page.getByLabel('Temperature, °C').fill('warm');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('not a number');
  await page.getByLabel('Temperature, °C').fill('16,5');
  await page.getByLabel('Humidity, % RH').fill('61');
  await page.keyboard.press('Enter');
  await expect(room).toContainText('16.5 °C · 61 %');
  await expect(room).toContainText('out');
  await page
    .getByLabel('Protocol', { exact: true })
    .selectOption({ label: 'On-the-shoe hardness' });
  await expect(page.locator('#entry')).toBeFocused();
  await enter(page, '51');
  await expect(page.getByText(/taken at 16.5 °C.*harder cold/)).toBeVisible();
});

test('what is no figure of a measurement gets a plain answer and is kept as typed', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/PL-01/measure');
  await page.getByLabel('Protocol', { exact: true }).selectOption({ label: 'Full bench' });
  await expect(page.locator('#entry')).toBeFocused();
  const heading = page.getByRole('heading', { level: 1 });
  for (const [station, typed, says] of [
    ['Outsole hardness', '55 C', 'type C scale, for foam'],
    ['Midsole hardness, medial', '55 A', 'type A scale, for rubber'],
    ['Bend by hand, front', '2.5', 'rolls up, folds, springs, resists, rigid, or 1 to 5'],
    ['Toe-tip height', '31 g', 'unit of mass'],
    ['Bending stiffness, toe up', '0.2 N/mm', 'unit of stiffness'],
  ] as const) {
    for (let n = 0; n < 35 && !(await heading.innerText()).startsWith(station); n++)
      await page.keyboard.press(']');
    await expect(heading).toContainText(station);
    await enter(page, typed);
    await expect(page.getByText(says)).toBeVisible();
    await expect(page.locator('#entry')).toHaveValue(typed);
    await page.locator('#entry').fill('');
  }
  await expect(page.getByRole('complementary', { name: 'Slip' }).getByRole('listitem')).toHaveCount(
    0,
  );
});

test('sizes say what goes there; an insole is named, with a length that is none put right', {
  tag: '@long',
}, async ({ page, empty }) => {
  await setUp(page, empty, ['Ruler']);
  await page.goto(`${empty.address}/fit/matrix`);
  await expect(page.getByText('Nothing to hold against each other yet.')).toBeVisible();
  await page.goto(`${empty.address}/fit/ruler`);
  await expect(page.getByText('No inside was measured yet')).toBeVisible();
  await page.goto(`${empty.address}/fit/foot?left=262`);
  await expect(page.getByText('No shoe for that use was measured inside yet')).toBeVisible();
  await page.goto(`${empty.address}/fit/insoles`);
  await expect(page.getByText('None named yet.')).toBeVisible();
  const form = page.getByRole('form', { name: 'A new insole or laces' });
  await form.getByRole('textbox', { name: 'Name' }).fill('Felt');
  await form.getByRole('textbox', { name: 'Length' }).fill('long');
  await form.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('a length, up to 2500 mm')).toBeVisible();
  await form.getByRole('textbox', { name: 'Length' }).fill('26.4 cm');
  await form.getByRole('textbox', { name: 'Length' }).press('Enter');
  await expect(page.getByText('264 mm long')).toBeVisible();
  await expect(page.getByText('In no pair.')).toBeVisible();
});
