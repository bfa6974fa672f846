/** Takes the pictures of docs/screenshots from a running demo: `npm run screenshots -- http://127.0.0.1:4620`. */
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ROOT } from './install.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4620';
const VIEWS = [
  ['measure', '/pairs/NS-02/measure'],
  ['measure-dark', '/pairs/WL-05/measure', { dark: true }],
  ['receive', '/receive', { fill: true }],
  ['pair', '/pairs/KK-02/receive'],
  ['sheet', '/sheets/brindlow-roundsman-3?label=uk-8'],
  ['compare', '/compare?editions=norrolt-stairwell-mid-cut,kestvane-kerb,wrenfold-latch-low'],
  ['lab', '/lab'],
  ['receive-phone', '/receive', { phone: true }],
  ['sheet-phone', '/sheets/kestvane-kerb?label=eu-42', { phone: true }],
];

const browser = await chromium.launch({
  executablePath: process.env.EMVEX_CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const [name, path, { dark, fill, phone, wait } = {}] of VIEWS) {
  const context = await browser.newContext({
    viewport: phone ? { width: 390, height: 800 } : { width: 1280, height: 800 },
    colorScheme: dark ? 'dark' : 'light',
  });
  const page = await context.newPage();
  await page.goto(address + path);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  // The stream of the live gauges never ends, so a quiet network is not waited for.
  await page.waitForTimeout(wait ?? 1800);
  if (fill) {
    await page.getByRole('combobox', { name: 'Maker' }).fill('Norrolt');
    await page.getByRole('combobox', { name: /^Model/ }).fill('Stairwell 2');
    await page.getByRole('textbox', { name: 'Label' }).fill("men's 10");
    await page
      .getByLabel('Claimed figures')
      .fill('33/25 mm, 8 mm drop, 13.9 oz / 404 g, UK 9, with insole');
    await page.keyboard.press('Escape');
  }
  await page.screenshot({ path: join(ROOT, 'docs', 'screenshots', `${name}.png`) });
  await context.close();
}
await browser.close();
