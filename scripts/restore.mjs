/**
 * `npm run restore`: lists the copies of the book. `-- <name or path>` looks into one; with `--yes` behind it takes the
 * place of the book, which is set aside and never removed. `--as B1` says who does it, for the change history.
 */
import { bookTools, database } from './book.mjs';

const words = process.argv.slice(2);
const as = words.indexOf('--as');
const [, person = 'terminal'] = as < 0 ? [] : words.splice(as, 2);
const [named] = words.filter((word) => word !== '--yes');

const counts = ({ pairs, editions, readings, outings, issued, lastChange }) =>
  `${pairs} pairs, ${editions} editions, ${readings} readings, ${outings} outings, ${issued} issued; last changed ${lastChange ?? 'never'}`;

try {
  const { listCopies, findCopy, lookInto, restoreCopy } = await bookTools();
  if (!named) {
    const copies = listCopies(database);
    console.log(
      copies.length === 0
        ? 'There are no copies yet: npm run backup makes one.'
        : 'Copies, the latest first:',
    );
    for (const { name, kind, bytes } of copies)
      console.log(`  ${name.padEnd(28)} ${(bytes / 1e6).toFixed(1).padStart(8)} MB  ${kind}`);
    if (copies.length > 0) console.log('Look into one: npm run restore -- <name>');
  } else {
    const copy = findCopy(database, named);
    const look = await lookInto(copy, database);
    console.log(`${copy.name} holds ${counts(look.holds)}.`);
    if (look.present) {
      console.log(`The database holds ${counts(look.present)}.`);
      console.log(`${look.lostCount} changes of the database are not in the backup.`);
    } else
      console.log(
        `The present database cannot be read (${look.presentFault}): what would be lost is not known. The backup can be restored.`,
      );
    if (!words.includes('--yes')) console.log(`Restore it: npm run restore -- ${named} --yes`);
    else
      console.log(
        `Restored. The book was set aside as ${restoreCopy(database, copy, person, look.lostCount)}.`,
      );
  }
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
}
