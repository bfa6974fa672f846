/** Runs a TypeScript module of the source: for what only those do who work on it. */
import { join } from 'node:path';
import { runnerImport } from 'vite';
import { ROOT } from './install.mjs';

export const runSource = async (file) =>
  (await runnerImport(join(ROOT, file), { root: ROOT, configFile: false, logLevel: 'warn' }))
    .module;
