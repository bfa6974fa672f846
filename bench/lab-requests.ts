/**
 * Requests to entries drawn at random in a lab of any size, the server in a process of its own and
 * cold at the start, each beside bare SQL of the same rows.
 */
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { randomInt, randomLcg } from 'd3-random';
import { v7 as uuid7 } from 'uuid';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { silentLog } from '#server/log.ts';
import { refreshShelf } from '#server/sheets/shelf-rows.ts';
import { startBuiltServer } from '#server/started-server.ts';
import { PAGE_OF_CONSISTENCY } from '#server/store/consistency.ts';
import { type Db, openDatabase } from '#server/store/database.ts';
import { PAGE_OF_PAIRS } from '#server/store/pair-list.ts';
import { matchTerms } from '#server/store/terms.ts';
import { openStores } from '#server/stores.ts';
import { fillLab, type LabScale } from './lab-scale.ts';
import { type Measurement, measurement } from './measurement.ts';
import { fillTryOns } from './try-ons.ts';

const REQUESTS_OF_A_KIND = 400;
/** A bare query of a few rows takes less than this: below it nobody minds. */
const LEAST_BARE_MS = 5;
const PAGE = 60;
/** 5,000 in a lab of 10,000 editions. */
const TRY_ONS_OF_AN_EDITION = 0.5;
const QUANTITIES = ['mass', 'heel-stack', 'ball-width', 'toe-box-width'];

interface Entry {
  edition: number;
  pair: number;
  quantity: string;
}

interface Kind {
  name: string;
  /** What is asked of the server. */
  ask: (entry: Entry, lab: Lab) => Promise<Response>;
  /** The same rows, read or written without it. */
  bare: (entry: Entry, db: Db) => unknown;
}

interface Lab {
  address: string;
  editions: number;
  instruments: Record<string, string>;
  protocolId: string;
  /** Ids of pairs by number, and the sitting that was begun with each. */
  pairIds: string[];
  sittings: Map<number, string>;
}

const tagOf = (pair: number) => `P-${String(pair).padStart(6, '0')}`;
const slugOf = (edition: number) => `edition-${edition}`;
const near = (edition: number, by: number, lab: { editions: number }) =>
  slugOf(1 + ((edition - 1 + by) % lab.editions));

