/** The page without its server: what it last knew, what waits, and how it goes on. */
import { enter, expect, open, test } from './bench.ts';

test.use({ serviceWorkers: 'allow' });

/** Addresses whose answers the browser keeps. */
const keptAddresses = () =>
  new Promise<string[]>((resolve, reject) => {
    const opening = indexedDB.open('emvex-answers');
    opening.onerror = () => reject(opening.error);
    opening.onsuccess = () => {
      const keys = opening.result.transaction('answers').objectStore('answers').getAllKeys();
      keys.onsuccess = () => {
        opening.result.close();
        resolve(keys.result.map(String));
      };
    };
  });

test('a reload while the server is away shows the bench, what waits, and steps not opened before', async ({
  page,
  demo,
}) => {
  test.setTimeout(120_000);
  await open(page, demo, '/pairs/NS-05/measure');
  // The pages are kept once they have been fetched by the worker.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await expect(page.locator('#entry')).toBeFocused();
  await expect(page).toHaveTitle('NS-05, measure · Emvex');
  // What the other steps show was asked for beside it.
  await expect
    .poll(() => page.evaluate(keptAddresses))
    .toEqual(expect.arrayContaining(['/api/pairs/NS-05', '/api/pairs/NS-05/match']));
  await demo.stop();

  await enter(page, '31.2');
  await expect(page.getByText('The server is away.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('The server is away.')).toBeVisible();
  await expect(page.getByText(/Shown is what was last known/)).toBeVisible();
  const slip = page.getByRole('complementary', { name: 'Slip' });
  await expect(slip).toContainText('31.2');

  await page.getByRole('link', { name: /^Match/ }).click();
  await expect(page.getByRole('heading', { name: 'Are these two shoes the same?' })).toBeVisible();
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  // What is typed is looked for among the pairs that are known.
  await page.getByLabel('Find a pair').fill('kerb');
  await expect(page.getByRole('heading', { name: /^Found · 6 pairs/ })).toBeVisible();
  await page.getByLabel('Find a pair').fill('');
  // A page of what was never asked for says so, and the steps stay.
  await page.goto(`${demo.address}/sheets/kestvane-kerb?label=eu-42`);
  await expect(page.getByRole('heading', { name: 'Not known yet in this browser' })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Steps' })).toBeVisible();

  await demo.start();
  await expect(page.getByText('The server is away.')).toHaveCount(0);
  await expect(page.getByRole('heading', { name: /Kerb/ }).first()).toBeVisible();
  const kept = await page.request.get(`${demo.address}/api/pairs/NS-05`);
  await expect
    .poll(async () => {
      const { sessions } = await (await page.request.get(kept.url())).json();
      return sessions
        .flatMap((session: { readings: { typed: string }[] }) => session.readings)
        .filter(({ typed }: { typed: string }) => typed.startsWith('31.2')).length;
    })
    .toBe(1);
});

test('an unknown address has words of its own, and the steps stay', async ({ page, demo }) => {
  await open(page, demo, '/nowhere/at/all');
  await expect(
    page.getByRole('heading', { name: 'There is nothing at this address' }),
  ).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Steps' })).toBeVisible();
  await expect(page.locator('main')).toHaveCount(1);
  await expect(page).toHaveTitle('Nothing here · Emvex');
});

test('whoever is at the bench is chosen once, and stands in every change', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-05/match');
  await page.getByRole('button', { name: 'Who is at the bench?' }).click();
  await page.getByRole('menuitem', { name: 'B2' }).click();
  await expect(page.getByRole('button', { name: 'At the bench: B2' })).toBeVisible();
  await page.getByRole('button', { name: 'Begin the check' }).click();
  await page.goto(`${demo.address}/lab/people`);
  await page.getByRole('textbox', { name: /code/i }).fill('B9');
  await page.keyboard.press('Enter');
  await expect(page.getByText('B9')).toBeVisible();
  const { rows: changes } = await (await page.request.get(`${demo.address}/api/changes`)).json();
  const latest = (action: string) =>
    changes.find((change: { action: string }) => change.action === action)?.person;
  expect([latest('startMatch'), latest('addPerson')]).toEqual(['B2', 'B2']);
});

test('another person is asked once whose session it is, and each reading keeps who took it', async ({
  page,
  demo,
}) => {
  const choosePerson = async (code: string) => {
    await page.getByRole('button', { name: /at the bench/i }).click();
    await page.getByRole('menuitem', { name: code }).click();
  };
  await open(page, demo, '/pairs/PL-01/measure');
  await choosePerson('B1');
  await page.getByLabel('Protocol', { exact: true }).selectOption({ label: 'Full bench' });
  await expect(page.locator('#entry')).toBeFocused();
  await enter(page, '312');
  await choosePerson('B2');
  const question = page.getByRole('dialog', {
    name: 'Continue B1’s session as B2, or begin your own?',
  });
  await expect(question).toBeVisible();
  await expect(page.getByRole('button', { name: 'Continue as B2' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(question).toBeHidden();
  await expect(page.locator('#entry')).toBeFocused();
  await enter(page, '314');
  await expect(page.getByText('by B2')).toBeVisible();
  // The answer holds after a reload.
  await page.reload();
  await expect(page.locator('#entry')).toBeFocused();
  await expect(question).toBeHidden();
  const readers = async () => {
    const { sessions } = await (await page.request.get(`${demo.address}/api/pairs/PL-01`)).json();
    return sessions
      .filter(({ finishedAt }: { finishedAt: string | null }) => finishedAt === null)
      .map(({ person, readings }: { person: string; readings: { person: string }[] }) => [
        person,
        ...readings.map((reading) => reading.person),
      ]);
  };
  await expect.poll(readers).toEqual([['B1', 'B1', 'B2']]);
  await choosePerson('T1');
  await page.getByRole('button', { name: 'Begin your own session' }).click();
  await expect(page.locator('#entry')).toBeFocused();
  await page.keyboard.press('[');
  await enter(page, '313');
  await expect.poll(readers).toEqual([
    ['B1', 'B1', 'B2'],
    ['T1', 'T1'],
  ]);
});
