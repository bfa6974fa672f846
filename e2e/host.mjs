/**
 * Serves the books of a worker's tests from one process: a program that is loaded once answers sooner than one
 * that is started for each test. Each book has a server, a port and gauges of its own.
 */
import { demoTerms } from '../scripts/demo-terms.mjs';
import { openServer } from '../scripts/serve.mjs';

const TERMS = { demo: demoTerms, start: (database) => ({ database, demo: false }) };
const stops = new Map();

const WORK = {
  async open({ script, database, port }) {
    const { address, stop } = await openServer(TERMS[script](database), port);
    stops.set(database, stop);
    return address;
  },
  async close({ database }) {
    const stop = stops.get(database);
    stops.delete(database);
    return (await stop?.()) ?? '';
  },
};

process.on('message', async ({ id, ask, ...terms }) => {
  try {
    process.send({ id, said: await WORK[ask](terms) });
  } catch (error) {
    process.send({ id, fault: error instanceof Error ? error.message : String(error) });
  }
});
process.on('disconnect', () => process.exit(0));
