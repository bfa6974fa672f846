/** `npm run demo`: the scenario, in a database of its own. `-- --fresh` makes it anew. */
import { join } from 'node:path';
import { demoTerms } from './demo-terms.mjs';
import { ROOT } from './install.mjs';
import { serve } from './serve.mjs';

const database = process.env.EMVEX_DEMO_DB ?? join(ROOT, 'data', 'demo.db');

await serve(demoTerms(database, process.argv.includes('--fresh')));
