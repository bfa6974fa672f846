/** What answers questions: rules of uses, the choice of a shoe, the shoe part by part, practice, the desk. */

import type { Page } from '@playwright/test';
import { type Bench, expect, open, test } from './bench.ts';

/** What an edition suits for a use, on a page of its own. */
async function openSuits(page: Page, demo: Bench, slug: string, use: string, aim: string) {
  await page.goto(`${demo.address}/guide/suits/${slug}?${new URLSearchParams({ use, aim })}`);
  await expect(page.getByRole('heading', { name: /^Suitability/ })).toBeVisible();
}

/** A rule of each use, the ground it is asked for, and what would tell. */
const ASKED: readonly [use: string, aim: string, rule: string, tells: RegExp, then: RegExp][] = [
  ['running', 'training', 'Rolls off where the foot bends', /flex line/, /bends at the ball/],
  ['trail', 'mud', 'Grips in mud', /lug depth, forefoot/, /deep lugs/],
  ['track and jumps', 'sprint', 'Within the limits of the sprint', /heel stack/, /over the limit/],
  ['football', 'artificial', 'Studs on artificial grass', /Look at the studs, or say/, /never/],
  ['court', 'cement', 'Low enough for side steps', /tilt to the edge/, /leans far/],
  ['trekking', 'long ways with a load', 'Keeps stones outside', /lug depth/, /deep lugs/],
  ['winter boots', 'with crampons', 'Hardly bends or twists', /bend by hand/, /hardly bends/],
  [
    'motorcycle boots',
    'road',
    'Goes under the lever',
    /toe height, outside/,
    /under a usual lever/,
  ],
  ['climbing', 'long routes', 'Stands all day', /downturn/, /flat at the toe/],
  ['dance', 'Cuban heel', 'A Cuban heel', /heel height/, /a Cuban heel/],
  [
    'walking and work',
    'rounds on foot',
    'Stands safely on kerbs and stairs',
    /tilt/,
    /broad for its/,
  ],
];

test('a rule of each use cannot tell of a new pair, and a measurement or a look mends it', {
  tag: '@long',
}, async ({ page, demo }) => {
  test.setTimeout(150_000);
  await open(page, demo, '/receive');
  await page.getByRole('combobox', { name: 'Maker' }).fill('Quillmoor');
  await page.getByRole('combobox', { name: /^Model/ }).fill('Allground');
  await page.getByRole('textbox', { name: 'Label' }).fill('UK 8');
  await page.keyboard.press('Escape');
  await page.getByRole('textbox', { name: 'Label' }).focus();
  await page.keyboard.press('Control+Enter');
  await page.getByRole('button', { name: 'Not now' }).click();
  await expect(page).toHaveURL(/\/pairs\/QA-01\/measure$/);
  for (const [use, aim, name, tells] of ASKED) {
    await openSuits(page, demo, 'quillmoor-allground', use, aim);
    const rule = page.getByRole('region', { name, exact: true });
    await expect(rule.getByRole('heading', { level: 3 }), use).toContainText('not known');
    await expect(rule, use).toContainText(tells);
  }
  // Geometry by hand: half of 79.6 mm over 24.6 mm is 58 degrees.
  await openSuits(page, demo, 'kestvane-kerb', 'walking and work', 'rounds on foot');
  await expect(page.getByRole('img', { name: /It leans 58 degrees.*at least 48/ })).toBeVisible();
  await page.goto(`${demo.address}/pairs/QA-01/measure`);
  const field = page.locator('#entry');
  const slip = page.getByRole('complementary', { name: 'Slip' }).getByRole('listitem');
  let taken = 0;
  for (const [what, typed] of [
    ['flex line', '69'],
    ['lug depth forefoot', '5.4'],
    ['heel stack', '22.4'],
    ['forefoot stack', '18.2'],
    ['sole width heel', '82'],
    ['bend by hand front', '4'],
    ['twist by hand front', '4'],
    ['toe height outside', '58'],
    ['downturn', '1'],
    ['heel height', '1.7 in'],
  ] as const)
    for (const side of ['left', 'right']) {
      await field.fill(`+ ${what} ${side} ${typed}`);
      await field.press('Enter');
      taken += 1;
      await expect(slip, `${what} ${side}`).toHaveCount(taken);
    }
  // What no gauge tells is looked at.
  await page.goto(`${demo.address}/pairs/QA-01/walk`);
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: /part/i }).fill('studs');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Which studs?' })).toBeVisible();
  await page.keyboard.press('3');
  await expect(page.getByRole('complementary', { name: 'Said so far' })).toContainText(
    'soft ground',
  );
  for (const [use, aim, name, , then] of ASKED) {
    await openSuits(page, demo, 'quillmoor-allground', use, aim);
    const rule = page.getByRole('region', { name, exact: true });
    await expect(rule.getByRole('heading', { level: 3 }), use).not.toContainText('not known');
    await expect(rule, use).toContainText(then);
  }
});

