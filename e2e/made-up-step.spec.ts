/**
 * A step, a computed quantity, a use and a format that nobody has, added to a copy of the source as
 * docs/architecture.md says: each is found everywhere, and nothing else had to be touched.
 */
import { execFileSync, spawn } from 'node:child_process';
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { expect, freePort, test } from './bench.ts';

const ROOT = new URL('..', import.meta.url).pathname;
const SOURCES = [
  ...['core', 'contract', 'server', 'instruments', 'demo', 'web', 'scripts'],
  ...['package.json', 'package-lock.json', 'tsconfig.json'],
  ...['vite.config.ts', 'vite.hall.config.ts', 'vite.server.config.ts'],
];

/** New files of the step. */
const ADDED: Record<string, string> = {
  'web/polish/step.ts': `import type { Step } from '../shell/step.ts';

export const polishStep: Step = {
  name: 'Polish',
  stands: ({ row }) => ({ to: '/polish', words: row ? row.tag + ' to shine' : 'nothing to shine' }),
  ofRow: () => ({ beside: 'dull' }),
  pages: [
    {
      path: 'polish',
      title: 'Polish',
      page: async () => (await import('./PolishPage.tsx')).PolishPage,
      goTo: 'Polish the pair',
      keys: { title: 'With the brush', lines: [[['p'], 'polish']] },
    },
  ],
};
`,
  'web/polish/PolishPage.tsx': `import { addressOf } from '../api/request.ts';

export function PolishPage() {
  return (
    <div>
      <h1>Polish</h1>
      <a href={addressOf('getPolish')}>Polish as a file</a>
    </div>
  );
}
`,
  'contract/polish-endpoints.ts': `import { z } from 'zod';
import { CSV, type Endpoint } from './endpoint.ts';

export const POLISH_ENDPOINTS = {
  getPolish: {
    at: 'GET /api/polish.csv',
    summary: 'What was polished, as a file.',
    gives: CSV,
    answer: z.string(),
  },
} as const satisfies Record<string, Endpoint>;
`,
  'server/polish/polish-routes.ts': `import type { FileHandlers } from '../endpoint.ts';

export const polishRoutes = (): Pick<FileHandlers, 'getPolish'> => ({
  getPolish: ({ response }) => response.type('text/csv').send('pair,shine\\nBR-13,7\\n'),
});
`,
};

/** What is written into files that are there: after these words, these. */
const EDITED: Record<string, [after: string, added: string][]> = {
  'web/shell/steps.ts': [
    [
      "import { measureStep } from '../measure/step.ts';\n",
      "import { polishStep } from '../polish/step.ts';\n",
    ],
    ['  measureStep,\n', '  polishStep,\n'],
  ],
  'contract/endpoints.ts': [
    [
      "import { PAIR_ENDPOINTS } from './pair-endpoints.ts';\n",
      "import { POLISH_ENDPOINTS } from './polish-endpoints.ts';\n",
    ],
    ['  ...PAIR_ENDPOINTS,\n', '  ...POLISH_ENDPOINTS,\n'],
  ],
  'server/app.ts': [
    [
      "import { photographFiles } from './photographs/photograph-files.ts';\n",
      "import { polishRoutes } from './polish/polish-routes.ts';\n",
    ],
    ['    ...gaugeStream(gauges),\n', '    ...polishRoutes(),\n'],
  ],
  'core/catalogue/computed-quantities.ts': [
    [
      'export const COMPUTED = {\n',
      `  'width-play': quantity({
    name: 'Width play',
    group: 'sole',
    kind: 'length',
    datum: 'Sole width at the ball less that at the heel.',
    drawing: { view: 'plan', span: [70, 0, 70, 20] },
    plausible: [0, 80],
    tool: 'caliper',
    repeatabilitySd: 0.3,
    betweenPairSd: 0.8,
    computed: { sum: [['ball-width', 1], ['heel-width', -1]] },
    claimed: { words: ['play'] },
  }),
`,
    ],
  ],
  'core/catalogue/disciplines.ts': [
    [
      'const ENTRIES = [\n',
      `  {
    name: 'curling',
    says: 'Ice, a stone and a broom.',
    tolerances: { mass: { absolute: 1, share: 0 } },
    takes: ['mass', 'outsole-hardness'],
    parts: ['compound'],
    cautions: ['Ice is slippery.'],
  },
`,
    ],
  ],
};

function makeCopy(): string {
  const copy = mkdtempSync(join(tmpdir(), 'emvex-made-up-'));
  for (const source of SOURCES) cpSync(join(ROOT, source), join(copy, source), { recursive: true });
  symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'));
  for (const [path, text] of Object.entries(ADDED)) {
    mkdirSync(dirname(join(copy, path)), { recursive: true });
    writeFileSync(join(copy, path), text);
  }
  for (const [path, edits] of Object.entries(EDITED)) {
    let text = readFileSync(join(copy, path), 'utf8');
    for (const [after, added] of edits) {
      const place = text.indexOf(after);
      expect(place, `${path} holds ${after}`).toBeGreaterThanOrEqual(0);
      text = text.slice(0, place + after.length) + added + text.slice(place + after.length);
    }
    writeFileSync(join(copy, path), text);
  }
  return copy;
}