const get = ({ address }: Lab, path: string) => fetch(`${address}${path}`);
const post = ({ address }: Lab, path: string, body: unknown) =>
  fetch(`${address}${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', [CHANGE_HEADER]: uuid7() },
    body: JSON.stringify(body),
  });

const rowsOf = (db: Db, sql: string, given: object = {}) => db.prepare(sql).all(given);

/** Everything that stands in the book of the pairs of a condition. */
function bareOfPairs(db: Db, condition: string, given: object): unknown[] {
  const pairs = `SELECT id FROM pair WHERE ${condition}`;
  return [
    rowsOf(db, `SELECT * FROM pair WHERE ${condition}`, given),
    rowsOf(
      db,
      `SELECT * FROM occasion o LEFT JOIN sitting s ON s.occasion = o.n WHERE o.pair_id IN (${pairs})`,
      given,
    ),
    rowsOf(
      db,
      `SELECT r.* FROM occasion o JOIN standing_reading r ON r.occasion = o.n WHERE o.pair_id IN (${pairs})`,
      given,
    ),
    rowsOf(
      db,
      `SELECT * FROM claim WHERE edition_id IN (SELECT edition_id FROM pair WHERE ${condition})`,
      given,
    ),
  ];
}

const EDITION_OF = 'edition_id = (SELECT id FROM edition WHERE slug = @slug)';

/** What is known of the sizes of editions: their pairs and readings, their try-ons, all testers. */
const bareOfFit = (db: Db, editions: readonly number[]): unknown[] => [
  rowsOf(db, 'SELECT * FROM tester_foot'),
  ...editions.map((edition) => [
    bareOfPairs(db, EDITION_OF, { slug: slugOf(edition) }),
    rowsOf(
      db,
      `SELECT * FROM pair p JOIN occasion o ON o.pair_id = p.id JOIN try_on t ON t.occasion = o.n
       WHERE p.${EDITION_OF}`,
      { slug: slugOf(edition) },
    ),
  ]),
];

function bareChange(db: Db, write: (id: string) => void): void {
  db.transaction(() => {
    const id = uuid7();
    write(id);
    db.prepare(
      `INSERT INTO change (id, at, person, action, subject, request_hash, detail, answer)
       VALUES (?, '2026-01-01T00:00:00.000Z', 'B1', 'bare', ?, '', '{}', '{}')`,
    ).run(uuid7(), id);
  }).immediate();
}

const KINDS: Kind[] = [
  {
    name: 'lab',
    ask: (_, lab) => get(lab, '/api/lab'),
    bare: (_, db) =>
      ['instrument', 'calibration', 'drift_check', 'protocol', 'learned_repeats', 'threshold'].map(
        (table) => rowsOf(db, `SELECT * FROM ${table}`),
      ),
  },
  {
    name: 'page of pairs',
    ask: ({ pair }, lab) => get(lab, `/api/pairs?after=${tagOf(pair)}`),
    bare: ({ pair }, db) =>
      rowsOf(db, PAGE_OF_PAIRS, { shelved: 0, after: tagOf(pair), limit: PAGE + 1 }),
  },
  {
    name: 'pairs as typed',
    ask: ({ edition }, lab) => get(lab, `/api/pairs?find=mod+${Math.ceil(edition / 4)}+b`),
    bare: ({ edition }, db) =>
      rowsOf(
        db,
        `SELECT p.*, e.*, m.name, k.name, s.* FROM pair_terms f
           JOIN pair_place w ON w.n = f.rowid JOIN pair p ON p.id = w.pair_id
           JOIN edition e ON e.id = p.edition_id JOIN model m ON m.id = e.model_id
           JOIN maker k ON k.id = m.maker_id LEFT JOIN pair_summary s ON s.pair_id = p.id
         WHERE f.pair_terms MATCH @terms ORDER BY f.rowid DESC LIMIT ${PAGE + 1}`,
        { terms: matchTerms(`mod ${Math.ceil(edition / 4)} b`) },
      ),
  },
  {
    name: 'pair',
    ask: ({ pair }, lab) => get(lab, `/api/pairs/${tagOf(pair)}`),
    bare: ({ pair }, db) => bareOfPairs(db, 'tag = @tag', { tag: tagOf(pair) }),
  },
  {
    name: 'match',
    ask: ({ pair }, lab) => get(lab, `/api/pairs/${tagOf(pair)}/match`),
    bare: ({ pair }, db) => bareOfPairs(db, 'tag = @tag', { tag: tagOf(pair) }),
  },
  {
    name: 'sheet',
    ask: ({ edition }, lab) => get(lab, `/api/sheets/${slugOf(edition)}`),
    bare: ({ edition }, db) => bareOfPairs(db, EDITION_OF, { slug: slugOf(edition) }),
  },
  {
    name: 'comparison of three',
    ask: ({ edition }, lab) =>
      get(
        lab,
        `/api/comparison?editions=${[0, 37, 411].map((by) => near(edition, by, lab)).join(',')}`,
      ),
    bare: ({ edition }, db) => {
      const editions = db.prepare<[], number>('SELECT count(*) FROM edition').pluck().get() ?? 1;
      return [0, 37, 411].map((by) =>
        bareOfPairs(db, EDITION_OF, { slug: near(edition, by, { editions }) }),
      );
    },
  },
  {
    name: 'page of consistency',
    ask: ({ quantity, edition }, lab) =>
      get(
        lab,
        `/api/studies/consistency?quantity=${quantity}&after=${encodeURIComponent(`1 ${(edition % 100) / 100} 0`)}`,
      ),
    bare: ({ quantity, edition }, db) =>
      rowsOf(db, PAGE_OF_CONSISTENCY, {
        quantity,
        unranked: 1,
        pairSd: (edition % 100) / 100,
        n: 0,
        limit: PAGE + 1,
      }),
  },
  {
    name: 'from label to label',
    ask: ({ edition }, lab) =>
      get(
        lab,
        `/api/labels-between?from=${slugOf(edition)}&to=${near(edition, 37, lab)}&label=uk-8`,
      ),
    bare: ({ edition }, db) => bareOfFit(db, [edition, edition + 37]),
  },
  {
    name: 'true to its label',
    ask: ({ edition }, lab) => get(lab, `/api/editions/${slugOf(edition)}/deviation`),
    // How far testers agree is said over all try-ons: the bare query reads them too.
    bare: ({ edition }, db) => [bareOfFit(db, [edition]), rowsOf(db, 'SELECT * FROM try_on')],
  },
  {
    name: 'start of a sitting',
    ask: ({ pair }, lab) => {
      const id = uuid7();
      lab.sittings.set(pair, id);
      return post(lab, '/api/sessions', {
        id,
        pairId: lab.pairIds[pair - 1],
        protocolId: lab.protocolId,
        person: 'B1',
        wornKm: 0,
        startedAt: new Date().toISOString(),
      });
    },
    bare: ({ pair }, db) =>
      bareChange(db, (id) => {
        db.prepare(
          `INSERT INTO occasion (id, kind, pair_id, person, started_at)
           SELECT ?, 'sitting', id, 'B1', '2026-01-01T00:00:00.000Z' FROM pair WHERE tag = ?`,
        ).run(id, tagOf(pair));
      }),
  },
  {
    name: 'a recorded reading',
    ask: async ({ pair }, lab) =>
      post(lab, '/api/readings', {
        id: uuid7(),
        occasionId: lab.sittings.get(pair),
        side: 'left',
        quantity: 'heel-stack',
        typed: '31.2',
        unit: 'mm',
        instrumentId: lab.instruments['needle gauge'],
        takenAt: new Date().toISOString(),
      }),
    bare: ({ pair }, db) =>
      bareChange(db, (id) => {
        db.prepare(
          `INSERT INTO reading (id, occasion, side, quantity, trial, typed, unit, value, taken_at, entered)
           SELECT ?, max(o.n), 'left', 'heel-stack', 99, '31.2', 'mm', 31.2,
             '2026-01-01T00:00:00.000Z', 'typed'
           FROM occasion o JOIN pair p ON p.id = o.pair_id WHERE p.tag = ?`,
        ).run(id, tagOf(pair));
        db.prepare(
          'UPDATE pair_summary SET readings = readings + 1 WHERE pair_id = (SELECT id FROM pair WHERE tag = ?)',
        ).run(tagOf(pair));
      }),
  },
];

function quantile(times: readonly number[], share: number): number {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
}

async function openLab(address: string, file: string, editions: number): Promise<Lab> {
  const db = new Database(file, { readonly: true });
  const instruments = Object.fromEntries(
    db
      .prepare<[], { kind: string; id: string }>('SELECT kind, id FROM instrument')
      .all()
      .map(({ kind, id }) => [kind, id]),
  );
  const protocolId = db
    .prepare<[], string>("SELECT id FROM protocol WHERE name = 'Full bench'")
    .pluck()
    .get();
  const pairIds = db.prepare<[], string>('SELECT id FROM pair ORDER BY tag').pluck().all();
  db.close();
  if (!protocolId) throw new Error('no protocol to measure by');
  return { address, editions, instruments, protocolId, pairIds, sittings: new Map() };
}

/** A lab in a file, filled unless it is there. */
export async function makeLabFile(folder: string, scale: LabScale): Promise<string> {
  const file = join(folder, `lab-${scale.editions}.db`);
  if (existsSync(file)) return file;
  const db = openDatabase(file, '2026-03-01');
  fillLab(db, scale);
  fillTryOns(db, scale.editions * TRY_ONS_OF_AN_EDITION);
  await refreshShelf(openStores(db), () => () => '', silentLog());
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
  return file;
}

interface Times {
  name: string;
  ours: number[];
  bare: number[];
}

async function timeLab(file: string, { editions, pairs }: LabScale): Promise<Times[]> {
  const random = randomLcg(0.37);
  const draw = (most: number) => 1 + randomInt.source(random)(most)();
  const entryOf = (): Entry => ({
    edition: draw(editions),
    pair: draw(editions * pairs),
    quantity: QUANTITIES[draw(QUANTITIES.length) - 1] as string,
  });
  const entries = Array.from({ length: REQUESTS_OF_A_KIND }, entryOf);
  const server = await startBuiltServer({ EMVEX_DB: file });
  const times = new Map(KINDS.map(({ name }) => [name, { name, ours: [], bare: [] } as Times]));
  try {
    const lab = await openLab(server.address, file, editions);
    // Kinds in turn, so that none has the server warm for itself.
    for (const entry of entries)
      for (const { name, ask } of KINDS) {
        const start = performance.now();
        const response = await ask(entry, lab);
        await response.text();
        times.get(name)?.ours.push(performance.now() - start);
        if (!response.ok) throw new Error(`${name} was answered ${response.status}`);
      }
  } finally {
    await server.stop();
  }
  const db = new Database(file);
  db.pragma('synchronous = FULL');
  for (const entry of entries)
    for (const { name, bare } of KINDS) {
      const start = performance.now();
      JSON.stringify(bare(entry, db));
      times.get(name)?.bare.push(performance.now() - start);
    }
  db.close();
  return [...times.values()];
}

/**
 * p50 and p99 of each kind beside bare SQL, and the growth of p50 from a small lab to a large one.
 * @param folder where the labs are filled
 */
export async function benchLab(folder: string, large: LabScale): Promise<Measurement[]> {
  const small = { ...large, editions: 100 };
  const [before, after] = [
    await timeLab(await makeLabFile(folder, small), small),
    await timeLab(await makeLabFile(folder, large), large),
  ];
  rmSync(join(folder, `lab-${small.editions}.db`), { force: true });
  const size = `${large.editions.toLocaleString('en')} editions`;
  return after.flatMap(({ name, ours, bare }) => {
    const beside = (share: number) => Math.max(LEAST_BARE_MS, quantile(bare, share));
    const first = before.find((one) => one.name === name);
    return [
      measurement(
        `${name}, p50, ${size}`,
        quantile(ours, 0.5),
        beside(0.5),
        'ms',
        'bare SQL, counted as 5 ms at least',
      ),
      measurement(
        `${name}, p99`,
        quantile(ours, 0.99),
        beside(0.99),
        'ms',
        'bare SQL, counted as 5 ms at least',
      ),
      measurement(
        `${name}, growth`,
        quantile(ours, 0.5),
        quantile(first?.ours ?? [], 0.5),
        'ms',
        'the same in a lab of 100 editions',
      ),
    ];
  });
}
