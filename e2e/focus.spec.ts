/** The focus goes back to where the hand was, whatever vanished under it. */
import type { Page } from '@playwright/test';
import { enter, expect, open, test } from './bench.ts';

/** What has the focus, by its id, name or text; `page` where nothing has. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const held = document.activeElement;
    if (!held || held === document.body) return 'page';
    return held.id || held.getAttribute('aria-label') || held.textContent?.trim() || held.tagName;
  });

const settles = (page: Page) => expect.poll(() => focused(page));

test('dialogs, notes and finished sittings give the hand back to the field', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-05/measure');
  await page.locator('#entry').waitFor();
  await page.keyboard.press('?');
  await page.getByRole('dialog').waitFor();
  await page.keyboard.press('Escape');
  await settles(page).toBe('entry');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Pair, edition, sheet or step').waitFor();
  await page.keyboard.press('Escape');
  await settles(page).toBe('entry');
  // A digit reaches the field from wherever the focus is.
  await page.getByRole('link', { name: /^Emvex/ }).focus();
  await page.keyboard.press('3');
  await expect(page.locator('#entry')).toHaveValue('3');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Finish session' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Finish session' }).click();
  await settles(page).toBe('entry');
  await page.getByRole('link', { name: /^Emvex/ }).focus();
  await page.keyboard.press('4');
  await expect(page.locator('#entry')).toHaveValue('4');
});

test('forms that are done leave the focus beside them', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-05/receive');
  await page.getByLabel('Add claimed figures').fill('31 mm heel');
  await page.getByRole('button', { name: 'Add claims' }).click();
  await expect(page.getByRole('cell', { name: /^31 mm/ }).first()).toBeVisible();
  await settles(page).not.toBe('page');
  await page.getByLabel('Remark').or(page.getByLabel('Note')).first().fill('box kept');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await settles(page).not.toBe('page');
  await page.goto(`${demo.address}/lab`);
  await page.getByRole('link', { name: 'Needle gauge' }).first().click();
  await page.getByRole('button', { name: 'List what it touched' }).click();
  await page.getByTestId('recall').waitFor();
  await settles(page).not.toBe('page');
});

test('a check that is looked at keeps the focus in it', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-02/match');
  await page.getByRole('button', { name: 'Begin the check' }).click();
  await settles(page).toBe('match-entry');
  await page.getByRole('button', { name: 'All sound' }).click();
  await settles(page).not.toBe('page');
  await page.getByRole('textbox', { name: 'Label, as read, left' }).focus();
  await enter(page, 'UK 8');
  await settles(page).toBe('match-entry');
});

test('a menu gives the focus back to its button, the first time too', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/sheets');
  for (const name of ['Who is at the bench?', 'Units']) {
    const button = page.getByRole('button', { name, exact: true });
    for (const _ of ['fetched', 'at hand']) {
      await button.focus();
      await page.keyboard.press('Enter');
      // The arrow speaks to the menu only once the focus has gone into it, a moment after it opens.
      await page.locator('[role=menu]:focus-within').waitFor();
      await page.keyboard.press('ArrowDown');
      await expect(page.getByRole('menuitem').first()).toBeFocused();
      await page.keyboard.press('Escape');
      await expect(button).toBeFocused();
    }
  }
});
