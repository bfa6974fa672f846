/** Builds the pages where a source has changed since the last build. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, run } from './install.mjs';

const PAGES = join(ROOT, 'dist', 'web');
const STAMP = join(ROOT, 'dist', '.emvex-sources');
const SOURCES = ['core', 'contract', 'web', 'package-lock.json', 'vite.config.ts'];

function filesUnder(path) {
  const entries = readdirSync(path, { withFileTypes: true });
  return entries.flatMap((entry) => {
    const inner = join(path, entry.name);
    return entry.isDirectory() ? filesUnder(inner) : [inner];
  });
}

function hashSources() {
  const hash = createHash('sha256');
  for (const source of SOURCES) {
    const path = join(ROOT, source);
    const files = source.includes('.') ? [path] : filesUnder(path).sort();
    for (const file of files) hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/** Brings dist/web up to date; answers with its folder. */
export function buildPages() {
  const sources = hashSources();
  const current = existsSync(STAMP) && readFileSync(STAMP, 'utf8') === sources;
  if (!current || !existsSync(join(PAGES, 'index.html'))) {
    console.log('Building the pages …');
    // In a process of its own: a server would hold what the build took for as long as it runs.
    const vite = join(ROOT, 'node_modules', 'vite', 'bin', 'vite.js');
    if (run(process.execPath, [vite, 'build', '--logLevel', 'warn']) !== 0) process.exit(1);
    writeFileSync(STAMP, sources);
  }
  return PAGES;
}
