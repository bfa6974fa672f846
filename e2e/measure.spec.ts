import { EDITION_TRUTHS } from '#demo/truths.ts';
import { enter, expect, open, test } from './bench.ts';

const lampround = EDITION_TRUTHS.find((edition) => edition.key === 'lampround');

test('a whole pair from an empty database, measured without the mouse', async ({ page, empty }) => {
  await open(page, empty, '/');
  await expect(page.getByRole('heading', { name: 'Which tools do you own?' })).toBeVisible();
  for (const tool of ['Needle gauge', 'Scale']) {
    await page.getByRole('checkbox', { name: tool }).focus();
    await page.keyboard.press('Space');
  }
  await expect(page.getByText('In-shoe 12 / 75 %, insole in, needle gauge')).toBeVisible();
  await page.getByRole('button', { name: 'Set up the bench' }).focus();
  await page.keyboard.press('Enter');

  await expect(page.getByRole('heading', { name: 'Receive a pair' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Maker' }).focus();
  await page.keyboard.type('Quillmoor');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Lane 2');
  await page.getByRole('textbox', { name: 'Label' }).focus();
  await page.keyboard.type("men's 9");
  await expect(page.getByTestId('labels')).toContainText('UK 8 (8.0)');
  await expect(page.getByTestId('labels')).toContainText('279.4 mm');
  await page.getByLabel('Claimed figures').focus();
  await page.keyboard.type('31/24 mm, 7 mm drop, 11.3 oz / 320 g, men’s 9');
  await expect(page.getByTestId('claims-read')).toContainText('agrees with itself');
  await page.keyboard.press('Control+Enter');

  // The shoes would be held against each other first; this pair is not, without the mouse.
  await expect(page).toHaveURL(/\/pairs\/QL-01\/match$/);
  await expect(page.getByRole('button', { name: 'Begin the check' })).toBeFocused();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/pairs\/QL-01\/measure$/);
  const slip = page.getByRole('complementary', { name: 'Slip' });
  await expect(page.getByRole('textbox', { name: /Mass · left/ })).toBeFocused();
  // Mass left and right, then two of each stack with the shoes in turn.
  for (const figure of [
    '318.5',
    '11.3 oz',
    '31,1',
    '31.0',
    '31.3',
    '31.2',
    '24.2',
    '24.1',
    '24.4',
    '24.3',
  ])
    await enter(page, figure);
  await expect(page.getByTestId('drop')).toHaveText('6.9 ± 0.3 mm');
  await expect(page.getByTestId('drop-claim')).toContainText('agrees');
  await expect(page.getByTestId('drop-claim')).toContainText('basis not stated');
  await expect(slip).toContainText('All saved');
  await expect(slip.getByRole('listitem')).toHaveCount(10);
  await expect(slip).toContainText('typed 11.3 oz');

  // The figure of forefoot, left: 24.2 and 24.4 by hand are 24.3; u² = 0.2²/2 + 0.1²/12 + 0.1² + (0.001·24.3)².
  await expect(page.getByTestId('figure-left')).toHaveText('24.3 ± 0.4 mm');

  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Pair, edition, sheet or step').fill('Sheet: Quillmoor');
  await page.getByRole('dialog').getByText('Quillmoor Lane').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('sheet-drop')).toContainText('6.9');
});

test('odd readings are asked about, corrected and voided by key', async ({ page, demo }) => {
  await open(page, demo, '/pairs/PL-01/measure');
  const field = page.locator('#entry');
  const slip = page.getByRole('complementary', { name: 'Slip' });
  await enter(page, '8.8');
  await expect(page.getByRole('group', { name: 'Is that right?' })).toContainText('oz, not g');
  await page.keyboard.press('c');
  await expect(slip).toContainText('249.5');
  await expect(field).toBeFocused();

  await page.keyboard.press(']');
  await expect(page.getByRole('heading', { name: /Heel stack/ })).toBeVisible();
  await page.keyboard.press('\\');
  await expect(page.getByText('Heel stack · left')).toBeVisible();
  await enter(page, '34.1');
  await enter(page, '341');
  await page.keyboard.press('c');
  await expect(page.getByTestId('figure-right')).toContainText('34.1');

  // A correction supersedes; both stay on the slip.
  await page.keyboard.press('Backspace');
  await expect(field).toHaveValue('34.1 mm');
  await page.keyboard.press('Control+a');
  await enter(page, '34.3');
  await expect(slip).toContainText('corrected');
  await expect(page.getByTestId('figure-right')).toContainText('34.3');

  await page.keyboard.press('v');
  await expect(page.getByLabel('Why?')).toBeFocused();
  await enter(page, 'gauge slipped');
  await expect(slip).toContainText('void: gauge slipped');
  await page.keyboard.press('n');
  await expect(page.getByRole('dialog').getByLabel('Note')).toBeFocused();
  await enter(page, 'left lace knotted');
  await expect(slip).toContainText('Note: left lace knotted');
  await expect(slip).toContainText('All saved');
  expect(lampround?.pairs[0]?.tag).toBe('PL-01');
});

test('what is no figure gets a plain answer and is kept as typed', async ({ page, demo }) => {
  await open(page, demo, '/pairs/PL-01/measure');
  await page.keyboard.press(']');
  for (const [typed, says] of [
    ['31 24', 'several figures'],
    ['31 kg', 'unit of mass'],
    ['thirty', 'not a number'],
    ['1,234', 'could be'],
    ['99999999999999999999999', 'more than ten times what shoes have'],
    ['-31', 'nothing below zero'],
    ['131', 'more than shoes have'],
  ] as const) {
    await page.locator('#entry').fill('');
    await enter(page, typed);
    await expect(page.getByText(says)).toBeVisible();
    await expect(page.locator('#entry')).toHaveValue(typed);
  }
});

test('a pasted column is refused, not joined into one number', async ({ page, demo, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await open(page, demo, '/pairs/PL-01/measure');
  await page.evaluate(() => navigator.clipboard.writeText('31.1\n31.2\n31.0'));
  await page.keyboard.press('Control+v');
  await page.keyboard.press('Enter');
  await expect(page.getByText('column of values')).toBeVisible();
});

test('two readings apart: two more, and the median of four', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/PL-01/measure');
  await page.keyboard.press(']');
  const advice = page.getByText('usually stays within');
  for (const figure of ['34.0', '34.1', '35.0', '34.1']) await enter(page, figure);
  await expect(page.getByText('Heel stack · left')).toBeVisible();
  await expect(advice).toContainText('1.0 mm apart');
  await enter(page, '34.1');
  await enter(page, '34.2');
  await page.keyboard.press('[');
  // The median of 34.0, 35.0, 34.1 and 34.2 is 34.15; their mean would be 34.3.
  await expect(page.getByTestId('figure-left')).toContainText('34.2');
  await expect(page.getByText('Their median stands')).toBeVisible();
});

test('a reload in mid-session loses nothing, not even half a figure', async ({ page, demo }) => {
  await open(page, demo, '/pairs/PL-01/measure');
  await enter(page, '249');
  await enter(page, '250.5');
  await page.keyboard.type('34.');
  await page.reload();
  await expect(page.locator('#entry')).toHaveValue('34.');
  await expect(page.getByText('Heel stack · left')).toBeVisible();
  const slip = page.getByRole('complementary', { name: 'Slip' });
  await expect(slip.getByRole('listitem')).toHaveCount(2);
});

test.describe('started as a user does', () => {
  test.use({ asStarted: true });

  test('readings wait while the server is stopped, and arrive once', async ({ page, demo }) => {
    await open(page, demo, '/pairs/PL-01/measure');
    const slip = page.getByRole('complementary', { name: 'Slip' });
    await enter(page, '249');
    await expect(slip).toContainText('All saved');
    expect(await demo.stop()).toBe(0);
    await enter(page, '250.5');
    await enter(page, '34.2');
    await expect(slip).toContainText('2 waiting to be saved');
    await expect(slip.getByRole('listitem')).toHaveCount(3);
    await expect(page.getByTestId('figure-left')).toContainText('34.2');
    await demo.start();
    await expect(slip).toContainText('All saved');
    const record = await (await page.request.get(`${demo.address}/api/pairs/PL-01`)).json();
    expect(record.sessions).toHaveLength(1);
    expect(record.sessions[0].readings.map((r: { typed: string }) => r.typed)).toEqual([
      '249',
      '250.5',
      '34.2',
    ]);
  });
});

test('readings that wait outlive the tab', async ({ context, page, demo }) => {
  await open(page, demo, '/pairs/PL-01/measure');
  await enter(page, '249');
  const slip = page.getByRole('complementary', { name: 'Slip' });
  await expect(slip).toContainText('All saved');
  await demo.stop();
  await enter(page, '250.5');
  await expect(slip).toContainText('1 waiting to be saved');
  await page.close();
  await demo.start();
  const again = await context.newPage();
  await open(again, demo, '/pairs/PL-01/measure');
  const slipAgain = again.getByRole('complementary', { name: 'Slip' });
  await expect(slipAgain).toContainText('250.5');
  await expect(slipAgain).toContainText('All saved');
});

test('a second tab on the same pair is told, and sees the readings of the first', {
  tag: '@long',
}, async ({ context, page, demo }) => {
  await open(page, demo, '/pairs/PL-01/measure');
  const second = await context.newPage();
  await open(second, demo, '/pairs/PL-01/measure');
  await expect(second.getByText('open in another tab too')).toBeVisible();
  // Each has a hand of its own.
  await page.locator('#entry').fill('36');
  await second.locator('#entry').fill('361');
  await expect(page.locator('#entry')).toHaveValue('36');
  await page.locator('#entry').fill('');
  await second.locator('#entry').fill('');
  await enter(page, '249');
  await expect(
    second.getByRole('complementary', { name: 'Slip' }).getByRole('listitem'),
  ).toHaveCount(1);
});
