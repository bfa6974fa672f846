/**
 * `npm run soak`: the long runs of which `npm test` does a tenth: kills during mixed work, requests that are nearly right,
 * files that strangers made, and all browser tests. It takes about an hour.
 */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { buildApp } from './build.mjs';
import { findBrowser, findProgram } from './debian.mjs';
import { installPackages, ROOT, start } from './install.mjs';

installPackages();
await buildApp();
const shell = await findProgram(
  () => ['/usr/bin/sqlite3'].find((path) => existsSync(path)),
  'sqlite3',
  'Each database is looked through by the sqlite3 shell of Debian.',
);
if (!shell) process.exit(1);
const env = { ...process.env, EMVEX_SOAK: '1', EMVEX_BUILT: '1', EMVEX_SQLITE_SHELL: shell };
const status = await start(
  join(ROOT, 'node_modules', '.bin', 'vitest'),
  [
    'run',
    '--project=server',
    // One after the other: the health of a server is watched.
    '--no-file-parallelism',
    'server/kills.test.ts',
    'server/fuzz.test.ts',
    'demo/package.test.ts',
    'demo/damage.test.ts',
    'server/exchange/hostile-files.test.ts',
    'server/exchange/tables.test.ts',
    'server/measure/large-pair.test.ts',
    'server/projection.test.ts',
    'server/receive/corrections.test.ts',
    'bench/package.test.ts',
  ],
  { env },
);
const browser = await findBrowser('The browser tests need Chromium.');
const pages = browser
  ? await start(join(ROOT, 'node_modules', '.bin', 'playwright'), ['test'], {
      env: { ...process.env, EMVEX_CHROMIUM: browser },
    })
  : 1;
process.exit(status || pages);
