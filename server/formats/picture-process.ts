/**
 * Re-encodes one picture in a process of its own: one that takes too long, or that nobody waits for
 * any more, is ended whatever it is doing, and its memory goes with it.
 */
import sharp from 'sharp';

export interface PictureTask {
  bytes: Uint8Array;
  mostPixels: number;
  mostEdge: number;
  longestEdge: number;
  thumbnailEdge: number;
}

export type PictureAnswer =
  | { kind: 'kept'; full: Uint8Array; small: Uint8Array; width: number; height: number }
  | { kind: 'too large' }
  | { kind: 'damaged' };

async function encode(task: PictureTask): Promise<PictureAnswer> {
  const { bytes, mostPixels, mostEdge, longestEdge, thumbnailEdge } = task;
  try {
    const picture = sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error' });
    const { width = 0, height = 0 } = await picture.metadata();
    if (Math.max(width, height) > mostEdge || width * height > mostPixels)
      return { kind: 'too large' };
    const { data, info } = await picture
      .rotate()
      .resize(longestEdge, longestEdge, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    const small = await sharp(data)
      .resize(thumbnailEdge, thumbnailEdge, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 75 })
      .toBuffer();
    return { kind: 'kept', full: data, small, width: info.width, height: info.height };
  } catch (error) {
    return { kind: /pixel limit/i.test((error as Error).message) ? 'too large' : 'damaged' };
  }
}

process.once('message', async (task: PictureTask) => {
  const answer = await encode(task);
  // A server that has ended meanwhile is not told.
  if (process.connected) process.send?.(answer, () => process.connected && process.disconnect());
});
