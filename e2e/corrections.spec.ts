/** What was written wrong is put right from its pages, and undone in the record of changes. */
import { expect, open, test } from './bench.ts';

test('a slip at receipt is put right: merged with the edition it is, and undone', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/receive');
  await page.getByRole('combobox', { name: 'Maker' }).fill('Kestvane');
  await page.getByRole('combobox', { name: 'Model' }).fill('Kreb');
  await page.getByRole('textbox', { name: 'Label' }).fill('EU 42');
  await page.getByRole('textbox', { name: 'Tag' }).fill('KK-77');
  await page.getByRole('button', { name: /Put on bench/ }).click();
  await expect(page).toHaveURL(/KK-77/);
  await page.goto(`${demo.address}/pairs/KK-77/receive`);
  await page.getByRole('link', { name: 'The record of Kestvane Kreb' }).click();
  await expect(page).toHaveURL(/\/editions\/kestvane-kreb$/);
  // The right name is another model's already: the two are offered to be merged.
  await page.getByRole('textbox', { name: 'Model' }).fill('Kerb');
  await page.getByRole('textbox', { name: 'Model' }).press('Enter');
  await expect(page.getByText('There is a model Kerb already')).toBeVisible();
  await page.getByRole('button', { name: 'Merge with it …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Merge two that are the same' });
  await expect(dialog).toContainText('1 pair: KK-77');
  await dialog.getByRole('button', { name: 'Merge them' }).click();
  await expect(page).toHaveURL(/\/editions\/kestvane-kerb/);
  await expect(page.getByRole('link', { name: 'KK-77', exact: true })).toBeVisible();
  // The former address leads on.
  await page.goto(`${demo.address}/editions/kestvane-kreb`);
  await expect(page.getByRole('heading', { name: 'Kestvane Kerb' })).toBeVisible();
  await expect(page).toHaveURL(/\/editions\/kestvane-kerb$/);
  await page.getByRole('link', { name: 'What was changed of it' }).click();
  await page
    .getByRole('button', { name: 'Undo: Merged Kestvane Kreb into Kestvane Kerb' })
    .press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'Undone.' })).toBeVisible();
  await page.goto(`${demo.address}/pairs/KK-77/receive`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Kestvane Kreb');
});

test('two builds are merged only by someone who says that they are one', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/editions/norrolt-stairwell-low-cut');
  await page.getByRole('combobox', { name: 'It is the same as' }).fill('mid cut');
  await page.getByRole('option', { name: 'Norrolt Stairwell, mid cut' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('By their names these are two builds: low cut, and mid cut');
  await expect(dialog.getByRole('button', { name: 'Merge them' })).toBeDisabled();
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
});

test('a sitting is moved from the wrong pair, reopened, and a claim put right', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-02/receive');
  const sittings = page.getByRole('region', { name: 'Sittings' });
  await sittings.getByRole('button', { name: /^Reopen/ }).click();
  await expect(sittings.getByText('Reopened: go on in Measure.')).toBeVisible();
  await sittings.getByRole('button', { name: /to another pair$/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'It was taken on' }).fill('NS-06');
  await page.getByRole('option', { name: 'NS-06' }).click();
  await dialog.getByRole('button', { name: 'Move the sitting' }).click();
  await expect(dialog).toBeHidden();
  await expect(sittings).toBeHidden();
  await page.getByRole('button', { name: 'Correct the claim 415 g' }).click();
  await dialog.getByLabel('As it should stand').fill('mass 405 g, UK 8');
  await dialog.getByRole('button', { name: 'Correct it' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('row', { name: /405 g/ })).toBeVisible();
  await page.goto(`${demo.address}/lab/changes?pair=NS-06`);
  await expect(page.getByRole('table')).toContainText('from NS-02 to NS-06, UK 8');
});
