/**
 * Every operation of the OpenAPI document with requests that are nearly right: values of each schema,
 * then mistakes in them. Nothing answers 500, nothing hangs, and every refusal is problem details in
 * words. Seeded: the same requests on every machine.
 */
import { randomLcg } from 'd3-random';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { CHANGE_HEADER, PROBLEM_TYPE } from '#contract/headers.ts';
import { requireHealthy } from './health-watch.ts';
import { servedBench } from './served-bench.ts';

const SOAK = process.env.EMVEX_SOAK !== undefined;
const { bench, get, served, csv, file } = servedBench(SOAK);

/** Requests of each operation. */
const ROUNDS = SOAK ? 100 : 10;
/** A value in so many is spoiled. */
const SPOILED = 0.12;

interface Schema {
  type?: string | string[];
  enum?: unknown[];
  const?: unknown;
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  prefixItems?: Schema[];
  additionalProperties?: Schema | boolean;
  propertyNames?: Schema;
  minItems?: number;
  minimum?: number;
  maximum?: number;
  format?: string;
  pattern?: string;
}

interface Parameter {
  name: string;
  in: 'path' | 'query' | 'header';
  required: boolean;
  schema: Schema;
}

interface Operation {
  operationId: string;
  parameters?: Parameter[];
  requestBody?: { content: Record<string, { schema: Schema; example?: unknown }> };
}

const random = randomLcg(0.20261125);
const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)] as T;
const chance = (share: number) => random() < share;

const WORDS = [
  '',
  ' ',
  '0',
  '-1',
  '31.2',
  '31,2 mm',
  '11.3 oz',
  '9 ½',
  'UK 8',
  'heel-stack',
  'NS-01',
  'banana',
  'a'.repeat(600),
  '\u0000',
  '“quoted”',
  '=1+2',
  '<b>',
  '../../etc',
  '%2e%2e',
  '😀',
  'null',
  '1e999',
  'constructor',
  '__proto__',
];
const NUMBERS = [0, -1, 1, 0.5, 31.2, 279.4, 1e6, 1e12, -1e12, 1e308, 5e-324, 2 ** 53, 0.1 + 0.2];
const DAYS = ['2026-02-27', '2026-03-01', '0000-01-01', '9999-12-31', '2026-02-30'];
const MOMENTS = [
  '2026-03-01T09:00:00Z',
  '2026-03-01T09:00:00.123+02:00',
  '2999-01-01T00:00:00Z',
  'now',
];
const anything = (): unknown => pick([null, true, [], {}, [[]], { id: 1 }, ...WORDS, ...NUMBERS]);

function stringOf({ format, pattern }: Schema, ids: readonly string[]): string {
  if (format === 'uuid' || pattern?.includes('0-9a-fA-F')) return chance(0.7) ? pick(ids) : uuid7();
  if (format === 'date') return pick(DAYS);
  if (format === 'date-time') return pick(MOMENTS);
  return pick(WORDS);
}

function numberOf({ type, minimum = -1e4, maximum = 1e4 }: Schema): number {
  const low = Math.max(minimum, -1e6);
  const value = low + random() * (Math.min(maximum, 1e6) - low);
  return type === 'integer' ? Math.round(value) : Number(value.toPrecision(4));
}

