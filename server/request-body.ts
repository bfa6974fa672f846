/** Takes the body of a request as a stream, with a limit, so that the sender always gets an answer. */
import { isUtf8 } from 'node:buffer';
import { createHash } from 'node:crypto';
import { Transform, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request, Response } from 'express';
import { Refusal } from './problems.ts';

/** Aborted once the client has gone away before its answer. */
export function clientGone(response: Response): AbortSignal {
  const controller = new AbortController();
  response.on('close', () => {
    if (!response.writableEnded) controller.abort();
  });
  return controller.signal;
}

/** Refuses JSON that is not UTF-8: letters that cannot be read would be stored as others. */
export function requireUtf8(_request: unknown, _response: unknown, body: Buffer): void {
  if (!isUtf8(body))
    throw new Refusal(400, 'The body is not UTF-8 text: send it as UTF-8. Nothing was changed.');
}

interface Poured {
  bytes: number;
  /** SHA-256 of the body, as hexadecimal digits. */
  hash: string;
}

/**
 * Pours the body into a destination. Where that fails, or the body is over the limit, what is left
 * of it is read and dropped: a connection that is cut in the middle of a body gives no answer.
 *
 * @param most bytes
 * @param says what is told where the body is longer
 */
export async function pourBody(
  request: Request,
  destination: Writable,
  most: number,
  says: () => string,
): Promise<Poured> {
  const hash = createHash('sha256');
  let bytes = 0;
  const counter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > most) return done(new Refusal(413, says()));
      hash.update(chunk);
      done(null, chunk);
    },
  });
  const broken = () => counter.destroy(new Refusal(499, 'The connection broke off.'));
  request.on('aborted', broken);
  request.pipe(counter);
  try {
    await pipeline(counter, destination);
    return { bytes, hash: hash.digest('hex') };
  } catch (error) {
    request.unpipe(counter);
    request.resume();
    throw error;
  } finally {
    request.off('aborted', broken);
  }
}

export const MOST_PICTURE_BYTES = 25 * 1024 * 1024;

export const tooLargePicture = () =>
  'A photograph is at most 25 MB. Save it smaller and take it again.';

/** A picture whole, as it was sent. */
export async function readPicture(request: Request): Promise<Buffer> {
  const chunks: Buffer[] = [];
  const collect = new Writable({
    write(chunk: Buffer, _encoding, done) {
      chunks.push(chunk);
      done();
    },
  });
  await pourBody(request, collect, MOST_PICTURE_BYTES, tooLargePicture);
  return Buffer.concat(chunks);
}
