/** Everything on the sheet at one sitting: typed, live and from fixtures, by keyboard alone. */
import { createConnection } from 'node:net';
import AxeBuilder from '@axe-core/playwright';
import type { Locator, Page } from '@playwright/test';
import { BUILD_TRUTHS } from '#demo/build-truths.ts';
import { type Bench, enter, expect, open, takeSteady, test } from './bench.ts';

/** What is typed where no gauge talks, by station; the lampround's own figures, roughly. */
const TYPED: Record<string, string> = {
  'Midfoot stack': '31.2',
  'Forefoot stack': '26.4',
  'Outer length': '303',
  'Sole width, heel': '85.1',
  'Sole width, midfoot': '74.0',
  'Sole width, ball': '112',
  'Toe-tip height': '41',
  'Forefoot rocker, start': '71 %',
  'Heel bevel, start': '9',
  'Internal length': '268',
  'Internal width, ball': '99',
  'Internal width, heel': '65',
  'Toe-box width': '76.5',
  'Toe-box height': '25.4',
  'Collar height, medial': '55',
  'Collar height, lateral': '52',
  'Collar height, rear': '73',
  'Insole at the heel': '4.6',
  'Insole at the forefoot': '3.9',
  'Lug depth, heel': '1.9',
  'Lug depth, forefoot': '1.7',
  'Midsole hardness, medial': '41 C',
  'Midsole hardness, lateral': '41',
  'Outsole hardness': '62 A',
  'Bend by hand, front': '4',
  'Twist by hand, front': '2',
  'Counter by hand': '2',
  'Twisting stiffness, inward': '0.14',
  'Press stiffness, heel': '52',
  'Press stiffness, forefoot': '63',
  'Three-point stiffness': '9.9',
  'Flex line': '69',
};
/** Stations whose figures are taken off the gauge. */
const LIVE = ['Mass', 'Heel stack'];
const CURVE = 'Bending stiffness, toe up';

async function stationOf(page: Page): Promise<string> {
  const heading = await page.getByRole('heading', { level: 1 }).innerText();
  return heading.split(' PL-01')[0]?.trim() ?? '';
}

/** Takes the live figure of a station; the bench asks for the next reading then. */
async function takeAtStation(page: Page): Promise<void> {
  const label = page.locator('label[for="entry"]');
  const before = await label.innerText();
  await takeSteady(page, () => expect(label).not.toHaveText(before));
}

/** Chooses a protocol with the keyboard, as a hand without a mouse would. */
async function chooseProtocol(page: Page, name: string): Promise<void> {
  await page.getByLabel('Protocol', { exact: true }).selectOption({ label: name });
  await expect(page.locator('#entry')).toBeFocused();
}

