/**
 * A lab as a package, out and in: round trips, two labs that exchange, what is refused. The description is held against
 * the schema that the Data Package standard publishes (checks/data-package.schema.json, profile data-package of
 * specs.frictionlessdata.io, version 1, as the package `datapackage` ships it), and read by that library.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import Ajv from 'ajv';
import Papa from 'papaparse';
import { v7 as uuid7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { PackageReport, PackageTaken } from '#contract/package-records.ts';
import { HOSTILE_CELLS } from '#server/exchange/hostile-cells.ts';
import { workOnPackage } from '#server/exchange/package-work.ts';
import { type ServedApp, serveApp } from '#server/served-app.ts';
import { filesOfZip, zipOf } from '#server/zip-files.ts';
import { prepareDemo } from './prepare.ts';

const NOW = '2026-11-27T12:00:00.000Z';
const SOAK = process.env.EMVEX_SOAK !== undefined;
/** All in `npm run soak`; here the first: the others are asked of the rules alone, in package-rules.test.ts. */
const triedHere = <T>(cases: readonly T[]): T[] => cases.slice(0, SOAK ? undefined : 1);
type Files = Map<string, Buffer>;

let folder: string;
const open: ServedApp[] = [];
let demo: ServedApp;
/** The whole lab of the demo as a package, and the files in it. */
let bytes: Buffer;
let files: Files;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'emvex-package-'));
  await prepareDemo(join(folder, 'demo.db'), NOW.slice(0, 10));
  demo = await lab('demo');
  await settled(demo);
  bytes = await takeOut(demo);
  files = await filesOfZip(bytes);
}, 60_000);
afterAll(async () => {
  for (const served of open) await served.close();
  rmSync(folder, { recursive: true });
});

async function lab(name: string): Promise<ServedApp> {
  const served = await serveApp(join(folder, `${name}.db`), undefined, NOW);
  open.push(served);
  return served;
}

let strangers = 0;
/** An empty lab that a stranger's package is brought to. */
function strange(): Promise<ServedApp> {
  strangers += 1;
  return lab(`strange-${strangers}`);
}

/** What is worked out beside the requests has come to its end. */
async function settled({ db }: ServedApp): Promise<void> {
  const waiting = db.prepare(
    `SELECT (SELECT count(*) FROM pair_summary WHERE stale = 1)
       + (SELECT count(*) FROM stale_consistency) + (SELECT count(*) FROM stale_shelf)`,
  );
  await vi.waitFor(() => expect(waiting.pluck().get()).toBe(0), { timeout: 120_000, interval: 50 });
}

async function takeOut({ base }: ServedApp, query = ''): Promise<Buffer> {
  const response = await fetch(`${base}/api/package${query}`);
  const bytes = Buffer.from(await response.arrayBuffer());
  if (response.status !== 200) throw new Error(bytes.toString());
  return bytes;
}

async function look({ base }: ServedApp, bytes: Buffer) {
  const response = await fetch(`${base}/api/package`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: new Uint8Array(bytes),
  });
  return { status: response.status, body: await response.json() };
}

async function take(
  { send }: ServedApp,
  { id }: PackageReport,
  answers: Record<string, string> = {},
): Promise<PackageTaken> {
  const { status, body } = await send('POST', `/api/package/${id}/taking`, { answers });
  if (status !== 200) throw new Error(JSON.stringify(body));
  return body;
}

async function bring(served: ServedApp, bytes: Buffer, answers?: Record<string, string>) {
  const { status, body } = await look(served, bytes);
  if (status !== 200) throw new Error(JSON.stringify(body));
  const taken = await take(served, body, answers);
  await settled(served);
  return { report: body as PackageReport, taken };
}

/** A file of a package changed, and its description with it. */
function changed(files: Files, path: string, edit: (text: string) => string): Files {
  const content = Buffer.from(edit(files.get(path)?.toString() ?? ''));
  const description = JSON.parse(files.get('datapackage.json')?.toString() ?? '');
  for (const resource of description.resources)
    if (resource.path === path) {
      resource.bytes = content.length;
      resource.hash = `sha256:${createHash('sha256').update(content).digest('hex')}`;
    }
  return new Map([
    ...files,
    [path, content],
    ['datapackage.json', Buffer.from(JSON.stringify(description))],
  ]);
}

