import { type Endpoint, endpoints, Problem } from '@nachweis/contract';
import * as z from 'zod';

/** The OpenAPI 3.1 description of the server, made from the contract's schemas. */
export function openApi(): object {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, endpoint] of Object.entries(endpoints) as Array<[string, Endpoint]>) {
    const path = endpoint.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [endpoint.method]: operation(name, endpoint) };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Nachweis', version: '0.1.0', description: 'Errors are problem details of RFC 9457.' },
    paths,
    components: { schemas: { Problem: jsonSchema(Problem, 'output') } },
  };
}

function operation(name: string, endpoint: Endpoint): object {
  return {
    operationId: name,
    summary: endpoint.summary,
    'x-access': endpoint.access,
    parameters: [...parameters(endpoint.params, 'path'), ...parameters(endpoint.query, 'query')],
    ...(endpoint.body && {
      requestBody: {
        required: true,
        content:
          endpoint.body === 'bytes'
            ? { 'image/*': { schema: { type: 'string', format: 'binary' } } }
            : { 'application/json': { schema: jsonSchema(endpoint.body, 'input') } },
      },
    }),
    responses: {
      ...(endpoint.response
        ? {
            200: {
              description: 'Done.',
              content: { 'application/json': { schema: jsonSchema(endpoint.response, 'output') } },
            },
          }
        : { 204: { description: 'Done.' } }),
      default: {
        description: 'A problem.',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

function parameters(schema: z.ZodType | undefined, where: 'path' | 'query'): object[] {
  if (!schema) return [];
  const { properties = {}, required = [] } = jsonSchema(schema, 'input') as {
    properties?: Record<string, object>;
    required?: string[];
  };
  return Object.entries(properties).map(([name, property]) => ({
    name,
    in: where,
    required: where === 'path' || required.includes(name),
    schema: property,
  }));
}

function jsonSchema(schema: z.ZodType, io: 'input' | 'output'): Record<string, unknown> {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' }) as Record<
    string,
    unknown
  >;
  return rest;
}
