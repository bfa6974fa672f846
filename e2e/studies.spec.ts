/** Studies at the bench: pairs, sides, gauges, two methods, and how many. */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { DEMO_SPREAD } from '#demo/truths.ts';
import { enter, expect, open, takeSteady, test } from './bench.ts';

test('a gauge study is planned, run blind by keyboard, analysed and taken into use', async ({
  page,
  demo,
}) => {
  test.setTimeout(90_000);
  await open(page, demo, '/studies/gauges');
  await expect(page.getByRole('row', { name: /Ruler at the sidewall/ })).toContainText('poor');
  await page.getByRole('button', { name: 'Plan a study' }).click();
  const form = page.getByRole('form', { name: 'Plan a gauge study' });
  await form.getByLabel('Name').fill('Needle, winter');
  await form.getByLabel('Gauge').selectOption({ label: 'Needle gauge' });
  await form.getByLabel(/^Parts/).fill('heel A, heel B, heel C');
  await form.getByLabel(/^Who measures/).fill('B1');
  await form.getByLabel('Trials each').fill('2');
  await form.getByRole('button', { name: /Draw the order/ }).click();
  await expect(form).toContainText('two people at least');
  await expect(form.getByLabel(/^Parts/)).toHaveValue('heel A, heel B, heel C');
  await form.getByLabel(/^Who measures/).fill('B1, B2');
  await form.getByRole('button', { name: 'Draw the order: 12 readings' }).click();

  const field = page.getByRole('textbox', { name: /measured by/ });
  await expect(field).toBeFocused();
  await enter(page, 'thick');
  await expect(page.getByRole('alert')).not.toBeEmpty();
  await expect(field).toHaveValue('thick');
  await field.fill('');
  const progress = page.getByRole('img', { name: /of 12 readings taken/ });
  const truth: Record<string, number> = { 'heel A': 28, 'heel B': 31, 'heel C': 34 };
  const takeTurn = async (done: number) => {
    await expect(progress).toHaveAccessibleName(`${done} of 12 readings taken`);
    const label = (await page.locator('label[for=turn-entry]').textContent()) ?? '';
    const part = Object.keys(truth).find((name) => label.startsWith(name)) ?? '';
    const off = label.endsWith('B2') ? 0.1 : 0;
    await enter(page, ((truth[part] ?? 0) + off + 0.1 * (done % 2)).toFixed(1));
  };
  for (let done = 0; done < 5; done++) await takeTurn(done);
  // Nothing that was read stands on the page while the study runs.
  await expect(progress).toHaveAccessibleName('5 of 12 readings taken');
  await expect(page.getByRole('main')).not.toContainText(/2[78]\.\d|3[145]\.\d/);
  await page.keyboard.press('Backspace');
  await expect(progress).toHaveAccessibleName('4 of 12 readings taken');
  for (let done = 4; done < 12; done++) await takeTurn(done);

  await expect(page.getByTestId('gauge-verdict')).toContainText('A good gauge');
  await expect(page.getByText('Use it for this quantity.')).toBeVisible();
  await page.getByRole('button', { name: /^Use it for Needle gauge by/ }).click();
  await expect(page.getByText(/^In use: sittings with Needle gauge/)).toBeVisible();
  await page.goto(`${demo.address}/sheets/tarnhus-lanewalk`);
  await expect(page.getByText('Gauge studies: Needle, winter')).toBeVisible();
});

