/** A pair tried on: on a phone to the swap, at the bench by keyboard, and decided otherwise. */
import { expect, open, test } from './bench.ts';

test('on a phone a try-on comes to a swap, and stands on the pair', async ({ page, demo }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, demo, '/pairs/KK-03/fit');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Does it fit?');
  const bar = page.getByRole('link', { name: /Not known yet/ });
  await expect(bar).toBeVisible();
  await page.getByRole('combobox', { name: 'Tried on by' }).selectOption('T3');
  await page.getByRole('group', { name: 'Room before the longest toe' }).getByText('right').click();
  await page.getByRole('group', { name: 'Sore' }).getByRole('button', { name: 'edges' }).click();
  await page.getByRole('link', { name: 'Swap for EU 42 wide: too narrow, not too short' }).click();
  const verdict = page.getByRole('region', { name: 'What it comes to' });
  await expect(verdict.getByRole('heading', { name: 'Too narrow, not too short' })).toBeVisible();
  await expect(verdict.getByRole('img', { name: /sore: edges/ })).toBeVisible();
  await verdict.getByRole('button', { name: 'Tried, no help: the wider build, same size' }).click();
  await expect(verdict.getByText('tried: it did not help')).toBeVisible();
  await verdict.getByRole('button', { name: 'Swap for EU 42 wide', exact: true }).click();
  await expect(page.getByText('Kept: Swap for EU 42 wide.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Try-ons before' })).toContainText('T3');
  await expect(page.getByRole('link', { name: 'Fit swap' })).toBeVisible();
});

test('at the bench by keys alone: a new tester, a gap in mm, answers kept through a reload', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-05/fit');
  const tester = page.getByRole('textbox', { name: 'or a new tester' });
  await tester.focus();
  await page.keyboard.type('T9');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Tried on by' })).toHaveValue('T9');
  const room = page.getByRole('group', { name: 'Room before the longest toe' });
  const mm = page.getByRole('textbox', { name: 'or mm' }).first();
  await mm.focus();
  await page.keyboard.type('300');
  await expect(page.getByText('a length in mm, up to 80')).toBeVisible();
  await mm.fill('12');
  await room.getByRole('button', { name: 'long' }).focus();
  const heel = page.getByRole('group', { name: 'The heel lifts' });
  await heel.getByRole('button', { name: 'none' }).press('Space');
  await page
    .getByRole('group', { name: 'Width at the ball' })
    .getByRole('button', { name: 'right' })
    .press('Enter');
  const verdict = page.getByRole('region', { name: 'What it comes to' });
  await expect(verdict.getByRole('heading', { name: 'True to size' })).toBeVisible();
  await page.reload();
  await expect(verdict.getByRole('heading', { name: 'True to size' })).toBeVisible();
  await expect(heel.getByRole('button', { name: 'none' })).toHaveAttribute('aria-pressed', 'true');
  // A person may decide otherwise than the rules.
  await verdict.getByRole('button', { name: 'Return it' }).press('Enter');
  await expect(page.getByText('Kept: Return it, decided otherwise.')).toBeVisible();
  await page.getByRole('button', { name: /^Withdraw the try-on of T9/ }).press('Enter');
  await expect(page.getByText('withdrawn: withdrawn at the bench')).toBeVisible();
});

test('a pair that failed its match is no question of fit', async ({ page, demo }) => {
  await open(page, demo, '/pairs/BR-13/fit');
  const verdict = page.getByRole('region', { name: 'What it comes to' });
  await expect(verdict.getByRole('heading', { name: 'Not a pair' })).toBeVisible();
  await expect(verdict).toContainText('return it');
});

test('try-ons of one tester say what changed since', { tag: '@long' }, async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-01/fit');
  await expect(page.getByRole('region', { name: 'Try-ons before' })).toContainText(
    'heel a little → none',
  );
});

test('a tester’s feet are kept with a known shoe, asked about where odd, exported and erased', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/lab/people');
  await page.getByRole('link', { name: 'T6' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Tester T6' })).toBeVisible();
  const left = page.getByRole('textbox', { name: 'Left, length' });
  await left.fill('26');
  await page.getByRole('button', { name: 'Keep the feet' }).click();
  await expect(page.getByText('Is 26 cm, or a size?')).toBeVisible();
  await left.fill('26.1 cm');
  await page.getByRole('textbox', { name: 'Right, length' }).fill('271');
  await expect(page.getByText('The feet differ by 10 mm')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the feet' }).press('Enter');
  await expect(left).toHaveValue('261 mm');
  await page.getByRole('combobox', { name: 'A known shoe' }).fill('kerb');
  await page.getByRole('option', { name: 'Kestvane Kerb', exact: true }).click();
  await page.getByRole('textbox', { name: 'Label', exact: true }).fill('EU 42');
  await page.getByRole('button', { name: 'Add it' }).press('Enter');
  await expect(page.getByRole('row', { name: /Kestvane Kerb/ })).toContainText('EU 42');
  const exported = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export what is known' }).click();
  expect((await exported).suggestedFilename()).toBe('tester-T6.json');
  await page.getByRole('button', { name: 'Erase feet and known shoes…' }).press('Enter');
  await expect(page.getByRole('alert')).toContainText('Daily copies made before today');
  await page.getByRole('button', { name: 'Erase them' }).click();
  await expect(page.getByText('None yet. A shoe that fits tells more')).toBeVisible();
  await expect(page.getByRole('link', { name: 'WL-05', exact: true })).toBeVisible();
});

test('a known shoe in one line leads to the label in another model, with its evidence', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/fit/labels');
  const line = page.getByRole('textbox', { name: 'A shoe that is known to fit, in one line' });
  await line.fill('12 regular in Norrolt Stairwell, mid fits, wide foot');
  await page.getByRole('button', { name: 'Read it' }).press('Enter');
  await expect(page.getByText('Read as UK 12, the sizes that it is made in.')).toBeVisible();
  await line.fill('45 regular in Norrolt Stairwell, mid fits');
  await line.press('Enter');
  await expect(page.getByText('Which size, in which system?')).toBeVisible();
  await line.fill('UK 8 in Norrolt Stairwell mid fits, wide foot');
  await line.press('Enter');
  await expect(page.getByText('A wide foot: try the wider build')).toBeVisible();
  await page.getByRole('combobox', { name: 'Wanted' }).fill('Roundsman 2');
  await page.getByRole('option', { name: 'Brindlow Roundsman 2' }).click();
  await expect(page.getByRole('heading', { name: 'Take UK 8.' })).toBeVisible();
  await expect(page.getByText(/^Sure, from UK 8/)).toBeVisible();
  await expect(page.getByRole('img', { name: /How likely each label is/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'The evidence' })).toContainText('known shoe');
  await page.getByRole('combobox', { name: 'It is' }).selectOption('a bit long');
  await expect(page.getByRole('heading', { name: 'Probably take UK 7.5.' })).toBeVisible();
});
