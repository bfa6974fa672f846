/** What is loaded at first; what renders for a keystroke and a live figure, as React tells it. */
import { brotliCompressSync } from 'node:zlib';
import type { Page } from '@playwright/test';
import { expect, open, settled, test } from './bench.ts';

/** Parts of Measure that show nothing of what is typed, or of what a gauge shows at the moment. */
const PARTS = {
  slip: 'aside[aria-label="Slip"]',
  tray: 'aside[aria-label="Tray"]',
  steps: 'nav[aria-label="Steps"]',
  figures: 'dl:has([data-testid="drop"])',
};
const FIELD = '#entry';

/** Counts, by the commit hook that React calls in its built form too, which components rendered. */
async function watchRenders(page: Page): Promise<void> {
  await page.addInitScript(() => {
    interface Fiber {
      tag: number;
      flags: number;
      child: Fiber | null;
      sibling: Fiber | null;
      alternate: Fiber | null;
      stateNode: unknown;
    }
    const rendered: Element[][] = [];
    const isFunction = ({ tag }: Fiber) => tag === 0 || tag === 11 || tag === 14 || tag === 15;
    const elementsOf = (fiber: Fiber): Element[] => {
      if (fiber.stateNode instanceof Element) return [fiber.stateNode];
      const found: Element[] = [];
      for (let child = fiber.child; child; child = child.sibling) found.push(...elementsOf(child));
      return found;
    };
    const walk = (now: Fiber): void => {
      const before = now.alternate;
      // A child that is the same one was left alone, and all below it.
      if (!before || before.child === now.child) return;
      for (let child = now.child; child; child = child.sibling) {
        if (isFunction(child) && child.alternate && (child.flags & 1) === 1)
          rendered.push(elementsOf(child));
        walk(child);
      }
    };
    Object.assign(window, {
      rendered,
      __REACT_DEVTOOLS_GLOBAL_HOOK__: {
        supportsFiber: true,
        inject: () => 1,
        onCommitFiberRoot: (_: number, root: { current: Fiber }) => walk(root.current),
        onCommitFiberUnmount: () => undefined,
        onPostCommitFiberRoot: () => undefined,
        checkDCE: () => undefined,
      },
    });
  });
}

/** How many components rendered within an element since the last look, by its selector. */
const rendersIn = (page: Page, parts: Record<string, string>) =>
  page.evaluate((selectors) => {
    const { rendered } = window as unknown as { rendered: Element[][] };
    const counts = Object.entries(selectors).map(([name, selector]) => {
      const part = document.querySelector(selector);
      const within = rendered.filter((elements) =>
        elements.some((element) => part?.contains(element)),
      );
      return [name, part ? within.length : -1];
    });
    rendered.length = 0;
    return Object.fromEntries(counts);
  }, parts);

test('a keystroke and a live figure render what shows them, and nothing beside', async ({
  page,
  demo,
}) => {
  await watchRenders(page);
  await open(page, demo, '/pairs/KK-02/measure');
  await settled(page);
  await page.keyboard.type('3');
  await rendersIn(page, PARTS);
  await page.keyboard.type('1.4');
  await expect(page.locator(FIELD)).toHaveValue('31.4');
  const counts = await rendersIn(page, { ...PARTS, field: FIELD });
  expect(counts).toMatchObject({ slip: 0, tray: 0, steps: 0, figures: 0 });
  // That the count counts.
  expect(counts.field).toBeGreaterThanOrEqual(3);
  // The gauge of this station talks all the while.
  const live = '[data-testid="live-value"]';
  await expect(page.locator(live)).toContainText(/\d/);
  await rendersIn(page, PARTS);
  const bench = { bench: 'div:has(> [data-testid="live-value"])' };
  await expect
    .poll(async () => {
      const { bench: shown, ...beside } = await rendersIn(page, { ...PARTS, ...bench });
      expect(beside).toEqual({ slip: 0, tray: 0, steps: 0, figures: 0 });
      return shown;
    })
    .toBeGreaterThan(0);
});

test('at the ladder a keystroke renders its row, and neither the others nor what is found', {
  tag: '@long',
}, async ({ page, demo }) => {
  await watchRenders(page);
  await open(page, demo, '/pairs/NS-06/match');
  await settled(page);
  const field = page.locator('#match-entry');
  await expect(field).toBeFocused();
  const parts = {
    rows: 'tbody:has(#match-entry) tr[data-verdict="out"]',
    found: 'div:has(> #decide)',
    tray: PARTS.tray,
    active: 'tr[data-active="true"]',
  };
  await page.keyboard.type('0');
  await rendersIn(page, parts);
  await page.keyboard.type('.4');
  await expect(field).toHaveValue('0.4');
  const { active, ...beside } = await rendersIn(page, parts);
  expect(beside).toEqual({ rows: 0, found: 0, tray: 0 });
  expect(active).toBeGreaterThanOrEqual(2);
});

test('in a study a keystroke and a live figure render the turn, and neither what is taken nor the page', {
  tag: '@long',
}, async ({ page, demo }) => {
  await watchRenders(page);
  await open(page, demo, '/studies/gauges');
  await page.getByRole('button', { name: 'Plan a study' }).click();
  const form = page.getByRole('form', { name: 'Plan a gauge study' });
  await form.getByLabel('Name').fill('Typing');
  await form.getByLabel(/^Parts/).fill('TL-01 left, TL-01 right');
  await form.getByLabel(/^Who measures/).fill('B1, B2');
  await form.getByRole('button', { name: /Draw the order/ }).click();
  const field = page.locator('#turn-entry');
  await expect(field).toBeFocused();
  const parts = {
    page: 'section[aria-label="Run the study"] > button',
    tray: PARTS.tray,
    field: '#turn-entry',
  };
  await page.keyboard.type('3');
  await rendersIn(page, parts);
  await page.keyboard.type('1');
  await expect(field).toHaveValue('31');
  const { field: typed, ...beside } = await rendersIn(page, parts);
  expect(beside).toEqual({ page: 0, tray: 0 });
  expect(typed).toBeGreaterThan(0);
});

/**
 * Packed, as the bench of speed counts it too. Every further page adds its address and its name, and
 * the bench carries what keeps readings and drafts per person and per lab, and what writes sentences.
 */
const MOST_FIRST_LOAD_BYTES = 230_000;

test('the first load of Measure stays small', async ({ page, demo }) => {
  const sizes: Promise<number>[] = [];
  page.on('response', (response) => {
    if (new URL(response.url()).pathname.endsWith('.js'))
      sizes.push(response.body().then((body) => brotliCompressSync(body).length));
  });
  await open(page, demo, '/pairs/NS-05/measure');
  await settled(page);
  const packed = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0);
  expect(packed).toBeGreaterThan(100_000);
  expect(packed).toBeLessThan(MOST_FIRST_LOAD_BYTES);
});
