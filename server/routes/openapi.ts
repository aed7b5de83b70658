import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { API, operations } from '../../contract';

/** The API as an OpenAPI document, made from the contract's list of operations and its classes. */
export function openApi(version: string): unknown {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const { method, path, summary, body } of operations) {
    const names = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name);
    const entry = (paths[path.replace(/:(\w+)/g, '{$1}')] ??= {});
    entry[method] = {
      summary,
      ...(names.length > 0
        ? {
            parameters: names.map((name) => ({
              name,
              in: 'path',
              required: true,
              schema: { type: 'string' },
            })),
          }
        : {}),
      ...(body
        ? {
            requestBody: {
              required: true,
              content: { 'application/json': { schema: { $ref: `#/components/schemas/${body.name}` } } },
            },
          }
        : {}),
      responses: {
        default: { description: 'The answer, or problem details (application/problem+json)' },
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Jasperwren', version },
    servers: [{ url: API }],
    paths,
    components: { schemas: validationMetadatasToSchemas({ refPointerPrefix: '#/components/schemas/' }) },
  };
}
