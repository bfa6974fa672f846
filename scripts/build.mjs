/** Builds the pages, the page of the hall and the server, each where a source of it has changed since its last build. */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './install.mjs';

const SHARED = ['core', 'contract', 'package-lock.json'];
const BUILDS = [
  { name: 'web', config: 'vite.config.ts', sources: ['web'] },
  { name: 'hall', config: 'vite.hall.config.ts', sources: ['web'] },
  {
    name: 'server',
    config: 'vite.server.config.ts',
    sources: ['server', 'instruments', 'demo', 'package.json'],
  },
].map((build) => ({
  ...build,
  folder: join(ROOT, 'dist', build.name),
  stamp: join(ROOT, 'dist', `.${build.name}-sources`),
}));

/** The folder of the built pages. */
export const PAGES = BUILDS[0].folder;

function filesUnder(path) {
  return readdirSync(path, { withFileTypes: true }).flatMap((entry) => {
    const inner = join(path, entry.name);
    return entry.isDirectory() ? filesUnder(inner) : [inner];
  });
}

function hashSources({ sources, config }) {
  const hash = createHash('sha256');
  for (const source of [...SHARED, ...sources, config]) {
    const path = join(ROOT, source);
    const files = source.includes('.') ? [path] : filesUnder(path).sort();
    for (const file of files)
      if (!/[.]test[.]tsx?$/.test(file))
        hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/** Builds in a process of its own: a server would hold what the build took for as long as it runs. */
function build({ name, config, stamp }, sources) {
  console.log(`Building the ${name === 'web' ? 'pages' : name} …`);
  rmSync(stamp, { force: true });
  const vite = join(ROOT, 'node_modules', 'vite', 'bin', 'vite.js');
  const child = spawn(process.execPath, [vite, 'build', '--config', config, '--logLevel', 'warn'], {
    cwd: ROOT,
    stdio: 'inherit',
    // Answers kept in a browser by another build are not read. A test that builds ships what users get.
    env: { ...process.env, NODE_ENV: 'production', EMVEX_BUILD: sources.slice(0, 16) },
  });
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (code) => {
      if (code !== 0) reject(new Error(`the build of ${name} ended with ${code}`));
      else resolve(writeFileSync(stamp, sources));
    });
  });
}

/**
 * Brings dist/web, dist/hall and dist/server up to date. With EMVEX_BUILT set what is there is taken as it
 * is: tests build once, and start many servers.
 */
export async function buildApp() {
  if (process.env.EMVEX_BUILT) return;
  await Promise.all(
    BUILDS.map((one) => {
      const sources = hashSources(one);
      const current =
        existsSync(one.folder) &&
        existsSync(one.stamp) &&
        readFileSync(one.stamp, 'utf8') === sources;
      return current ? undefined : build(one, sources);
    }),
  );
}

/** A module of the built server. */
export const builtServer = (name) => import(new URL(`../dist/server/${name}.js`, import.meta.url));
