/** Reads routes in GPX (Topografix, version 1.1) piece by piece: tracks with their segments and points. */
import { SaxesParser } from 'saxes';
import type { RoutePoint } from '#core/wear/route.ts';

export interface GpxTrack {
  name: string;
  segments: RoutePoint[][];
}

/** A file that is no route, with the line that says so. */
export class GpxFault extends Error {
  readonly line: number;
  constructor(line: number, message: string) {
    super(message);
    this.line = line;
  }
}

/** A day at a point a second, many times over. */
const MOST_POINTS = 1_000_000;
const MOST_TRACKS = 50;
const MOST_DEPTH = 30;
const LONGEST_NAME = 100;

/** A number of degrees in its range. */
function degrees(text: string | undefined, most: number): number | undefined {
  const value = text === undefined || text.trim() === '' ? Number.NaN : Number(text);
  return Math.abs(value) <= most ? value : undefined;
}

export interface GpxReader {
  write: (piece: string) => void;
  /** @throws GpxFault */
  end: () => GpxTrack[];
}

/**
 * A reader of one file. Declarations of types are refused: entities of a file's own are how a small
 * file grows without end.
 *
 * @throws GpxFault at the piece in which a fault stands
 */
export function gpxReader(): GpxReader {
  const parser = new SaxesParser();
  const tracks: GpxTrack[] = [];
  const path: string[] = [];
  let [points, text] = [0, ''];
  let point: RoutePoint | undefined;
  let fault: GpxFault | undefined;
  // What a handler throws would be lost in the parser: the first fault is kept, and told by its caller.
  const refuse = (message: string) => {
    fault ??= new GpxFault(parser.line, message);
  };
  const track = () => tracks.at(-1);

  parser.on('error', ({ message }) =>
    refuse(`It cannot be read as XML: ${message.replace(/^\d+:\d+: /, '')}`),
  );
  parser.on('doctype', () =>
    refuse('It declares types of its own, which routes do not: it is not read.'),
  );
  parser.on('opentag', ({ name, attributes }) => {
    const local = name.replace(/^.*:/, '');
    if (path.length === 0 && local !== 'gpx')
      refuse(`This is no GPX: its first element is ${local}.`);
    if (path.length >= MOST_DEPTH) refuse('Its elements are nested too deep.');
    path.push(local);
    text = '';
    if (local === 'trk' || local === 'rte') {
      if (tracks.length >= MOST_TRACKS) refuse(`It has more than ${MOST_TRACKS} tracks.`);
      tracks.push({ name: '', segments: local === 'rte' ? [[]] : [] });
    }
    if (local === 'trkseg') track()?.segments.push([]);
    if (local === 'trkpt' || local === 'rtept') {
      points += 1;
      if (points > MOST_POINTS) refuse('It has more than a million points.');
      const { lat, lon } = attributes as Record<string, string | undefined>;
      const [north, east] = [degrees(lat, 90), degrees(lon, 180)];
      if (north === undefined || east === undefined)
        refuse('A point has no place: lat and lon are degrees.');
      else point = { lat: north, lon: east };
    }
  });
  parser.on('text', (piece) => {
    if (text.length < LONGEST_NAME * 2) text += piece;
  });
  parser.on('closetag', ({ name }) => {
    const local = name.replace(/^.*:/, '');
    const said = text.trim();
    const inside = path.at(-2);
    if (point && local === 'ele') {
      const metres = Number(said);
      if (said !== '' && Number.isFinite(metres)) point.elevation = metres;
    }
    if (point && local === 'time') {
      const at = Date.parse(said);
      if (Number.isNaN(at)) refuse(`“${said.slice(0, 30)}” is no time.`);
      else point.at = at;
    }
    if (local === 'name' && (inside === 'trk' || inside === 'rte')) {
      const own = track();
      if (own) own.name = said.slice(0, LONGEST_NAME);
    }
    if (local === 'trkpt' || local === 'rtept') {
      const own = track();
      if (point && own) {
        if (own.segments.length === 0) own.segments.push([]);
        const segment = own.segments.at(-1);
        const before = segment?.at(-1)?.at;
        if (before !== undefined && point.at !== undefined && point.at < before)
          refuse('Its times go back: a point is earlier than the one before it.');
        segment?.push(point);
      }
      point = undefined;
    }
    path.pop();
    text = '';
  });
  const told = () => {
    if (fault) throw fault;
  };
  return {
    write(piece) {
      told();
      parser.write(piece);
      told();
    },
    end() {
      parser.close();
      told();
      const found = tracks
        .map((one) => ({ ...one, segments: one.segments.filter(({ length }) => length > 0) }))
        .filter(({ segments }) => segments.length > 0);
      if (found.length === 0) throw new GpxFault(1, 'There is no track in it.');
      return found;
    },
  };
}
