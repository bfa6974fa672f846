import { expect, open, test } from './bench.ts';

test('the own order is set by keyboard, one for each use, and the hand stays where it is', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/shelf');
  const lines = (name: string) => page.getByRole('button', { name: `Own place of ${name}:` });
  for (const name of ['Kestvane Kerb', 'Wrenfold Latch Low', 'Tarnhus Lanewalk']) {
    await lines(name).focus();
    await page.keyboard.press('ArrowDown');
    await expect(lines(name)).not.toHaveAccessibleName(/none/);
  }
  await page.getByRole('button', { name: /^Own/, exact: false }).first().click();
  await lines('Tarnhus Lanewalk').focus();
  await page.keyboard.press('ArrowUp');
  await expect(lines('Tarnhus Lanewalk')).toHaveAccessibleName('Own place of Tarnhus Lanewalk: 2');
  await expect(lines('Wrenfold Latch Low')).toHaveAccessibleName(/: 3$/);
  await expect(lines('Tarnhus Lanewalk')).toBeFocused();
  await page.keyboard.press('Delete');
  await expect(lines('Tarnhus Lanewalk')).toHaveAccessibleName(/none/);
  await page.getByLabel('Own order for').selectOption('court');
  await expect(lines('Kestvane Kerb')).toHaveAccessibleName(/none/);
});

test('an edition is dragged before another in the own order', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  // Those of one use stand in sight together.
  await open(page, demo, '/shelf?words=walking');
  const lines = (name: string) => page.getByRole('button', { name: `Own place of ${name}:` });
  await lines('Kestvane Kerb').focus();
  await page.keyboard.press('ArrowDown');
  await expect(lines('Kestvane Kerb')).toHaveAccessibleName(/: 1$/);
  const from = await lines('Wrenfold Latch Low').boundingBox();
  const to = await lines('Kestvane Kerb').boundingBox();
  if (!from || !to) throw new Error('no lines to drag by');
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  // A hand is slower than the page: what it is over is worked out between two frames.
  const frames = () =>
    page.evaluate(
      () =>
        new Promise<void>((resolve) => {
          requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(resolve, 60)));
        }),
    );
  await page.mouse.move(from.x + 20, from.y - 20, { steps: 4 });
  await frames();
  await page.mouse.move(to.x + 20, to.y + 8, { steps: 8 });
  await frames();
  await page.mouse.move(to.x + 20, to.y + 6);
  await frames();
  await page.mouse.up();
  await expect(lines('Wrenfold Latch Low')).toHaveAccessibleName(/: 1$/);
  await expect(lines('Kestvane Kerb')).toHaveAccessibleName(/: 2$/);
});

test('the pairs of a tester stand as rows, and an address may hold nonsense', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/shelf');
  await page.getByLabel('Rows', { exact: true }).selectOption('T4');
  await expect(page.getByRole('link', { name: 'KK-03 Kestvane Kerb' })).toBeVisible();
  await page.goto(
    `${demo.address}/shelf?columns=beauty,mass&x=nope&y=&group=colour&sort=charm&words=under+40`,
  );
  await expect(page.getByText(/of what\?/)).toBeVisible();
  await expect(page.getByRole('columnheader', { name: /Mass/ })).toBeVisible();
});

test('an empty bench says what goes on the shelf, in comparisons and on sheets', async ({
  page,
  empty,
}) => {
  await page.request.post(`${empty.address}/api/lab/setup`, {
    headers: { 'emvex-change': '0199d2f0-0000-7000-8000-000000000001' },
    data: { tools: ['scale'] },
  });
  await open(page, empty, '/shelf');
  await expect(page.getByText('Every edition stands here')).toBeVisible();
  await page.goto(`${empty.address}/one-or-two`);
  await expect(page.getByText(/Not known: no model for/)).toBeVisible();
  await page.goto(`${empty.address}/tags`);
  await expect(page.getByText('No pair on the table answers to that.')).toBeVisible();
  await page.goto(`${empty.address}/compare`);
  await expect(page.getByText('Choose two to ten editions')).toBeVisible();
});