/** A value that a schema would take, with a mistake here and there. */
function valueFor(schema: Schema, ids: readonly string[], depth = 0): unknown {
  if (chance(SPOILED) || depth > 8) return anything();
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return pick(schema.enum);
  const choice = schema.anyOf ?? schema.oneOf;
  if (choice) return valueFor(pick(choice), ids, depth + 1);
  const type = Array.isArray(schema.type) ? pick(schema.type) : schema.type;
  const inner = (of: Schema) => valueFor(of, ids, depth + 1);
  if (type === 'object' || schema.properties) {
    const named = Object.entries(schema.properties ?? {}).filter(
      ([name]) => schema.required?.includes(name) || chance(0.6),
    );
    const extra =
      typeof schema.additionalProperties === 'object' && schema.propertyNames?.enum
        ? [[String(pick(schema.propertyNames.enum)), schema.additionalProperties] as const]
        : [];
    return Object.fromEntries([...named, ...extra].map(([name, of]) => [name, inner(of)]));
  }
  if (type === 'array') {
    if (schema.prefixItems) return schema.prefixItems.map(inner);
    const count = (schema.minItems ?? 0) + Math.floor(random() * 3);
    return Array.from({ length: count }, () => inner(schema.items ?? {}));
  }
  if (type === 'string') return stringOf(schema, ids);
  if (type === 'number' || type === 'integer')
    return chance(0.2) ? pick(NUMBERS) : numberOf(schema);
  if (type === 'boolean') return chance(0.5);
  if (type === 'null') return null;
  return anything();
}

/** An example with some of its values spoiled. */
function spoil(value: unknown): unknown {
  if (chance(SPOILED / 3)) return anything();
  if (Array.isArray(value)) return value.map(spoil);
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, spoil(inner)]));
  return typeof value === 'number' && chance(SPOILED) ? pick(NUMBERS) : value;
}

/** Every id that the book knows, so that requests reach what lies behind the first look. */
function idsOfBook(): string[] {
  const { db } = served();
  const tables = db
    .prepare(
      "SELECT name FROM sqlite_schema WHERE type = 'table' AND sql GLOB '*[^_]id TEXT PRIMARY KEY*'",
    )
    .pluck()
    .all() as string[];
  return tables.flatMap(
    (table) => db.prepare(`SELECT id FROM ${table} LIMIT 8`).pluck().all() as string[],
  );
}

function requestOf(path: string, method: string, operation: Operation, ids: readonly string[]) {
  const query = new URLSearchParams();
  let address = path;
  for (const { name, in: where, required, schema } of operation.parameters ?? []) {
    const text = () => {
      const value = valueFor(schema, ids);
      return typeof value === 'string' ? value : JSON.stringify(value);
    };
    if (where === 'path')
      address = address.replace(
        `{${name}}`,
        encodeURIComponent(name === 'tag' ? pick(['NS-01', text()]) : text()) || 'x',
      );
    if (where === 'query' && (required || chance(0.5))) query.set(name, text());
  }
  const content = Object.entries(operation.requestBody?.content ?? {})[0];
  const [type = '', described] = content ?? [];
  const body = !described
    ? undefined
    : type === 'application/json'
      ? JSON.stringify(
          described.example === undefined || chance(0.3)
            ? valueFor(described.schema, ids)
            : spoil(described.example),
        )
      : `${pick(WORDS)}\n${pick(WORDS)}`;
  return {
    address: `${address}${query.size > 0 ? `?${query}` : ''}`,
    init: {
      method: method.toUpperCase(),
      headers: {
        ...(body === undefined ? {} : { 'content-type': type === 'image/*' ? 'image/png' : type }),
        ...(chance(0.95) ? { [CHANGE_HEADER]: uuid7() } : {}),
      },
      ...(body === undefined ? {} : { body }),
      // A hang fails the test, and says where.
      signal: AbortSignal.timeout(300_000),
    },
  };
}

