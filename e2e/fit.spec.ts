/** A pair tried on: on a phone to the swap, at the bench by keyboard, and decided otherwise. */
import { expect, open, test } from './bench.ts';

test('on a phone a try-on comes to a swap, and stands on the pair', async ({ page, demo }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, demo, '/pairs/KK-03/fit');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Does it fit?');
  const bar = page.getByRole('link', { name: /cannot tell/ });
  await expect(bar).toBeVisible();
  await page.getByRole('combobox', { name: 'Tried on by' }).selectOption('T3');
  await page.getByRole('group', { name: 'Room before the longest toe' }).getByText('right').click();
  await page.getByRole('group', { name: 'Sore' }).getByRole('button', { name: 'edges' }).click();
  await page.getByRole('link', { name: 'Swap for EU 42 wide: too narrow, not too short' }).click();
  const verdict = page.getByRole('region', { name: 'What it comes to' });
  await expect(verdict.getByRole('heading', { name: 'Too narrow, not too short.' })).toBeVisible();
  await expect(verdict.getByRole('img', { name: /sore: edges/ })).toBeVisible();
  await verdict
    .getByRole('button', { name: 'Tried, no help: the wider build, same label' })
    .click();
  await expect(verdict.getByText('tried: it did not help')).toBeVisible();
  await verdict.getByRole('button', { name: 'Swap for EU 42 wide', exact: true }).click();
  await expect(page.getByText('Kept: Swap for EU 42 wide.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Try-ons before' })).toContainText('T3');
  await expect(page.getByRole('link', { name: 'Fit swap' })).toBeVisible();
});

test('at the bench by keys alone: a new tester, a gap in mm, answers kept through a reload', async ({
  page,
  demo,
}) => {
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
  await expect(verdict.getByRole('heading', { name: 'True to size.' })).toBeVisible();
  await page.reload();
  await expect(verdict.getByRole('heading', { name: 'True to size.' })).toBeVisible();
  await expect(heel.getByRole('button', { name: 'none' })).toHaveAttribute('aria-pressed', 'true');
  // A person may decide otherwise than the rules.
  await verdict.getByRole('button', { name: 'Let it go' }).press('Enter');
  await expect(page.getByText('Kept: Let it go, decided otherwise.')).toBeVisible();
  await page.getByRole('button', { name: /^Withdraw the try-on of T9/ }).press('Enter');
  await expect(page.getByText('withdrawn: withdrawn at the bench')).toBeVisible();
});

test('a pair that failed its match is no question of fit', async ({ page, demo }) => {
  await open(page, demo, '/pairs/BR-13/fit');
  const verdict = page.getByRole('region', { name: 'What it comes to' });
  await expect(verdict.getByRole('heading', { name: 'Not a pair.' })).toBeVisible();
  await expect(verdict).toContainText('send it back');
});

test('try-ons of one tester say what changed since', async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-01/fit');
  await expect(page.getByRole('region', { name: 'Try-ons before' })).toContainText(
    'heel a little → none',
  );
});