test('a full bench, typed and live mixed, by keyboard alone', async ({ page, demo }) => {
  test.setTimeout(240_000);
  await open(page, demo, '/pairs/PL-01/measure');
  await chooseProtocol(page, 'Full bench');
  await expect(page.getByText('Room, live')).toBeVisible();
  const slip = page.getByRole('complementary', { name: 'Slip' });
  const done = page.getByText(/^\d+ of 70$/);
  for (let steps = 0; steps < 140; steps++) {
    if ((await done.innerText()) === '70 of 70') {
      const field = await page
        .getByText(/reading$/)
        .first()
        .innerText();
      // The five of a hardness go on after each place has one.
      if (!/hardness|Lug|stack/i.test(field)) break;
    }
    const label = page.locator('label[for="entry"]');
    const before = await label.innerText();
    const station = await stationOf(page);
    if (station === CURVE) {
      await expect(page.getByRole('button', { name: /^Run fixture/ })).toBeEnabled();
      await page.keyboard.press('Space');
      await expect(page.getByRole('button', { name: /^Record this curve/ })).toBeVisible();
      await page.keyboard.press('Space');
    } else if (LIVE.includes(station)) await takeAtStation(page);
    else {
      const text = TYPED[station];
      expect(text, station).toBeDefined();
      await enter(page, text ?? '');
    }
    // Place or trial changes with every reading.
    await expect(label).not.toHaveText(before);
    await expect(page.locator('#entry')).toBeFocused();
  }
  await expect(done).toHaveText('70 of 70');
  await expect(slip).toContainText('All saved');
  const record = await (await page.request.get(`${demo.address}/api/pairs/PL-01`)).json();
  const [session] = record.sessions;
  const by = (entered: string) =>
    session.readings.filter((one: { entered: string }) => one.entered === entered);
  expect(by('live').length).toBeGreaterThanOrEqual(6);
  expect(by('curve')).toHaveLength(2);
  expect(by('live')[0].typed).toMatch(/^\d+(\.\d+)? g$/);
  expect(by('live')[0].temperatureC).toBeCloseTo(22.6, 0);
  // The fixture finds the stiffness that the shoe was given: 3 % spread of pairs, half of it of shoes.
  const truth = BUILD_TRUTHS.lampround?.bend ?? 0;
  for (const curve of by('curve')) expect(Math.abs(curve.value / truth - 1)).toBeLessThan(0.15);

  await page.getByRole('button', { name: 'Finish session' }).focus();
  await page.keyboard.press('Enter');
  const summary = page.getByRole('dialog');
  await expect(summary).toContainText('Every station has a reading.');
  // The overdue durometer is named among the doubts.
  await expect(summary).toContainText('Durometer A: calibration due');
  await page.keyboard.press('Enter');
  await expect(slip).toContainText('finished');
  await expect(slip.getByText('gauge overdue').first()).toBeAttached();
  await page.goto(`${demo.address}/sheets/pelloway-lampround`);
  await page.getByLabel('show what is behind each figure').check();
  await expect(page.getByText(/PL-01 L: return \d+ %, loss/).first()).toBeVisible();
  await expect(page.getByTestId('sheet-toe-tip-height')).toContainText('41.0');
  await expect(page.getByRole('region', { name: 'By hand' })).toContainText('PL-01 L resists');
});

test('with every station on the rail, words stand clear of each other and the page ends in sight', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/PL-01/measure');
  await chooseProtocol(page, 'Full bench');
  await page.getByTitle('toe-tip height, left').click();
  await enter(page, '41');
  const words = page.locator('svg text').filter({ hasText: 'Toe-tip height' });
  const rail = page.getByText(/^\d+ of 70$/).locator('..');
  const keys = page.getByRole('button', { name: 'table', exact: true }).first();
  const box = async (place: Locator) => {
    const found = await place.boundingBox();
    expect(found).not.toBeNull();
    return found ?? { x: 0, y: 0, width: 0, height: 0 };
  };
  const label = await box(words);
  for (const other of [await box(rail), await box(keys)]) {
    const apart =
      label.x + label.width <= other.x ||
      other.x + other.width <= label.x ||
      label.y + label.height <= other.y ||
      other.y + other.height <= label.y;
    expect(apart, JSON.stringify({ label, other })).toBe(true);
  }
  const { height = 0 } = page.viewportSize() ?? {};
  for (const foot of [
    page.locator('#entry'),
    page.getByRole('button', { name: 'Finish session' }),
  ]) {
    const { y, height: own } = await box(foot);
    expect(y + own).toBeLessThanOrEqual(height);
  }
  expect(
    await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight),
  ).toBeLessThanOrEqual(0);
});

async function addressOf(page: Page, demo: Bench, name: string): Promise<number> {
  await page.goto(`${demo.address}/lab`);
  const gauge = await page.evaluate(
    (wanted) =>
      new Promise<string>((resolve) => {
        const source = new EventSource('/api/gauges/live');
        source.onmessage = (message) => {
          const event = JSON.parse(message.data);
          const found = event.gauges?.find((one: { name: string }) => one.name === wanted);
          if (!found?.address) return;
          source.close();
          resolve(found.address);
        };
      }),
    name,
  );
  return Number(gauge.split(':')[1]);
}

