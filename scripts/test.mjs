/** `npm test`: every check in order, and one line at the end. A failing step fails the command. */
import {
  accessSync,
  constants,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statfsSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildApp } from './build.mjs';
import { findBrowser } from './debian.mjs';
import { installBeforeCompiling, ROOT, start } from './install.mjs';

/** Passing files lie in memory where there is room for them: hundreds of books are made. */
const SHARED_MEMORY = '/dev/shm';
const ROOM_BYTES = 2 * 1024 ** 3;
if (!process.env.TMPDIR && existsSync(SHARED_MEMORY))
  try {
    accessSync(SHARED_MEMORY, constants.W_OK);
    const { bavail, bsize } = statfsSync(SHARED_MEMORY);
    if (bavail * bsize > ROOM_BYTES) process.env.TMPDIR = SHARED_MEMORY;
  } catch {
    // Then they lie where they always do.
  }

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
const reports = mkdtempSync(join(tmpdir(), 'emvex-test-'));
const totals = { passed: 0, failed: 0 };

async function step(title, command, args) {
  console.log(`\n— ${title}`);
  const status = await start(bin(command), args);
  totals[status === 0 ? 'passed' : 'failed'] += 1;
}

/** Runs a suite that writes a report; a suite that breaks without one is a failure. */
async function suite(title, command, args, report, count, env = {}) {
  console.log(`\n— ${title}`);
  const status = await start(bin(command), args, { env: { ...process.env, ...env } });
  const result = existsSync(report)
    ? count(JSON.parse(readFileSync(report, 'utf8')))
    : { passed: 0, failed: 1 };
  totals.passed += result.passed;
  totals.failed += status !== 0 && result.failed === 0 ? 1 : result.failed;
}

const asking = findBrowser('The browser tests need Chromium (or name one with EMVEX_CHROMIUM).');
const { compiled } = await installBeforeCompiling();
const browser = await asking;
// Once, for the unit tests' threads and for all browser tests.
await buildApp();
// The unit tests spend half of their time waiting: what is read through goes on beside them.
const readings = Promise.all([
  step('lint and format', 'biome', ['check', '--error-on-warnings', '.']),
  step('types', 'tsc', ['--noEmit']),
  step('which folder may import which', 'depcruise', [
    '--config',
    '.dependency-cruiser.cjs',
    'core',
    'contract',
    'server',
    'instruments',
    'web',
    'demo',
    'bench',
    'checks',
    'e2e',
  ]),
]);

/** @param project of vitest.config.ts: the tests of `core` need no database, and do not wait for its driver */
function unitTests(title, project) {
  const report = join(reports, `${project}.json`);
  return suite(
    title,
    'vitest',
    [
      'run',
      `--project=${project}`,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ],
    report,
    ({ numPassedTests, numFailedTests }) => ({ passed: numPassedTests, failed: numFailedTests }),
  );
}
await unitTests('unit tests of core and pages, checks against published values', 'core');
await compiled;
await unitTests('unit tests of the server', 'server');
await readings;
if (browser) {
  const browserReport = join(reports, 'browser.json');
  await suite(
    'browser tests',
    'playwright',
    ['test'],
    browserReport,
    // One that passes only at a second attempt has failed once.
    ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky }),
    { EMVEX_REPORT: browserReport, EMVEX_CHROMIUM: browser, EMVEX_SHORT: '1' },
  );
} else {
  totals.failed += 1;
}
rmSync(reports, { recursive: true, force: true });
console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 ? 0 : 1);
