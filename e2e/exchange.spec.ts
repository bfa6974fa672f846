import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, open, settled, test } from './bench.ts';

const chooseFile = async (page: Page, name: string, file: string) => {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name }).press('Enter'),
  ]);
  await chooser.setFiles(file);
};

/** No rule of WCAG 2.2 AA is broken by what is open now. */
async function requireClean(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
}

const figuresOf = async (page: Page) =>
  (await page.locator('main').innerText()).replace(/\s+/g, ' ');

test('a lab goes out as a package and into an empty book: the same sheets', async ({
  page,
  demo,
  empty,
}) => {
  await open(page, demo, '/lab/whole');
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save the whole lab' }).press('Enter'),
  ]);
  expect(saved.suggestedFilename()).toMatch(/^emvex-lab-\d{4}-\d\d-\d\d\.zip$/);
  const file = join(demo.folder, 'lab.zip');
  await saved.saveAs(file);
  await open(page, demo, '/sheets/kestvane-kerb?label=eu-42&view=reader');
  const before = await figuresOf(page);
  expect(before).toContain('Kestvane Kerb');

  // A first start leads to what is brought in.
  await open(page, empty, '/');
  await page.getByRole('link', { name: 'a package of it' }).press('Enter');
  const cut = join(demo.folder, 'cut.zip');
  writeFileSync(cut, readFileSync(file).subarray(0, 200_000));
  await chooseFile(page, 'Choose a package…', cut);
  await expect(page.getByRole('alert')).toContainText('cut short');
  await chooseFile(page, 'Choose a package…', file);
  const report = page.getByTestId('package-report');
  await expect(report).toContainText(/[\d,]+ rows of it are new here/);
  await page.getByText('What it holds, table by table').press('Enter');
  await expect(report.getByRole('row').filter({ hasText: 'Readings, as typed' })).toBeVisible();
  await requireClean(page);
  await page.getByRole('button', { name: 'Take it in' }).press('Enter');
  await expect(page.getByTestId('package-taken')).toContainText('Taken in');
  // The tray knows the pairs that came; spreads and slopes are worked out beside.
  await expect(page.getByRole('complementary')).toContainText('BR-07');
  await expect
    .poll(async () => {
      await open(page, empty, '/sheets/kestvane-kerb?label=eu-42&view=reader');
      await settled(page);
      return figuresOf(page);
    })
    .toBe(before);

  // The same once more adds nothing.
  await open(page, empty, '/lab/whole');
  await chooseFile(page, 'Choose a package…', file);
  await expect(page.getByTestId('package-report')).toContainText('All of it is here already');
});

