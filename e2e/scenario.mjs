/** Makes the demo scenario once for all browser tests: each begins with a copy of its book. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildApp } from '../scripts/build.mjs';
import { demoTerms } from '../scripts/demo-terms.mjs';

export default async function makeScenario() {
  await buildApp();
  const folder = mkdtempSync(join(tmpdir(), 'emvex-scenario-'));
  process.env.EMVEX_SCENARIO = folder;
  await demoTerms(join(folder, 'book.db')).prepare();
  return () => rmSync(folder, { recursive: true, force: true });
}
