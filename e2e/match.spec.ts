/** Match at the bench: from labels to the return note, by keyboard; photographs; tolerances. */

import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { enter, expect, open, takeSteady, test } from './bench.ts';

const ladder = (page: Page) => page.getByRole('table', { name: 'Match ladder' });
const findings = (page: Page) => page.getByRole('region', { name: 'Findings' });

async function begin(page: Page): Promise<void> {
  await expect(page.getByRole('button', { name: 'Begin the check' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Label, as read, left' })).toBeFocused();
}

test('a pair of two half sizes, by keyboard from labels to return note', async ({ page, demo }) => {
  test.setTimeout(90_000);
  await open(page, demo, '/pairs/PL-01/match');
  await begin(page);
  for (const label of ['UK 8', 'UK 8', 'UK 8']) await enter(page, label);
  await expect(page.getByRole('textbox', { name: 'Small outsole feature, left' })).toBeFocused();
  await enter(page, '22.1');
  await expect(page.getByRole('textbox', { name: 'Small outsole feature, right' })).toBeFocused();
  await enter(page, '22.3');
  // 190 mm of outsole and 267 mm of footbed: a half size more is 2.9 and 4.0 mm.
  await enter(page, '190');
  await enter(page, '192.9');
  await enter(page, '26.7 cm');
  await enter(page, '271.1');
  await expect(ladder(page).getByRole('row', { name: /Footbed length/ })).toContainText('out');
  await expect(ladder(page).getByRole('row', { name: /Footbed length/ })).toContainText(
    '+4.1 ± 0.7 mm',
  );
  await expect(findings(page)).toContainText('Two sizes in one box');
  await expect(findings(page)).toContainText('You can decide now');
  await enter(page, '92');
  await enter(page, '94');
  await enter(page, '8 L');
  await enter(page, '8½ R');
  for (const figure of ['41.2', '41.0', '60.1', '60.4', '62', '61.8', '0.2', '0'])
    await enter(page, figure);
  // The sole plane is passed over, both shoes.
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await enter(page, '249');
  await enter(page, '256');
  await expect(
    page.getByRole('textbox', { name: 'Midsole hardness, lateral, left' }),
  ).toBeFocused();
  await page.keyboard.press('d');
  await expect(page.getByRole('button', { name: 'Keep…' })).toBeFocused();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Return this pair' });
  await expect(dialog).toContainText('days left');
  await expect(dialog.getByRole('radio', { name: 'Unworn, tried indoors only' })).toBeFocused();
  await page.keyboard.press('Space');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'To be returned' })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Steps' })).toContainText('out, return');
  await expect(page.getByRole('complementary', { name: 'Tray' })).toContainText(
    'Two sizes in one box',
  );

  const pdf = page.getByRole('link', { name: 'Return note, PDF' });
  const note = await page.request.get(demo.address + (await pdf.getAttribute('href')));
  expect(note.headers()['content-type']).toBe('application/pdf');
  await page.getByRole('link', { name: 'Print it' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Return note' })).toBeVisible();
  await expect(page.getByRole('article')).toContainText('unworn, tried indoors only');
  await expect(page.getByRole('article')).toContainText('Two sizes in one box.');
  await expect(page.getByRole('row', { name: /Footbed length/ })).toContainText('4.1 ± 0.7 mm');
  // The decision stands as it was issued.
  await page.getByRole('link', { name: 'Back to the check' }).click();
  await page.getByRole('link', { name: 'As issued' }).click();
  await expect(page.getByRole('heading', { name: /^To be returned: Two sizes/ })).toBeVisible();
  await expect(page.getByRole('main')).toContainText('It stays as it was. SHA-256');

  // The replacement begins with what the two have in common.
  await page.goto(`${demo.address}/pairs/PL-01/match`);
  await page.getByRole('link', { name: 'Receive the replacement' }).click();
  await expect(page.getByRole('combobox', { name: 'Model, with its version' })).toHaveValue(
    'Lampround',
  );
  await expect(page.getByRole('textbox', { name: 'Sent for' })).toHaveValue('PL-01');
  await expect(page.getByRole('textbox', { name: 'Tag', exact: true })).toHaveValue('PL-02');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/pairs\/PL-02\/match$/);
  await begin(page);
  await expect(page.getByRole('main')).toContainText('sent for PL-01');
});

test('features are taken off the gauges that talk, by Space', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/PL-01/match');
  await begin(page);
  const bar = page.locator('#match-entry');
  const row = (name: string) => ladder(page).getByRole('row').filter({ hasText: name }).first();
  const standsAt = (place: string) => expect(bar).toHaveAccessibleName(place);
  await page.keyboard.press(']');
  await standsAt('Small outsole feature, left');
  await takeSteady(page, () => standsAt('Small outsole feature, right'));
  await takeSteady(page, () => standsAt('Large outsole feature, left'));
  // A sound pair, read once: never out.
  await expect(row('Small outsole feature')).toContainText(/within|cannot tell/);
  for (let step = 0; step < 8; step++) await page.keyboard.press(']');
  await standsAt('Sole plane, left');
  // An angle gauge does not talk.
  await page.keyboard.press('Space');
  await expect(page.getByRole('alert')).toContainText('is not connected: type the figure');
  await page.keyboard.press(']');
  await standsAt('Mass, left');
  await takeSteady(page, () => standsAt('Mass, right'));
  await takeSteady(page, () => standsAt('Midsole hardness, lateral, left'));
  await expect(row('Mass')).toContainText(/within|cannot tell/);
  // The demo's lampround weighs about 250 g, and the scale said so.
  await expect(page.getByRole('button', { name: /^Mass, left: 2[45]\d/ })).toBeVisible();
});

test('a box with two half sizes, checked again by live gauges, is found again', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/BR-13/match');
  await page.getByRole('button', { name: 'Check again' }).click();
  const bar = page.locator('#match-entry');
  const standsAt = (place: string) => expect(bar).toHaveAccessibleName(place);
  await standsAt('Label, as read, left');
  await page.keyboard.press(']');
  await page.keyboard.press(']');
  await standsAt('Tread, heel edge to toe window, left');
  await takeSteady(page, () => standsAt('Tread, heel edge to toe window, right'));
  await takeSteady(page, () => standsAt('Footbed length, left'));
  await takeSteady(page, () => standsAt('Footbed length, right'));
  await takeSteady(page, () => standsAt('Footbed width, ball, left'));
  // By hand: half a size is 4.03 mm of this footbed and 2.84 mm of the tread, within four SDs.
  const row = (name: string) => ladder(page).getByRole('row').filter({ hasText: name }).first();
  await expect(row('Footbed length')).toContainText(/\+(2\.9|[34]\.\d|5\.[01]) ± 0\.\d mm/);
  await expect(row('Tread')).toContainText(/\+(1\.9|2\.\d|3\.[0-7]) ± 0\.\d mm/);
  await expect(findings(page)).toContainText('Two sizes in one box');
  await expect(findings(page)).toContainText('The right shoe is at fault');
});