test('what two labs say differently is answered one by one', { tag: '@long' }, async ({
  page,
  demo,
  empty,
}) => {
  const file = join(demo.folder, 'part.zip');
  const { body } = {
    body: await page.request.get(`${demo.address}/api/package?editions=kestvane-kerb`),
  };
  writeFileSync(file, await body.body());
  await open(page, empty, '/lab/whole');
  await chooseFile(page, 'Choose a package…', file);
  await expect(page.getByTestId('package-report')).toContainText('A part of a lab (kestvane-kerb)');
  await page.getByRole('button', { name: 'Take it in' }).press('Enter');
  await expect(page.getByTestId('package-taken')).toContainText('Taken in');
  // The note of a pair is changed here, and the package says what it said before.
  const record = await (await page.request.get(`${empty.address}/api/pairs/KK-01`)).json();
  await open(page, empty, '/pairs/KK-01/receive');
  const note = page.getByRole('textbox', { name: 'Note' });
  await note.fill('sole yellowed');
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect
    .poll(
      async () =>
        (await (await page.request.get(`${empty.address}/api/pairs/KK-01`)).json()).pair.note,
    )
    .toBe('sole yellowed');
  await open(page, empty, '/lab/whole');
  await chooseFile(page, 'Choose a package…', file);
  const asked = page.getByRole('region', { name: 'What the two labs say differently' });
  await expect(asked).toContainText('pair KK-01');
  await expect(asked.getByRole('radio', { name: 'Keep ours' })).toBeChecked();
  await requireClean(page);
  await asked.getByRole('radio', { name: 'Keep ours' }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(asked.getByRole('radio', { name: 'Take theirs' })).toBeChecked();
  await page.getByRole('button', { name: 'Take it in' }).press('Enter');
  await expect(page.getByTestId('package-taken')).toContainText('1 changed');
  const after = await (await page.request.get(`${empty.address}/api/pairs/KK-01`)).json();
  expect(after.pair.note).toBe(record.pair.note);
});

test('a foreign table is mapped, refused, mended and taken; the next one is known', async ({
  page,
  demo,
}) => {
  const file = join(demo.folder, 'list.csv');
  const write = (lines: string[]) => writeFileSync(file, `${lines.join('\n')}\n`);
  write(['Brand,Shoe,Heaviness,Purpose', 'Tarnhus,Quay,281,walking', 'Tarnhus,Pier,light,walking']);
  await open(page, demo, '/lab/tables');
  await chooseFile(page, 'Choose a table…', file);
  const report = page.getByTestId('table-report');
  await expect(report).toContainText('2 lines would be added');
  // What is not guessed is said: by keyboard, in the unit of the column.
  await page.getByRole('combobox', { name: 'What Heaviness is' }).fill('Mass');
  await page.getByRole('option', { name: 'Mass', exact: true }).waitFor();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Unit of Heaviness' }).fill('g');
  await page.keyboard.press('Tab');
  await expect(report).toContainText('1 line cannot be read');
  await expect(report.getByRole('row').nth(1)).toContainText('“light” is no figure of mass');
  await expect(page.getByRole('button', { name: /^Take in/ })).toHaveCount(0);
  // The list of the next column opened with its field.
  await page.keyboard.press('Escape');
  await expect(page.getByRole('listbox')).toHaveCount(0);
  await requireClean(page);
  write(['Brand,Shoe,Heaviness,Purpose', 'Tarnhus,Quay,281,', 'Tarnhus,Pier,305,']);
  await chooseFile(page, 'Choose a table…', file);
  await page.getByRole('combobox', { name: 'What Heaviness is' }).fill('Mass');
  await page.getByRole('option', { name: 'Mass', exact: true }).click();
  await page.getByRole('textbox', { name: 'Unit of Heaviness' }).fill('g');
  await page.keyboard.press('Tab');
  await expect(report).toContainText('Tarnhus Quay, new, 1 claim');
  await page.getByRole('button', { name: 'Take in 2 lines' }).press('Enter');
  await expect(page.getByTestId('table-taken')).toContainText('2 lines taken in');
  await open(page, demo, '/shelf?words=tarnhus+quay');
  await expect(page.getByRole('row').filter({ hasText: 'Tarnhus Quay' })).toContainText('281');

  await open(page, demo, '/lab/tables');
  write(['Brand,Shoe,Heaviness,Purpose', 'Tarnhus,Wharf,290,']);
  await chooseFile(page, 'Choose a table…', file);
  await expect(page.getByText('A table with these heads was taken before')).toBeVisible();
  await expect(report).toContainText('Tarnhus Wharf, new, 1 claim');
});

test('the lab is backed up, changed and restored after its backup was inspected', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/lab/copies');
  await page.getByRole('button', { name: 'Back up now' }).press('Enter');
  await expect(page.getByText('Backup made and checked')).toBeVisible();
  await page.getByRole('textbox', { name: 'Second folder' }).fill('/no/such/folder');
  await page.getByRole('button', { name: 'Save settings' }).press('Enter');
  await expect(
    page.getByText(/There is no folder .*make it, or mount its disk, first/),
  ).toBeVisible();
  await open(page, demo, '/lab/people');
  await page.getByRole('textbox', { name: 'Code' }).first().fill('T9');
  await page.keyboard.press('Enter');
  await expect(page.getByText('T9').first()).toBeVisible();

  await open(page, demo, '/lab/copies');
  const moment = page.getByRole('row').filter({ hasText: 'made by hand' });
  await moment.getByRole('button', { name: /^Inspect/ }).press('Enter');
  const inside = page.getByTestId('copy-look');
  await expect(inside).toContainText('1 change of this lab is not in the backup');
  await expect(inside.getByRole('row').filter({ hasText: 'Readings' })).toContainText(/[\d,]{4,}/);
  await requireClean(page);
  // Writing is shut first, so that what would be lost stays as it is shown.
  await inside.getByRole('button', { name: 'Restore this backup…' }).press('Enter');
  await expect(inside.getByText('Writing is stopped')).toBeVisible();
  const shut = await page.request.get(`${demo.address}/api/health`);
  expect((await shut.json()).trouble).toMatch(/about to be restored/);
  await inside.getByRole('button', { name: 'Cancel' }).press('Enter');
  await expect(inside.getByRole('button', { name: 'Restore this backup…' })).toBeVisible();
  const again = await page.request.get(`${demo.address}/api/health`);
  expect((await again.json()).trouble).toBeNull();
  await inside.getByRole('button', { name: 'Restore this backup…' }).press('Enter');
  await inside.getByRole('button', { name: /^Restore this backup, keep/ }).press('Enter');
  await expect(page.getByRole('row').filter({ hasText: 'replaced by a restore' })).toBeVisible();
  await open(page, demo, '/lab/people');
  await settled(page);
  await expect(page.getByText('T9')).toHaveCount(0);

  const foreign = join(demo.folder, 'foreign.db');
  writeFileSync(foreign, 'nothing that a bench could read');
  await open(page, demo, '/lab/copies');
  await chooseFile(page, 'Open a database file…', foreign);
  await expect(page.getByRole('alert')).toContainText(/cannot be restored; nothing was replaced/);
});
