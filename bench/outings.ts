/** 50,000 outings: the pages of wear beside bare SQL of the same rows; and a long route beside a bare pass. */
import { join } from 'node:path';
import { randomInt, randomLcg } from 'd3-random';
import { gpxReader } from '#contract/gpx-reader.ts';
import { measureRoute } from '#core/wear/route.ts';
import { loadScenario } from '#demo/load.ts';
import { serveApp } from '#server/served-app.ts';
import type { Db } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { publishWear } from '#server/wear-standing.ts';
import { type Measurement, measurement, timed } from './measurement.ts';

const OUTINGS = 50_000;
const POINTS = 400_000;
const REPEATS = 9;
const BARE = `SELECT * FROM outing WHERE pair_id = ? AND withdrawn IS NULL ORDER BY on_day, n`;

/** UUIDv7 of a moment by a counter. */
const idOf = (n: number): string => `01a10000-0000-7000-9000-${n.toString(16).padStart(12, '0')}`;

function fillOutings(db: Db): void {
  const stores = openStores(db);
  const draw = (most: number) => randomInt.source(random)(most)();
  const random = randomLcg(0.37);
  const pairs = db
    .prepare<[], { id: string; receivedOn: string }>(
      'SELECT id, received_on AS receivedOn FROM pair',
    )
    .all();
  db.transaction(() => {
    for (let n = 0; n < OUTINGS; n++) {
      const pair = pairs[n % pairs.length];
      if (!pair) return;
      const fields = {
        id: idOf(n),
        tester: `T${1 + draw(6)}`,
        on: pair.receivedOn,
        typed: '0.3 km',
        minutes: 4,
        surfaces: ['road' as const],
        wet: 'dry' as const,
        activity: '',
        effort: '' as const,
        temperature: null,
        comfort: draw(11),
        ratings: {},
        faults: [],
        note: '',
        beganAt: null,
        route: null,
        again: true,
      };
      stores.wear.addOuting(
        pair.id,
        fields,
        { km: 0.3, halfKm: 0 },
        `${pair.receivedOn}T18:00:00Z`,
      );
    }
  })();
  for (const { id } of pairs) publishWear(stores, id);
}

async function benchPages(folder: string): Promise<Measurement[]> {
  const now = new Date().toISOString();
  const served = await serveApp(join(folder, 'outings.db'), undefined, now);
  loadScenario(served.db, now.slice(0, 10));
  fillOutings(served.db);
  const bare = served.db.prepare<[string], object>(BARE);
  const ids = (sql: string) => served.db.prepare<[], string>(sql).pluck().all();
  const ofPair = ids("SELECT id FROM pair WHERE tag = 'KK-04'");
  const ofEdition = ids(
    "SELECT p.id FROM pair p JOIN edition e ON e.id = p.edition_id WHERE e.slug = 'kestvane-kerb'",
  );
  const all = ids('SELECT id FROM pair');
  const beside = async (name: string, path: string, pairs: readonly string[]) => {
    const ask = async () => {
      const { status } = await served.send('GET', path);
      if (status !== 200) throw new Error(`${path}: ${status}`);
    };
    // The bare queries held the server up: connections it gave up meanwhile are let go.
    await new Promise((resolve) => setTimeout(resolve, 300));
    await ask();
    const ours = await timed(ask, REPEATS);
    const alternative = await timed(() => JSON.stringify(pairs.map((id) => bare.all(id))), REPEATS);
    return measurement(
      `${name}, of ${OUTINGS.toLocaleString('en')} outings`,
      ours,
      alternative,
      'ms',
      'bare SQL of the same outings, its rows as JSON',
    );
  };
  const results = [
    await beside('the wear of a pair', '/api/pairs/KK-04/wear', ofPair),
    await beside('a rotation', '/api/testers/T1/rotation', all),
    await beside('the life of an edition', '/api/editions/kestvane-kerb/life', ofEdition),
    await beside('what is due', '/api/due', all),
  ];
  await served.close();
  return results;
}

/** A route as a phone writes it: a walk north, a point a second. */
function longRoute(): string {
  const points = Array.from({ length: POINTS }, (_, n) => {
    const at = new Date(Date.UTC(2026, 0, 1) + n * 1000).toISOString();
    return `<trkpt lat="${(52 + n * 1.2e-5).toFixed(7)}" lon="5.1"><ele>${n % 90}</ele><time>${at}</time></trkpt>`;
  });
  return `<gpx version="1.1"><trk><trkseg>${points.join('\n')}</trkseg></trk></gpx>`;
}

async function benchRoute(): Promise<Measurement> {
  const text = longRoute();
  const ours = await timed(() => {
    const reader = gpxReader();
    for (let at = 0; at < text.length; at += 65_536) reader.write(text.slice(at, at + 65_536));
    const [track] = reader.end();
    if (!track || measureRoute(track.segments).km < 100) throw new Error('no route');
  }, 3);
  const alternative = await timed(() => {
    let sum = 0;
    for (const [, lat = '', lon = ''] of text.matchAll(/lat="([^"]*)" lon="([^"]*)"/g))
      sum += Number(lat) + Number(lon);
    return sum;
  }, 3);
  return measurement(
    'a route of 400,000 points, read and measured',
    ours,
    alternative,
    'ms',
    'its places found by a pattern and added up',
  );
}

export async function benchOutings(folder: string): Promise<Measurement[]> {
  return [...(await benchPages(folder)), await benchRoute()];
}