test('wrong input gets a plain answer and is kept; odd figures are asked about', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/PL-01/match');
  await begin(page);
  await enter(page, 'eight');
  await expect(page.getByRole('alert')).toContainText('is not a size label');
  await expect(page.getByRole('textbox', { name: 'Label, as read, left' })).toHaveValue('eight');
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  for (let place = 0; place < 3; place++) await page.keyboard.press('Enter');
  const small = page.getByRole('textbox', { name: 'Small outsole feature, left' });
  await expect(small).toBeFocused();
  await enter(page, '31 g');
  await expect(page.getByRole('alert')).toContainText('unit of mass');
  await expect(small).toHaveValue('31 g');
  await small.fill('22.1');
  await page.keyboard.press('Enter');
  // A slipped decimal mark is far from the other shoe: it is asked about, and typed again.
  await enter(page, '221');
  const question = page.getByRole('group', { name: 'Is that right?' });
  await expect(question).toContainText('is far from the other shoe (about 22.1 mm)');
  await expect(question.getByRole('button', { name: /^Record 22.1 mm/ })).toBeVisible();
  await enter(page, '22.2');
  // Backspace in the empty field brings the last reading back.
  await page.keyboard.press('Backspace');
  const right = page.getByRole('textbox', { name: 'Small outsole feature, right' });
  await expect(right).toHaveValue('22.2');
  await expect(page.getByText('Replaces 22.2')).toBeVisible();
  // Gone away from, it stands as it was, and is not left in the field to be read once more.
  await page.keyboard.press(']');
  await page.keyboard.press('[');
  await page.keyboard.press('\\');
  await expect(right).toHaveValue('');
  await page.keyboard.press('Backspace');
  await expect(right).toHaveValue('22.2');
  // It is still the reading that stands, over a reload too, until another is entered.
  await page.reload();
  await expect(right).toHaveValue('22.2');
  await expect(page.getByText('Replaces 22.2')).toBeVisible();
  // Typing replaces what is brought back.
  await expect(right).toBeFocused();
  await enter(page, '22.0');
  await expect(ladder(page).getByRole('row', { name: /Small outsole feature/ })).toContainText(
    'within',
  );
  // Named for the model; left out; other shoe; next and previous.
  await page.getByLabel('Name it, for this model:').fill('tread, heel to toe');
  await page.keyboard.press('Enter');
  await expect(ladder(page)).toContainText('tread, heel to toe');
  await page.keyboard.press('\\');
  await expect(page.getByRole('textbox', { name: 'tread, heel to toe, right' })).toBeFocused();
  await page.keyboard.press(']');
  await expect(page.getByRole('textbox', { name: 'Footbed length, left' })).toBeFocused();
  await page.getByRole('button', { name: 'leave out' }).click();
  await expect(ladder(page).getByRole('row', { name: /Footbed length/ })).toContainText('left out');
  await page.reload();
  await expect(ladder(page).getByRole('row', { name: /Small outsole feature/ })).toContainText(
    '22.1',
  );
  await expect(ladder(page)).toContainText('tread, heel to toe');
});

