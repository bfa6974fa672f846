/** Zips read and written by the libraries themselves: what tests of packages and workbooks share. */
import { buffer } from 'node:stream/consumers';
import yauzl from 'yauzl';
import yazl from 'yazl';

/** The files of a zip, by name. */
export async function filesOfZip(bytes: Buffer): Promise<Map<string, Buffer>> {
  const files = new Map<string, Buffer>();
  const zip = await yauzl.fromBufferPromise(bytes, { lazyEntries: true });
  for await (const entry of zip.eachEntry())
    files.set(entry.fileName, await buffer(await zip.openReadStreamPromise(entry)));
  return files;
}

/** @param compress a bomb is small before it is unpacked; all else is packed sooner as it is */
export async function zipOf(
  files: Iterable<readonly [name: string, content: string | Buffer]>,
  compress = false,
): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of files) zip.addBuffer(Buffer.from(content), name, { compress });
  zip.end();
  return buffer(zip.outputStream as unknown as NodeJS.ReadableStream);
}