const rowsOf = (files: Files, table: string) =>
  (files.get(`data/${table}.csv`)?.toString() ?? '').trim().split('\n').slice(1).sort();

/** Sums that were added in another order agree to ten digits. */
const rounded = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (_key, one) =>
      typeof one === 'number' && !Number.isInteger(one) ? Number(one.toPrecision(10)) : one,
    ),
  );

/** Every sheet of a lab, and the hashes of what was issued. */
async function saidBy({ send, db }: ServedApp) {
  const slugs = db.prepare<[], string>('SELECT slug FROM edition ORDER BY slug').pluck().all();
  const sheets: unknown[] = [];
  for (const slug of slugs) {
    const { status, body } = await send('GET', `/api/sheets/${slug}`);
    sheets.push([slug, status, status === 200 ? body.sections : '']);
  }
  const hashes = db.prepare('SELECT id, hash FROM issued ORDER BY id').all();
  return { sheets: rounded(sheets), hashes };
}

describe('the whole lab of the demo', () => {
  it('is described as the standard publishes, and read by its library with every reference', async () => {
    // Draft 4 of JSON Schema; it uses nothing that later drafts changed.
    const { $schema: _, ...schema } = JSON.parse(
      readFileSync('checks/data-package.schema.json', 'utf8'),
    );
    const description = JSON.parse(files.get('datapackage.json')?.toString() ?? '');
    const validate = new Ajv({ strict: false, validateFormats: false }).compile(schema);
    expect(validate(description), JSON.stringify(validate.errors)).toBe(true);
    const { Package } = createRequire(import.meta.url)('datapackage');
    const unpacked = join(folder, 'unpacked');
    for (const [name, content] of files) {
      mkdirSync(dirname(join(unpacked, name)), { recursive: true });
      writeFileSync(join(unpacked, name), content);
    }
    const read = await Package.load(join(unpacked, 'datapackage.json'), { basePath: unpacked });
    expect(read.errors).toEqual([]);
    expect(read.valid).toBe(true);
    for (const name of ['pair', 'edition', 'occasion', 'reading', 'claim', 'sitting']) {
      const rows = await read.getResource(name).read({ keyed: true, relations: true });
      expect(rows.length).toBe(rowsOf(files, name).length);
    }
    const [pair] = await read.getResource('pair').read({ keyed: true });
    const row = demo.db.prepare('SELECT * FROM pair WHERE id = ?').get(pair.id);
    expect(row).toMatchObject({ tag: pair.tag, label_size: pair.label_size, note: pair.note });
  }, 60_000);

  it('comes into an empty book as the same lab: sheets, hashes, rows', async () => {
    const empty = await lab('empty');
    const { report, taken } = await bring(empty, bytes);
    expect(report.conflicts).toEqual([]);
    expect(report.photographs).toBe(5);
    expect(taken.added).toBe(report.tables.reduce((sum, { fresh }) => sum + fresh, 0));
    expect(await saidBy(empty)).toEqual(await saidBy(demo));
    const again = await filesOfZip(await takeOut(empty));
    for (const path of files.keys()) {
      const [, table] = /^data\/(\w+)\.csv$/.exec(path) ?? [];
      // The record holds one line more: that the package came.
      if (table && table !== 'change') expect(rowsOf(again, table)).toEqual(rowsOf(files, table));
      else if (!table && path !== 'datapackage.json')
        expect(again.get(path)).toEqual(files.get(path));
    }
    // Lists, counts and search know what came.
    const { body } = await empty.send('GET', '/api/pairs?find=stairwell');
    expect(JSON.stringify(body)).toContain('NS-03');
  }, 60_000);

  it('adds nothing where it is known already', async () => {
    const { report, taken } = await bring(demo, bytes);
    expect(report.conflictCount).toBe(0);
    expect(taken).toEqual({ added: 0, changed: 0, tables: [] });
  }, 60_000);

  it('goes in part too: some editions with all that hangs on them', async () => {
    const part = await takeOut(demo, '?editions=norrolt-stairwell-mid-cut');
    const held = await filesOfZip(part);
    expect(rowsOf(held, 'edition')).toHaveLength(1);
    expect([...held.keys()]).not.toContain('data/setting.csv');
    const other = await lab('other');
    await bring(other, part);
    const sheet = async ({ send }: ServedApp) =>
      (await send('GET', '/api/sheets/norrolt-stairwell-mid-cut')).body.pairs.map(
        ({ tag, readings, note }: Record<string, unknown>) => [tag, readings, note],
      );
    expect(await sheet(other)).toEqual(await sheet(demo));
    // The rest comes in after it.
    const { report } = await bring(other, bytes);
    expect(report.conflictCount).toBe(0);
    expect((await saidBy(other)).sheets).toEqual((await saidBy(demo)).sheets);
    expect((await fetch(`${demo.base}/api/package?editions=no-such-edition`)).status).toBe(404);
  }, 60_000);

  it('is taken whole or not at all: stopped half way, nothing of it is in', async () => {
    const empty = await lab('stopped');
    const file = join(folder, 'stopping', 'package.zip');
    mkdirSync(dirname(file));
    writeFileSync(file, bytes);
    const database = join(folder, 'stopped.db');
    const common = { database, file, photographs: join(folder, 'stopped-photographs') };
    let told = 0;
    const hooks = {
      progress: () => {
        told += 1;
      },
      cancelled: () => false,
      writing: () => undefined,
    };
    await workOnPackage({ kind: 'look', id: uuid7(), ...common }, hooks);
    told = 0;
    const change = {
      id: uuid7(),
      at: NOW,
      person: 'B1',
      action: 'takePackage',
      subject: 'lab',
      request: {},
    };
    const taking = workOnPackage(
      { kind: 'take', answers: {}, change, ...common },
      { ...hooks, cancelled: () => told > 20 },
    );
    await expect(taking).rejects.toMatchObject({ status: 499 });
    for (const table of ['maker', 'pair', 'change'])
      expect(empty.db.prepare(`SELECT count(*) FROM ${table}`).pluck().get()).toBe(0);
    expect(readdirSync(join(folder, 'stopped-photographs'))).toEqual([]);
  }, 30_000);

  it('is written whole or not at all: stopped, it is none', async () => {
    const hooks = { progress: () => undefined, cancelled: () => false, writing: () => undefined };
    const database = join(folder, 'demo.db');
    const terms = { photographs: join(folder, 'demo-photographs'), createdAt: NOW };
    const stopped = workOnPackage(
      { kind: 'write', database, output: join(folder, 'stopped.zip'), terms },
      { ...hooks, cancelled: () => true },
    );
    await expect(stopped).rejects.toMatchObject({ status: 499 });
    // The book goes on.
    expect((await demo.send('GET', '/api/health')).body.ok).toBe(true);
  }, 30_000);

  it('is refused whole where something in it is wrong, and says where', async () => {
    const empty = await lab('refusing');
    const refused = async (given: Buffer | Files) => {
      const sent = Buffer.isBuffer(given) ? given : await zipOf(given);
      const { status, body } = await look(empty, sent);
      expect(status).toBe(422);
      return body.detail as string;
    };
    const edited = (path: string, edit: (text: string) => string) =>
      refused(changed(files, path, edit));
    const described = (edit: (description: Record<string, never>) => void) => {
      const description = JSON.parse(files.get('datapackage.json')?.toString() ?? '');
      edit(description);
      return new Map([...files, ['datapackage.json', Buffer.from(JSON.stringify(description))]]);
    };

    expect(await refused(bytes.subarray(0, bytes.length - 400))).toMatch(/cut short/);
    expect(await refused(Buffer.from('no zip at all'))).toMatch(/cut short, or it is no package/);
    expect(await refused(new Map([['a.txt', Buffer.from('a')]]))).toMatch(/no Data Package/);
    expect(
      await refused(
        described((one) => Object.assign(one, { emvex: { form: 2, book: 1, part: null } })),
      ),
    ).toMatch(/of form 2, and this Emvex reads up to form 1/);
    expect(
      await refused(
        described((one) => Object.assign(one, { emvex: { form: 1, book: 999, part: null } })),
      ),
    ).toMatch(/written by a newer Emvex/);
    expect(await refused(described((one) => Object.assign(one, { emvex: undefined })))).toMatch(
      /Data Package of another program/,
    );
    const tampered = new Map([...files, ['data/maker.csv', Buffer.from('id,name\n')]]);
    expect(await refused(tampered)).toMatch(/data\/maker\.csv is not what its description says/);
    expect(await refused(new Map([...files, ['notes.txt', Buffer.from('x')]]))).toMatch(
      /holds notes\.txt, of which its description says nothing/,
    );
    // A name of a file that leads out of the package, written over one of the same length.
    const outside = Buffer.from(bytes);
    const name = Buffer.from('data/maker.csv');
    for (let at = outside.indexOf(name); at >= 0; at = outside.indexOf(name, at + 1))
      outside.write('../../mkr.csv.', at);
    expect(await refused(outside)).toMatch(/names a file outside itself/);
    const bomb = new Map([...files, ['data/zeros.csv', Buffer.alloc(80 * 1024 * 1024)]]);
    expect(await refused(await zipOf(bomb, true))).toMatch(/unpack to far more than a lab holds/);

    expect(await edited('data/pair.csv', (text) => text.replace(/uk,8/, 'uk,eight'))).toMatch(
      /data\/pair\.csv, line \d+: “eight” is no number, and label_size wants one/,
    );
    expect(
      await edited('data/maker.csv', (text) => `${text}${text.trim().split('\n')[1]}\n`),
    ).toMatch(/data\/maker\.csv, line 8: the same id stands on 2 lines/);
    expect(
      await edited('data/model.csv', (text) => text.split('\n').slice(0, 1).join('\n')),
    ).toMatch(/names model .*, which is neither in the package nor in this book/);
    const looped = await edited('data/maker.csv', (text) => {
      const [head, one = '', two = '', ...rest] = text.split('\n');
      const [a] = one.split(',');
      const [b] = two.split(',');
      return [head, one.replace('\\N', b ?? ''), two.replace('\\N', a ?? ''), ...rest].join('\n');
    });
    expect(looped).toMatch(/merged_into leads round in a circle/);
    const issued = [...files.keys()].find((path) => path.startsWith('issued/')) ?? '';
    expect(await edited(issued, (text) => text.replace('"title"', '"titel"'))).toMatch(
      /is not what its hash says: it was changed since/,
    );
    expect(
      await edited('data/setting.csv', (text) => text.replace('Marlpit', '""Marlpit')),
    ).toMatch(/data\/setting\.csv, line \d+: value: it is not JSON/);
    // A rule of the book that no look sees: nothing of the rest comes in either.
    const broken = changed(files, 'data/person.csv', (text) => text.replace(',B2,', ',B1,'));
    const { body } = await look(empty, await zipOf(broken));
    const { status, body: told } = await empty.send('POST', `/api/package/${body.id}/taking`, {
      answers: {},
    });
    expect(status).toBe(422);
    expect(told.detail).toMatch(/breaks a rule of the book/);
    expect(empty.db.prepare('SELECT count(*) FROM maker').pluck().get()).toBe(0);
    // It was used up: a second try says so.
    expect(
      (await empty.send('POST', `/api/package/${body.id}/taking`, { answers: {} })).status,
    ).toBe(409);
  }, 120_000);
});

