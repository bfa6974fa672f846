/** The OpenAPI page, written from the contract by Zod's own JSON Schema. */
import { z } from 'zod';
import { ENDPOINTS, type Endpoint } from '#contract/api.ts';
import { CALCULATIONS } from '#contract/calculations.ts';
import { id } from '#contract/fields.ts';
import { FILE_ENDPOINTS, type FileEndpoint } from '#contract/file-endpoints.ts';
import {
  CHANGE_HEADER,
  FILE_PATHS,
  JSON_TYPE,
  PATHS,
  type PathName,
  PERSON_HEADER,
  PROBLEM_TYPE,
} from '#contract/paths.ts';
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

const takesChange = (address: string) =>
  !address.startsWith('GET ') && !/\/api\/(?:gauges|jobs)\//.test(address);

/** A part of a request or an answer: its media type and what it holds. */
interface Part {
  type: string;
  schema: z.ZodType;
}

function operationOf(
  operationId: string,
  address: string,
  { summary, params, query }: Pick<Endpoint, 'summary' | 'params' | 'query'>,
  body: Part | undefined,
  answer: Part,
): Operation {
  return {
    address,
    operationId,
    summary,
    parameters: [
      ...parametersOf(params, 'path'),
      ...parametersOf(query, 'query'),
      ...(takesChange(address) ? CHANGE_PARAMETERS : []),
    ],
    ...(body ? { body: { type: body.type, schema: schemaOf(body.schema, 'input') } } : {}),
    answer: { type: answer.type, schema: schemaOf(answer.schema, 'output') },
  };
}

function endpointOperation(name: PathName): Operation {
  const endpoint: Endpoint = ENDPOINTS[name];
  const { body, answer } = endpoint;
  const json = (schema: z.ZodType): Part => ({ type: JSON_TYPE, schema });
  return operationOf(name, PATHS[name], endpoint, body && json(body), json(answer));
}

function fileOperation(name: keyof typeof FILE_PATHS): Operation {
  const endpoint: FileEndpoint = FILE_ENDPOINTS[name];
  return operationOf(name, FILE_PATHS[name], endpoint, endpoint.body, endpoint.answer);
}

/** The whole API as an OpenAPI 3.1 document. */
export function describeApi(version: string) {
  const operations = [
    ...(Object.keys(PATHS) as PathName[]).map(endpointOperation),
    ...(Object.keys(FILE_PATHS) as (keyof typeof FILE_PATHS)[]).map(fileOperation),
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
