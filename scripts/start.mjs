/** `npm start`: the user's own database, named by EMVEX_DB. */
import { join, resolve } from 'node:path';
import { ROOT } from './install.mjs';
import { serve } from './serve.mjs';

const database = resolve(process.env.EMVEX_DB ?? join(ROOT, 'data', 'emvex.db'));

await serve({ database, demo: false });
