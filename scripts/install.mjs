/** Installs what is missing, at the locked versions; does nothing where it is current. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
/** What npm says it has put into node_modules. */
const INSTALLED = join(ROOT, 'node_modules', '.package-lock.json');
/** What the compiler makes of the database driver; an install that was broken off lacks it. */
const DRIVER = join(ROOT, 'node_modules/better-sqlite3/build/Release/better_sqlite3.node');

const OLDEST_NODE = [20, 19];

function refuseOldNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor >= OLDEST_NODE[1])) return;
  console.error(
    `Emvex needs Node ${OLDEST_NODE.join('.')} or newer; this is ${process.versions.node}.`,
  );
  process.exit(1);
}

export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (result.error) throw result.error;
  return result.status ?? 1;
}

/** Runs beside this process; answers with the exit code. */
export function start(command, args, options = {}) {
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (status) => resolve(status ?? 1));
  });
}

/** True where every locked package stands in node_modules at its locked version, compiled. */
function isInstalled() {
  if (!existsSync(INSTALLED) || !existsSync(DRIVER)) return false;
  const read = (path) => JSON.parse(readFileSync(path, 'utf8')).packages;
  const installed = read(INSTALLED);
  return Object.entries(read(join(ROOT, 'package-lock.json'))).every(
    ([path, { version, optional }]) =>
      path === '' || optional || installed[path]?.version === version,
  );
}

function requireInstalled(status) {
  if (status === 0) return;
  console.error(
    'npm ci failed. It needs the package registry, and python3, make and g++ for the database driver.',
  );
  process.exit(status);
}

const NPM_CI = ['ci', '--no-fund', '--no-audit', '--loglevel=error'];

/** Makes node_modules agree with package-lock.json. */
export function installPackages() {
  refuseOldNode();
  if (isInstalled()) return;
  console.log(
    'Installing the locked packages; the database driver is compiled, about two minutes …',
  );
  requireInstalled(run('npm', NPM_CI));
}

/**
 * As installPackages, but answers as soon as the packages are there, with the compiling of the
 * database driver under way: what needs no database goes on beside it.
 */
export async function installBeforeCompiling() {
  refuseOldNode();
  if (isInstalled()) return { compiled: Promise.resolve() };
  console.log('Installing the locked packages …');
  requireInstalled(await start('npm', [...NPM_CI, '--ignore-scripts']));
  console.log('Compiling the database driver …');
  // Its two sources are compiled side by side.
  const env = { ...process.env, JOBS: '2' };
  return {
    compiled: start('npm', ['rebuild', '--loglevel=error'], { env }).then(requireInstalled),
  };
}
