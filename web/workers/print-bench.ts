/** A picture of a wet print, read in a worker: however large it is, the page goes on. */
import { expose } from 'comlink';
import { type PrintReading, type PrintSheet, readWetPrint } from '#core/fit/wet-print.ts';

export type PrintAnswer = { ok: true; print: PrintReading } | { ok: false; message: string };

/** More tells nothing of an area: a sheet is a few hundred millimetres. */
const LONGEST_SIDE = 1400;

const NOT_READ = 'This picture could not be read. JPEG, PNG and WebP can.';

const bench = {
  async read(file: Blob, sheet: PrintSheet): Promise<PrintAnswer> {
    const bitmap = await createImageBitmap(file).catch(() => undefined);
    if (!bitmap) return { ok: false, message: NOT_READ };
    const scale = Math.min(1, LONGEST_SIDE / Math.max(bitmap.width, bitmap.height));
    const [width, height] = [bitmap.width, bitmap.height].map((side) =>
      Math.round(side * scale),
    ) as [number, number];
    const context = new OffscreenCanvas(width, height).getContext('2d');
    if (!context) return { ok: false, message: NOT_READ };
    context.drawImage(bitmap, 0, 0, width, height);
    bitmap.close();
    const { data } = context.getImageData(0, 0, width, height);
    const grey = new Uint8Array(width * height);
    // Luma of ITU-R BT.601.
    for (let at = 0; at < grey.length; at++)
      grey[at] =
        0.299 * (data[4 * at] ?? 0) +
        0.587 * (data[4 * at + 1] ?? 0) +
        0.114 * (data[4 * at + 2] ?? 0);
    const read = readWetPrint({ width, height, grey }, sheet);
    return read.ok ? { ok: true, print: read.value } : { ok: false, message: read.fault.message };
  },
};

export type PrintBench = typeof bench;
expose(bench);