test('a line of a rule is drawn elsewhere in any unit, with a reason; wrong input keeps what was typed', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/guide/uses/court');
  await page
    .getByRole('button', {
      name: 'Draw the line of heel stack elsewhere: Low enough for side steps',
    })
    .click();
  const form = page.getByRole('form', { name: 'Line of heel stack: Low enough for side steps' });
  await form.getByRole('textbox', { name: 'Up to' }).fill('1 lb');
  await form.getByRole('textbox', { name: 'Why' }).fill('our hall');
  await form.getByRole('button', { name: 'Change it' }).click();
  await expect(form).toContainText('unit of mass');
  await expect(form.getByRole('textbox', { name: 'Up to' })).toHaveValue('1 lb');
  await form.getByRole('textbox', { name: 'Up to' }).fill('1 in');
  await form.getByRole('textbox', { name: 'Up to' }).press('Enter');
  await expect(form).toBeHidden();
  const rule = page.getByRole('region', { name: 'Low enough for side steps' });
  await expect(rule).toContainText('heel stack at most 25.4 mm');
  await expect(rule).toContainText('our hall');
});

test('a shoe is chosen by keyboard, and the address holds the answers', async ({ page, demo }) => {
  await open(page, demo, '/guide/choose');
  await expect(page.getByText('Say what it is for')).toBeVisible();
  const choose = async (label: string, typed: string) => {
    const field = page.getByLabel(label, { exact: true });
    // A further matter can be chosen once the one before it is drawn.
    await expect(field).toBeEnabled();
    await field.focus();
    await page.keyboard.type(typed);
  };
  await choose('Use', 'trekking');
  await expect(page.getByText('Choose the ground or purpose, and more rules apply')).toBeVisible();
  await choose('On, or for', 'long');
  await choose('First', 'protection');
  await choose('Second', 'dry');
  const offers = page.getByRole('region', { name: 'What is offered' }).getByRole('listitem');
  await expect(offers.first()).toContainText('Tarnhus Drover, mid cut');
  await expect(offers.first()).toContainText('protects more than the median here');
  await expect(page).toHaveURL(/matters=protection%2Cdry/);
  const address = page.url();
  // Money that is none is told at its field, and nothing changes.
  await page.getByLabel('At most').fill('nothing');
  await expect(page.getByText('An amount more than nothing')).toBeVisible();
  await page.getByLabel('At most').fill('150');
  await expect(page.getByText(/^Ruled out: \d+/)).toBeVisible();
  // Passed on, it shows the same.
  await page.goto(`${demo.address}/`);
  await page.goto(address);
  await expect(offers.first()).toContainText('Tarnhus Drover, mid cut');
  await expect(page.getByText('What matters most: protection, then dry feet')).toBeVisible();
  // A link that says what nobody knows is told so at its fields, and the rest of it stands.
  await page.goto(`${demo.address}/guide/choose?use=trekking&aim=deserts&matters=speed,dry%20feet`);
  await expect(page.getByRole('alert').first()).toContainText('Nothing here tells of speed');
  await expect(page.getByRole('alert').last()).toContainText('trekking has no deserts');
  await page.getByLabel('On, or for', { exact: true }).selectOption('light paths');
  await expect(offers.first()).toBeVisible();
  // Two choices before the page is drawn anew are both kept.
  await page.getByRole('form', { name: 'What is asked' }).evaluate((form) => {
    const choose = (label: string, value: string) => {
      const field = [...form.querySelectorAll('label')].find(
        ({ textContent }) => textContent === label,
      );
      const select = field?.control as HTMLSelectElement;
      select.value = value;
      select.dispatchEvent(new Event('change', { bubbles: true }));
    };
    choose('Carrying', 'a heavy pack');
    choose('Sock', 'thick');
  });
  await expect(page).toHaveURL(/load=a\+heavy\+pack/);
  await expect(page).toHaveURL(/sock=thick/);
  // Nothing here is made for climbing.
  await page.getByLabel('Use', { exact: true }).selectOption('climbing');
  await expect(page.getByText('No model here is made for climbing')).toBeVisible();
  await expect(page.getByRole('region', { name: 'What to look for' })).toBeVisible();
  // On a phone nothing runs off to the side.
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByLabel('Use', { exact: true }).selectOption('running');
  const region = page.getByRole('region', { name: 'What is offered' });
  await expect(region).toContainText('here.');
  await page.getByRole('link', { name: /^\d offered: look$/ }).click();
  await expect(region).toBeInViewport();
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBeLessThanOrEqual(0);
});

