/** The walk along a shoe, by keyboard alone; what it says on the sheet and in a comparison. */
import { expect, open, test } from './bench.ts';

test('a walk by keyboard: a sibling’s answers are confirmed by looking, others are said', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/KK-03/walk');
  await expect(page.getByRole('heading', { name: 'Which foam?' })).toBeVisible();
  await expect(page.getByText('Its sibling KK-01 has EVA, seen.')).toBeVisible();
  await expect(page.getByRole('button', { name: '1 EVA' })).toBeFocused();
  await page.keyboard.press('Enter');
  // Nothing is said by Enter where the hand has not been led to an answer.
  const said = page.getByRole('complementary', { name: 'Said so far' });
  await expect(said.getByRole('button', { name: 'Foam EVA' })).toBeVisible();
  await expect(
    page.getByRole('heading', { name: 'How much of the sole is rubber?' }),
  ).toBeVisible();
  await page.keyboard.press('3');
  await expect(said.getByRole('button', { name: 'Rubber covers in patches' })).toBeVisible();

  // A part by another of its names, a word of one's own, and a number.
  await page.keyboard.press('/');
  await page.keyboard.type('sockliner');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Does the footbed come out?' })).toBeVisible();
  await page.keyboard.press('w');
  await page.keyboard.type('held by a strip');
  await page.keyboard.press('Enter');
  await expect(said.getByRole('button', { name: 'Footbed held by a strip' })).toBeVisible();

  // As stated, and seen otherwise.
  await page.keyboard.press('/');
  await page.keyboard.type('carbon plate');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Is there a plate?' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(said.getByText('seen otherwise: stated none')).toBeVisible();

  // The last answer is corrected, and what cannot be seen is said.
  await page.keyboard.press('Backspace');
  await expect(page.getByRole('heading', { name: 'Is there a plate?' })).toBeVisible();
  await page.keyboard.press('0');
  await expect(said.getByText('seen otherwise: stated none')).toBeHidden();
  await expect(said.getByRole('button', { name: 'Plate cannot be seen' })).toBeVisible();
  await page.reload();
  await expect(said.getByRole('button', { name: 'Footbed held by a strip' })).toBeVisible();
});

test('answers that exclude each other are asked about, and nothing is kept of them', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/KK-01/walk');
  await page.getByRole('button', { name: /Plate reaches/ }).click();
  await page.keyboard.press('1');
  await expect(page.getByRole('alert')).toContainText('Plate: none, and Plate reaches: forefoot');
  await expect(page.getByRole('button', { name: 'Plate reaches not looked' })).toBeVisible();
});

test('a stated plate that was seen otherwise stands on the sheet, and builds are told apart', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/sheets/pelloway-gravel-lane');
  const made = page.getByRole('region', { name: 'Made of' });
  await expect(made.getByText('plastic; stated carbon')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Claimed in words' })).toContainText(
    'contradicted',
  );
  await expect(page.getByRole('region', { name: 'What that says' })).toContainText('Caution');
  await page.goto(`${demo.address}/compare?editions=kestvane-kerb,kestvane-kerb-wide-build`);
  const otherwise = page.getByRole('region', { name: 'Made otherwise' });
  await expect(otherwise.getByRole('row', { name: /Plate/ })).toContainText('plastic');
});

test('the protocol of its use is offered first, and what it is for is said at receipt', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/WL-05/measure');
  const groups = page.getByRole('combobox', { name: 'Protocol' }).locator('optgroup');
  await expect(groups.first()).toHaveAttribute('label', 'For this use');
  await expect(groups.first().locator('option')).toHaveText(['Court', 'Walking and work']);
  await page.goto(`${demo.address}/receive`);
  await page.getByRole('combobox', { name: 'What it is for' }).click();
  await page.getByRole('option', { name: 'trekking' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('trekking')).toBeVisible();
});

test('a rival that nobody has is kept by what is stated of it, and compared with open marks', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/compare?editions=tarnhus-lanewalk,tarnhus-lanewalk-2');
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
  await expect(row('Heel stack')).toContainText('as stated, noticeable');
  await expect(row('Heel stack')).toContainText('measure heel stack to be sure');
  await page.getByRole('link', { name: 'One without a pair…' }).click();
  await page.getByRole('combobox', { name: 'Maker' }).fill('Kestvane');
  await page.getByRole('combobox', { name: /^Model/ }).fill('Kerb');
  await page.getByLabel('What is stated').fill('24/20 mm, 4 mm drop, 260 g, gel pods');
  await expect(page.getByText('Read: 4 figures')).toBeVisible();
  await page.getByRole('button', { name: 'Keep this edition' }).click();
  await expect(page.getByText('where it is stated: a box, a web page, a letter')).toBeVisible();
  await page.getByLabel('Stated where').fill('web page');
  await page.getByRole('button', { name: 'Keep this edition' }).click();
  // The name is in the book: what was typed stays.
  await expect(page.getByText('Kestvane Kerb is in the book already.').first()).toBeVisible();
  await page.getByLabel('Edition', { exact: true }).fill('light build');
  await page.getByRole('button', { name: 'Keep this edition' }).click();
  await expect(page).toHaveURL(/compare\?editions=.*kestvane-kerb-light-build/);
  await expect(row('Mass')).toContainText('260 g, claimed, web page');
});
