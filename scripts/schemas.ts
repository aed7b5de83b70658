import { readFileSync, writeFileSync } from 'node:fs';
import { jsonSchemaOf, type FileSchema } from '../server/routes/fileSchemas';

const files = {
  'standard.schema.json': 'StandardFile',
  'questions.schema.json': 'QuestionFile',
  'route.schema.json': 'RouteFile',
  'network.schema.json': 'NetworkFile',
  'vehicle.schema.json': 'YardVehicleFile',
  'course.schema.json': 'CourseFile',
  'log.schema.json': 'LogLine',
} as const satisfies Readonly<Record<string, FileSchema>>;

/** The published JSON Schemas, made from the schemas that the parsers use: one truth, two forms. */
export const publishedSchemas = (): Readonly<Record<string, unknown>> =>
  Object.fromEntries(Object.entries(files).map(([file, name]) => [file, jsonSchemaOf(name)]));

export const schemaFile = (name: string): URL => new URL(`../data/schema/${name}`, import.meta.url);

export const schemaText = (schema: unknown): string => `${JSON.stringify(schema, null, 2)}\n`;

if (process.argv[1]?.endsWith('schemas.ts')) {
  for (const [name, schema] of Object.entries(publishedSchemas())) {
    const text = schemaText(schema);
    if (process.argv.includes('--check') && readFileSync(schemaFile(name), 'utf8') !== text) {
      console.error(`data/schema/${name} is not what core/ reads; run npm run schemas`);
      process.exitCode = 1;
    } else if (!process.argv.includes('--check')) writeFileSync(schemaFile(name), text);
  }
}
