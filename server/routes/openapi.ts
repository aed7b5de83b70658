import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import * as z from 'zod';
import { API, operations } from '../../contract';
import { networkSchema } from '../../core/network';
import { standardSchema } from '../../core/standard';

/** Bodies that are files of a published format, as their schemas are called here. */
const fileNames = { standard: 'StandardFile', network: 'NetworkFile' } as const;

const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});

/** RFC 9457. */
const problemSchema = {
  type: 'object',
  required: ['title', 'status', 'detail'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    errors: {
      type: 'array',
      items: {
        type: 'object',
        properties: { path: { type: 'string' }, message: { type: 'string' } },
      },
    },
  },
};

/** The API as an OpenAPI document, made from the contract's list of operations and its classes. */
export function openApi(version: string): object {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const { method, path, summary, body, file, query = [], open } of operations) {
    const names = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name);
    const entry = (paths[path.replace(/:(\w+)/g, '{$1}')] ??= {});
    entry[method] = {
      summary,
      // The cookie is the usual way in; what is open needs none.
      ...(open ? { security: [] } : {}),
      ...(names.length + query.length > 0
        ? {
            parameters: [
              ...names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
              ...query.map((name) => ({ name, in: 'query', required: false, schema: { type: 'string' } })),
            ],
          }
        : {}),
      ...(body || file
        ? {
            requestBody: {
              required: true,
              content: {
                'application/json': {
                  schema: { $ref: `#/components/schemas/${body?.name ?? fileNames[file ?? 'standard']}` },
                },
              },
            },
          }
        : {}),
      responses: {
        '2XX': { description: 'Done' },
        ...(open ? {} : { 401: problem('Nobody is signed in') }),
        ...(body || file || query.length > 0
          ? { 400: problem('The body is not as it must be; nothing was stored') }
          : {}),
        ...(names.length > 0 ? { 404: problem('There is no such thing') } : {}),
        default: problem('What went wrong, and what to do'),
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Jasperwren', version },
    servers: [{ url: API }],
    paths,
    security: [{ session: [] }],
    components: {
      securitySchemes: {
        session: {
          type: 'apiKey',
          in: 'cookie',
          name: 'jasperwren',
          description: 'Set by POST /session; over https its name is __Host-jasperwren',
        },
      },
      schemas: {
        Problem: problemSchema,
        [fileNames.standard]: z.toJSONSchema(standardSchema, { io: 'input', unrepresentable: 'any' }),
        [fileNames.network]: z.toJSONSchema(networkSchema, { io: 'input', unrepresentable: 'any' }),
        ...validationMetadatasToSchemas({ refPointerPrefix: '#/components/schemas/' }),
      },
    },
  };
}
