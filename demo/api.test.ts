/**
 * The whole API over the demo scenario: every address that reads answers with what the contract
 * says, and every address that writes refuses whatever is not asked for, in plain words, and
 * changes nothing.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ADDRESSES } from '#contract/addresses.ts';
import type { Endpoint } from '#contract/endpoint.ts';
import { ENDPOINTS, type PathName } from '#contract/endpoints.ts';
import { problem } from '#contract/problem.ts';
import { type Sent, type ServedApp, serveApp } from '#server/served-app.ts';
import { prepareDemo } from './prepare.ts';

const folder = mkdtempSync(join(tmpdir(), 'emvex-demo-api-'));
let served: ServedApp;

beforeAll(async () => {
  const path = join(folder, 'demo.db');
  await prepareDemo(path, '2026-03-01');
  served = await serveApp(path);
  // Pictures are encoded in processes of their own: on a busy machine that takes its time.
}, 60_000);
afterAll(async () => {
  await served.close();
  rmSync(folder, { recursive: true });
});

const isFile = ({ takes, gives }: Endpoint) => takes !== undefined || gives !== undefined;
const NAMES = (Object.keys(ENDPOINTS) as PathName[]).filter((name) => !isFile(ENDPOINTS[name]));
const READING = NAMES.filter((name) => ADDRESSES[name].method === 'GET');
/** They tell of what runs beside a request, and then is gone. */
const PASSING: PathName[] = ['importProgress', 'jobProgress'];
const WRITING = NAMES.filter((name) => 'touches' in ENDPOINTS[name]);
const NOBODY = '0199d2f0-0000-7000-8000-00000000dead';

/** Rows of every table: what a refused request must leave as it was. */
function contents(): string {
  const tables = served.db
    .prepare<[], { name: string }>(
      "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name",
    )
    .all();
  return tables
    .map(({ name }) => {
      const { n } = served.db
        .prepare<[], { n: number }>(`SELECT count(*) AS n FROM "${name}"`)
        .get() ?? { n: -1 };
      return `${name} ${n}`;
    })
    .join('\n');
}

function ask(name: PathName, params: Record<string, string> = {}, body?: unknown): Promise<Sent> {
  const { method, path } = ADDRESSES[name];
  const address = path.replace(/:(\w+)/g, (_, key: string) =>
    encodeURIComponent(params[key] ?? NOBODY),
  );
  return served.send(method, address, body);
}

const isRefusal = ({ status, body }: Sent, what: string) => {
  expect(status, what).toBeGreaterThanOrEqual(400);
  expect(status, `${what}: ${JSON.stringify(body)}`).toBeLessThan(500);
  const read = problem.safeParse(body);
  expect(read.success, `${what}: ${JSON.stringify(body)}`).toBe(true);
  expect(read.data?.detail.length, what).toBeGreaterThan(10);
};