test('a gauge that talks is studied by Space, blind', { tag: '@long' }, async ({ page, demo }) => {
  await open(page, demo, '/studies/gauges');
  await page.getByRole('button', { name: 'Plan a study' }).click();
  const form = page.getByRole('form', { name: 'Plan a gauge study' });
  await form.getByLabel('Name').fill('Needle, live');
  await form.getByLabel('Gauge').selectOption({ label: 'Needle gauge' });
  await form.getByLabel(/^Parts/).fill('TL-01 left, TL-07 right');
  await form.getByLabel(/^Who measures/).fill('B1, B2');
  await form.getByLabel('Trials each').fill('2');
  await form.getByRole('button', { name: 'Draw the order: 8 readings' }).click();
  const progress = page.getByRole('img', { name: /of 8 readings taken/ });
  const stand = (done: number) =>
    expect(progress).toHaveAccessibleName(`${done} of 8 readings taken`);
  const violations = async () => (await new AxeBuilder({ page }).analyze()).violations;
  expect(await violations()).toEqual([]);
  for (let done = 1; done < 8; done++) await takeSteady(page, () => stand(done));
  await takeSteady(page, () => expect(progress).toHaveCount(0));
  await expect(page.getByTestId('gauge-verdict')).toBeVisible();
  await expect(page.getByRole('main')).toContainText('TL-07 right');
  expect(await violations()).toEqual([]);
});

test('a study that is ended early leaves out what not everybody measured', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/studies/gauges');
  await page.getByRole('button', { name: 'Plan a study' }).click();
  await page.getByLabel('Name').fill('Broken off');
  await page.getByLabel(/^Parts/).fill('a, b, c');
  await page.getByLabel(/^Who measures/).fill('B1, B2');
  await page.getByLabel('Trials each').fill('2');
  await page.getByRole('button', { name: /Draw the order/ }).click();
  const progress = page.getByRole('img', { name: /of 12 readings taken/ });
  for (let done = 0; done < 3; done++) {
    await expect(progress).toHaveAccessibleName(`${done} of 12 readings taken`);
    await enter(page, `3${done}.0`);
  }
  await expect(progress).toHaveAccessibleName('3 of 12 readings taken');
  await page.getByRole('button', { name: 'End it early…' }).click();
  await page.getByRole('button', { name: 'End the study here' }).click();
  await expect(page.getByRole('alert')).toContainText('No analysis');
});

test('pairs of two lots: the spread in words, in charts and as a table', async ({ page, demo }) => {
  await open(page, demo, '/studies?edition=tarnhus-lanewalk&quantity=heel-stack');
  const words = page.getByTestId('consistency');
  await expect(words).toContainText(
    /^Pairs differ by 0\.\d\d mm; .* of the spread of readings is your gauge\.$/,
  );
  const basis = page.getByLabel('Basis: never pooled');
  await expect(basis).toHaveValue(/in-shoe/);
  // The planted spread: pairs of 0.4 and lots 0.8 apart.
  const row = page.getByRole('row', { name: /^pairs scatter by/ });
  const interval = /95 %: ([\d.]+) to ([\d.]+)/.exec((await row.textContent()) ?? '');
  const planted = Math.hypot(DEMO_SPREAD.pairStack, 0.4 * Math.sqrt(8 / 7));
  expect(Number(interval?.[1])).toBeLessThan(planted);
  expect(Number(interval?.[2])).toBeGreaterThan(planted);
  await expect(page.getByRole('img', { name: /in the order of receipt, by lot/ })).toBeVisible();
  await page.getByRole('button', { name: 'From the claim: heel 29 mm' }).click();
  await expect(page.getByRole('row', { name: /^the same, off centre counted/ })).toContainText(
    'no promise',
  );
  await page.getByRole('button', { name: 'table' }).first().click();
  await expect(page.getByRole('cell', { name: 'L2-402' }).first()).toBeVisible();
  await page.getByLabel('From, mm').fill('wide');
  await expect(page.getByText('a number, such as 30.5')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Editions by consistency' })).toBeVisible();
  // Lots by their pairs, the spread within lots as the error.
  const lots = page.getByRole('region', { name: 'Lots' });
  await expect(lots).toContainText(/Lot L2-402 stands 1\.\d+ mm above L2-318: real\./);
  await lots.getByText('How surely').click();
  await expect(lots.getByRole('row', { name: /L2-402 L2-318/ })).toBeVisible();
  // One pair shows no spread.
  await page.getByRole('combobox', { name: 'Edition', exact: true }).fill('roundsman');
  await page.getByRole('option', { name: 'Brindlow Roundsman 2' }).click();
  await expect(page.getByRole('alert')).toContainText('one pair shows no spread of pairs');
});

test('left and right are alike, or cannot be told, within a tolerance', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/studies/sides?quantity=mass');
  await expect(page.getByText(/^Left and right are alike within the tolerance/)).toBeVisible();
  await page.getByLabel(/^Tolerance/).fill('0');
  await expect(page.getByRole('alert')).toContainText('zero can never be shown');
  await page.getByLabel(/^Tolerance/).fill('0.1');
  await expect(page.getByText(/^Cannot tell whether|^Left and right are not alike/)).toBeVisible();
});

