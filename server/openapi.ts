/** The OpenAPI page, written from the contract by Zod's own JSON Schema. */
import { z } from 'zod';
import { CALCULATIONS } from '#contract/calculations.ts';
import type { Endpoint } from '#contract/endpoint.ts';
import { ENDPOINTS } from '#contract/endpoints.ts';
import { id } from '#contract/fields.ts';
import { CHANGE_HEADER, JSON_TYPE, PERSON_HEADER, PROBLEM_TYPE } from '#contract/headers.ts';
import { problem } from '#contract/problem.ts';

type Schema = Record<string, unknown>;

/** Requests are described as they may be sent, answers as they come. */
function schemaOf(type: z.ZodType, io: 'input' | 'output'): Schema {
  const { $schema: _, ...schema } = z.toJSONSchema(type, { io, unrepresentable: 'any' });
  return schema;
}

function parametersOf(fields: z.ZodObject | undefined, where: 'path' | 'query'): Schema[] {
  return Object.entries(fields?.shape ?? {}).map(([name, type]) => ({
    name,
    in: where,
    required: where === 'path' || !(type as z.ZodType).safeParse(undefined).success,
    schema: schemaOf(type as z.ZodType, 'input'),
  }));
}

const CHANGE_PARAMETERS: Schema[] = [
  { name: CHANGE_HEADER, in: 'header', required: true, schema: schemaOf(id, 'input') },
  {
    name: PERSON_HEADER,
    in: 'header',
    required: false,
    schema: { type: 'string', maxLength: 20 },
    description: 'code of the person who makes the change',
  },
];

interface Operation {
  /** Method and path as Express writes them. */
  address: string;
  operationId: string;
  summary: string;
  description?: string;
  parameters: Schema[];
  body?: { type: string; schema: Schema; example?: unknown };
  answer: { type: string; schema: Schema };
}

function describe({ operationId, summary, description, parameters, body, answer }: Operation) {
  const content = (part: { type: string; schema: Schema; example?: unknown }) => ({
    [part.type]: { schema: part.schema, ...(part.example ? { example: part.example } : {}) },
  });
  return {
    operationId,
    summary,
    ...(description ? { description } : {}),
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body ? { requestBody: { required: true, content: content(body) } } : {}),
    responses: {
      200: { description: 'Done', content: content(answer) },
      default: {
        description: 'Problem details',
        content: { [PROBLEM_TYPE]: { schema: schemaOf(problem, 'output') } },
      },
    },
  };
}

/** What a file is, is said beside: here it is text. */
const FILE = z.string();

function operationOf(operationId: string, endpoint: Endpoint): Operation {
  const { at, summary, params, query, body, takes, answer, gives } = endpoint;
  const taken = takes ? FILE : body;
  return {
    address: at,
    operationId,
    summary,
    parameters: [
      ...parametersOf(params, 'path'),
      ...parametersOf(query, 'query'),
      ...('touches' in endpoint ? CHANGE_PARAMETERS : []),
    ],
    ...(taken ? { body: { type: takes ?? JSON_TYPE, schema: schemaOf(taken, 'input') } } : {}),
    answer: { type: gives ?? JSON_TYPE, schema: schemaOf(answer, 'output') },
  };
}

/** The whole API as an OpenAPI 3.1 document. */
export function describeApi(version: string) {
  const operations = [
    ...Object.entries(ENDPOINTS).map(([name, endpoint]) => operationOf(name, endpoint)),
    ...CALCULATIONS.map(
      (entry): Operation => ({
        address: `POST /api/calc/${entry.name}`,
        operationId: `calc-${entry.name}`,
        summary: entry.summary,
        description: `Formula: ${entry.source}`,
        parameters: [],
        body: { type: JSON_TYPE, schema: schemaOf(entry.input, 'input'), example: entry.example },
        answer: { type: JSON_TYPE, schema: schemaOf(entry.output, 'output') },
      }),
    ),
  ];
  const paths: Record<string, Record<string, unknown>> = {};
  for (const operation of operations) {
    const [method = '', path = ''] = operation.address.split(' ');
    const place = path.replace(/:(\w+)/g, '{$1}');
    paths[place] = { ...paths[place], [method.toLowerCase()]: describe(operation) };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Emvex', version, description: 'The bench book of people who measure shoes.' },
    paths,
  };
}
