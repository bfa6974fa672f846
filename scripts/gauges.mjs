/** `npm run gauges`: the simulated gauges alone, on fixed ports, until Ctrl-C. */
import { buildApp, builtServer } from './build.mjs';
import { installPackages } from './install.mjs';

const FIRST_PORT = 4641;

// `--free` takes free ports: that is how the demo, which is built by then, starts them.
const free = process.argv.includes('--free');
if (!free) {
  installPackages();
  await buildApp();
}
const { startStandIns } = await builtServer('stand-ins');
try {
  const standIns = await startStandIns(
    free ? 0 : Number(process.env.GAUGE_PORT ?? FIRST_PORT),
    process.env.EMVEX_STEADY_GAUGES !== '1',
  );
  for (const { name, port } of standIns) console.log(`gauge ${name} at 127.0.0.1:${port}`);
  console.log('ready');
  const end = () => Promise.all(standIns.map((gauge) => gauge.close())).then(() => process.exit(0));
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
  // Started by the demo, it ends with it.
  process.on('disconnect', end);
  if (process.connected === false) await end();
} catch (error) {
  console.error(
    `The stand-ins cannot start: ${error.message}. Choose other ports with GAUGE_PORT.`,
  );
  process.exit(1);
}