describe('every operation of the OpenAPI document', () => {
  it('answers what is nearly right in its own words, and never fails', async () => {
    const { session, read } = await bench();
    const sessionId = await session('In-shoe');
    for (const side of ['left', 'right'])
      await read(sessionId, 'heel-stack', side, '31.2', 'needle gauge');
    const { body: description } = await get('/api/openapi.json');
    const paths = description.paths as Record<string, Record<string, Operation>>;
    const failures: string[] = [];
    const statuses = new Map<number, number>();
    const sendAll = async () => {
      for (const [path, operations] of Object.entries(paths))
        for (const [method, operation] of Object.entries(operations)) {
          // A stream that never ends is no answer to wait for.
          if (operation.operationId === 'liveGauges') continue;
          const ids = idsOfBook();
          for (let round = 0; round < ROUNDS; round++) {
            const { address, init } = requestOf(path, method, operation, ids);
            const what = `${init.method} ${address.slice(0, 160)} ${init.body?.slice(0, 300) ?? ''}`;
            const response = await fetch(served().base + address, init);
            const { status } = response;
            statuses.set(status, (statuses.get(status) ?? 0) + 1);
            if (status < 400) {
              await response.arrayBuffer();
              continue;
            }
            const type = response.headers.get('content-type') ?? '';
            const problem = type.startsWith(PROBLEM_TYPE) ? await response.json() : undefined;
            if (
              status >= 500 ||
              !problem ||
              problem.status !== status ||
              problem.detail.length < 10
            )
              failures.push(`${status} ${JSON.stringify(problem)} to ${what}`);
            // A value that is wrong is named.
            else if (status === 422 && path.startsWith('/api/calc') && !problem.errors?.[0]?.field)
              failures.push(`no field in ${JSON.stringify(problem)} to ${what}`);
          }
        }
    };
    await (SOAK ? requireHealthy(served(), sendAll) : sendAll());
    expect(failures.slice(0, 8), `${failures.length} failures`).toEqual([]);
    // Some pass, many are refused: else the requests were not nearly right.
    expect(statuses.get(200) ?? 0).toBeGreaterThan(100);
    expect(statuses.get(400) ?? 0).toBeGreaterThan(100);
    // The book is sound after all of it.
    expect(served().db.pragma('integrity_check', { simple: true })).toBe('ok');
    expect((await get('/api/pairs')).status).toBe(200);
  }, 3_600_000);
});

describe('every reader of files', () => {
  const bytes = (length: number) =>
    Buffer.from(Array.from({ length }, () => Math.floor(random() * 256)));
  const HEAD =
    'pair,side,quantity,trial,value,unit,protocol,operator,instrument,measured_at,temperature_c,humidity_pct,note';

  it('answers whatever bytes come, with a line for each fault, and adds nothing', async () => {
    const { session, instrument } = await bench();
    const sessionId = await session();
    const curve = () =>
      `/api/sessions/${sessionId}/curves?${new URLSearchParams({
        curve: uuid7(),
        reading: uuid7(),
        side: 'left',
        quantity: 'bend-toe-up',
        instrument: instrument('bend fixture').id,
        takenAt: '2026-03-01T09:00:00Z',
        from: '5',
        to: '25',
      })}`;
    for (let round = 0; round < 60; round++) {
      const lines = Array.from({ length: 4 }, () =>
        Array.from({ length: 1 + Math.floor(random() * 14) }, () => pick(WORDS).slice(0, 40)).join(
          pick([',', ';', '\t']),
        ),
      );
      const contents = [
        bytes(200),
        Buffer.concat([Buffer.from(`${HEAD}\n`), bytes(120)]),
        Buffer.from([HEAD, ...lines].join(pick(['\n', '\r', '\r\n']))),
        Buffer.from(['angle_deg,moment_nm', ...lines].join('\n')),
      ];
      for (const path of ['/api/readings/import', curve()])
        for (const content of contents) {
          const response = await fetch(served().base + path, {
            method: 'POST',
            headers: { 'content-type': 'text/csv', [CHANGE_HEADER]: uuid7() },
            body: new Uint8Array(content),
            signal: AbortSignal.timeout(300_000),
          });
          const problem = await response.json();
          expect([path.slice(0, 22), response.status]).toEqual([path.slice(0, 22), 422]);
          expect(problem.errors.length).toBeGreaterThan(0);
          for (const { message } of problem.errors) expect(message.length).toBeGreaterThan(5);
        }
    }
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(0);
    expect((await csv('/api/readings/import?preview=1', HEAD)).status).toBe(422);
    expect(file('book.db')).toBeDefined();
  }, 3_600_000);
});
