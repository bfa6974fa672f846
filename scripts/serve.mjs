/** Serves one database until Ctrl-C, which closes it cleanly. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildApp, builtServer, PAGES } from './build.mjs';
import { installPackages, ROOT } from './install.mjs';

const DEFAULT_PORT = 4620;

function portFrom(text) {
  if (text === undefined || text === '') return DEFAULT_PORT;
  const port = Number(text);
  if (Number.isInteger(port) && port >= 0 && port <= 65535) return port;
  console.error(`PORT=${text} is no port: choose a number from 1 to 65535.`);
  process.exit(1);
}

/** Hosts, besides this machine, whose gauges may be dialled. */
const gaugeHosts = () =>
  (process.env.EMVEX_GAUGE_HOSTS ?? '').split(',').flatMap((host) => host.trim() || []);

/** The hall: its page, its certificate where there is one, and where it is opened at the start. */
function hallFrom({ EMVEX_HALL: at, EMVEX_HALL_CERT: cert, EMVEX_HALL_KEY: key }) {
  return {
    pages: join(ROOT, 'dist', 'hall'),
    ...(at ? { at } : {}),
    ...(cert && key ? { certificate: { cert, key } } : {}),
  };
}

/**
 * Prepares a database of a current build and serves it.
 * @throws StartRefusal with words for the person at the terminal
 */
export async function openServer({ database, demo, prepare, standIns }, port) {
  // Gauges come up beside the server.
  const starting = standIns?.();
  starting?.catch(() => undefined);
  const [{ startServer }, { createGaugeDriver }, { openLog }] = await Promise.all(
    ['start', 'gauge-driver', 'log'].map(builtServer),
  );
  let simulated;
  // What a lab keeps is for the user who runs Emvex, and no other of the machine.
  process.umask(0o077);
  try {
    if (prepare) await prepare();
    const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
    simulated = await starting;
    const { address, hall, stop } = await startServer({
      database,
      port,
      pages: PAGES,
      version,
      demo,
      gauges: createGaugeDriver({ standIn: simulated?.addressOf, hosts: gaugeHosts() }),
      hall: hallFrom(process.env),
      log: openLog(process.env.EMVEX_LOG),
    });
    return {
      address,
      hall,
      stop() {
        simulated?.stop();
        return stop();
      },
    };
  } catch (error) {
    simulated?.stop();
    throw error;
  }
}

/** Installs and builds what is not current, and serves until it is stopped. */
export async function serve(terms) {
  const port = portFrom(process.env.PORT);
  installPackages();
  await buildApp();
  const { StartRefusal } = await builtServer('start');
  try {
    const { address, hall, stop } = await openServer(terms, port);
    let stopping = false;
    const end = async () => {
      if (stopping) return;
      stopping = true;
      const fault = await stop();
      console.log(fault ? `\nStopped. ${fault}` : '\nStopped; the database is closed.');
      process.exit(fault ? 1 : 0);
    };
    process.on('SIGINT', end);
    process.on('SIGTERM', end);
    // Said last: whoever reads it may stop the server at once.
    console.log(
      `Emvex${terms.demo ? ', with the demo scenario,' : ''} is at ${address}  (Ctrl-C stops it)`,
    );
    for (const one of hall) console.log(`The hall is open at ${one}`);
    console.log(`Database: ${terms.database}`);
  } catch (error) {
    if (!(error instanceof StartRefusal)) throw error;
    console.error(error.message);
    process.exit(1);
  }
}
