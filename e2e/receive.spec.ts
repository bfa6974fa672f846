import { expect, open, test } from './bench.ts';

test('faults name their field and keep what was typed', async ({ page, demo }) => {
  await open(page, demo, '/receive');
  await expect(page.getByRole('combobox', { name: 'Maker' })).toBeFocused();
  await expect(page).toHaveTitle('Receive a pair · Emvex');
  await page.getByRole('combobox', { name: 'Maker' }).fill('Norrolt');
  await page.getByRole('textbox', { name: 'Label' }).fill('9');
  await page.getByRole('textbox', { name: 'Paid' }).fill('a lot');
  await page.getByLabel('Claimed figures').fill('very light');
  await page.getByRole('button', { name: /Put on bench/ }).click();
  await expect(page.getByText('needs its system')).toBeVisible();
  await expect(page.getByText('the model is missing')).toBeVisible();
  await expect(page.getByText('A price, such as')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Paid' })).toHaveValue('a lot');
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Maker' })).toHaveValue('Norrolt');
  await expect(page.getByLabel('Claimed figures')).toHaveValue('very light');
});

test('a width that is new to an edition is asked about', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/receive');
  await page.getByRole('combobox', { name: 'Maker' }).fill('Kestvane');
  await page.getByRole('combobox', { name: 'Model' }).fill('Kerb');
  await page.getByRole('textbox', { name: 'Width' }).fill('2E');
  await expect(page.getByText('2E is new to this edition, which has regular')).toBeVisible();
});

test('a claim that contradicts itself is told while it is typed', async ({ page, demo }) => {
  await open(page, demo, '/receive');
  await page.getByLabel('Claimed figures').fill('36/27 mm, 5 mm drop, 9.1 oz / 258 g, UK 8');
  const read = page.getByTestId('claims-read');
  await expect(read).toContainText('contradicts itself');
  await expect(read).toContainText('give a drop of 8 to 10 mm');
  await expect(read).toContainText('UK 8; basis not stated');
});

test('the second of two tabs that edit a pair is told, and nothing is overwritten', async ({
  context,
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/KK-01/receive');
  const second = await context.newPage();
  await open(second, demo, '/pairs/KK-01/receive');
  await second.getByLabel('Note').fill('typed in the second tab');
  await page.getByLabel('Note').fill('typed in the first tab');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await expect(second.getByText('was changed elsewhere')).toBeVisible();
  await second.getByRole('button', { name: 'Save changes' }).click();
  await expect(second.getByText('Nothing was overwritten')).toBeVisible();
  await expect(second.getByLabel('Note')).toHaveValue('typed in the second tab');
  await second.getByRole('button', { name: 'Show the pair as it is now' }).click();
  await expect(second.getByLabel('Note')).toHaveValue('typed in the first tab');
});

test('a pair goes to the shelf and comes back', { tag: '@long' }, async ({ page, demo }) => {
  await open(page, demo, '/pairs/KK-01/receive');
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  await expect(page.getByRole('button', { name: 'Back to the table' })).toBeVisible();
  await page.getByRole('button', { name: /Shelf · 1/ }).click();
  await expect(page.getByLabel('Tray').getByRole('link', { name: /KK-01/ })).toBeVisible();
});

test('claims are added and withdrawn', { tag: '@long' }, async ({ page, demo }) => {
  await open(page, demo, '/pairs/TF-01/receive');
  await page.getByLabel('Add claimed figures').fill('36/27 mm');
  await page.getByRole('button', { name: 'Add claims' }).click();
  await page.getByRole('button', { name: 'Withdraw the claim 36 mm' }).click();
  await expect(page.getByRole('button', { name: 'Withdraw the claim 36 mm' })).toHaveCount(0);
});

test('label, price and claims are taken as people say them, and nothing said twice is doubled', async ({
  page,
  demo,
}) => {
  const receive = async (tag: string) => {
    await open(page, demo, '/receive');
    await page.getByRole('combobox', { name: 'Maker' }).fill('Pelloway');
    await page.getByRole('combobox', { name: 'Model' }).fill('Copse Edge');
    await page.getByRole('textbox', { name: 'Label' }).fill('US 9.5 / UK 8.5 / EU 43, wide');
    await expect(page.getByTestId('labels')).toContainText('width wide');
    await page.getByRole('textbox', { name: 'List price' }).fill('£85 was 120');
    await page
      .getByLabel('Claimed figures')
      .fill('zero drop, 28 mm; some 480 g each, just under a kilo together; B2; feels like home');
    const read = page.getByTestId('claims-read');
    await expect(read.getByRole('row')).toHaveCount(6);
    await expect(read).toContainText('grade: B2');
    await expect(read).toContainText('Kept as text: “feels like home”');
    // A tag is proposed meanwhile, and would be written into the one that is typed.
    const field = page.getByRole('textbox', { name: 'Tag' });
    await expect(field).not.toHaveValue('');
    await field.fill(tag);
    await expect(field).toHaveValue(tag);
    await page.getByRole('button', { name: /Put on bench/ }).click();
    await expect(page).toHaveURL(new RegExp(`/pairs/${tag}/match`));
  };
  await receive('CE-01');
  await receive('CE-02');
  await page.goto(`${demo.address}/pairs/CE-02/receive`);
  await expect(page.getByRole('textbox', { name: 'Width' })).toHaveValue('wide');
  await expect(page.getByRole('textbox', { name: 'Currency' })).toHaveValue('GBP');
  const onFile = page.getByRole('table').filter({ hasText: 'some 480 g each' });
  // Five figures, a grade, one line as text: once each.
  await expect(onFile.getByRole('row')).toHaveCount(8);
  await page.getByRole('button', { name: 'Withdraw the claim feels like home' }).click();
  await expect(
    page.getByRole('button', { name: 'Withdraw the claim feels like home' }),
  ).toHaveCount(0);
});
