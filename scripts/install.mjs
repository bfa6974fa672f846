/** Installs what is missing, at the locked versions; does nothing where it is current. */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
/** What npm says it has put into node_modules. */
const INSTALLED = join(ROOT, 'node_modules', '.package-lock.json');

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

/** True where every locked package stands in node_modules at its locked version. */
function isInstalled() {
  if (!existsSync(INSTALLED)) return false;
  const read = (path) => JSON.parse(readFileSync(path, 'utf8')).packages;
  const installed = read(INSTALLED);
  return Object.entries(read(join(ROOT, 'package-lock.json'))).every(
    ([path, { version, optional }]) =>
      path === '' || optional || installed[path]?.version === version,
  );
}

/** Makes node_modules agree with package-lock.json. */
export function installPackages() {
  refuseOldNode();
  if (isInstalled()) return;
  console.log(
    'Installing the locked packages; the database driver is compiled, about two minutes …',
  );
  const status = run('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error']);
  if (status === 0) return;
  console.error(
    'npm ci failed. It needs the package registry, and python3, make and g++ for the database driver.',
  );
  process.exit(status);
}