describe('a package that a stranger made', () => {
  // Without its pictures, so that it is read in less time.
  let plain: Files;
  beforeAll(() => {
    const description = JSON.parse(files.get('datapackage.json')?.toString() ?? '');
    const isPicture = (path: string) => path.startsWith('photographs/');
    description.resources = description.resources.filter(
      ({ path }: { path: string }) => !isPicture(path),
    );
    plain = new Map([
      ...[...files].filter(([path]) => !isPicture(path)),
      ['datapackage.json', Buffer.from(JSON.stringify(description))],
    ]);
  });
  /** The cell of a column, on the first line that has one there. */
  const withCell = (table: string, column: string, value: string) => (text: string) => {
    const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), { header: true });
    const row = data.find((one) => one[column] !== '\\N') ?? data[0];
    if (!row) throw new Error(`no row in ${table}`);
    row[column] = value;
    return `${Papa.unparse(data, { columns: meta.fields ?? [], newline: '\n' })}\n`;
  };

  it.each(triedHere(HOSTILE_CELLS))(
    'with %s.%s = %s is refused with file and line, and nothing is taken',
    async (table, column, value, says) => {
      const empty = await strange();
      const before = empty.db.serialize();
      const hostile = changed(plain, `data/${table}.csv`, withCell(table, column, value));
      const { status, body } = await look(empty, await zipOf(hostile));
      expect(status, JSON.stringify(body).slice(0, 400)).toBe(422);
      expect(body.detail).toMatch(new RegExp(`^data/${table}\\.csv, line \\d+: ${column}`));
      expect(body.detail).toMatch(says);
      expect(body.detail).toMatch(/Nothing was added/);
      expect(empty.db.serialize().equals(before)).toBe(true);
    },
  );

  it.each(
    triedHere([
      'null',
      '{"title":1}',
      '{',
      '{"title":"x","language":"en","parts":[{"kind":"drawings","drawings":[{"box":[0,0,1,"\\"><script>"],"strokes":[],"words":""}]}]}',
    ]),
  )('with a document that cannot be shown (%s) is refused by its file', async (content) => {
    const [head = '', first = '', ...rest] = (plain.get('data/issued.csv')?.toString() ?? '')
      .trim()
      .split('\n');
    const id = /[0-9a-f-]{36}/.exec(first)?.[0] ?? '';
    const hash = createHash('sha256').update(content).digest('hex');
    const lines = [head, first.replace(/\b[0-9a-f]{64}\b/, hash), ...rest, ''].join('\n');
    const hostile = changed(
      changed(plain, 'data/issued.csv', () => lines),
      `issued/${id}.json`,
      () => content,
    );
    const { status, body } = await look(await strange(), await zipOf(hostile));
    expect(body.detail).toContain(`issued/${id}.json cannot be shown`);
    expect(status).toBe(422);
  });

  it('brings no setting that is of one database alone', async () => {
    const empty = await strange();
    const settingOf = (name: string) =>
      empty.db.prepare('SELECT value FROM setting WHERE name = ?').pluck().get(name);
    const before = settingOf('lab-identity');
    const own = 'lab-identity,"""stolen"""\nbackups,"{""second"":""/tmp""}"\n';
    await bring(empty, await zipOf(changed(plain, 'data/setting.csv', (text) => text + own)));
    expect(settingOf('lab-identity')).toBe(before);
    expect(settingOf('backups')).toBeUndefined();
  });
});

