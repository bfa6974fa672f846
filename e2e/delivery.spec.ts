/** A delivery looked at pair by pair, its letter, two builds held against each other, targets of a model. */
import { expect, open, test } from './bench.ts';

test('a delivery: faults counted, the next pair at hand, a letter that stays', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/editions/tarnhus-lanewalk');
  await page.getByRole('link', { name: 'L2-402' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Delivery L2-402');
  await expect(page.getByText('3 of 4 pairs looked at, 1 sound.')).toBeVisible();
  const faults = page.getByRole('table', { name: 'Faults' });
  await expect(faults.getByRole('row', { name: /No glue traces or gaps/ })).toContainText(
    '2 of 3 pairs, 67 %; in deliveries like this 9 % to 99 %',
  );
  await expect(page.getByRole('link', { name: 'Look at TL-08' })).toBeVisible();
  await page.getByRole('button', { name: 'Write the letter' }).click();
  const letter = page.getByRole('region', { name: 'Letter' });
  await expect(letter).toContainText('Of 4 pairs 3 were looked at, left against right.');
  await expect(letter).toContainText('1 was not looked at.');
  const href = await page.getByRole('link', { name: 'PDF' }).getAttribute('href');
  const pdf = await page.request.get(`${demo.address}${href}`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
});

test('two builds are held against each other: the same outsole, another foam?', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-01/match');
  await page.getByRole('combobox', { name: 'Hold against another pair' }).fill('NS-06');
  await page.getByRole('option', { name: 'NS-06' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('NS-01 against NS-06');
  await expect(page.getByRole('listitem').filter({ hasText: 'The same outsole?' })).toContainText(
    'alike',
  );
  await expect(page.getByRole('listitem').filter({ hasText: 'The same footbed?' })).toContainText(
    'differs',
  );
});

test('a target of a model is held against its pairs', { tag: '@long' }, async ({ page, demo }) => {
  await open(page, demo, '/editions/kestvane-kerb');
  const form = page.getByRole('form', { name: 'Set a target' });
  await form.getByLabel('To, g').fill('heavy');
  await form.getByRole('button', { name: 'Set it' }).click();
  await expect(form).toContainText('heavy');
  await form.getByLabel('To, g').fill('200');
  await form.getByRole('button', { name: 'Set it' }).click();
  await expect(form).toContainText('a reason is missing');
  await form.getByLabel('Why').fill('stairs all day');
  await form.getByRole('button', { name: 'Set it' }).click();
  const row = page.getByRole('region', { name: 'Targets' }).getByRole('row', { name: /Mass/ });
  await expect(row).toContainText('at most 200');
  await expect(row).toContainText('out: KK-01');
});
