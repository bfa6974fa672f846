/** Sizes over all shoes: evidence that parts, insoles moved, all labels, a foot, the ruler, lacing, a print. */
import sharp from 'sharp';
import { expect, open, test } from './bench.ts';

test('lengths and testers part over a shoe with a low toe box, and the causes are listed', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/editions/pelloway-gravel-lane');
  await page.getByRole('link', { name: 'True to its label?' }).press('Enter');
  await expect(
    page.getByRole('heading', { name: /^The evidence disagrees. It runs true by inside length/ }),
  ).toBeVisible();
  await expect(page.getByText('What would settle it: a try-on with another insole')).toBeVisible();
  await expect(
    page.getByText(/its toe box is \d+\.\d mm high inside; the median of other models/),
  ).toBeVisible();
  const kinds = page.getByRole('table', { name: 'Evidence by kind' });
  await expect(kinds.getByRole('row', { name: /what testers wear/ })).toContainText(
    'runs half a size short',
  );
  await expect(
    kinds.getByRole('row', { name: /^inside length compared with \d+ reference/ }),
  ).toContainText('runs true');
  await expect(page.getByRole('table', { name: 'Votes' }).getByRole('row')).toHaveCount(4);
  await page.getByText('How far testers agree').press('Enter');
  await expect(page.getByText(/Krippendorff’s alpha −?\d\.\d\d, ordinal/)).toBeVisible();
});

test('testers part by the width of their feet; a shoe is named a reference and undone', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/editions/brindlow-roundsman-3/fit');
  await expect(
    page.getByText(/^Testers differ by foot width: feet of 98 mm and narrower/),
  ).toBeVisible();
  const references = page.getByRole('region', { name: 'Reference shoes' });
  await references.getByRole('button', { name: 'It is no reference any more' }).press('Enter');
  await expect(references.getByRole('button', { name: /^It fits true/ })).toBeVisible();
  await open(page, demo, '/editions/pelloway-gravel-lane/fit');
  await expect(
    page.getByText('inside length compared with a reference shoe').first(),
  ).toBeVisible();
});

test('an insole goes from one pair to another by keys, and each says so', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/BR-11/fit');
  await expect(page.getByRole('link', { name: 'Cork 3' })).toBeVisible();
  await expect(page.getByText(/leaves 3\.\d\s±\s\d\.\d\smm before its toe end/)).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Insole' })).toHaveValue('on top');
  await expect(page.getByText(/its own insole → on top, Cork 3 \(T5\)/)).toBeVisible();
  await page.getByRole('link', { name: 'Cork 3' }).press('Enter');
  const move = page.getByRole('button', { name: 'Move Cork 3' });
  await move.press('Enter');
  await page.getByRole('combobox', { name: 'Put Cork 3 into' }).fill('NS-04');
  await page.getByRole('option', { name: 'NS-04' }).click();
  // A day before it came to where it is.
  await page.getByLabel('Since').fill('2020-01-01');
  await page.getByRole('button', { name: 'Move it out of BR-11' }).press('Enter');
  await expect(page.getByText(/It is in BR-11 since .*: a later day, please/)).toBeVisible();
  await page.getByLabel('Since').fill(new Date().toISOString().slice(0, 10));
  await page.getByRole('button', { name: 'Move it out of BR-11' }).press('Enter');
  await expect(page.getByRole('link', { name: 'NS-04', exact: true })).toBeVisible();
  await expect(move).toBeFocused();
  await open(page, demo, '/pairs/BR-11/fit');
  await expect(page.getByRole('combobox', { name: 'Insole' })).toHaveValue('original');
  // Measured with it, it is another shoe.
  await open(page, demo, '/pairs/NS-04/measure');
  await expect(page.getByText(/insole replaced: Cork 3/)).toBeVisible();
});

test('all labels lead to the evidence of one; a chain is shown in brackets', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/fit/matrix');
  const cell = page.getByRole('link', {
    name: /^From Brindlow Roundsman 2 to Norrolt Stairwell, mid cut: the same size, by wore both/,
  });
  await expect(cell).toContainText('same');
  await expect(
    page.getByRole('link', { name: /over .* it would be .*, which is not counted/ }).first(),
  ).toContainText('(');
  await cell.press('Enter');
  await expect(page.getByRole('heading', { name: 'Take UK 8.' })).toBeVisible();
});

