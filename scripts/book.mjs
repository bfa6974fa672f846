/** What commands on a book share: which one it is, and what copies and restores it. */
import { join, resolve } from 'node:path';
import { buildApp, builtServer } from './build.mjs';
import { installPackages, ROOT } from './install.mjs';

export const database = resolve(process.env.EMVEX_DB ?? join(ROOT, 'data', 'emvex.db'));

/** Installs and builds what is not current. */
export async function bookTools() {
  installPackages();
  await buildApp();
  process.umask(0o077);
  return builtServer('copies');
}
