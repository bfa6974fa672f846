/** The files of a zip as text: what tests look for in a workbook. */
import { text } from 'node:stream/consumers';
import yauzl from 'yauzl';

export async function unzipped(bytes: Buffer): Promise<string[]> {
  const zip = await yauzl.fromBufferPromise(bytes, { lazyEntries: true });
  const files: string[] = [];
  for await (const entry of zip.eachEntry())
    files.push(await text(await zip.openReadStreamPromise(entry)));
  return files;
}
