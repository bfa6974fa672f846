/** `npm run demo`: the scenario, in a database of its own. `-- --fresh` makes it anew. */
import { join } from 'node:path';
import { builtServer } from './build.mjs';
import { ROOT } from './install.mjs';
import { serve } from './serve.mjs';
import { startStandInProcess } from './stand-ins.mjs';

const database = process.env.EMVEX_DEMO_DB ?? join(ROOT, 'data', 'demo.db');

await serve({
  database,
  demo: true,
  standIns: startStandInProcess,
  prepare: async () => {
    const { prepareDemo } = await builtServer('demo-book');
    const today = new Date().toISOString().slice(0, 10);
    if (await prepareDemo(database, today, process.argv.includes('--fresh')))
      console.log('Demo scenario loaded: Marlpit Walking Post.');
  },
});
