/** What a zip says of itself before it is unpacked: a trap is not opened. */
import yauzl from 'yauzl';
import { Refusal } from '../problems.ts';

/** What packs text packs it to a tenth, and never to a hundredth. */
const MOST_RATIO = 150;
const SMALL_BYTES = 64 * 1024 * 1024;

/** Far larger unpacked than what it packs could be. */
export const isBlownUp = (unpacked: number, packed: number): boolean =>
  unpacked > SMALL_BYTES && unpacked > MOST_RATIO * packed;

/** Unpacked, a workbook of a few thousand lines has far less. */
const MOST_UNPACKED_BYTES = 400 * 1024 * 1024;

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
    for await (const entry of zip.eachEntry()) {
      unpacked += entry.uncompressedSize;
      if (unpacked > MOST_UNPACKED_BYTES || isBlownUp(entry.uncompressedSize, entry.compressedSize))
        throw new Refusal(
          413,
          'The workbook is far too large unpacked. Save the one sheet as CSV.',
        );
    }
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(422, 'The workbook is damaged. Save it anew.');
  } finally {
    zip.close();
  }
}
