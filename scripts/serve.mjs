/** Serves one database until Ctrl-C, which closes it cleanly. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildPages } from './build.mjs';
import { installPackages, ROOT } from './install.mjs';

const DEFAULT_PORT = 4620;

function portFrom(text) {
  if (text === undefined || text === '') return DEFAULT_PORT;
  const port = Number(text);
  if (Number.isInteger(port) && port >= 0 && port <= 65535) return port;
  console.error(`PORT=${text} is no port: choose a number from 1 to 65535.`);
  process.exit(1);
}

/** Installs and builds what is not current, prepares the database, and serves it. */
export async function serve({ database, demo, prepare, standIns }) {
  const port = portFrom(process.env.PORT);
  installPackages();
  const pages = buildPages();
  // Gauges come up beside the server.
  const starting = standIns?.();
  starting?.catch(() => undefined);
  const { register } = await import('tsx/esm/api');
  register();
  const { startServer, StartRefusal } = await import('../server/start.ts');
  const { DatabaseRefusal } = await import('../server/store/database.ts');
  const { createGaugeDriver } = await import('../instruments/driver.ts');
  try {
    if (prepare) await prepare();
    const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
    const simulated = await starting;
    const gauges = createGaugeDriver(simulated ? { standIn: simulated.addressOf } : {});
    const { address, stop } = await startServer({
      database,
      port,
      pages,
      version,
      demo,
      gauges,
    }).catch((error) => {
      simulated?.stop();
      throw error;
    });
    console.log(
      `Emvex${demo ? ', with the demo scenario,' : ''} is at ${address}  (Ctrl-C stops it)`,
    );
    console.log(`Database: ${database}`);
    let stopping = false;
    const end = () => {
      if (stopping) return;
      stopping = true;
      simulated?.stop();
      stop().then(() => {
        console.log('\nStopped; the database is closed.');
        process.exit(0);
      });
    };
    process.on('SIGINT', end);
    process.on('SIGTERM', end);
  } catch (error) {
    if (!(error instanceof StartRefusal || error instanceof DatabaseRefusal)) throw error;
    console.error(error.message);
    process.exit(1);
  }
}