async function keepBridge(page: Page, address: string, quantity: string): Promise<void> {
  await page.goto(`${address}/studies/methods?quantity=${quantity}`);
  for (const [label, words] of [
    ['First: what is carried over', 'Sidewall, ruler · Ruler'],
    ['Second: what it is carried to', 'In-shoe 12 / 75 %, insole in, needle gauge'],
  ] as const) {
    const select = page.getByLabel(label);
    const value = await select.locator('option', { hasText: words }).first().getAttribute('value');
    await select.selectOption(value);
  }
  await expect(page.getByTestId('bridge')).toContainText('differ by a constant amount');
  await page.getByRole('button', { name: 'Keep this conversion' }).click();
  await expect(page.getByText('Kept. Compare uses it from now on.')).toBeVisible();
}

test('a bridge between two methods is kept, and Compare carries sidewall stacks over it', {
  tag: '@long',
}, async ({ page, demo }) => {
  const compare =
    '/compare?editions=tarnhus-lanewalk,pelloway-gravel-lane&stack=in-shoe-in-in-whole-sole-needle';
  await open(page, demo, compare);
  const heel = page.getByRole('row', { name: /^Heel stack/ });
  await expect(heel).toContainText('not comparable');
  await keepBridge(page, demo.address, 'heel-stack');
  await keepBridge(page, demo.address, 'forefoot-stack');
  await page.goto(`${demo.address}${compare}`);
  await expect(heel).toContainText('own bridge between methods');
  await expect(page.getByRole('row', { name: /^Drop/ })).toContainText(
    'own bridge between methods',
  );
  await page.goto(`${demo.address}/studies/methods?quantity=heel-stack`);
  const kept = page.getByRole('region', { name: 'Conversions in use' });
  await kept.getByLabel('Why it goes out of use').first().fill('the ruler was replaced');
  await kept.getByRole('button', { name: 'Take out of use' }).first().click();
  await expect(kept).toContainText('out of use: the ruler was replaced');
});

test('the step that the lab takes for noticeable counts in studies and guide too', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/lab/quantities');
  await page.getByRole('button', { name: 'Change the step of Heel stack' }).click();
  const form = page.getByRole('form', { name: 'Noticeable step of heel stack' });
  await form.getByLabel('Step').fill('nothing');
  await form.getByLabel('Why').press('Enter');
  await expect(form).toContainText('“nothing”');
  await form.getByLabel('Step').fill('0.4');
  await form.getByLabel('Why').press('Enter');
  await expect(form).toContainText('a reason');
  await form.getByLabel('Why').fill('the panel felt it');
  await form.getByLabel('Why').press('Enter');
  await expect(form).toHaveCount(0);
  await expect(
    page.getByRole('row', { name: /Heel stack 0.4 mm the panel felt it/ }),
  ).toBeVisible();
  await page.goto(`${demo.address}/studies/planner?quantity=heel-stack`);
  await expect(page.getByLabel('Of, mm')).toHaveValue('0.4');
  await page.goto(`${demo.address}/guide#heel-stack`);
  await expect(page.locator('#heel-stack')).toContainText('a wearer may notice 0.4 mm');
  // Half a step and half the claim's last digit to either side of 29 mm.
  await page.goto(`${demo.address}/studies?edition=tarnhus-lanewalk&quantity=heel-stack`);
  await page.getByRole('button', { name: 'From the claim: heel 29 mm' }).click();
  await expect(page.getByLabel('From, mm')).toHaveValue('28.3');
  await expect(page.getByLabel('To, mm')).toHaveValue('29.7');
  // A bridge whose doubt is larger than the step converts nothing.
  await page.goto(`${demo.address}/studies/methods?quantity=heel-stack`);
  await expect(page.getByTestId('bridge')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep this conversion' })).toHaveCount(0);
});