describe('every address that reads', () => {
  it('answers with what the contract says', async () => {
    const lab = (await served.send('GET', '/api/lab')).body;
    const [study] = (await served.send('GET', '/api/studies/gauge')).body;
    const [stack] = [(await served.send('GET', '/api/studies/methods?quantity=heel-stack')).body];
    const [a, b] = stack;
    const copied = await served.send('POST', '/api/backups', {});
    const instrument = lab.instruments[0].id;
    const [kerb, latch] = await Promise.all(
      ['kestvane-kerb', 'wrenfold-latch-low'].map(
        async (slug) => (await served.send('GET', `/api/editions/${slug}/row`)).body,
      ),
    );
    const check = (await served.send('GET', '/api/pairs/BR-13/match')).body.checks[0].id;
    const addresses: Record<string, string[]> = {
      health: ['/api/health'],
      getLab: ['/api/lab'],
      getRecall: lab.instruments.map((one: { id: string }) => `/api/instruments/${one.id}/recall`),
      listPairs: ['/api/pairs', '/api/pairs?shelf=shelf', '/api/pairs?find=norr+8&limit=2'],
      getPairRow: ['/api/pairs/NS-01/row'],
      suggestTag: ['/api/tags/next?maker=Norrolt&model=Stairwell'],
      getPair: ['NS-01', 'BR-13', 'NS-06', 'TL-08', 'PL-01', 'KK-05'].map(
        (tag) => `/api/pairs/${tag}`,
      ),
      listEditions: ['/api/editions', '/api/editions?measured=only', '/api/editions?find=kerb'],
      getEditionRow: ['/api/editions/kestvane-kerb/row'],
      listNames: ['/api/names?maker=Norrolt&model=Stair'],
      getMatch: ['NS-01', 'BR-13', 'NS-06', 'PL-01'].map((tag) => `/api/pairs/${tag}/match`),
      listTolerances: ['/api/tolerances'],
      listThresholds: ['/api/thresholds'],
      getSuits: [
        '/api/editions/kestvane-kerb/suits',
        '/api/editions/norrolt-icepost/suits?use=winter%20boots&aim=ice%20climbing',
        '/api/editions/brindlow-roundsman-3/suits?use=court',
      ],
      getChoice: [
        '/api/choice?use=trekking',
        '/api/choice?use=running&aim=racing&matters=little%20weight,cushion&money=150&load=a%20bag',
        '/api/choice?use=walking%20and%20work&tester=T4&used=kestvane-kerb&liked=no&risk=none',
        '/api/choice?use=trail&aim=mud&second=trekking&left=262&arch=low&archSchool=by%20the%20arch',
        '/api/choice?use=climbing',
      ],
      getDesk: ['/api/desk'],
      listQuestions: ['/api/editions/pelloway-lampround/questions'],
      getPractice: ['/api/practice', '/api/practice?person=B1'],
      listIssued: [`/api/issued?subject=${check}`],
      listPhotographs: [`/api/photographs?subjectKind=pair&subjectId=${NOBODY}`],
      getPairStudy: [
        '/api/studies/pairs?edition=tarnhus-lanewalk',
        '/api/studies/pairs?edition=tarnhus-lanewalk&quantity=heel-stack',
        '/api/studies/pairs?edition=kestvane-kerb&quantity=mass&label=eu-42',
      ],
      listConsistency: [
        '/api/studies/consistency?quantity=heel-stack',
        '/api/studies/consistency?quantity=mass',
      ],
      listSideDifferences: [
        '/api/studies/sides?quantity=mass',
        '/api/studies/sides?quantity=mass&edition=kestvane-kerb',
      ],
      listGaugeStudies: ['/api/studies/gauge'],
      getGaugeStudy: [`/api/studies/gauge/${study.id}`],
      listMethods: [
        '/api/studies/methods?quantity=heel-stack',
        '/api/studies/methods?quantity=mass',
      ],
      getBridge: [
        `/api/studies/bridge?quantity=heel-stack&a=${encodeURIComponent(a.key)}&b=${encodeURIComponent(b.key)}`,
      ],
      listBridges: ['/api/bridges'],
      getSheet: (await served.send('GET', '/api/editions?measured=only')).body.rows.map(
        (one: { slug: string }) => `/api/sheets/${one.slug}`,
      ),
      getComparison: [
        '/api/comparison?editions=norrolt-stairwell-mid-cut,kestvane-kerb,wrenfold-latch-low',
        '/api/comparison?editions=tarnhus-lanewalk,tarnhus-lanewalk-2',
      ],
      getShelf: [
        '/api/shelf?words=under+320+g,+drop+4+to+6,+walking&sort=mass&group=maker',
        '/api/shelf?tester=T1&sort=own&down=1',
      ],
      getLike: ['/api/shelf/like/kestvane-kerb?words=lighter,+drop+under+6'],
      getOneOrTwo: ['/api/shelf/one-or-two?first=walking+and+work&second=winter+boots'],
      getSheetDraft: [
        '/api/sheets/tarnhus-frostgate-high-cut/draft',
        '/api/sheets/norrolt-stairwell-mid-cut/draft?label=uk-9.5',
      ],
      listSheetsIssued: ['/api/issued/sheets'],
      getIssued: (await served.send('GET', '/api/issued/sheets')).body.map(
        (one: { id: string }) => `/api/issued/${one.id}`,
      ),
      listComparisons: ['/api/comparisons'],
      getComparisonDraft: (await served.send('GET', '/api/comparisons')).body.map(
        (one: { id: string }) => `/api/comparisons/${one.id}/draft`,
      ),
      listChanges: [
        '/api/changes?limit=200',
        `/api/changes?instrument=${instrument}`,
        '/api/changes?pair=NS-01',
        '/api/changes?edition=kestvane-kerb',
        '/api/changes?person=B1',
      ],
      getLine: [
        '/api/editions/brindlow-roundsman-3/line',
        '/api/editions/kestvane-kerb-wide-build/line',
        '/api/editions/tarnhus-lanewalk-2/line',
        '/api/editions/wrenfold-latch-low/line',
      ],
      getHall: ['/api/hall'],
      getFit: ['NS-01', 'KK-01', 'WL-05', 'BR-13', 'PL-01'].map((tag) => `/api/pairs/${tag}/fit`),
      getTester: ['T1', 'T6', 'B1'].map((code) => `/api/testers/${code}`),
      getLabelsBetween: [
        '/api/labels-between?from=norrolt-stairwell-mid-cut&to=brindlow-roundsman-3&label=uk-8',
        '/api/labels-between?from=kestvane-kerb&to=norrolt-stairwell-mid-cut&label=eu-42&fits=a+bit+long',
      ],
      getDue: ['/api/due'],
      getWearTerms: ['/api/wear/terms'],
      getEditionLife: ['kestvane-kerb', 'brindlow-roundsman-2', 'pelloway-lampround'].map(
        (slug) => `/api/editions/${slug}/life`,
      ),
      getRotation: [
        '/api/testers/T2/rotation',
        '/api/testers/T3/rotation?km=12&ground=ice&surface=road&without=KK-06',
      ],
      getPanel: ['/api/panel', '/api/panel?editions=kestvane-kerb&yardstick=kestvane-kerb'],
      getWear: ['BR-07', 'KK-04', 'KK-06', 'PL-01'].map((tag) => `/api/pairs/${tag}/wear`),
      getDeviation: ['pelloway-gravel-lane', 'brindlow-roundsman-3', 'wrenfold-latch-low'].map(
        (slug) => `/api/editions/${slug}/deviation`,
      ),
      getLabelMatrix: ['/api/label-matrix'],
      getInsides: ['/api/insides'],
      getRecommendations: [
        '/api/recommendations?tester=T4&sock=thick',
        '/api/recommendations?left=262&use=winter+boots',
        '/api/recommendations',
      ],
      listNamedParts: ['/api/named-parts'],
      getEditionParts: ['/api/editions/kestvane-kerb/parts'],
      listWishes: ['/api/wishes'],
      listBackups: ['/api/backups'],
      // The copy of a moment that was just made.
      lookIntoBackup: [`/api/backups/${copied.body.name}`],
      getHeld: ['/api/pairs/NS-01/held/NS-04'],
      getDelivery: ['/api/delivery?edition=tarnhus-lanewalk&lot=L2-318'],
      getEdition: ['/api/editions/kestvane-kerb/record'],
      findNamed: [`/api/names/${kerb.id}/same?kind=edition&name=wide`],
      getWalk: ['/api/pairs/KK-01/walk', '/api/pairs/PG-01/walk'],
      listExpected: [`/api/pairs/KK-02/expected?protocol=${lab.protocols[0].id}&wornKm=0`],
      getMerge: [`/api/names/${kerb.id}/merge?kind=edition&into=${latch.id}`],
    };
    expect(Object.keys(addresses).sort()).toEqual(
      READING.filter((name) => !PASSING.includes(name)).sort(),
    );
    for (const name of READING)
      for (const address of addresses[name] ?? []) {
        const { status, body } = await served.send('GET', address);
        expect(status, `${address}: ${JSON.stringify(body).slice(0, 300)}`).toBe(200);
        const read = ENDPOINTS[name].answer.safeParse(body);
        expect(read.success, `${address}: ${JSON.stringify(read.error?.issues?.slice(0, 3))}`).toBe(
          true,
        );
      }
  });

  it('says so of what is not there', async () => {
    for (const name of READING.filter((one) => (ENDPOINTS[one] as Endpoint).params))
      isRefusal(await ask(name), `${name} of nobody`);
  });

  it('refuses a question that makes no sense', async () => {
    for (const address of [
      '/api/studies/pairs',
      '/api/studies/pairs?edition=tarnhus-lanewalk&quantity=beauty',
      '/api/studies/pairs?edition=tarnhus-lanewalk&label=purple',
      '/api/studies/consistency',
      '/api/studies/sides?quantity=',
      '/api/studies/bridge?quantity=heel-stack&a=x&b=y',
      '/api/comparison?editions=',
      '/api/comparison?editions=no-such-shoe,kestvane-kerb',
      '/api/sheets/kestvane-kerb?label=%00',
      '/api/instruments/1/recall',
      '/api/photographs?subjectKind=dog&subjectId=1',
      '/api/nothing/here',
    ])
      isRefusal(await served.send('GET', address), address);
  });
});

