import { BUILD_TRUTHS } from '#demo/build-truths.ts';
import { EDITION_TRUTHS } from '#demo/truths.ts';
import { expect, open, test } from './bench.ts';

const truthOf = (key: string) => {
  const truth = EDITION_TRUTHS.find((edition) => edition.key === key);
  if (!truth) throw new Error(key);
  return truth;
};

test('sheets carry figures that hold the truth behind the demo', async ({ page, demo }) => {
  let checked = 0;
  for (const [key, slug] of [
    ['kerb', 'kestvane-kerb'],
    ['stairwell-mid', 'norrolt-stairwell-mid-cut'],
    ['roundsman-3', 'brindlow-roundsman-3'],
  ] as const) {
    const sheet = await (await page.request.get(`${demo.address}/api/sheets/${slug}`)).json();
    const figures = sheet.sections.flatMap((s: { figures: unknown[] }) => s.figures);
    for (const { figure, speaksForEdition } of figures as {
      figure: { quantity: string; value: number; U: number };
      speaksForEdition: boolean;
    }[]) {
      // A figure of these shoes only says nothing of the edition's truth.
      if (!speaksForEdition) continue;
      const { heel, forefoot, massAtUk8 } = truthOf(key);
      const build = BUILD_TRUTHS[key];
      if (!build) throw new Error(key);
      const truths: Record<string, number> = {
        mass: massAtUk8,
        'heel-stack': heel,
        'forefoot-stack': forefoot,
        drop: heel - forefoot,
        'ball-width': build.ballWidth,
        'heel-lugs': build.lugs,
        'outsole-hardness': build.rubber,
        'toe-tip-height': build.toeTip,
      };
      const truth = truths[figure.quantity];
      if (truth === undefined) continue;
      checked += 1;
      // Three sheets' worth of 95 % intervals: half as wide again leaves no false alarm to chance.
      expect(Math.abs(figure.value - truth), `${key} ${figure.quantity}`).toBeLessThan(
        1.5 * figure.U,
      );
    }
  }
  expect(checked).toBeGreaterThan(20);
});

test('a sheet shows basis, claims with verdicts and how the pairs came', async ({ page, demo }) => {
  await open(page, demo, '/sheets/brindlow-roundsman-3?label=uk-8');
  await expect(page.getByRole('heading', { name: 'Brindlow Roundsman 3' })).toBeVisible();
  await expect(page.getByRole('heading', { name: /Stack, in-shoe 12/ })).toBeVisible();
  await expect(page.getByText('loaned from the maker')).toBeVisible();
  await expect(page.getByText(/10 mm drop claimed/)).toContainText(/agrees|differs|undecided/);
  await expect(page.getByText('basis not stated').first()).toBeVisible();
  await expect(page.getByText('± holds in 95 of 100 cases')).toBeVisible();
});

test('a claim that contradicts itself stands on its sheet', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/sheets/pelloway-lampround?label=uk-8');
  await expect(page.getByText('contradicts itself').first()).toBeVisible();
  await expect(page.getByText('No figures at this size yet.')).toBeVisible();
});

test('a reported figure stands beside the measured ones, with its source', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/sheets/kestvane-kerb?label=eu-42');
  await page.getByRole('button', { name: 'Add a reported figure' }).click();
  await page.getByLabel('Value with its unit').fill('271');
  await page.getByLabel('Who reported it').fill('a neighbouring bench');
  await page.getByRole('button', { name: 'Add figure' }).click();
  await expect(page.getByText('reported by a neighbouring bench')).toBeVisible();
});