test('the shoe is gone along by keyboard, and found by any of its names', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/guide/shoe');
  const find = page.getByRole('textbox', { name: 'Find a part by any of its names' });
  await find.fill('sockliner');
  await find.press('Enter');
  await expect(page).toHaveURL(/\/guide\/shoe\/insole-loose$/);
  await expect(page.getByRole('region', { name: 'Footbed' })).toContainText('Lift it at the heel');
  await find.fill('flux capacitor');
  await expect(page.getByText('Nobody calls a part so.')).toBeVisible();
  await find.fill('');
  const links = page.getByRole('navigation', { name: 'Parts' }).getByRole('link');
  await links.first().focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Overlays' })).toBeVisible();
  await page.goto(`${demo.address}/guide/shoe/heel-spring`);
  await expect(page.getByRole('alert')).toContainText('No part is called “heel-spring”');
  // From a sheet by the name of a part, and on to how it is measured.
  await page.goto(`${demo.address}/sheets/kestvane-kerb?label=eu-42`);
  await page.getByRole('link', { name: 'Counter', exact: true }).click();
  await page.getByRole('link', { name: 'counter stiffness' }).click();
  await expect(page).toHaveURL(/\/guide#counter-stiffness$/);
});

test('a round of practice is measured, judged and kept', { tag: '@long' }, async ({
  page,
  demo,
}) => {
  await open(page, demo, '/guide/practice');
  await page.getByRole('link', { name: 'Begin: Measure a pair' }).click();
  await expect(page.getByText('1 of 16')).toBeVisible();
  for (let reading = 0; reading < 15; reading += 1) {
    await page.getByRole('button', { name: /Take reading/ }).click();
    await expect(page.getByText(`${reading + 2} of 16`)).toBeVisible();
  }
  await page.getByRole('heading', { name: /ball, right/ }).click();
  await page.keyboard.press('Space');
  await page.getByRole('checkbox', { name: 'The caliper was not zeroed' }).check();
  await page.getByRole('button', { name: 'Say so' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Found' })).toContainText(
    /Found \d of \d/,
  );
  await expect(page.getByRole('table', { name: 'Your figures against the truth' })).toContainText(
    'Mass',
  );
  await page.getByRole('link', { name: 'All lessons, and progress' }).click();
  await expect(page.getByRole('table', { name: 'Rounds' })).toContainText('Measure a pair');
  await page.getByRole('link', { name: 'Begin: Judge claims' }).click();
  for (let claim = 0; claim < 6; claim += 1)
    await page.getByRole('button', { name: 'cannot tell' }).click();
  // Two of each word: who always says so is right twice.
  await expect(page.getByRole('heading', { name: '2 of 6 right' })).toBeVisible();
});

test('the desk says what is next; a maker is asked, and the answer is kept with the claim', {
  tag: '@long',
}, async ({ page, demo }) => {
  await open(page, demo, '/desk');
  const next = page.getByRole('table', { name: 'What is reviewed next' });
  await expect(next).toContainText('Tarnhus Lanewalk 2');
  await expect(next).toContainText('promised by the maker');
  await page.getByRole('textbox', { name: 'To spend' }).fill('100');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(next).toContainText('over the budget');
  await page.goto(`${demo.address}/editions/pelloway-gravel-lane`);
  const ask = page.getByRole('form', { name: 'A question to the maker' });
  await ask.getByRole('button', { name: 'Ask' }).click();
  await expect(ask).toContainText('the question');
  await ask.getByRole('textbox', { name: 'Question' }).fill('At the sidewall, or inside?');
  await ask.getByRole('textbox', { name: 'Question' }).press('Enter');
  const answer = page.getByRole('form', { name: 'Answer to: At the sidewall, or inside?' });
  await answer.getByRole('textbox').fill('At the sidewall.');
  await answer.getByRole('button', { name: 'Keep the answer' }).click();
  await expect(page.getByRole('region', { name: 'Asked of the maker' })).toContainText(
    'At the sidewall.',
  );
  await expect(answer).toBeHidden();
});

test('an empty bench offers practice, tells nothing it cannot know, and tours its first pair', {
  tag: '@long',
}, async ({ page, empty }) => {
  await open(page, empty, '/');
  await page.getByRole('link', { name: 'Ten minutes of practice' }).click();
  await expect(page.getByRole('heading', { name: 'Practice', exact: true })).toBeVisible();
  await page.goto(empty.address);
  await page.getByRole('checkbox', { name: /^Scale/i }).check();
  await page.getByRole('button', { name: 'Set up the bench' }).click();
  await expect(page.getByRole('heading', { name: 'Receive a pair' })).toBeVisible();
  await page.goto(`${empty.address}/guide/choose?use=running`);
  await expect(page.getByText('No model here is made for running')).toBeVisible();
  await page.goto(`${empty.address}/desk`);
  await expect(page.getByText('Nothing presses.')).toBeVisible();
  await expect(page.getByText('No pair is here yet.')).toBeVisible();
});
