/** Photographs as files beside the database: re-encoded without what the camera wrote into them. */
import { type ChildProcess, fork } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { builtFile } from '../built-files.ts';
import type { PictureAnswer, PictureTask } from '../formats/picture-process.ts';
import { Refusal } from '../problems.ts';

/** The largest picture that is kept. */
const LONGEST_EDGE = 2400;
const THUMBNAIL_EDGE = 360;
/** A picture of more is no photograph of a shoe; decoded it takes four bytes a pixel. */
const MOST_PIXELS = 64_000_000;
/** The longest edge of a picture that is taken in. */
const MOST_EDGE = 16_000;
/** A picture that takes longer to read was made to. */
const MOST_MS = 20_000;

export const PHOTOGRAPH_TYPE = 'image/webp';
export type PhotographSize = 'full' | 'small';

/** What the first bytes of a file say it is. */
function kindOf(bytes: Buffer): 'jpeg' | 'png' | 'webp' | 'heic' | 'avif' | undefined {
  if (bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'jpeg';
  if (bytes.subarray(0, 4).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47]))) return 'png';
  const text = bytes.subarray(0, 16).toString('latin1');
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'webp';
  if (text.slice(4, 8) !== 'ftyp') return undefined;
  return text.slice(8, 12).startsWith('avif') ? 'avif' : 'heic';
}

const TOO_LARGE = `The picture has more than ${MOST_PIXELS / 1e6} million pixels, or an edge of over ${MOST_EDGE.toLocaleString('en')}: save it smaller and take it again.`;

function requireKind(bytes: Buffer): void {
  if (bytes.length === 0) throw new Refusal(422, 'The file is empty.');
  const kind = kindOf(bytes);
  if (kind === 'heic' || kind === 'avif')
    throw new Refusal(
      415,
      `${kind.toUpperCase()} pictures cannot be read here. Save it as JPEG, or set the camera to “most compatible”, and take it again.`,
    );
  if (!kind)
    throw new Refusal(415, 'This is no photograph that can be read: JPEG, PNG or WebP would be.');
}

/** A picture as it is kept. */
export interface KeptPicture {
  hash: string;
  width: number;
  height: number;
  bytes: number;
}

/** Re-encodes a picture in a process that ends with the time, with the client, or with the server. */
function encode(
  bytes: Buffer,
  gone: AbortSignal,
  running: Set<ChildProcess>,
  mostMs: number,
): Promise<PictureAnswer> {
  return new Promise((resolve, reject) => {
    const child = fork(builtFile('picture-process'), { serialization: 'advanced', execArgv: [] });
    running.add(child);
    const late = setTimeout(() => child.kill('SIGKILL'), mostMs);
    const end = () => child.kill('SIGKILL');
    gone.addEventListener('abort', end);
    child.on('message', (answer: PictureAnswer) => resolve(answer));
    child.on('error', reject);
    child.on('exit', () => {
      clearTimeout(late);
      gone.removeEventListener('abort', end);
      running.delete(child);
      // Where it answered before it ended, this says nothing any more.
      reject(
        gone.aborted
          ? new Refusal(499, 'The picture was not waited for.')
          : new Refusal(
              422,
              'The picture took too long to read and was left. Save it anew as JPEG and take it again.',
            ),
      );
    });
    const task: PictureTask = {
      bytes,
      mostPixels: MOST_PIXELS,
      mostEdge: MOST_EDGE,
      longestEdge: LONGEST_EDGE,
      thumbnailEdge: THUMBNAIL_EDGE,
    };
    child.send(task);
  });
}

/** @param mostMs a picture that takes longer is left */
export function photographFiles(folder: string, mostMs = MOST_MS) {
  const pathOf = (hash: string, size: PhotographSize) =>
    join(folder, size === 'full' ? `${hash}.webp` : `${hash}-small.webp`);
  const running = new Set<ChildProcess>();
  const turns = {
    bench: Promise.resolve<unknown>(undefined),
    phones: Promise.resolve<unknown>(undefined),
  };

  function write(path: string, content: Uint8Array): void {
    if (existsSync(path)) return;
    mkdirSync(folder, { recursive: true });
    const passing = `${path}.${randomUUID()}`;
    try {
      writeFileSync(passing, content);
      renameSync(passing, path);
    } catch (error) {
      rmSync(passing, { force: true });
      throw error;
    }
  }

  async function keepNow(bytes: Buffer, gone: AbortSignal): Promise<KeptPicture> {
    if (gone.aborted) throw new Refusal(499, 'The picture was not waited for.');
    const answer = await encode(bytes, gone, running, mostMs);
    if (answer.kind === 'too large') throw new Refusal(422, TOO_LARGE);
    if (answer.kind === 'damaged')
      throw new Refusal(
        422,
        'The picture is damaged and cannot be read. Take it from the camera again.',
      );
    const { full, small, width, height } = answer;
    const hash = createHash('sha256').update(full).digest('hex');
    write(pathOf(hash, 'full'), full);
    write(pathOf(hash, 'small'), small);
    return { hash, width, height, bytes: full.length };
  }

  return {
    pathOf,
    /**
     * Keeps a picture upright, no larger than it needs to be, and without its metadata: place,
     * time and camera are private. The profile of its colours is applied, not kept. Pictures are
     * read one at a time: a large one takes some hundred MB while it lasts. Those of phones have a turn of their
     * own, and hold up none of the bench.
     *
     * @param gone aborted once nobody waits for the answer
     */
    keep(
      bytes: Buffer,
      gone: AbortSignal,
      from: keyof typeof turns = 'bench',
    ): Promise<KeptPicture> {
      requireKind(bytes);
      const kept = turns[from].then(() => keepNow(bytes, gone));
      turns[from] = kept.catch(() => undefined);
      return kept;
    },
    remove(hash: string): void {
      for (const size of ['full', 'small'] as const) rmSync(pathOf(hash, size), { force: true });
    },
    /** Ends what is being read: the server stops. */
    close(): void {
      for (const child of running) child.kill('SIGKILL');
    },
  };
}

export type PhotographFiles = ReturnType<typeof photographFiles>;