test('for a foot: typed in another unit, asked about, with socks, a use and its caution', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/fit/foot');
  await expect(page.getByText('Say whose foot, or type its length')).toBeVisible();
  const left = page.getByRole('textbox', { name: 'Left, length' });
  await left.fill('26');
  await expect(page.getByText('Is 26 cm, or a size?')).toBeVisible();
  await left.fill('25.6 cm');
  const mid = page.getByRole('region', { name: 'Norrolt Stairwell, mid cut' });
  await expect(mid.getByText(/^Take UK 8 .*12 mm in front of the toes/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Sock' }).selectOption('thick');
  await expect(mid.getByText(/UK 8\.5/).first()).toBeVisible();
  await page.getByRole('combobox', { name: 'For', exact: true }).selectOption('winter boots');
  const boot = page.getByRole('region', { name: 'Tarnhus Frostgate, high cut' });
  await expect(
    boot.getByText(/the toes must not touch the front when walking downhill/),
  ).toBeVisible();
  await expect(mid).toHaveCount(0);
  await page.getByRole('textbox', { name: 'Right, length' }).fill('265');
  await expect(page.getByText('The feet differ by 9 mm. That happens')).toBeVisible();
  await expect(boot.getByText(/In the left shoe use an insole on top/)).toBeVisible();
});

test('the ruler is read by keys, women’s labels by both schools', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/fit/ruler');
  const slider = page.getByRole('slider', { name: 'Last length, mm' });
  await slider.focus();
  await page.keyboard.press('Home');
  const read = page.getByRole('table', { name: 'Read off' });
  await expect(page.getByRole('heading', { name: 'At a last of 240.0 mm' })).toBeVisible();
  await expect(read.getByRole('row', { name: /^EU/ })).toContainText('36 (36)');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'At a last of 240.5 mm' })).toBeVisible();
  await expect(read.getByRole('row', { name: /label school/ })).toContainText('6 (5.91)');
  await expect(read.getByRole('row', { name: /device school/ })).toContainText('5.5 (5.41)');
  await expect(page.getByRole('img', { name: /inside of Kestvane Kerb, EU 42/ })).toBeVisible();
});

test('lacing is drawn on the eyelets that the walk counted', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/fit/lacing?edition=norrolt-stairwell-mid-cut');
  await expect(page.getByText(/It has \d rows, as its walk says/)).toBeVisible();
  await page.getByRole('combobox', { name: 'For' }).selectOption('a sore instep');
  await expect(page.getByRole('img', { name: /^Lacing for a sore instep, 6 rows/ })).toBeVisible();
  await page.getByRole('textbox', { name: 'Rows of eyelets' }).fill('4');
  await expect(page.getByRole('img', { name: /^Lacing for a sore instep, 4 rows/ })).toBeVisible();
});

/** A bare foot's print on an A4 sheet on a dark table, 2 pixels a mm: thirds of 3600, 2580 and 4800 mm². */
const printPicture = (toes: boolean) =>
  sharp(
    Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="560" height="720">
      <rect width="560" height="720" fill="#333"/><rect x="70" y="63" width="420" height="594" fill="#eee"/>
      <g fill="#777"><rect x="220" y="420" width="120" height="120"/><rect x="237" y="300" width="86" height="121"/>
      <rect x="200" y="180" width="160" height="121"/>${
        toes
          ? [0, 1, 2, 3, 4]
              .map((toe) => `<circle cx="${246 + 32 * toe}" cy="148" r="${toe ? 12 : 18}"/>`)
              .join('')
          : ''
      }</g></svg>`),
  )
    .png()
    .toBuffer();

test('an arch is worked out of a picture of a print; a print without toes is refused', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/testers/T2');
  const picture = page.locator('input[type="file"]');
  const give = async (toes: boolean) =>
    picture.setInputFiles({
      name: 'print.png',
      mimeType: 'image/png',
      buffer: await printPicture(toes),
    });
  await give(false);
  await expect(page.getByText('No toes stand apart at one end')).toBeVisible();
  await give(true);
  await expect(
    page.getByText(/^Arch index 0\.2[34], middle, from a print of 18\d mm/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Keep the feet' }).click();
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'In a word' })).toHaveValue('middle');
  await page.getByRole('textbox', { name: 'or areas of the print' }).fill('40 20');
  await page.getByRole('button', { name: 'Work it out' }).click();
  await expect(page.getByText('Three areas of one unit')).toBeVisible();
  await page.getByRole('textbox', { name: 'or areas of the print' }).fill('40 20 40');
  await page.getByRole('textbox', { name: 'or areas of the print' }).press('Enter');
  await expect(page.getByText('Arch index 0.20, high, from the areas typed.')).toBeVisible();
});

test('sore places are laid on the foot anywhere, and taken up again', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-05/fit');
  const foot = page.getByRole('img', { name: /^The foot from above/ });
  const box = (await foot.boundingBox())!;
  // Behind the big toe, between two named places.
  const at = { x: (270 / 400) * box.width, y: (58 / 176) * box.height };
  await foot.click({ position: at });
  await expect(page.getByRole('group', { name: 'Sore' }).getByText('toes top')).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(foot.locator('circle')).toHaveCount(1);
  await foot.click({ position: at });
  await expect(foot.locator('circle')).toHaveCount(0);
});