test('classes are bounded by the lab, with a reason, and sheets call a value by them', {
  tag: '@long',
}, async ({ page, demo }) => {
  const grade = page.getByRole('row', { name: /^Drop/ }).first();
  await open(page, demo, '/sheets/tarnhus-lanewalk');
  await expect(grade).toContainText('middle');
  await page.goto(`${demo.address}/lab/quantities`);
  await page.getByRole('button', { name: 'Change the classes of Drop' }).click();
  const form = page.getByRole('form', { name: 'Classes of drop' });
  await form.getByLabel('middle over').fill('9');
  await form.getByLabel('Why').fill('walkers stand lower here');
  await form.getByLabel('Why').press('Enter');
  await expect(form).toContainText('each class begins above the one before it');
  await form.getByLabel('middle over').fill('0.7 cm');
  await form.getByLabel('Why').press('Enter');
  await expect(form).toHaveCount(0);
  await expect(
    page.getByRole('row', { name: /Drop classes from .*7(\.0)? mm.* walkers stand lower here/ }),
  ).toBeVisible();
  await page.goto(`${demo.address}/sheets/tarnhus-lanewalk`);
  await expect(grade).toContainText('low');
});

test('the planner agrees with published power, and says what the pairs at hand can see', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/studies/planner');
  await page.getByText('How sure, what there is, what it costs').click();
  for (const [label, value] of [
    ['Of, mm', '1'],
    ['Pairs scatter by, mm', '0.8'],
    ['Shoes of a pair by, mm', '0'],
    ['Repeats by, mm', '0'],
  ] as const)
    await page.getByLabel(label).fill(value);
  // R: power.t.test(delta = 1, sd = 0.8, power = 0.9) needs 14.48; three see 2.871.
  await expect(page.getByTestId('plan')).toContainText(
    '15 pairs of each edition, 1 reading a shoe',
  );
  await expect(page.getByTestId('sees')).toContainText(
    'With the 3 pairs of each you have you can see 2.87 mm',
  );
  await expect(page.getByRole('img', { name: /^Power to find/ })).toBeVisible();
  await page.getByLabel('Of, mm').fill('0');
  await expect(page.getByText('more than nothing')).toBeVisible();
  await page.getByLabel('Of, mm').fill('0.0001');
  await expect(page.getByRole('alert')).toContainText('look for a larger difference');
  await page.getByLabel('To see').selectOption('mean');
  await page.getByLabel('Within ±, mm').fill('0.72');
  await page.getByLabel('Pairs scatter by, mm').fill('1');
  // t(0.975; 9)/√10 = 0.715.
  await expect(page.getByTestId('plan')).toContainText('10 pairs, 1 reading a shoe');
});

test('an empty book says what each study wants', { tag: '@long' }, async ({ page, empty }) => {
  await page.goto(empty.address);
  await page.getByRole('checkbox', { name: 'Needle gauge' }).check();
  await page.getByRole('button', { name: 'Set up the bench' }).click();
  await expect(page.getByRole('heading', { name: 'Receive a pair' })).toBeVisible();
  for (const [path, says] of [
    ['/studies', 'two measured pairs at least'],
    ['/studies/sides', 'two pairs with both shoes are the least'],
    ['/studies/gauges', 'Several people measure the same shoes'],
    ['/studies/methods', 'was measured in no way so far'],
  ] as const) {
    await page.goto(`${empty.address}${path}`);
    await expect(page.getByRole('main')).toContainText(says);
  }
});
