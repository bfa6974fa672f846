/**
 * Serves the books of a worker's tests from one process: a program that is loaded once answers sooner than one
 * that is started for each test. Each book has a server, a port and gauges of its own.
 */
import { builtServer } from '../scripts/build.mjs';
import { demoTerms } from '../scripts/demo-terms.mjs';
import { openServer } from '../scripts/serve.mjs';

/** The simulated gauges of a book, on ports of their own. They drop out where a test says so, and by no other chance. */
async function standIns() {
  const { startStandIns } = await builtServer('stand-ins');
  const gauges = await startStandIns(0, false);
  const ports = new Map(gauges.map(({ name, port }) => [name, port]));
  return {
    addressOf: (name) => (ports.has(name) ? `127.0.0.1:${ports.get(name)}` : undefined),
    stop: () => {
      for (const gauge of gauges) void gauge.close();
    },
  };
}

const TERMS = {
  demo: (database) => ({ ...demoTerms(database), standIns }),
  start: (database) => ({ database, demo: false }),
};
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
