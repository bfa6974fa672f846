/** Counts bytes as they pass and stops a stream that grows over its limit. */
import { Transform } from 'node:stream';
import { Refusal } from './problems.ts';

export function limitBytes(most: number, says: () => string): Transform & { seen: number } {
  const limiter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      limiter.seen += chunk.length;
      done(limiter.seen > most ? new Refusal(413, says()) : null, chunk);
    },
  }) as Transform & { seen: number };
  limiter.seen = 0;
  return limiter;
}
