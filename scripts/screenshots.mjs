/** Takes the pictures of docs/screenshots from a running demo: `npm run screenshots -- http://127.0.0.1:4620`. */
import { createHash, randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { v7 as newId } from 'uuid';
import { browserPath } from './debian.mjs';
import { ROOT } from './install.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4620';
const VIEWS = [
  ['match', '/pairs/NS-06/match'],
  ['match-phone', '/pairs/NS-06/match', { phone: true }],
  ['pairs', '/studies?edition=tarnhus-lanewalk&quantity=heel-stack'],
  ['wear', '/pairs/KK-04/wear'],
  ['measure', '/pairs/NS-02/measure'],
  ['fit', '/pairs/KK-01/fit', { taps: ['right', 'edges'] }],
  ['measure-curve', '/pairs/NS-04/measure', { keys: ['[', 6] }],
  ['receive', '/receive', { fill: true }],
  ['walk', '/pairs/KK-03/walk'],
  ['sheet', '/sheets/kestvane-kerb?label=eu-42&view=reader'],
  ['shelf', '/shelf?words=under+320+g,+drop+4+to+6&sort=mass'],
  ['compare', '/compare?editions=norrolt-stairwell-mid-cut,kestvane-kerb,wrenfold-latch-low'],
  ['line', '/editions/brindlow-roundsman-3/line'],
  [
    'choose',
    '/guide/choose?use=trekking&aim=long+ways+with+a+load&matters=protection,dry+feet&money=250',
  ],
  ['shoe', '/guide/shoe/counter'],
  ['suits', '/guide/suits/kestvane-kerb?aim=rounds+on+foot'],
  ['tables', '/lab/tables', { file: 'spring-list.csv' }],
  ['sheet-phone', '/sheets/kestvane-kerb?label=eu-42&view=reader', { phone: true }],
  ['hall', await hallLink('T2'), { phone: true, taps: ['stairs', 'dry', 'forgot them'] }],
];

/** A table of somebody else, two lines of which cannot be read. */
const FOREIGN_TABLE = `Brand,Shoe,Version,Weight (oz),Stack heel (mm),Drop,Category
Norrolt,Stairwell,mid cut,14.5,31,8 mm,walking and work
Tarnhus,Lanewalk,,9.8,light,,running
Kestvane,Kerb,wide,10.1,29,7 mm,swimming
`;

/** Opens the hall on this machine alone, and makes a link for a tester; answers with its address. */
async function hallLink(tester) {
  const send = async (path, body) => {
    const response = await fetch(address + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'emvex-change': newId() },
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(await response.text());
    return response.json();
  };
  const { open } = await send('/api/hall/opening', { host: '127.0.0.1', port: 0 });
  const secret = randomBytes(32).toString('base64url');
  const secretHash = createHash('sha256').update(secret).digest('hex');
  await send('/api/hall/links', { id: newId(), tester, secretHash });
  return `${open.addresses[0]}/#${secret}`;
}

/** What a page takes to show what it fetched, gauges and curves included. */
const SETTLE_MS = 2500;
const browser = await chromium.launch({
  executablePath: browserPath(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const [name, path, { fill, phone, keys, taps, file } = {}] of VIEWS) {
  const context = await browser.newContext({
    viewport: phone ? { width: 390, height: 800 } : { width: 1280, height: 800 },
  });
  const page = await context.newPage();
  await page.goto(path.startsWith('http') ? path : address + path);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  // The stream of the live gauges never ends, so a quiet network is not waited for.
  await page.waitForTimeout(SETTLE_MS);
  if (keys) {
    const [key, times] = keys;
    await page.locator('#entry').focus();
    for (let n = 0; n < times; n++) await page.keyboard.press(key);
  }
  for (const tap of taps ?? [])
    await page.getByRole('button', { name: tap, exact: true }).first().click();
  if (keys) await page.waitForTimeout(SETTLE_MS);
  if (fill) {
    await page.getByRole('combobox', { name: 'Maker' }).fill('Norrolt');
    await page.getByRole('combobox', { name: /^Model/ }).fill('Stairwell 2');
    await page.getByRole('textbox', { name: 'Label' }).fill("men's 10");
    await page
      .getByLabel('Claimed figures')
      .fill('33/25 mm, 8 mm drop, 13.9 oz / 404 g, UK 9, with insole');
    await page.keyboard.press('Escape');
  }
  if (file) {
    const buffer = Buffer.from(FOREIGN_TABLE);
    await page
      .locator('input[type="file"]')
      .setInputFiles({ name: file, mimeType: 'text/csv', buffer });
    await page.getByTestId('table-report').waitFor();
  }
  await page.screenshot({ path: join(ROOT, 'docs', 'screenshots', `${name}.png`) });
  await context.close();
}
await browser.close();
