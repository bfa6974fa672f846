/**
 * `npm run soak`: the long runs of which `npm test` does a tenth: kills during mixed work, requests that are nearly right,
 * files that strangers made. It takes about an hour.
 */
import { join } from 'node:path';
import { buildApp } from './build.mjs';
import { installPackages, ROOT, start } from './install.mjs';

installPackages();
await buildApp();
const status = await start(
  join(ROOT, 'node_modules', '.bin', 'vitest'),
  [
    'run',
    '--project=server',
    'server/kills.test.ts',
    'server/fuzz.test.ts',
    'demo/package.test.ts',
    'demo/damage.test.ts',
    'server/exchange/tables.test.ts',
  ],
  { env: { ...process.env, EMVEX_SOAK: '1', EMVEX_BUILT: '1' } },
);
process.exit(status);