test('readings of a check wait while the server is stopped, and arrive once', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-06/match');
  await expect(page.getByRole('textbox', { name: 'Heel seam off centre, left' })).toBeFocused();
  await demo.stop();
  await enter(page, '0.2');
  await enter(page, '-0.1');
  await expect(ladder(page).getByRole('row', { name: /Heel seam off/ })).toContainText('within');
  await expect(page.getByText(/2 waiting to be saved/)).toBeVisible();
  await demo.start();
  await expect(page.getByText(/waiting to be saved/)).toBeHidden();
  // The words go as the first of the two is sent; the second follows.
  const seam = async () => {
    const record = await (await page.request.get(`${demo.address}/api/pairs/NS-06/match`)).json();
    return record.checks[0].readings
      .filter((reading: { quantity: string }) => reading.quantity === 'heel-seam')
      .map((reading: { value: number }) => reading.value);
  };
  await expect.poll(seam).toEqual([0.2, -0.1]);
});

test('the short check fits a phone: five features, and nothing runs off the side', async ({
  page,
  demo,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, demo, '/pairs/PL-01/match');
  await page.getByRole('button', { name: 'Five features, two minutes' }).click();
  // The label, five features, and what is looked at beside the part it belongs to.
  await expect(ladder(page).getByRole('rowheader')).toHaveCount(6 + 13);
  for (const label of ['UK 8', 'UK 8', 'UK 8']) await enter(page, label);
  for (const figure of ['190', '190.2', '267', '267.1', '41', '41.2', '0.1', '0', '0', '0'])
    await enter(page, figure);
  await expect(findings(page)).toContainText('The shoes match');
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'All sound' }).click();
  await expect(page.getByText('By eye: 13 of 13 looked at')).toBeVisible();
  await page.getByRole('button', { name: 'Keep…' }).click();
  await page.getByRole('button', { name: 'Keep this pair' }).click();
  await expect(page.getByRole('heading', { name: 'Kept' })).toBeVisible();
});

test('a fault seen by eye stands with its shoe, and a note is asked for', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-06/match');
  await page.keyboard.press('e');
  const eye = ladder(page);
  await expect(
    eye
      .getByRole('group', { name: /^Outsoles rolled together/ })
      .getByRole('button')
      .first(),
  ).toBeFocused();
  const glue = eye.getByRole('group', { name: 'No glue traces or gaps' });
  await glue.getByRole('button', { name: 'fault' }).click();
  await eye.getByLabel('On which shoe: No glue traces or gaps').selectOption('left');
  await eye.getByLabel('What is seen: No glue traces or gaps').fill('at the toe');
  await eye.getByLabel('What is seen: No glue traces or gaps').blur();
  await expect(findings(page)).toContainText('No glue traces or gaps: not so (left), at the toe');
  await page.getByRole('button', { name: 'Keep and note…' }).click();
  const keep = page.getByRole('button', { name: 'Keep it, and note' });
  await expect(keep).toBeDisabled();
  await page.getByLabel('What to note').fill('glue only');
  await keep.click();
  await expect(page.getByRole('heading', { name: 'Kept, with a note' })).toBeVisible();
});

test('the wearer is asked first, and what is seen alike needs no figure', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/PL-01/match');
  await page.getByLabel('Felt by the wearer, on').selectOption('right');
  await page.getByLabel('Where, and what').fill('heel slips');
  await page.getByLabel('Since when').fill('the first stairs');
  await page.getByRole('button', { name: 'Begin the check' }).click();
  await expect(findings(page)).toContainText(
    'The wearer felt: the right shoe, heel slips, since the first stairs.',
  );
  const footbeds = ladder(page).getByRole('group', { name: 'Footbeds face to face' });
  await footbeds.getByRole('button', { name: 'alike' }).click();
  await expect(ladder(page).getByRole('row', { name: /Footbed length/ })).toContainText(
    'alike, seen',
  );
  // A shoe that rocks is told by eye, on which shoe too.
  await ladder(page)
    .getByRole('group', { name: 'Sole and heel on the table' })
    .getByRole('button', { name: 'rocks' })
    .click();
  await ladder(page).getByLabel('On which shoe: Sole and heel on the table').selectOption('right');
  await expect(findings(page)).toContainText('Heel or shank set twisted');
  await expect(findings(page)).toContainText('The right shoe is at fault');
  await expect(findings(page)).toContainText('Footbeds face to face: alike, seen');
});

