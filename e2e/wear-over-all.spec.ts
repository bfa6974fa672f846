/** Wear over all pairs and testers: what is due, rotation, lives, a panel, lines of one's own. */
import { readFileSync } from 'node:fs';
import ICAL from 'ical.js';
import { expect, open, test } from './bench.ts';

test('what is due leads to its page, is promised and ended, and leaves as a calendar', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/due');
  const due = page.getByRole('table', { name: 'Due' });
  await expect(due.getByRole('row', { name: /Look at KK-04/ })).toContainText('now');
  await page.getByRole('button', { name: 'second looks' }).press('Enter');
  await expect(due.getByRole('row', { name: /after 160 km/ })).toContainText('promised to readers');
  const form = page.getByRole('form', { name: 'A second look' });
  await form.getByRole('button', { name: 'Keep the promise' }).click();
  await expect(form.getByRole('status')).toHaveText('Of which edition?');
  await form.getByLabel('Of the edition').fill('lampround');
  await page.getByRole('option', { name: /Lampround/ }).click();
  await form.getByRole('textbox', { name: 'What was promised' }).fill('after a wet month');
  await form.getByRole('button', { name: 'Keep the promise' }).press('Enter');
  await expect(form.getByRole('status')).toContainText('a day or a distance');
  await form.getByLabel('On', { exact: true }).fill('2031-05-04');
  await form.getByRole('button', { name: 'Keep the promise' }).press('Enter');
  const promised = due.getByRole('row', { name: /after a wet month/ });
  await expect(promised).toContainText('Sun 4 May 2031');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'As a calendar file' }).click();
  const file = await (await download).path();
  const calendar = new ICAL.Component(ICAL.parse(readFileSync(file, 'utf8')));
  const events = calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
  const event = events.find(({ summary }) => summary.includes('after a wet month'));
  expect(event?.startDate.toString()).toBe('2031-05-04');
  await promised.getByRole('button', { name: /: done$/ }).press('Enter');
  await expect(promised).toBeHidden();
  await page.getByRole('button', { name: 'second looks' }).press('Enter');
  await due.getByRole('link', { name: 'Look at KK-04' }).press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('KK-04');
});

test('an edition lasts as its pairs did, and says by what they ended', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/KK-04/wear');
  await page.getByRole('link', { name: 'how long this edition lasts' }).press('Enter');
  await expect(page.getByText(/^3 of 4 ended between \d+ and \d+ km/)).toBeVisible();
  await expect(page.getByText(/^Half of them last \d+ km/)).toBeVisible();
  await expect(page.getByRole('img', { name: /^Share of pairs still in use/ })).toBeVisible();
  const pairs = page.getByRole('table', { name: 'Pairs and how they stand' });
  await expect(pairs.getByRole('row', { name: /KK-03/ })).toContainText('retired: outsole');
  await open(page, demo, '/editions/pelloway-lampround/life');
  await expect(page.getByText('None of its pairs was out yet.')).toBeVisible();
});

test('tomorrow’s pair follows the ground, and what each is for', async ({ page, demo }) => {
  await open(page, demo, '/testers/T1/rotation');
  await page.getByRole('combobox', { name: 'Ground' }).selectOption('ice');
  await expect(page.getByText(/^Tomorrow TF-02: kept for icy days/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Ground' }).selectOption('dry');
  const order = page.getByRole('table', { name: 'In order' });
  await expect(order.getByRole('row', { name: /TF-02/ })).toContainText('kept for icy days');
  await page.getByRole('button', { name: 'Say what NS-01 is for' }).press('Enter');
  const job = page.getByRole('form', { name: 'What NS-01 is for' });
  await job.getByRole('textbox', { name: 'Purposes' }).fill('hill round');
  await job.getByRole('textbox', { name: 'Ceiling, km' }).fill('many');
  await job.getByRole('button', { name: 'Keep it' }).click();
  await expect(job.getByRole('status')).toHaveText('A ceiling is a number of km.');
  await job.getByRole('textbox', { name: 'Ceiling, km' }).fill('300');
  await job.getByRole('button', { name: 'Keep it' }).press('Enter');
  await page.getByRole('combobox', { name: 'For', exact: true }).selectOption('hill round');
  await expect(page.getByText(/^Tomorrow NS-01: for hill round/)).toBeVisible();
  await page.getByRole('combobox', { name: /What if this one/ }).selectOption('NS-01');
  await expect(order.getByRole('row', { name: /NS-01/ })).toHaveCount(0);
});

test('a line is drawn elsewhere with a reason, and a panel is planned', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/lab/wear');
  const form = page.getByRole('form', { name: 'Draw a line elsewhere' });
  await form.getByRole('combobox', { name: 'What' }).selectOption('rated-life');
  await form.getByRole('textbox', { name: 'From now on' }).fill('700');
  await form.getByRole('button', { name: 'Draw it' }).click();
  await expect(form.getByRole('status')).toContainText('The lower end and the upper end');
  await form.getByRole('textbox', { name: 'From now on' }).fill('700 900');
  await form.getByRole('button', { name: 'Draw it' }).click();
  await expect(form.getByRole('status')).toContainText('A reason');
  await form.getByRole('textbox', { name: 'Reason' }).fill('ours walk on soft lanes');
  await form.getByRole('button', { name: 'Draw it' }).press('Enter');
  await expect(page.getByText('rated for 700 to 900 km.')).toBeVisible();
  await open(page, demo, '/pairs/KK-04/wear');
  // A torn lining is late from three quarters of the lower end on: 525 km now.
  await expect(page.getByText('rated for 700 to 900 km', { exact: true })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What the signs mean' })).toContainText(
    'Keep using',
  );
  await open(page, demo, '/panel');
  await expect(page.getByRole('table', { name: 'Week by week' }).getByRole('row')).toHaveCount(7);
  await page.getByRole('button', { name: 'Kestvane Kerb', exact: true }).click();
  await expect(
    page
      .getByRole('table', { name: 'Weeks worn so far' })
      .getByRole('row', { name: /^Kestvane Kerb \d/ }),
  ).toHaveCount(0);
});