describe('every address that writes', () => {
  it('refuses a body that is none, of the wrong kind, or empty', async () => {
    const before = contents();
    for (const name of WRITING.filter((one) => (ENDPOINTS[one] as Endpoint).body))
      for (const body of [undefined, {}, [], 'text', 7, null, { id: 'x' }, { id: NOBODY }])
        isRefusal(await ask(name, {}, body), `${name} with ${JSON.stringify(body)}`);
    expect(contents()).toBe(before);
  });

  it('refuses an id that is none', async () => {
    const before = contents();
    for (const name of WRITING.filter((one) => (ENDPOINTS[one] as Endpoint).params))
      isRefusal(await ask(name, { id: 'no-id' }, {}), name);
    expect(contents()).toBe(before);
  });

  it('refuses text that is no JSON, and a change without its id', async () => {
    const before = contents();
    for (const name of WRITING) {
      const { method, path } = ADDRESSES[name];
      const address = served.base + path.replace(/:\w+/g, NOBODY);
      const broken = await fetch(address, {
        method,
        headers: { 'content-type': 'application/json', 'emvex-change': NOBODY },
        body: '{"id": ',
      });
      expect(broken.status, `${name}, broken`).toBe(400);
      const unnamed = await fetch(address, {
        method,
        headers: { 'content-type': 'application/json' },
        body: '{}',
      });
      expect(unnamed.status, `${name}, without an id`).toBe(400);
    }
    expect(contents()).toBe(before);
  });

  it('never fails at whatever JSON it is sent, and keeps nothing of it', async () => {
    const before = contents();
    const bodies = fc.sample(
      fc.oneof(
        fc.json({ maxDepth: 2 }).map((text) => JSON.parse(text)),
        fc.dictionary(
          fc.constantFrom(
            'id',
            'typed',
            'value',
            'unit',
            'pairId',
            'name',
            'reason',
            'feature',
            'side',
            'at',
            'tag',
          ),
          fc.oneof(
            fc.string(),
            fc.double(),
            fc.constant(null),
            fc.constant(NOBODY),
            fc.array(fc.integer()),
          ),
        ),
      ),
      { numRuns: 6, seed: 20260301 },
    );
    for (const name of WRITING.filter((one) => (ENDPOINTS[one] as Endpoint).body))
      for (const body of bodies) {
        const sent = await ask(name, {}, body);
        expect(
          sent.status,
          `${name} with ${JSON.stringify(body)}: ${JSON.stringify(sent.body)}`,
        ).toBeLessThan(500);
        expect(sent.status, `${name} with ${JSON.stringify(body)}`).toBeGreaterThanOrEqual(400);
      }
    expect(contents()).toBe(before);
  });
});
