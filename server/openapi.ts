/** The OpenAPI page, generated from the contract. */
import {
  OpenAPIRegistry,
  OpenApiGeneratorV31,
  type RouteConfig,
} from '@asteasolutions/zod-to-openapi';
import { z } from 'zod';
import { ENDPOINTS, type Endpoint } from '#contract/api.ts';
import { CALCULATIONS } from '#contract/calculations.ts';
import { placement } from '#contract/live-gauges.ts';
import { photograph } from '#contract/match-records.ts';
import {
  CHANGE_HEADER,
  FILE_PATHS,
  JSON_TYPE,
  PATHS,
  type PathName,
  PROBLEM_TYPE,
} from '#contract/paths.ts';
import { id, importProgress, importReport, problem, reading } from '#contract/records.ts';

const refusals = {
  default: { description: 'Problem details', content: { [PROBLEM_TYPE]: { schema: problem } } },
};

function route(name: PathName): RouteConfig {
  const endpoint: Endpoint = ENDPOINTS[name];
  const [method = '', path = ''] = PATHS[name].split(' ');
  const writes = method !== 'GET';
  return {
    method: method.toLowerCase() as RouteConfig['method'],
    path: path.replace(/:(\w+)/g, '{$1}'),
    operationId: name,
    summary: endpoint.summary,
    request: {
      ...(endpoint.params ? { params: endpoint.params } : {}),
      ...(endpoint.query ? { query: endpoint.query } : {}),
      ...(writes ? { headers: z.object({ [CHANGE_HEADER]: id }) } : {}),
      ...(endpoint.body ? { body: { content: { [JSON_TYPE]: { schema: endpoint.body } } } } : {}),
    },
    responses: {
      200: { description: 'Done', content: { [JSON_TYPE]: { schema: endpoint.answer } } },
      ...refusals,
    },
  };
}

const CSV = 'text/csv';

interface FileRoute {
  summary: string;
  body?: { type: string; schema: z.ZodType };
  answer: { type: string; schema: z.ZodType };
}

/** Addresses that take or give files and streams; docs/formats.md describes what is in them. */
const FILE_ROUTES: Record<keyof typeof FILE_PATHS, FileRoute> = {
  importReadings: {
    summary: 'Reads a file of readings, whole or not at all; with ?preview=1 it only looks.',
    body: { type: CSV, schema: z.string() },
    answer: { type: JSON_TYPE, schema: importReport },
  },
  importProgress: {
    summary: 'How far an import is, by the id of its change.',
    answer: { type: JSON_TYPE, schema: importProgress },
  },
  exportReadings: {
    summary: 'Standing readings as a file: ?pair= for one pair, ?semicolon=1 for decimal commas.',
    answer: { type: CSV, schema: z.string() },
  },
  addCurve: {
    summary: 'Keeps a curve and records the reading it gives; its station stands in the query.',
    body: { type: CSV, schema: z.string() },
    answer: { type: JSON_TYPE, schema: reading },
  },
  getCurve: {
    summary: 'The samples of a curve as they were taken.',
    answer: { type: CSV, schema: z.string() },
  },
  liveGauges: {
    summary: 'States and samples of all gauges, as server-sent events.',
    answer: { type: 'text/event-stream', schema: z.string() },
  },
  placeOnGauge: {
    summary: 'Says to a gauge which shoe and station it is held to.',
    body: { type: JSON_TYPE, schema: placement },
    answer: { type: JSON_TYPE, schema: z.object({ placed: z.literal(true) }) },
  },
  getReturnNote: {
    summary: 'The return note of a check that was decided: return.',
    answer: { type: 'application/pdf', schema: z.string() },
  },
  addPhotograph: {
    summary: 'Keeps a photograph, JPEG, PNG or WebP; its subject stands in the query.',
    body: { type: 'image/*', schema: z.string() },
    answer: { type: JSON_TYPE, schema: photograph },
  },
  getPhotograph: {
    summary: 'A photograph, re-encoded without metadata.',
    answer: { type: 'image/webp', schema: z.string() },
  },
  getThumbnail: {
    summary: 'A photograph, small.',
    answer: { type: 'image/webp', schema: z.string() },
  },
  runFixture: {
    summary: 'Starts a fixture.',
    body: { type: JSON_TYPE, schema: placement },
    answer: { type: JSON_TYPE, schema: z.object({ placed: z.literal(true) }) },
  },
};

function fileRoute(name: keyof typeof FILE_PATHS): RouteConfig {
  const { summary, body, answer } = FILE_ROUTES[name];
  const [method = '', path = ''] = FILE_PATHS[name].split(' ');
  return {
    method: method.toLowerCase() as RouteConfig['method'],
    path: path.replace(/:(\w+)/g, '{$1}'),
    operationId: name,
    summary,
    request: {
      ...(path.includes(':') ? { params: z.object({ id: z.string() }) } : {}),
      ...(body ? { body: { content: { [body.type]: { schema: body.schema } } } } : {}),
    },
    responses: {
      200: { description: 'Done', content: { [answer.type]: { schema: answer.schema } } },
      ...refusals,
    },
  };
}

/** The whole API as an OpenAPI 3.1 document. */
export function describeApi(version: string) {
  const registry = new OpenAPIRegistry();
  for (const name of Object.keys(PATHS) as PathName[]) registry.registerPath(route(name));
  for (const name of Object.keys(FILE_PATHS) as (keyof typeof FILE_PATHS)[])
    registry.registerPath(fileRoute(name));
  for (const entry of CALCULATIONS)
    registry.registerPath({
      method: 'post',
      path: `/api/calc/${entry.name}`,
      operationId: `calc-${entry.name}`,
      summary: entry.summary,
      description: `Formula: ${entry.source}`,
      request: {
        body: { content: { [JSON_TYPE]: { schema: entry.input, example: entry.example } } },
      },
      responses: {
        200: { description: 'Result', content: { [JSON_TYPE]: { schema: entry.output } } },
        ...refusals,
      },
    });
  return new OpenApiGeneratorV31(registry.definitions).generateDocument({
    openapi: '3.1.0',
    info: { title: 'Emvex', version, description: 'The bench book of people who measure shoes.' },
  });
}
