/** Files of routes, read in a worker: however many points they have, the page goes on. */
import { expose } from 'comlink';
import { GpxFault, type GpxTrack, gpxReader } from '#contract/gpx-reader.ts';
import { type MeasuredRoute, measureRoute } from '#core/wear/route.ts';

export type RouteAnswer =
  | { ok: true; routes: (MeasuredRoute & { name: string; hash: string })[] }
  | { ok: false; message: string };

const MOST_BYTES = 200 * 1024 * 1024;

/** The points of a track, whatever was written around them: the same route is known again. */
async function hashOf({ segments }: GpxTrack): Promise<string> {
  const points = segments.flat().map(({ lat, lon, at }) => `${lat},${lon},${at ?? ''}`);
  const bytes = new TextEncoder().encode(points.join('\n'));
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

const bench = {
  /** @param onShare told which share of the file is read */
  async read(file: File, onShare: (share: number) => void): Promise<RouteAnswer> {
    if (file.size > MOST_BYTES) return { ok: false, message: 'It has over 200 MB.' };
    const reader = gpxReader();
    try {
      let read = 0;
      const pieces = file.stream().pipeThrough(new TextDecoderStream('utf-8', { fatal: true }));
      for (const stream = pieces.getReader(); ; ) {
        const { done, value } = await stream.read();
        if (done) break;
        reader.write(value);
        read += value.length;
        onShare(Math.min(1, read / file.size));
      }
      const tracks = reader.end();
      return {
        ok: true,
        routes: await Promise.all(
          tracks.map(async (track) => ({
            ...measureRoute(track.segments),
            name: track.name || file.name.replace(/[.]gpx$/i, ''),
            hash: await hashOf(track),
          })),
        ),
      };
    } catch (error) {
      if (error instanceof GpxFault)
        return { ok: false, message: `Line ${error.line}: ${error.message}` };
      if (error instanceof TypeError)
        return { ok: false, message: 'It is no text in UTF-8: GPX is.' };
      throw error;
    }
  },
};

export type RouteBench = typeof bench;
expose(bench);
