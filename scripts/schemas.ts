import { readFileSync, writeFileSync } from 'node:fs';
import * as z from 'zod';
import { eventSchema, headerSchema } from '../core/marking';
import { networkSchema } from '../core/network';
import { bankSchema } from '../core/questions';
import { routeSchema } from '../core/route';
import { standardSchema } from '../core/standard';

/** The published JSON Schemas, made from the schemas that the parsers use: one truth, two forms. */
export function publishedSchemas(): Readonly<Record<string, unknown>> {
  const published = (schema: z.ZodType, title: string) => ({
    title,
    ...z.toJSONSchema(schema, { io: 'input', target: 'draft-2020-12', unrepresentable: 'any' }),
  });
  return {
    'standard.schema.json': published(standardSchema, 'Jasperwren marking standard, jasperwren-standard/1'),
    'questions.schema.json': published(bankSchema, 'Jasperwren questions, jasperwren-questions/1'),
    'route.schema.json': published(routeSchema, 'Jasperwren route, jasperwren-route/1'),
    'network.schema.json': published(networkSchema, 'Jasperwren road network, jasperwren-network/1'),
    'log.schema.json': published(
      z.union([headerSchema, eventSchema]),
      'One line of a Jasperwren log, jasperwren-log/1',
    ),
  };
}

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
