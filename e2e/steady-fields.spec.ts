/** No field appears, disappears or moves while somebody types, however late the answers come. */
import type { Page } from '@playwright/test';
import { expect, open, settled, test } from './bench.ts';

/** Where every field of the page is, by what it is called. */
const fieldsOf = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main input, main select, main textarea')]
      .filter((field) => field.offsetParent !== null)
      .map((field) => {
        const { x, y, width } = field.getBoundingClientRect();
        const name =
          field.getAttribute('aria-label') ??
          (field as HTMLInputElement).labels?.[0]?.textContent ??
          field.id;
        return [name, Math.round(x), Math.round(y + window.scrollY), Math.round(width)].join(' ');
      }),
  );

/** Answers come late from here on; answers with a way to wait for those under way. */
async function delayAnswers(page: Page, ms: number): Promise<() => Promise<void>> {
  let asked = 0;
  let answered = 0;
  await page.route('**/api/**', async (route) => {
    if (route.request().method() !== 'GET' || route.request().url().includes('/live'))
      return route.continue();
    asked += 1;
    await new Promise((resolve) => setTimeout(resolve, ms));
    await route.continue().catch(() => undefined);
    answered += 1;
  });
  return async () => {
    await expect.poll(() => asked - answered).toBe(0);
    await settled(page);
  };
}

/** Each page, and what is typed into which fields of it. */
const PAGES: [name: string, path: string, typed: [field: string, text: string][]][] = [
  [
    'Receive',
    '/receive',
    [
      ['Maker', 'Norrolt'],
      ['Model, with its version', 'Stairwell'],
      ['Edition', 'mid cut'],
      ['Label', 'UK 9 wide'],
      ['Already worn', '12 km'],
    ],
  ],
  ['Match', '/pairs/PL-01/match', [['Where, and what', 'rubs outside at the heel']]],
  ['Fit', '/pairs/NS-01/fit', [['or mm', '11']]],
  ['Wear', '/pairs/KK-04/wear', [['How far', '7.3 km']]],
  ['Measure', '/pairs/PL-01/measure', [['', '312']]],
];

/** Width of the page, how late the answers come, and whether it runs every time. */
const TERMS = [
  [1280, 2000, []],
  [1280, 500, ['@long']],
  [390, 2000, ['@long']],
] as const;

for (const [name, path, typed] of PAGES)
  for (const [width, ms, tag] of TERMS)
    test(`${name}: fields stay where they are with answers after ${ms} ms, ${width} px wide`, {
      tag: [...tag],
    }, async ({ page, demo }) => {
      await page.setViewportSize({ width, height: 800 });
      await open(page, demo, path);
      await settled(page);
      const answers = await delayAnswers(page, ms);
      for (const [label, text] of typed) {
        const field = label
          ? page.getByRole('main').getByLabel(label).first()
          : page.locator('#entry');
        await field.focus();
        const before = await fieldsOf(page);
        await page.keyboard.type(text, { delay: 30 });
        await answers();
        await expect(field).toBeFocused();
        await expect(field).toHaveValue(text);
        expect(await fieldsOf(page)).toEqual(before);
        await page.keyboard.press('Escape');
      }
    });