/** Builds and serves the copy with the demo scenario. */
async function serveCopy(copy: string): Promise<{ address: string; stop: () => Promise<unknown> }> {
  const build = "import('./scripts/build.mjs').then((m) => m.buildApp())";
  const env = { ...process.env, EMVEX_BUILT: '' };
  execFileSync('node', ['-e', build], { cwd: copy, env, stdio: 'pipe' });
  const child = spawn('node', ['scripts/demo.mjs'], {
    cwd: copy,
    env: {
      ...env,
      EMVEX_BUILT: '1',
      EMVEX_STEADY_GAUGES: '1',
      PORT: String(await freePort()),
      EMVEX_DEMO_DB: join(copy, 'book.db'),
    },
  });
  const address = await new Promise<string>((resolve, reject) => {
    let said = '';
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(said);
      if (found) resolve(found[0]);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', (code) => reject(new Error(`the copy ended with ${code}: ${said}`)));
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  return {
    address,
    stop: () => {
      child.removeAllListeners('exit');
      const gone = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGINT');
      return Promise.race([gone, ended]);
    },
  };
}

test('a made-up step, quantity, use and format are found wherever they belong', {
  tag: '@long',
}, async ({ page }) => {
  test.setTimeout(240_000);
  // No other file than the list says.
  const listed = readFileSync(join(ROOT, 'docs/architecture.md'), 'utf8')
    .split('## What a new step touches')[1]
    ?.match(/`[\w/.-]+\.ts`/g)
    ?.map((name) => name.slice(1, -1));
  expect(Object.keys(EDITED).filter((path) => !listed?.includes(path))).toEqual([]);
  const copy = makeCopy();
  const { address, stop } = await serveCopy(copy);
  try {
    await page.goto(`${address}/pairs/BR-13/match`);
    // The bar, the tray, the use.
    const steps = page.getByRole('navigation', { name: 'Steps' });
    await expect(steps.getByRole('link', { name: /Polish/ })).toContainText('BR-13 to shine');
    await expect(page.getByRole('complementary', { name: 'Tray' })).toContainText('dull');
    await page.getByRole('combobox', { name: 'Tolerances for' }).click();
    await expect(page.getByRole('option', { name: 'curling' })).toBeVisible();
    await page.goto(`${address}/lab/tolerances`);
    await page.getByLabel('For which use').selectOption('curling');
    await expect(page.getByRole('listitem').filter({ hasText: /^Mass/ })).toContainText('1 g');
    // Go-to leads there, and its keys are explained.
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder('Pair, edition, sheet or step').fill('polish');
    await page.getByRole('dialog').getByText('Polish the pair').waitFor();
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/\/polish$/);
    await expect(page).toHaveTitle(/Polish/);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toContainText('With the brush');
    await page.keyboard.press('Escape');
    // The format is read, and stands in the description.
    const href = await page.getByRole('link', { name: 'Polish as a file' }).getAttribute('href');
    const file = await page.request.get(address + href);
    expect(file.headers()['content-type']).toContain('text/csv');
    expect(await file.text()).toContain('BR-13,7');
    const { paths } = await (await page.request.get(`${address}/api/openapi.json`)).json();
    expect(paths['/api/polish.csv'].get.responses['200'].content).toHaveProperty('text/csv');
    // The quantity: in the guide, no station of a protocol, in what is claimed, compared and refused in files.
    await page.goto(`${address}/guide#width-play`);
    await expect(page.locator('#width-play')).toContainText('computed');
    await page.goto(`${address}/lab/protocols/new`);
    await expect(page.getByRole('option', { name: 'Width play' })).toHaveCount(0);
    await page.goto(`${address}/pairs/KK-01/receive`);
    await page.getByLabel('Add claimed figures').fill('40 mm play');
    await page.getByRole('button', { name: 'Add claims' }).click();
    await expect(page.getByRole('cell', { name: /^40 mm play/ })).toBeVisible();
    await page.goto(`${address}/sheets/kestvane-kerb?label=eu-42`);
    await expect(page.getByRole('main')).toContainText('Width play');
    await expect(page.getByRole('main')).toContainText('40 mm play');
    await page.goto(`${address}/compare?editions=kestvane-kerb,brindlow-roundsman-3`);
    await expect(page.getByRole('rowheader', { name: /Width play/ })).toBeVisible();
    const header =
      'pair,side,quantity,trial,value,unit,protocol,operator,instrument,measured_at,temperature_c,humidity_pct,note';
    const refused = await page.request.post(`${address}/api/readings/import?preview=1`, {
      headers: {
        'Content-Type': 'text/csv',
        'Emvex-Change': '01a1f82f-1e80-7260-ae43-35465b4a94bc',
      },
      data: `${header}\nKK-01,left,width-play,1,40,mm,Full bench,B1,Caliper,2026-11-20T09:00:00Z,,,\n`,
    });
    expect(JSON.stringify(await refused.json())).toContain(
      'Width play is worked out; give ball-width and heel-width.',
    );
  } finally {
    await stop();
    rmSync(copy, { recursive: true, force: true });
  }
});
