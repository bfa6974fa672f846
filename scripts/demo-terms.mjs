/** How the demo scenario is served: a database of its own, with simulated gauges beside it. */
import { builtServer } from './build.mjs';
import { startStandInProcess } from './stand-ins.mjs';

/** @param fresh makes the scenario anew where it is there already */
export const demoTerms = (database, fresh = false) => ({
  database,
  demo: true,
  standIns: startStandInProcess,
  prepare: async () => {
    const { prepareDemo } = await builtServer('demo-book');
    const today = new Date().toISOString().slice(0, 10);
    if (await prepareDemo(database, today, fresh))
      console.log('Demo scenario loaded: Marlpit Walking Post.');
  },
});
