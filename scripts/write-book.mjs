/** `npm run book`: a book of this version and what it says, for later versions to be held to. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildApp } from './build.mjs';
import { ROOT } from './install.mjs';
import { runSource } from './source.mjs';

const folder = join(ROOT, 'checks', 'books');
mkdirSync(folder, { recursive: true });
await buildApp();
const { writeBook } = await runSource('demo/write-book.ts');
await writeBook(folder);