test('a sheet of the first figures prints on one A4 page', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  for (const path of ['brindlow-roundsman-2?label=uk-8', 'wrenfold-latch-low?label=uk-8']) {
    await open(page, demo, `/sheets/${path}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await page.getByTestId('sheet-mass').waitFor();
    const pdf = await page.pdf({ preferCSSPageSize: true });
    const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
    const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
    expect(document.numPages, path).toBe(1);
    const size = (await document.getPage(1)).getViewport({ scale: 1 });
    expect([Math.round(size.width), Math.round(size.height)]).toEqual([595, 842]);
  }
});

test('editions are compared on like terms, converted or refused', async ({ page, demo }) => {
  await open(page, demo, '/compare');
  await expect(page.getByText('Choose two to ten editions')).toBeVisible();
  const add = page.getByRole('combobox', { name: 'Add an edition' });
  for (const name of [
    'Norrolt Stairwell, mid cut',
    'Kestvane Kerb, wide build',
    'Wrenfold Latch Low',
    'Pelloway Gravel Lane',
  ]) {
    await add.fill(name);
    await page.getByRole('listbox').getByRole('option', { name, exact: true }).click();
  }
  const heel = page.getByRole('row', { name: /Heel stack/ });
  await expect(heel).toContainText('real, noticeable');
  await expect(heel).toContainText('same method');
  await expect(heel).toContainText('converted: insole added');
  await expect(heel).toContainText('not comparable');
  await expect(heel).toContainText('measure it in-shoe');
  await expect(page.getByRole('row', { name: /Mass/ })).not.toContainText('not comparable');
  await expect(page.getByRole('img', { name: /Side profiles to scale/ })).toBeVisible();

  await page.getByRole('combobox', { name: 'Stack basis' }).click();
  await page.getByRole('option', { name: /sidewall/ }).click();
  await expect(heel).toContainText('taken in-shoe');
  await page.getByRole('button', { name: 'Take out Pelloway Gravel Lane' }).click();
  await expect(page.getByRole('columnheader', { name: /Gravel Lane/ })).toHaveCount(0);
});

test('a boot in half a size more is compared with a shoe, carried with its doubt', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/compare?editions=tarnhus-lanewalk,tarnhus-frostgate-high-cut');
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
  await expect(row('Heel stack')).toContainText('real, noticeable');
  // Half a size down takes 0.2 mm a size off the stack.
  await expect(row('Heel stack')).toContainText('carried half a size: −0.1 ± 0.3 mm');
  await expect(row('Mass')).toContainText(/carried half a size: −1\d\.\d ± \d\.\d g/);
  // Foam of another temperature is another figure; everything else is carried.
  for (const name of ['Heel stack', 'Forefoot stack', 'Drop', 'Mass'])
    await expect(row(name)).not.toContainText('not comparable');
  // A figure that one edition has not is no number beside a refusal.
  await page.goto(
    `${demo.address}/compare?editions=pelloway-gravel-lane,kestvane-kerb,tarnhus-lanewalk`,
  );
  await page.getByRole('combobox', { name: 'Stack basis' }).click();
  await page.getByRole('option', { name: /in-shoe 12 \/ 75 %, insole in/ }).click();
  await expect(row('Heel stack')).toContainText('not comparable: taken at the visible sidewall');
  await expect(row('Heel stack')).toContainText('no figure');
  await expect(row('Heel stack')).toContainText('against Kestvane Kerb');
});

test('an edition is dragged from the tray onto Compare', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/KK-01/measure');
  await page
    .getByLabel('Tray')
    .getByRole('link', { name: /KK-01/ })
    .dragTo(page.getByRole('link', { name: /^Compare/ }));
  await expect(page).toHaveURL(/compare\?editions=kestvane-kerb/);
});

test('units change everywhere at once', async ({ page, demo }) => {
  await open(page, demo, '/sheets/kestvane-kerb?label=eu-42');
  await page.getByRole('button', { name: 'Units' }).click();
  await page.getByRole('menuitem', { name: 'inches, ounces, miles' }).click();
  await expect(page.getByTestId('sheet-mass')).toContainText('oz');
  await expect(page.getByTestId('sheet-heel-stack')).toContainText('in');
});

test('ten editions stand against one yardstick, what they disagree on first; on a phone two at a time', {
  tag: '@long',
}, async ({ page, demo }) => {
  const seven = [
    'norrolt-stairwell-low-cut',
    'kestvane-kerb',
    'wrenfold-latch-low',
    'brindlow-roundsman-3',
    'pelloway-lampround',
    'pelloway-gravel-lane',
    'tarnhus-lanewalk',
  ];
  await open(page, demo, `/compare?editions=${seven.join(',')}`);
  const table = page.getByRole('table', { name: 'Differences from the yardstick' });
  await expect(table.getByRole('columnheader')).toHaveCount(8);
  await expect(table.getByRole('columnheader').nth(1)).toContainText('yardstick');
  await expect(
    page.getByRole('region', { name: 'Measure next' }).getByRole('listitem'),
  ).toHaveCount(3);
  await page
    .getByRole('button', { name: 'Hold all against Kestvane Kerb', exact: true })
    .press('Enter');
  await expect(table.getByRole('columnheader').nth(1)).toContainText('Kestvane Kerb');
  const mass = table.getByRole('row', { name: /^Mass/ });
  await expect(mass.getByRole('cell').first()).toContainText('±');
  await page.getByRole('button', { name: 'Take out Tarnhus Lanewalk' }).press('Enter');
  await expect(table.getByRole('columnheader')).toHaveCount(7);
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(table.getByRole('columnheader')).toHaveCount(3);
  await page.getByRole('combobox', { name: 'Beside the yardstick' }).selectOption({ index: 2 });
  await expect(table.getByRole('columnheader').nth(2)).not.toContainText('Stairwell');
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
});
