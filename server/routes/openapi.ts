import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { API, operations, type Operation } from '../../contract';
import { fileSchemaNames, jsonSchemaOf, type FileSchema } from './fileSchemas';

/** Bodies that core reads with a schema of its own. */
const fileNames = {
  standard: 'StandardFile',
  network: 'NetworkFile',
  'vehicle check': 'VehicleCheck',
} as const satisfies Readonly<Record<Exclude<NonNullable<Operation['file']>, 'backup'>, FileSchema>>;

const of = (name: FileSchema) => ({ $ref: `#/components/schemas/${name}` });
const listOf = (name: FileSchema) => ({ type: 'array', items: of(name) });

/** Parts of bodies that core reads, of which the classes say no more than that they are there. */
const parts: Readonly<Record<string, Readonly<Record<string, object>>>> = {
  EventBatch: { events: listOf('LogEvent') },
  RouteToKeep: { route: of('RouteFile') },
  QuestionToKeep: { question: of('Question') },
  QuestionsToKeep: { questions: listOf('Question') },
  VehicleChange: { card: of('VehicleCard'), record: of('VehicleRecord') },
  AdviceToKeep: { advice: listOf('Advice') },
};

/** The classes of bodies, with their parts. */
function bodySchemas(): Record<string, object> {
  const schemas: Record<string, { properties?: object }> = validationMetadatasToSchemas({
    refPointerPrefix: '#/components/schemas/',
  });
  for (const [body, properties] of Object.entries(parts)) {
    const schema = schemas[body];
    if (!schema) throw new Error(`there is no body ${body}`);
    schema.properties = { ...schema.properties, ...properties };
  }
  return schemas;
}

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
              content:
                file === 'backup'
                  ? { 'application/vnd.sqlite3': { schema: { type: 'string', format: 'binary' } } }
                  : {
                      'application/json': {
                        schema: {
                          $ref: `#/components/schemas/${body?.name ?? fileNames[file ?? 'standard']}`,
                        },
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
        ...Object.fromEntries(fileSchemaNames.map((name) => [name, jsonSchemaOf(name)])),
        ...bodySchemas(),
      },
    },
  };
}
