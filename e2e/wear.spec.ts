/** Wear at the bench and on a phone: an outing, a look, a decision; a line that cannot tell. */
import { expect, open, test } from './bench.ts';

test('on a phone an outing is kept, asked about where it is odd, and withdrawn', async ({
  page,
  demo,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, demo, '/pairs/NS-05/wear');
  await expect(page.getByText('No outing yet.')).toBeVisible();
  const form = page.getByRole('form', { name: 'An outing' });
  await form.getByRole('button', { name: 'Keep the outing' }).click();
  await expect(form.getByRole('status')).toHaveText('Who wore it?');
  await form.getByRole('combobox', { name: 'Worn by' }).selectOption('T1');
  const way = form.getByRole('textbox', { name: 'How far' });
  await way.fill('2000 km');
  await form.getByRole('button', { name: 'Keep the outing' }).click();
  await expect(form.getByRole('status')).toContainText('more than 200');
  await way.fill('2 tennis');
  await expect(form.getByRole('status')).toHaveText('11.3 km ± 1.6');
  await form.getByRole('combobox', { name: 'Comfort, of 10' }).selectOption('7');
  await form.getByRole('textbox', { name: 'A fault' }).fill('rubs at the heel');
  await form.getByRole('textbox', { name: 'began at km' }).fill('3');
  await way.press('Enter');
  const outings = page.getByRole('table', { name: 'Outings' });
  await expect(outings.getByRole('row', { name: /T1/ })).toContainText(
    'rubs at the heel from 3 km',
  );
  await expect(page.getByRole('heading', { level: 1 })).toContainText('11 km');
  await expect(way).toBeFocused();
  await page.getByRole('button', { name: /^Withdraw the outing/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('0 km');
});

test('a look comes to a decision by keys; deciding otherwise asks why, and is withdrawn', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-04/wear');
  const side = page.getByRole('region', { name: 'What the signs mean' });
  await expect(side.getByRole('heading', { name: /^Keep using/ })).toBeVisible();
  await side.getByRole('button', { name: 'fine cracks' }).press('Space');
  await side.getByRole('textbox', { name: 'or in words' }).fill('lining torn, not growing');
  await side.getByRole('button', { name: 'Keep the look' }).press('Enter');
  await expect(side.getByText(/fine cracks; lining torn, not growing/)).toBeVisible();
  await side.getByRole('button', { name: 'upper torn' }).press('Enter');
  await side.getByRole('button', { name: 'Keep the look' }).press('Enter');
  await expect(side.getByRole('heading', { name: /no glue holds it/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Signs of good condition' })).toContainText(
    'hole in lining growing: not seen',
  );
  await expect(page.getByRole('link', { name: 'Wear retire' })).toBeVisible();
  const decision = side.getByRole('form', { name: 'The decision' });
  await decision.getByRole('combobox').selectOption('go on');
  await decision.getByRole('button', { name: 'Decide' }).press('Enter');
  await expect(decision.getByText('The signs say otherwise: say why.')).toBeVisible();
  await decision.getByRole('textbox', { name: 'Why' }).fill('for the garden');
  await decision.getByRole('button', { name: 'Decide' }).press('Enter');
  await expect(side.getByText(/: keep using, decided by .*: for the garden/)).toBeVisible();
  await side.getByRole('button', { name: /^Withdraw the decision/ }).press('Enter');
  await expect(page.getByRole('link', { name: 'Wear retire' })).toBeVisible();
});

test('tread tells which zone is through first, or that it cannot tell; a total is kept', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/pairs/KK-04/wear');
  await expect(page.getByText('First through: tread heel lateral, right')).toBeVisible();
  await expect(page.getByRole('img', { name: /^Tread left: / })).toBeVisible();
  await expect(page.getByRole('img', { name: /worn through at \d+ km/ })).toBeVisible();
  await expect(page.getByText(/^T2 comfortable after: \d+\.\d h/)).toBeVisible();
  await open(page, demo, '/pairs/KK-06/wear');
  await expect(page.getByText('Too little wear to tell which zone')).toBeVisible();
  const total = page.getByRole('form', { name: 'A total' });
  await total.getByRole('textbox', { name: 'In all, km' }).fill('far');
  await expect(total.getByText('a number of km')).toBeVisible();
  await total.getByRole('textbox', { name: 'In all, km' }).fill('120');
  await total.getByRole('textbox', { name: 'give or take' }).fill('10');
  await total.getByRole('button', { name: 'Keep the total' }).press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('120 km ± 20');
});

/** A route of steps of 10 m, one every five seconds. */
function gpx(day: string, steps: number, name: string): string {
  const from = Date.parse(`${day}T08:00:00Z`);
  const points = Array.from({ length: steps + 1 }, (_, n) => {
    const lat = (52 + n * 0.00008993).toFixed(8);
    const at = new Date(from + n * 5000).toISOString();
    return `<trkpt lat="${lat}" lon="5"><ele>${10 + (n % 50)}</ele><time>${at}</time></trkpt>`;
  });
  return `<?xml version="1.0"?><gpx version="1.1" creator="x" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>${name}</name><trkseg>${points.join('')}</trkseg></trk></gpx>`;
}

test('routes are dropped together, proposed as outings, and never doubled', async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/NS-05/wear');
  const received = await page.evaluate(async () => {
    const answer = await fetch('/api/pairs/NS-05');
    return (await answer.json()).pair.receivedOn as string;
  });
  const routes = page.getByRole('region', { name: 'Routes' });
  const drop = (files: [name: string, text: string][]) =>
    routes.evaluate((area, dropped) => {
      const dataTransfer = new DataTransfer();
      for (const [name, text] of dropped)
        dataTransfer.items.add(new File([text], name, { type: 'application/gpx+xml' }));
      area.dispatchEvent(new DragEvent('drop', { dataTransfer, bubbles: true, cancelable: true }));
    }, files);
  const hill = gpx(received, 700, 'Hill');
  await drop([
    ['hill.gpx', hill],
    ['again.gpx', hill],
    ['town.gpx', gpx(received, 400, 'Town').replaceAll('T08:', 'T15:')],
    ['map.kml', '<kml></kml>'],
  ]);
  const table = routes.getByRole('table', { name: 'Routes proposed' });
  await expect(table.getByRole('row', { name: /Hill/ })).toContainText('7.00');
  await expect(table.getByRole('row')).toHaveCount(3);
  await expect(routes.getByText(/again\.gpx: It is among the files already/)).toBeVisible();
  await expect(routes.getByText(/map\.kml: Line 1: This is no GPX/)).toBeVisible();
  await routes.getByRole('button', { name: 'Keep 2' }).click();
  await expect(routes.getByRole('status')).toHaveText('Whose routes are they?');
  await routes.getByRole('combobox', { name: 'Whose routes' }).selectOption('T4');
  await routes.getByRole('button', { name: 'Keep 2' }).press('Enter');
  await expect(routes.getByRole('status')).toHaveText('2 kept.');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('11 km');
  await drop([['hill.gpx', hill]]);
  await routes.getByRole('combobox', { name: 'Whose routes' }).selectOption('T4');
  await expect(table.getByRole('row', { name: /Hill/ })).toContainText('kept already');
  await expect(routes.getByRole('button', { name: 'Keep 0' })).toBeDisabled();
});

test('an outing is changed at the bench, and what it said is had back', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/pairs/KK-06/wear');
  const outings = page.getByRole('table', { name: 'Outings' });
  const first = outings.getByRole('row').nth(1);
  const before = (await first.getByRole('cell').nth(1).textContent()) ?? '';
  await first.getByRole('button', { name: /^Change the outing/ }).press('Enter');
  const form = page.getByRole('form', { name: 'Change this outing' });
  await form.getByRole('textbox', { name: 'How far' }).fill('6.6 km');
  await form.getByRole('combobox', { name: 'Ground' }).selectOption('ice');
  await form.getByRole('button', { name: 'Keep the change' }).press('Enter');
  await expect(form).toBeHidden();
  await expect(first).toContainText('6.6');
  await expect(first).toContainText('ice');
  await expect(first.getByRole('button', { name: /^Change the outing/ })).toBeFocused();
  await open(page, demo, '/lab/changes?pair=KK-06');
  await page
    .getByRole('row', { name: /Changed the outing of KK-06/ })
    .getByRole('button', { name: /ndo/ })
    .first()
    .click();
  await open(page, demo, '/pairs/KK-06/wear');
  await expect(outings.getByRole('row').nth(1)).toContainText(before);
  await expect(outings.getByRole('row').nth(1)).not.toContainText('6.6');
});
