import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, open, settled, test } from './bench.ts';

const VIEWS: [name: string, path: string][] = [
  ['receive', '/receive'],
  ['a pair received', '/pairs/KK-01/receive'],
  ['the walk along a shoe', '/pairs/KK-03/walk'],
  ['a check under way', '/pairs/NS-06/match'],
  ['a check decided', '/pairs/BR-13/match'],
  ['a check to begin', '/pairs/PL-01/match'],
  ['return note', '/pairs/BR-13/return-note'],
  ['decision as issued', '/pairs/BR-11/decision'],
  ['a pair tried on', '/pairs/NS-01/fit'],
  ['a tester', '/testers/T1'],
  [
    'from label to label',
    '/fit/labels?from=norrolt-stairwell-mid-cut&to=brindlow-roundsman-2&label=uk-8',
  ],
  ['all labels', '/fit/matrix'],
  ['what to take for a foot', '/fit/foot?tester=T4&sock=thick'],
  ['the label ruler', '/fit/ruler'],
  ['lacing', '/fit/lacing?edition=norrolt-stairwell-mid-cut'],
  ['insoles and laces', '/fit/insoles'],
  ['true to its label', '/editions/pelloway-gravel-lane/fit'],
  ['a worn pair', '/pairs/KK-04/wear'],
  ['what is due', '/due'],
  ['a fair panel', '/panel'],
  ['which pair tomorrow', '/testers/T1/rotation'],
  ['how long an edition lasts', '/editions/kestvane-kerb/life'],
  ['looks and lives', '/lab/wear'],
  ['the hall', '/lab/hall'],
  ['measure', '/pairs/NS-05/measure'],
  ['sheets', '/sheets'],
  ['sheet', '/sheets/wrenfold-latch-low?label=uk-8'],
  ['sheet for a reader', '/sheets/kestvane-kerb?label=eu-42&view=reader'],
  ['words of a sheet', '/sheets/norrolt-stairwell-mid-cut?label=uk-8&view=write'],
  ['card of a sheet', '/sheets/kestvane-kerb?label=eu-42&view=card'],
  ['shelf', '/shelf?words=under+320+g,+drop+4+to+6'],
  ['one pair or two', '/one-or-two'],
  ['tags', '/tags'],
  ['calculators', '/guide/calculators'],
  ['a calculator', '/guide/calculators/carry'],
  [
    'compare',
    '/compare?editions=norrolt-stairwell-mid-cut,wrenfold-latch-low,pelloway-gravel-lane',
  ],
  [
    'many editions against a yardstick',
    '/compare?editions=norrolt-stairwell-mid-cut,wrenfold-latch-low,pelloway-gravel-lane,kestvane-kerb,tarnhus-lanewalk,brindlow-roundsman-3',
  ],
  ['instruments', '/lab'],
  ['a new instrument', '/lab/instruments/new'],
  ['protocols', '/lab/protocols'],
  ['a new protocol', '/lab/protocols/new'],
  ['quantities', '/lab/quantities'],
  ['tolerances', '/lab/tolerances'],
  ['people', '/lab/people'],
  ['record of changes', '/lab/changes'],
  ['tables of others', '/lab/tables'],
  ['the whole lab', '/lab/whole'],
  ['copies of the book', '/lab/copies'],
  ['pairs held against each other', '/pairs/NS-01/match/against/NS-06'],
  ['a delivery', '/deliveries/tarnhus-lanewalk/L2-402'],
  ['an edition', '/editions/kestvane-kerb'],
  ['an edition without a pair', '/editions/new'],
  ['a line of versions', '/editions/brindlow-roundsman-3/line'],
  ['the wish list', '/wishes'],
  ['uses', '/lab/uses'],
  ['files', '/lab/files'],
  ['pairs studied', '/studies?edition=tarnhus-lanewalk&quantity=heel-stack'],
  ['sides studied', '/studies/sides'],
  ['gauges studied', '/studies/gauges'],
  ['two methods', '/studies/methods'],
  ['planner', '/studies/planner'],
  ['guide', '/guide'],
  ['the shoe, part by part', '/guide/shoe/counter'],
  ['rules of a use', '/guide/uses/court'],
  [
    'a choice',
    '/guide/choose?use=trekking&aim=long+ways+with+a+load&matters=protection,dry+feet&second=walking+and+work',
  ],
  ['what an edition suits', '/guide/suits/kestvane-kerb?aim=rounds+on+foot'],
  ['schools', '/guide/schools'],
  ['words', '/guide/words'],
  ['practice', '/guide/practice'],
  ['a round of practice', '/guide/practice/measure'],
  ['the booklet', '/guide/booklet'],
  ['five minutes with a pair', '/guide/tour/PL-01'],
  ['the desk', '/desk'],
];

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/**
 * The run over what is shown, in the page itself: no page of ours holds another's, so nothing is
 * gathered from frames, which takes as long as the run.
 */
function axeOn(page: Page): AxeBuilder {
  return new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();
}

const NOWHERE = 'Nothing here';

/**
 * Goes to an address as a link of the page does, by way of none: the program is read once and not for every view, and
 * nothing of the view before is left.
 */
async function goWithin(page: Page, path: string): Promise<void> {
  const push = (address: string) =>
    page.evaluate((to) => {
      window.history.pushState(null, '', to);
      window.dispatchEvent(new PopStateEvent('popstate', { state: null }));
    }, address);
  await push('/nowhere');
  await page.waitForFunction((title) => document.title.startsWith(title), NOWHERE);
  await push(path);
  await page.waitForFunction((title) => !document.title.startsWith(title), NOWHERE);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
}

// In three parts, so that three hands carry them.
const PARTS = 3;
for (let part = 0; part < PARTS; part += 1)
  test(`every view passes the accessibility run, light and dark (${part + 1} of ${PARTS})`, async ({
    page,
    demo,
  }) => {
    test.setTimeout(600_000);
    for (const [index, [name, path]] of VIEWS.entries()) {
      if (index % PARTS !== part) continue;
      // The tray is the same beside every view, and has more elements than most: it is looked at once.
      const axe = () =>
        index === 0 ? axeOn(page) : axeOn(page).exclude('aside[aria-label="Tray"]');
      await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
      if (index === part) await open(page, demo, path);
      else await goWithin(page, path);
      await settled(page);
      for (const scheme of ['light', 'dark'] as const) {
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