test('a gauge that drops out is not taken, says so, and comes back', async ({ page, demo }) => {
  const port = await addressOf(page, demo, 'Scale');
  await open(page, demo, '/pairs/PL-01/measure');
  const state = page.getByTestId('live-state');
  await expect(state).toContainText('steady');
  const socket = createConnection({ host: '127.0.0.1', port });
  socket.on('error', () => undefined);
  socket.write('drop, 5\n');
  await expect(state).toContainText('silent');
  await page.locator('#entry').focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('alert').filter({ hasText: 'fell silent' })).toBeVisible();
  const slip = page.getByRole('complementary', { name: 'Slip' });
  await expect(slip.getByRole('listitem')).toHaveCount(0);
  // Typed entry goes on meanwhile.
  await enter(page, '249.5');
  await expect(slip.getByRole('listitem')).toHaveCount(1);
  await expect(state).toContainText('steady');
  await page.keyboard.press('Space');
  await expect(slip.getByRole('listitem')).toHaveCount(2);
  await expect(slip).toContainText('live');
  socket.destroy();
});

test('a moving figure is not taken, nor one figure twice', async ({ page, demo }) => {
  await open(page, demo, '/pairs/PL-01/measure');
  await takeAtStation(page);
  // The same figure twice is no repeat: the gauge is placed anew and has to settle first.
  await page.keyboard.press('Space');
  await expect(page.getByText(/still moving|has not moved since/)).toBeVisible();
  const slip = page.getByRole('complementary', { name: 'Slip' });
  await expect(slip.getByRole('listitem')).toHaveCount(1);
});

test(
  'a curve is fitted in another window by keyboard, and from a file',
  { tag: '@long' },
  async ({ page, demo }, info) => {
    await open(page, demo, '/pairs/NS-04/measure');
    // Where the bench begins depends on what earlier readings count already.
    const bending = page.getByRole('heading', { name: /Bending stiffness, toe up/ });
    await expect(page.getByText(/Station \d+ of 35/)).toBeVisible();
    for (let n = 0; n < 35 && !(await bending.isVisible()); n++) await page.keyboard.press('[');
    await expect(bending).toBeVisible();
    const stiffness = page.getByTestId('curve-stiffness');
    await expect(stiffness).toContainText('N·m/°');
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
    const handle = page.getByRole('slider', { name: 'Window from' });
    await expect(handle).toHaveAttribute('aria-valuenow', '10');
    await handle.focus();
    await page.keyboard.press('PageUp');
    await expect(handle).not.toHaveAttribute('aria-valuenow', '10');
    await page.getByRole('button', { name: 'Fit in this window' }).click();
    const slip = page.getByRole('complementary', { name: 'Slip' });
    await expect(slip).toContainText('corrected');
    await expect(page.getByRole('button', { name: 'Fit in this window' })).toBeDisabled();

    // Every chart can be read as a table and saved as SVG and PNG.
    await page.getByRole('button', { name: 'table', exact: true }).first().click();
    await expect(page.getByRole('columnheader', { name: 'angle, °' })).toBeVisible();
    await page.getByRole('button', { name: 'chart', exact: true }).first().click();
    for (const kind of ['SVG', 'PNG']) {
      const saved = page.waitForEvent('download');
      await page.getByRole('button', { name: kind, exact: true }).first().click();
      expect((await saved).suggestedFilename()).toBe(
        `bend-toe-up-ns-04-left.${kind.toLowerCase()}`,
      );
    }

    const file = async (name: string, text: string) => {
      const { writeFile } = await import('node:fs/promises');
      const path = info.outputPath(name);
      await writeFile(path, text);
      await page.locator('input[type="file"]').setInputFiles(path);
    };
    await file('one.csv', 'angle_deg\n1\n2\n');
    await expect(page.getByText('The file has one column')).toBeVisible();
    await file('rad.csv', 'angle_deg,moment_nm\n0,0\n0.2,1\n0.6,3\n0,0\n');
    await expect(page.getByText('name the column angle_rad')).toBeVisible();
    await file(
      'up.csv',
      `angle_deg,moment_nm\n${Array.from({ length: 50 }, (_, i) => `${i},${0.2 * i}`).join('\n')}`,
    );
    await expect(page.getByText('does not come back')).toBeVisible();
    const loop = Array.from({ length: 801 }, (_, i) => {
      const t = (i * Math.PI) / 100;
      return `${20 - 20 * Math.cos(t)},${0.25 * (20 - 20 * Math.cos(t)) + 0.8 * Math.sin(t)}`;
    });
    await file('loop.csv', `angle_deg,moment_nm\n${loop.join('\n')}`);
    await expect(stiffness).toHaveText('0.25 N·m/°');
    await expect(page.getByText('4 found, 2 counted')).toBeVisible();
    // Columns by other names: the bench asks which is which, and reads them so.
    const turned = loop.map((row) => row.split(',').reverse().join(','));
    await file('named.csv', `Kraftmoment,Winkel\n${turned.join('\n')}`);
    await page.getByLabel('The angle is in').selectOption('Winkel');
    await expect(page.getByText('Each signal has a column of its own.')).toBeVisible();
    await page.getByLabel('The moment is in').selectOption('Kraftmoment');
    await page.getByRole('button', { name: 'Read it so' }).click();
    await expect(stiffness).toHaveText('0.25 N·m/°');
  },
);

