/** What a zip holds, counted as it is unpacked: what it says of itself may be wrong. */
import type { Readable } from 'node:stream';
import yauzl from 'yauzl';
import { Refusal } from '../problems.ts';

/** What packs text packs it to a tenth, and never to a hundredth. */
const MOST_RATIO = 150;
const SMALL_BYTES = 64 * 1024 * 1024;

/** Far larger unpacked than what it packs could be. */
export const isBlownUp = (unpacked: number, packed: number): boolean =>
  unpacked > SMALL_BYTES && unpacked > MOST_RATIO * packed;

/** Unpacked, a workbook of a few thousand lines has far less. */
const MOST_UNPACKED_BYTES = 120 * 1024 * 1024;
const MOST_ENTRIES = 2000;

const tooLarge = () =>
  new Refusal(413, 'The workbook is far too large unpacked. Save the one sheet as CSV.');

/** Refuses a workbook that is no zip, or one made to fill a machine. */
export async function requireWholeZip(file: string): Promise<void> {
  let zip: yauzl.ZipFile;
  try {
    zip = await yauzl.openPromise(file, { lazyEntries: true });
  } catch {
    throw new Refusal(422, 'The workbook is cut short or damaged. Save it anew.');
  }
  try {
    let unpacked = 0;
    let entries = 0;
    for await (const entry of zip.eachEntry()) {
      entries += 1;
      // What is said is asked first: most traps say what they are.
      if (entries > MOST_ENTRIES || unpacked + entry.uncompressedSize > MOST_UNPACKED_BYTES)
        throw tooLarge();
      const stream: Readable = await zip.openReadStreamPromise(entry);
      for await (const piece of stream) {
        unpacked += (piece as Buffer).length;
        if (unpacked > MOST_UNPACKED_BYTES) throw tooLarge();
      }
    }
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(422, 'The workbook is damaged. Save it anew.');
  } finally {
    zip.close();
  }
}
