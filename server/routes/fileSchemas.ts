import * as z from 'zod';
import { adviceSchema } from '../../core/coaching';
import { eventSchema, headerSchema } from '../../core/marking';
import { networkSchema } from '../../core/network';
import { bankSchema, questionSchema } from '../../core/questions';
import { routeSchema } from '../../core/route';
import { standardSchema } from '../../core/standard';
import { courseSchema, yardVehicleSchema } from '../../core/yard';
import { cardSchema, checkupSchema, recordSchema } from '../../core/vehicle';

const schemas = {
  StandardFile: [standardSchema, 'Jasperwren marking standard, jasperwren-standard/1'],
  QuestionFile: [bankSchema, 'Jasperwren questions, jasperwren-questions/1'],
  RouteFile: [routeSchema, 'Jasperwren route, jasperwren-route/1'],
  NetworkFile: [networkSchema, 'Jasperwren road network, jasperwren-network/1'],
  YardVehicleFile: [yardVehicleSchema, 'Jasperwren vehicle as geometry, jasperwren-vehicle/1'],
  CourseFile: [courseSchema, 'Jasperwren course, jasperwren-course/1'],
  LogLine: [z.union([headerSchema, eventSchema]), 'One line of a Jasperwren log, jasperwren-log/1'],
  LogEvent: [eventSchema, 'One event of a Jasperwren log'],
  Question: [questionSchema, 'One question of a file of questions'],
  VehicleCheck: [checkupSchema, 'A vehicle check'],
  VehicleCard: [cardSchema, 'Where the controls of a vehicle are'],
  VehicleRecord: [recordSchema, 'Tyre pressures and documents of a vehicle'],
  Advice: [adviceSchema, 'What a school says of marks of one kind'],
} as const satisfies Readonly<Record<string, readonly [z.ZodType, string]>>;

/** A published file format, or a part of one or of a body, that core reads with a schema of its own. */
export type FileSchema = keyof typeof schemas;

export const fileSchemaNames = Object.keys(schemas) as FileSchema[];

/** Its JSON Schema (2020-12), made from what core reads it with. */
export function jsonSchemaOf(name: FileSchema): Record<string, unknown> {
  const [schema, title] = schemas[name];
  return {
    title,
    ...z.toJSONSchema(schema, { io: 'input', target: 'draft-2020-12', unrepresentable: 'any' }),
  };
}