test(
  'a curve file of 300 MB is refused by its size',
  { tag: '@long' },
  async ({ page, demo }, info) => {
    const { open: openFile } = await import('node:fs/promises');
    const path = info.outputPath('huge.csv');
    const huge = await openFile(path, 'w');
    await huge.truncate(300 * 1024 * 1024);
    await huge.close();
    await open(page, demo, '/pairs/NS-04/measure');
    for (let n = 0; n < 6; n++) await page.keyboard.press('[');
    await page.locator('input[type="file"]').setInputFiles(path);
    await expect(page.getByText('The file has 300 MB; a curve has at most 64 MB')).toBeVisible();
  },
);

test('a sitting goes on in another browser, with its configuration and room', {
  tag: '@long',
}, async ({ browser, page, demo }) => {
  await open(page, demo, '/pairs/PL-01/measure');
  await page.getByRole('button', { name: /^Shoes/ }).click();
  await page.getByLabel('Configuration').selectOption('insole replaced');
  await page.getByLabel('Parts taken off').fill('laces');
  await page.getByLabel('Worn so far').fill('42 km');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Shoes/ })).toContainText(
    'insole replaced, without laces, 42 km',
  );
  await enter(page, '249');
  await expect(page.getByRole('complementary', { name: 'Slip' })).toContainText('All saved');
  const elsewhere = await (await browser.newContext()).newPage();
  await open(elsewhere, demo, '/pairs/PL-01/measure');
  await expect(elsewhere.getByText('Mass · right')).toBeVisible();
  await expect(elsewhere.getByRole('button', { name: /^Shoes/ })).toContainText('insole replaced');
  await enter(elsewhere, '250');
  await expect(elsewhere.getByRole('complementary', { name: 'Slip' })).toContainText('All saved');
  const record = await (await page.request.get(`${demo.address}/api/pairs/PL-01`)).json();
  expect(record.sessions).toHaveLength(1);
  expect(record.sessions[0]).toMatchObject({ configuration: 'insole replaced', wornKm: 42 });
  await elsewhere.context().close();
});

test('seven tabs share one stream of gauges, and the last has live figures too', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-05/measure');
  const tabs = [page];
  for (let tab = 2; tab <= 7; tab++) {
    const next = await page.context().newPage();
    await open(next, demo, '/pairs/NS-05/measure');
    tabs.push(next);
  }
  const last = tabs.at(-1) as Page;
  await expect(last.getByTestId('live-state')).toContainText(/steady|moving|silent/);
  // The tab that has the stream is closed: another takes it over.
  for (const tab of tabs.slice(0, -1)) await tab.close();
  await expect(last.getByTestId('live-state')).toContainText(/steady|moving|silent/);
});
