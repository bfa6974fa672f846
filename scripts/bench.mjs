/** `npm run bench`, with `-- --json` for programs. */
import { buildPages } from './build.mjs';
import { installPackages } from './install.mjs';

installPackages();
await buildPages();
const { register } = await import('tsx/esm/api');
register();
await import('../bench/run.ts');
