/**
 * `npm run book`: a book of this version and what it says, for later versions to be held to; with
 * `-- --said` what the books that are there say by the rules of today.
 */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildApp } from './build.mjs';
import { ROOT } from './install.mjs';
import { runSource } from './source.mjs';

const folder = join(ROOT, 'checks', 'books');
mkdirSync(folder, { recursive: true });
await buildApp();
if (process.argv.includes('--said')) {
  const { writeFigures } = await runSource('server/former-books.ts');
  await writeFigures();
  await runSource('demo/write-answers.ts');
} else {
  const { writeBook } = await runSource('demo/write-book.ts');
  await writeBook(folder);
}
