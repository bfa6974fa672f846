/** Photographs as files beside the database: re-encoded without what the camera wrote into them. */
import { createHash, randomUUID } from 'node:crypto';
import {
  constants,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { Refusal } from './problems.ts';

/** The largest file that is taken, and the largest picture that is kept. */
export const MOST_PHOTOGRAPH_BYTES = 25 * 1024 * 1024;
const LONGEST_EDGE = 2400;
const THUMBNAIL_EDGE = 360;
const MOST_PIXELS = 120_000_000;

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

/** The folder of a database's photographs; of one in memory, a passing one. */
export function photographFolder(databasePath: string): string {
  if (databasePath === ':memory:' || databasePath === '')
    return mkdtempSync(join(tmpdir(), 'emvex-photographs-'));
  return join(dirname(databasePath), `${basename(databasePath, '.db')}-photographs`);
}

/**
 * Copies new photographs into the backups. A picture never changes under its name, so one copy
 * serves every backup of the database.
 */
export function backUpPhotographs(databasePath: string, backups: string): void {
  const from = photographFolder(databasePath);
  if (!existsSync(from)) return;
  const to = join(backups, basename(from));
  mkdirSync(to, { recursive: true });
  const there = new Set(readdirSync(to));
  for (const file of readdirSync(from))
    if (file.endsWith('.webp') && !there.has(file))
      copyFileSync(join(from, file), join(to, file), constants.COPYFILE_FICLONE);
}

export function photographFiles(folder: string) {
  const pathOf = (hash: string, size: PhotographSize) =>
    join(folder, size === 'full' ? `${hash}.webp` : `${hash}-small.webp`);

  function write(path: string, content: Buffer): void {
    if (existsSync(path)) return;
    mkdirSync(folder, { recursive: true });
    const passing = `${path}.${randomUUID()}`;
    writeFileSync(passing, content);
    renameSync(passing, path);
  }

  return {
    pathOf,
    /**
     * Keeps a picture upright, no larger than it needs to be, and without its metadata: place,
     * time and camera are private. The profile of its colours is applied, not kept.
     */
    async keep(bytes: Buffer): Promise<KeptPicture> {
      requireKind(bytes);
      // Loaded at the first picture: most sittings have none, and it is large.
      const { default: sharp } = await import('sharp');
      const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).rotate();
      try {
        const full = await open()
          .resize(LONGEST_EDGE, LONGEST_EDGE, { fit: 'inside', withoutEnlargement: true })
          .webp({ quality: 82 })
          .toBuffer({ resolveWithObject: true });
        const small = await open()
          .resize(THUMBNAIL_EDGE, THUMBNAIL_EDGE, { fit: 'inside', withoutEnlargement: true })
          .webp({ quality: 75 })
          .toBuffer();
        const hash = createHash('sha256').update(full.data).digest('hex');
        write(pathOf(hash, 'full'), full.data);
        write(pathOf(hash, 'small'), small);
        const { width, height, size } = full.info;
        return { hash, width, height, bytes: size };
      } catch (error) {
        const large = /pixel limit/i.test((error as Error).message);
        throw new Refusal(
          422,
          large
            ? 'The picture has more than 120 million pixels: save it smaller and take it again.'
            : 'The picture is damaged and cannot be read. Take it from the camera again.',
        );
      }
    },
    remove(hash: string): void {
      for (const size of ['full', 'small'] as const) rmSync(pathOf(hash, size), { force: true });
    },
  };
}

export type PhotographFiles = ReturnType<typeof photographFiles>;
