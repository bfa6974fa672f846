/** `npm run bench`, with `-- --json` for programs. */
import { existsSync } from 'node:fs';
import { buildApp } from './build.mjs';
import { browserPaths, findProgram } from './debian.mjs';
import { installPackages } from './install.mjs';

installPackages();
const needed = [
  findProgram(
    () => browserPaths().find((path) => existsSync(path)),
    'chromium',
    'The pages are measured in Chromium.',
  ),
  findProgram(
    () => ['/usr/bin/sqlite3'].find((path) => existsSync(path)),
    'sqlite3',
    'The import is measured beside the sqlite3 shell.',
  ),
];
if (needed.includes(undefined)) process.exit(1);
await buildApp();
const { runSource } = await import('./source.mjs');
await runSource('bench/run.ts');
