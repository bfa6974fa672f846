/** `npm run bench`, with `-- --json` for programs. */
import { existsSync } from 'node:fs';
import { buildApp } from './build.mjs';
import { findBrowser, findProgram } from './debian.mjs';
import { installPackages } from './install.mjs';

installPackages();
const needed = [
  await findBrowser('The pages are measured in Chromium.'),
  await findProgram(
    () => ['/usr/bin/sqlite3'].find((path) => existsSync(path)),
    'sqlite3',
    'The import is measured beside the sqlite3 shell.',
  ),
];
if (needed.includes(undefined)) process.exit(1);
process.env.EMVEX_CHROMIUM = needed[0];
await buildApp();
const { runSource } = await import('./source.mjs');
await runSource('bench/run.ts');
