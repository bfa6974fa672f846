/**
 * Pictures on their way from phones: streamed to disk, a few at a time for each link, and no more than a total a day, so
 * that one phone fills neither the memory nor the disk of the lab.
 */
import { createWriteStream } from 'node:fs';
import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Request } from 'express';
import { makePassingFolder } from '../passing-folders.ts';
import { Refusal } from '../problems.ts';
import { MOST_PICTURE_BYTES, pourBody, tooLargePicture } from '../request-body.ts';

const MOST_AT_ONCE = 3;
const MOST_BYTES_A_DAY = 1024 ** 3;
const DAY_MS = 86_400_000;

interface Link {
  under: number;
  /** Sent since `since`, in ms. */
  bytes: number;
  since: number;
}

/**
 * @param now ms since 1970
 * @param mostBytes of one link a day
 */
export function picturesOfLinks(now: () => number = Date.now, mostBytes = MOST_BYTES_A_DAY) {
  const links = new Map<string, Link>();

  function linkOf(id: string): Link {
    const known = links.get(id);
    const link = known ?? { under: 0, bytes: 0, since: now() };
    if (now() - link.since > DAY_MS) Object.assign(link, { bytes: 0, since: now() });
    links.set(id, link);
    return link;
  }

  return {
    /** Takes the picture in, and has it kept; it is in memory only once it has arrived whole. */
    async keep<Kept>(
      id: string,
      request: Request,
      keepPicture: (bytes: Buffer) => Promise<Kept>,
    ): Promise<Kept> {
      const link = linkOf(id);
      const drop = (refusal: Refusal) => {
        // A connection that is cut in the middle of a body gives no answer.
        request.resume();
        throw refusal;
      };
      if (link.under >= MOST_AT_ONCE)
        drop(
          new Refusal(503, 'Other pictures of this phone are on their way: it is sent after them.'),
        );
      if (link.bytes >= mostBytes)
        drop(
          new Refusal(
            413,
            'This phone has sent over 1 GB of pictures today. Send the rest tomorrow, or bring them to the lab.',
          ),
        );
      link.under += 1;
      let folder: string | undefined;
      try {
        folder = await makePassingFolder();
        const file = join(folder, 'picture');
        const { bytes } = await pourBody(
          request,
          createWriteStream(file),
          MOST_PICTURE_BYTES,
          tooLargePicture,
        );
        link.bytes += bytes;
        return await keepPicture(await readFile(file));
      } finally {
        link.under -= 1;
        if (folder) await rm(folder, { recursive: true, force: true });
      }
    },
  };
}