test('a changed tolerance is kept with its reason and moves the verdict', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-06/match');
  const row = ladder(page).getByRole('row', { name: /Collar height, lateral/ });
  await expect(row).toContainText('within');
  await page.goto(`${demo.address}/lab/tolerances`);
  await page.getByRole('button', { name: 'Change Collar height, lateral' }).click();
  const form = page.getByRole('form', { name: 'Tolerance of collar height, lateral' });
  await form.getByLabel('At most, mm').fill('0,1');
  await form.getByRole('button', { name: 'Change it' }).click();
  await expect(form).toContainText('a reason is missing');
  await form.getByLabel('Why').fill('stairs');
  await form.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('changed by this lab')).toBeVisible();
  await expect(page.getByRole('cell', { name: 'stairs' })).toBeVisible();
  await page.goto(`${demo.address}/pairs/NS-06/match`);
  await expect(row).not.toContainText('within');
});

test('a rejected pair is left out of its sheet until it is counted by hand', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/sheets/brindlow-roundsman-3?label=uk-8');
  await expect(page.getByText('BR-13 is left out of these figures')).toBeVisible();
  await expect(
    page.getByText(/Left compared with right\. BR-10: left and right match; kept/),
  ).toBeVisible();
  await page.goto(`${demo.address}/pairs/BR-13/match`);
  await page.getByLabel(/Count it all the same, because/).fill('the left alone was measured');
  await page.getByRole('button', { name: 'Count it' }).click();
  await expect(page.getByText('Counted in the model’s figures all the same')).toBeVisible();
  await page.goto(`${demo.address}/sheets/brindlow-roundsman-3?label=uk-8`);
  await expect(page.getByText(/BR-13 was rejected and is in these figures/)).toBeVisible();
});

test('what is half typed stays at its place when another cell is clicked, and over a reload', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/PL-01/match');
  await begin(page);
  for (const label of ['UK 8', 'UK 8', 'UK 8']) await enter(page, label);
  await page.keyboard.type('22.');
  await page.getByRole('button', { name: 'Take Footbed length, left' }).click();
  await page.keyboard.type('26');
  await expect(
    page.getByRole('button', { name: 'Small outsole feature, left, half typed: 22.' }),
  ).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Footbed length, left' })).toHaveValue('26');
  await page.getByRole('button', { name: 'Small outsole feature, left, half typed: 22.' }).click();
  await page.keyboard.type('1');
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('button', { name: 'Small outsole feature, left: 22.1' }),
  ).toBeVisible();
});

test('a photograph with a location loses it; HEIC is refused with a word', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/NS-06/match');
  const make = (background: string) =>
    sharp({ create: { width: 640, height: 480, channels: 3, background } })
      .withExif({
        IFD0: { Make: 'Pocket' },
        IFD3: { GPSLatitude: '52/1 30/1 0/1', GPSLatitudeRef: 'N' },
      })
      .jpeg()
      .toBuffer();
  const pictures = [
    { name: 'left.jpg', mimeType: 'image/jpeg', buffer: await make('#775533') },
    { name: 'right.jpg', mimeType: 'image/jpeg', buffer: await make('#335577') },
  ];
  expect((await sharp(pictures[0]?.buffer).metadata()).exif).toBeDefined();
  const area = page.getByRole('region', { name: 'Photographs' });
  await area.locator('input[type=file]').setInputFiles(pictures);
  const small = area.getByRole('listitem');
  await expect(small).toHaveCount(2);
  await small.first().getByRole('button').click();
  const viewer = page.getByRole('dialog', { name: 'Photographs' });
  // Two side by side, each walked by itself.
  await expect(viewer.locator('img')).toHaveCount(2);
  await expect(viewer).toContainText('1 of 2 · 640 × 480');
  await expect(viewer).toContainText('2 of 2');
  const address = await viewer.locator('img').first().getAttribute('src');
  const kept = await page.request.get(demo.address + address);
  const { exif, xmp, width } = await sharp(await kept.body()).metadata();
  expect({ exif, xmp, width }).toEqual({ width: 640 });
  await viewer.getByLabel('Caption').first().fill('toe, left');
  await viewer.getByLabel('Caption').first().blur();
  await page.keyboard.press('Escape');
  await expect(area).toContainText('toe, left');
  await area.locator('input[type=file]').setInputFiles({
    name: 'phone.heic',
    mimeType: 'image/heic',
    buffer: Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic0000mif1heic')]),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'phone.heic' })).toContainText(
    'HEIC pictures cannot be read here',
  );
  await page.getByRole('button', { name: 'Drop it' }).click();
  await expect(page.getByText('phone.heic')).toHaveCount(0);
  await expect(small).toHaveCount(2);
});