describe('two labs', () => {
  async function made(name: string, heel: string) {
    const served = await lab(name);
    const { send } = served;
    await send('POST', '/api/lab/setup', { tools: ['needle gauge', 'scale'] });
    await send('POST', '/api/people', { id: uuid7(), code: 'B1', role: 'bench' });
    const pairId = uuid7();
    await send('POST', '/api/receipts', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Stairwell' },
      edition: { id: uuid7(), name: 'mid cut' },
      pair: {
        id: pairId,
        tag: 'NS-01',
        label: { system: 'uk', size: 8 },
        acquisition: 'bought',
        receivedOn: '2026-10-01',
      },
      claims: [],
    });
    const { instruments, protocols } = (await send('GET', '/api/lab')).body;
    const sitting = uuid7();
    await send('POST', '/api/sessions', {
      id: sitting,
      pairId,
      protocolId: protocols.find((one: { name: string }) => one.name.startsWith('Full bench')).id,
      person: 'B1',
      wornKm: 0,
      startedAt: '2026-10-02T09:00:00Z',
    });
    const gauge = instruments.find((one: { kind: string }) => one.kind === 'needle gauge');
    for (const side of ['left', 'right'])
      for (const typed of [heel, heel]) {
        const { status } = await send('POST', '/api/readings', {
          id: uuid7(),
          occasionId: sitting,
          side,
          quantity: 'heel-stack',
          typed,
          unit: 'mm',
          instrumentId: gauge.id,
          takenAt: '2026-10-02T09:01:00Z',
        });
        expect(status).toBe(200);
      }
    await send('POST', `/api/sessions/${sitting}/finish`, { finishedAt: '2026-10-02T10:00:00Z' });
    return served;
  }
  const heelOf = async ({ send }: ServedApp) => {
    const { body } = await send('GET', '/api/sheets/norrolt-stairwell-mid-cut');
    const figures = body.sections.flatMap((section: { figures: unknown[] }) => section.figures);
    const { value, U, pairs } = figures.find(
      (one: { figure: { quantity: string } }) => one.figure.quantity === 'heel-stack',
    ).figure;
    return { value, U, pairs };
  };

  it('that exchange packages agree afterwards, one tag for two pairs and all', async () => {
    const a = await made('a', '31.2');
    const b = await made('b', '32.4');
    const [ofA, ofB] = [await takeOut(a), await takeOut(b)];
    const { body: report } = await look(a, ofB);
    // One edition by its name, two gauges and two pairs that share theirs.
    expect(report.notes.join(' ')).toMatch(/1 edition is known by name, and taken for the same/);
    const asked = report.conflicts.map((one: { what: string }) => one.what).join('; ');
    expect(asked).toMatch(/gauge “[^”]+”: both labs have one of this name/);
    expect(asked).toMatch(/pair NS-01: both labs have a pair of this tag/);
    await take(a, report);
    await settled(a);
    await bring(b, ofA);
    expect(a.db.prepare('SELECT tag FROM pair ORDER BY tag').pluck().all()).toEqual([
      'NS-01',
      'NS-01-2',
    ]);
    const [heelA, heelB] = [await heelOf(a), await heelOf(b)];
    // By hand: (31.2 + 32.4) / 2.
    expect(heelA.value).toBeCloseTo(31.8, 9);
    expect(heelA.pairs).toBe(2);
    expect(heelB).toEqual(heelA);
    // Once more, both ways: nothing is new, nothing is asked.
    for (const [into, from] of [
      [a, b],
      [b, a],
    ] as const) {
      const { report: next, taken } = await bring(into, await takeOut(from));
      expect(next.conflicts).toEqual([]);
      // Two lines of the record: that either took a package.
      expect(taken.tables.map(({ name }) => name)).toEqual(['change']);
    }
  }, 60_000);

  it('that say different things of one are asked, one by one', async () => {
    const c = await made('c', '31.2');
    const d = await lab('d');
    await bring(d, await takeOut(c));
    const { id, version } = (await d.send('GET', '/api/pairs/NS-01')).body.pair;
    const edit = (served: ServedApp, note: string) =>
      served.db.prepare('UPDATE pair SET note = ? WHERE id = ?').run(note, id);
    expect(version).toBe(1);
    edit(c, 'scuffed at the toe');
    edit(d, 'as new');
    const bytes = await takeOut(c);
    const { body: report } = await look(d, bytes);
    expect(report.conflicts).toEqual([
      expect.objectContaining({
        what: 'pair NS-01',
        differences: [{ field: 'note', ours: 'as new', theirs: 'scuffed at the toe' }],
        safe: 'keep',
      }),
    ]);
    const note = () => d.db.prepare('SELECT note FROM pair WHERE id = ?').pluck().get(id);
    await take(d, report);
    expect(note()).toBe('as new');
    const [conflict] = report.conflicts;
    const { taken } = await bring(d, bytes, { [conflict.key]: 'take' });
    expect(taken.changed).toBe(1);
    expect(note()).toBe('scuffed at the toe');
    // A reading is never rewritten, whatever is answered.
    const files = changed(await filesOfZip(bytes), 'data/reading.csv', (text) =>
      text.replace('31.2', '99.9'),
    );
    const { body: second } = await look(d, await zipOf(files));
    const [reading] = second.conflicts;
    expect(reading.answers).toHaveLength(1);
    await take(d, second, { [reading.key]: 'take' });
    expect(d.db.prepare("SELECT count(*) FROM reading WHERE typed LIKE '99%'").pluck().get()).toBe(
      0,
    );
  }, 60_000);

  it('leave a pair out with all that hangs on it', async () => {
    const e = await made('e', '31.2');
    const f = await made('f', '32.4');
    const { body: report } = await look(e, await takeOut(f));
    const pair = report.conflicts.find((one: { table: string }) => one.table === 'pair');
    await take(e, report, { [pair.key]: 'leave' });
    await settled(e);
    expect(e.db.prepare('SELECT count(*) FROM pair').pluck().get()).toBe(1);
    expect(e.db.prepare('SELECT count(*) FROM reading').pluck().get()).toBe(4);
    expect((await heelOf(e)).value).toBeCloseTo(31.2, 9);
  }, 60_000);
});
