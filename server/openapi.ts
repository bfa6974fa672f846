/** The OpenAPI page, generated from the contract. */
import {
  OpenAPIRegistry,
  OpenApiGeneratorV31,
  type RouteConfig,
} from '@asteasolutions/zod-to-openapi';
import { z } from 'zod';
import { ENDPOINTS, type Endpoint } from '#contract/api.ts';
import { CALCULATIONS } from '#contract/calculations.ts';
import { CHANGE_HEADER, JSON_TYPE, PATHS, type PathName, PROBLEM_TYPE } from '#contract/paths.ts';
import { id, problem } from '#contract/records.ts';

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

/** The whole API as an OpenAPI 3.1 document. */
export function describeApi(version: string) {
  const registry = new OpenAPIRegistry();
  for (const name of Object.keys(PATHS) as PathName[]) registry.registerPath(route(name));
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
