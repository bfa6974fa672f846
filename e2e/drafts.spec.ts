/** What is typed survives Back, another step, a reload and a browser that keeps nothing. */
import { enter, expect, open, settled, test } from './bench.ts';

test('an outing and the words of a sheet are kept over Back, another step and a reload', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/KK-04/wear');
  const outing = page.getByRole('form', { name: 'An outing' });
  await outing.getByRole('textbox', { name: 'How far' }).fill('7.3 km');
  await outing.getByRole('textbox', { name: 'A fault' }).fill('rubs at the heel');
  await page.getByRole('link', { name: /^Sheets/ }).click();
  await expect(page).toHaveURL(/sheets/);
  await page.goBack();
  await expect(outing.getByRole('textbox', { name: 'How far' })).toHaveValue('7.3 km');
  await page.reload();
  await expect(outing.getByRole('textbox', { name: 'How far' })).toHaveValue('7.3 km');
  await expect(outing.getByRole('textbox', { name: 'A fault' })).toHaveValue('rubs at the heel');
  // Another pair has a draft of its own.
  await open(page, demo, '/pairs/NS-01/wear');
  await expect(
    page.getByRole('form', { name: 'An outing' }).getByRole('textbox', { name: 'How far' }),
  ).toHaveValue('');
  await open(page, demo, '/pairs/KK-04/wear');
  await outing.getByRole('combobox', { name: 'Worn by' }).selectOption('T1');
  await outing.getByRole('button', { name: 'Keep the outing' }).click();
  await expect(outing.getByRole('textbox', { name: 'A fault' })).toHaveValue('');
  await page.reload();
  await expect(outing.getByRole('textbox', { name: 'A fault' })).toHaveValue('');

  const sheet = '/sheets/kestvane-kerb?label=eu-42&view=write';
  await open(page, demo, sheet);
  const words = page.getByRole('textbox', { name: 'Not for', exact: true });
  await words.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' Nor for wide feet.');
  // The page is gone before the hand has left the part.
  await page.reload();
  await settled(page);
  await expect(words).toContainText('Nor for wide feet.');
});

test('a browser without storage measures all the same, and says what a reload loses', async ({
  page,
  demo,
}) => {
  await page.addInitScript(() => {
    for (const name of ['localStorage', 'sessionStorage'])
      Object.defineProperty(window, name, {
        configurable: true,
        get: () => {
          throw new DOMException('denied', 'SecurityError');
        },
      });
    Object.defineProperty(window, 'indexedDB', {
      configurable: true,
      get: () => ({
        open: () => {
          throw new DOMException('denied', 'SecurityError');
        },
      }),
    });
  });
  await open(page, demo, '/pairs/PL-01/measure');
  await expect(page.getByText(/This browser keeps nothing after a reload/)).toBeVisible();
  await enter(page, '312 g');
  await expect
    .poll(async () => {
      const { sessions } = await (await page.request.get(`${demo.address}/api/pairs/PL-01`)).json();
      return sessions.flatMap(({ readings }: { readings: unknown[] }) => readings).length;
    })
    .toBe(1);
});
