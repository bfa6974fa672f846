/** Curve files as they come in; `writeCurveFile` writes them. */
import type { Readable } from 'node:stream';
import { DelimitedFault, type DelimitedRow, splitRows } from '#contract/delimited-rows.ts';
import type { CurveTraits } from '#core/catalogue/quantity.ts';
import { type CurveReading, curveReader } from '#core/curves/curve-file.ts';

/** Reads a curve from a stream of text; whole or not at all. */
export async function readCurveStream(
  stream: Readable,
  traits: CurveTraits,
): Promise<CurveReading> {
  const rows = splitRows();
  const reader = curveReader(traits);
  const decoder = new TextDecoder();
  const take = (read: DelimitedRow[]) => {
    const { decimalComma } = rows.dialect();
    for (const { line, fields } of read) reader.push(line, fields, decimalComma);
  };
  let fault: DelimitedFault | undefined;
  /** After a fault the rest is read and dropped: a stream left in the middle gives no answer. */
  const attempt = (work: () => void) => {
    if (fault) return;
    try {
      work();
    } catch (error) {
      if (!(error instanceof DelimitedFault)) throw error;
      fault = error;
    }
  };
  for await (const chunk of stream)
    attempt(() => take(rows.push(decoder.decode(chunk as Buffer, { stream: true }))));
  attempt(() => {
    take(rows.push(decoder.decode()));
    take(rows.end());
  });
  if (fault) {
    const { line, message } = fault;
    return { ok: false, faults: [{ line, column: '', message }], count: 1 };
  }
  return reader.end();
}
