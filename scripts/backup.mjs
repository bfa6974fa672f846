/** `npm run backup`: a copy of the book now, checked. `-- /media/disk` writes it there too. */
import { existsSync } from 'node:fs';
import { bookTools, database } from './book.mjs';

const [second = ''] = process.argv.slice(2);

if (!existsSync(database)) {
  console.error(`There is no book at ${database}. Name it with EMVEX_DB.`);
  process.exit(1);
}
try {
  const { copyBook } = await bookTools();
  const { copy, secondFault } = await copyBook(database, second, () => undefined);
  console.log(`Copied and checked: ${copy}`);
  if (secondFault) {
    console.error(`It could not be written to ${second} (${secondFault}).`);
    process.exitCode = 1;
  } else if (second) console.log(`And to ${second}`);
} catch (error) {
  console.error(`No copy was made: ${error.message}`);
  process.exitCode = 1;
}
