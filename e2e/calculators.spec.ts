import { expect, open, test } from './bench.ts';

test('a calculator keeps its values in its address, in any unit, and says what is wrong', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/guide/calculators');
  await page.getByRole('link', { name: 'Mass at reference' }).click();
  await page.getByRole('textbox', { name: 'mass g' }).fill('9 oz');
  await page.getByRole('textbox', { name: 'label' }).fill('EU 42');
  await page.getByRole('textbox', { name: 'reference' }).fill('UK 8');
  const result = page.getByRole('region', { name: 'Result' });
  // EU 42 is 3 mm shorter than UK 8 is long: 9 oz are 255.1 g, a little more at the longer last.
  await expect(result).toContainText(/mass g\s*25\d\./);
  const address = page.url();
  const shown = await result.textContent();

  // Passed on, it shows the same.
  await page.goto(`${demo.address}/`);
  await page.goto(address);
  await expect(page.getByRole('textbox', { name: 'mass g' })).toHaveValue('9 oz');
  await expect(result).toHaveText(shown ?? '');

  await page.getByRole('textbox', { name: 'mass g' }).fill('9 mm');
  await expect(page.getByText(/mm is a unit of length/)).toBeVisible();
  await page.goto(`${demo.address}/guide/calculators/mass-at-reference?massG=NaN&beauty=7`);
  await expect(page.getByText(/does not know: beauty/)).toBeVisible();
  await page.goto(`${demo.address}/guide/calculators/no-such-thing`);
  await expect(page.getByRole('heading', { name: 'No such calculation' })).toBeVisible();
});
