import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, open, settled, test } from './bench.ts';
import { goWithin, LIVE, restless, VIEWS } from './views.ts';

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/**
 * The run over what is shown, in the page itself: no page of ours holds another's, so nothing is
 * gathered from frames, which takes as long as the run.
 */
function axeOn(page: Page): AxeBuilder {
  return new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();
}

/** In `npm test` every other view of a part: the colours of the dark theme are the same on all. */
const isLookedAtInTheDark = (index: number) =>
  !process.env.EMVEX_SHORT || Math.floor(index / PARTS) % 2 === 0;

// In three parts, so that three hands carry them.
const PARTS = 3;
for (let part = 0; part < PARTS; part += 1)
  test(`every view rests, and passes the accessibility run, light and dark (${part + 1} of ${PARTS})`, {
    tag: part === 0 ? [] : ['@long'],
  }, async ({ page, demo }) => {
    for (const [index, [name, path]] of VIEWS.entries()) {
      if (index % PARTS !== part) continue;
      // The tray is the same beside every view, and has more elements than most: it is looked at once.
      const axe = () =>
        index === 0 ? axeOn(page) : axeOn(page).exclude('aside[aria-label="Tray"]');
      await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
      if (index === part) await open(page, demo, path);
      else await goWithin(page, path);
      await settled(page);
      if (!LIVE.includes(name)) expect(await restless(page), `${name} at rest`).toEqual([]);
      for (const scheme of isLookedAtInTheDark(index)
        ? (['light', 'dark'] as const)
        : (['light'] as const)) {
        await page.emulateMedia({ colorScheme: scheme });
        await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', scheme);
        // The dark theme is other colours on the same page: all else was looked at in the light.
        const { violations } = await (scheme === 'light'
          ? axe().withTags(RULES)
          : axe().withRules(['color-contrast'])
        ).analyze();
        expect(
          violations.map(({ id, nodes }) => `${name}, ${scheme}: ${id}: ${nodes[0]?.html}`),
          name,
        ).toEqual([]);
      }
    }
  });

/** What opens over a page, and the hand that opens it. */
const DIALOGS: [name: string, path: string, open: (page: Page) => Promise<void>][] = [
  ['keys', '/sheets', (page) => page.keyboard.press('?')],
  ['go to', '/sheets', (page) => page.keyboard.press('Control+k')],
  [
    'a reported figure',
    '/sheets/kestvane-kerb?label=eu-42',
    (page) => page.getByRole('button', { name: 'Add a reported figure' }).click(),
  ],
  [
    'a claim put right',
    '/editions/norrolt-stairwell-mid-cut',
    (page) => page.getByRole('button', { name: 'Correct the claim 415 g' }).click(),
  ],
  [
    'two that are the same',
    '/editions/norrolt-stairwell-low-cut',
    async (page) => {
      await page.getByRole('combobox', { name: 'It is the same as' }).fill('mid cut');
      await page.getByRole('option', { name: 'Norrolt Stairwell, mid cut' }).click();
    },
  ],
  [
    'an outing that is changed',
    '/pairs/KK-06/wear',
    (page) =>
      page
        .getByRole('button', { name: /^Change the outing/ })
        .first()
        .click(),
  ],
  [
    'a sitting of another pair',
    '/pairs/NS-02/receive',
    (page) =>
      page
        .getByRole('button', { name: /to another pair$/ })
        .first()
        .click(),
  ],
];

test('what opens over a page passes the accessibility run', async ({ page, demo }) => {
  test.setTimeout(120_000);
  for (const [name, path, openIt] of DIALOGS) {
    await open(page, demo, path);
    await settled(page);
    await openIt(page);
    await page.getByRole('dialog').waitFor();
    await settled(page);
    const { violations } = await axeOn(page).include('[role="dialog"]').withTags(RULES).analyze();
    expect(
      violations.map(({ id, nodes }) => `${name}: ${id}: ${nodes[0]?.html}`),
      name,
    ).toEqual([]);
  }
});

test('the first start passes the accessibility run', async ({ page, empty }) => {
  await open(page, empty, '/');
  await page.getByRole('heading', { level: 1 }).waitFor();
  const { violations } = await axeOn(page).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
});

test('keys are explained, and go-to reaches any pair', async ({ page, demo }) => {
  await open(page, demo, '/sheets');
  await page.getByRole('heading', { name: 'Sheets' }).waitFor();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('go to any pair');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Pair, edition, sheet or step').fill('TF-02');
  await page.getByRole('dialog').getByText('TF-02 Tarnhus').waitFor();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/pairs\/TF-02\/measure/);
});

test('receive, match and sheet fit a phone', async ({ page, demo }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  for (const path of [
    '/receive',
    '/pairs/NS-06/match',
    '/sheets/kestvane-kerb?label=eu-42',
    '/pairs/NS-05/measure',
    '/pairs/NS-05/fit',
    '/fit/foot?tester=T4',
    '/fit/insoles',
    '/editions/pelloway-gravel-lane/fit',
    '/testers/T4',
    '/pairs/KK-04/wear',
  ]) {
    await open(page, demo, path);
    await page.getByRole('heading', { level: 1 }).waitFor();
    const wide = await page.evaluate(
      () =>
        document.querySelector('main')!.scrollWidth - document.querySelector('main')!.clientWidth,
    );
    expect(wide, path).toBeLessThanOrEqual(1);
  }
  await page.getByRole('button', { name: 'Tray' }).click();
  await expect(page.getByRole('dialog').getByRole('link').first()).toBeVisible();
});
