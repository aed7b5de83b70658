import * as z from 'zod';
import { checkShape, failed, parsed, readJson, type Parsed, type Problem } from '../problems';
import { manoeuvreKinds } from '../standard';
import { lengthSchema, parametersOf, type Length } from './length';
import { namedTwice, problem } from './problems';

export const COURSE_FORMAT = 'jasperwren-course/1';
/** Characters that a course file may have. */
export const MAX_COURSE_LENGTH = 200_000;

const id = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,59}$/, { error: 'must be letters a to z, digits and dashes' });
const parameterId = z.string().regex(/^[a-z][A-Za-z0-9-]{0,39}$/, { error: 'must be letters and digits' });
const title = z.string().min(1).max(80);
const say = z.string().min(1).max(200);
const pair = z.tuple([lengthSchema, lengthSchema]).readonly();
const few = <S extends z.ZodType>(schema: S, most: number) => z.array(schema).max(most).readonly();

const segmentSchema = z.strictObject({ id, from: pair, to: pair, frame: id.optional() }).readonly();

/** Where the front or the rear of the combination may stand, and how it may point. */
const regionSchema = z
  .strictObject({
    of: z.enum(['front', 'rear']),
    frame: id.optional(),
    /** From, to. */
    x: pair,
    y: pair,
    /** Degrees from x, to the left, of whichever body has that end. */
    heading: lengthSchema,
    /** How many degrees it may be off. */
    within: z.number().min(0).max(180),
    /** How many degrees a trailer may be off the line of its vehicle; not asked for where it isn't said. */
    straight: z.number().min(0).max(90).optional(),
  })
  .readonly();

export const courseSchema = z.strictObject({
  format: z.literal(COURSE_FORMAT),
  id,
  version: z.string().regex(/^\d+\.\d+\.\d+$/, { error: 'must be three numbers, such as 1.0.0' }),
  title,
  /** Where each figure comes from. */
  basis: few(
    z
      .strictObject({
        of: z.string().min(1).max(120),
        kind: z.enum(['published', 'practice', 'memory', 'ours']),
        note: z.string().min(1).max(400),
      })
      .readonly(),
    40,
  ),
  /** Kinds of manoeuvre that it practises, as standards name them. */
  manoeuvres: few(z.enum(manoeuvreKinds as [string, ...string[]]), 5),
  /** The side of the vehicle on which it is done, where a standard tells sides apart. */
  side: z.enum(['left', 'right']).optional(),
  parameters: few(
    z
      .strictObject({
        id: parameterId,
        title,
        unit: z.enum(['m', '°', '%']).default('m'),
        default: lengthSchema,
        least: lengthSchema,
        most: lengthSchema,
      })
      .readonly(),
    20,
  ),
  /** Places to measure from, turned by degrees to the left: for bays at an angle. */
  frames: few(z.strictObject({ id, at: pair, turn: lengthSchema }).readonly(), 10).default([]),
  /** Painted: tyres may not cross. */
  lines: few(segmentSchema, 100),
  /** Tyres may not touch; bodywork may hang over. */
  kerbs: few(segmentSchema, 100),
  /** Nothing may touch. */
  walls: few(segmentSchema, 100),
  /** Painted lines that tyres may cross: they are measured and drawn. */
  guides: few(segmentSchema, 100).default([]),
  cones: few(z.strictObject({ id, at: pair, pole: z.boolean(), frame: id.optional() }).readonly(), 100),
  start: regionSchema,
  stages: z
    .array(
      z
        .strictObject({
          id,
          say,
          gear: z.enum(['forward', 'reverse']),
          goal: regionSchema,
          /** Metres a second; walking pace where it isn't said. */
          pace: z.number().min(0.2).max(10).optional(),
        })
        .readonly(),
    )
    .min(1)
    .max(12)
    .readonly(),
  /** How many movements, and how many of them against the gear of their stage, are allowed. */
  movements: z.int().min(1).max(15),
  shunts: z.int().min(0).max(10),
});

/** A course as data: its lengths may depend on the vehicle. */
export type Course = z.output<typeof courseSchema>;

export type CourseRegion = z.output<typeof regionSchema>;

/** Reads a course; every problem is listed. */
export function readCourse(text: string): Parsed<Course> {
  const json = readJson(text, MAX_COURSE_LENGTH);
  return json.ok ? parseCourse(json.value) : json;
}

export function parseCourse(input: unknown): Parsed<Course> {
  const shape = checkShape(courseSchema, input);
  if (!shape.ok) return shape;
  const problems = [...twice(shape.value), ...references(shape.value)];
  return problems.length > 0 ? failed(problems) : parsed(shape.value);
}

const drawn = ['lines', 'kerbs', 'walls', 'guides', 'cones'] as const;

/** Points of a course are one list on the setting-out sheet, so their ids are. */
function twice(course: Course): readonly Problem[] {
  const lists = [
    drawn.flatMap((list) => course[list].map((one, n) => ({ id: one.id, path: `${list}[${n}].id` }))),
    ...(['parameters', 'frames', 'stages'] as const).map((list) =>
      course[list].map((one, n) => ({ id: one.id, path: `${list}[${n}].id` })),
    ),
  ];
  return lists.flatMap(namedTwice);
}

/** Every parameter and frame that something asks for has to be there; a default can't ask for a parameter. */
function references(course: Course): readonly Problem[] {
  const known = new Set(course.parameters.map((one) => one.id));
  const frames = new Set(course.frames.map((one) => one.id));
  const length = (path: string, given: Length): readonly Problem[] =>
    parametersOf(given).flatMap((one) =>
      known.has(one) ? [] : [problem(path, 'no-parameter', { id: one, known: [...known] })],
    );
  const both = (path: string, [x, y]: readonly [Length, Length]) => [
    ...length(`${path}[0]`, x),
    ...length(`${path}[1]`, y),
  ];
  const frame = (path: string, given: string | undefined): readonly Problem[] =>
    given === undefined || frames.has(given)
      ? []
      : [problem(`${path}.frame`, 'no-frame', { id: given, known: [...frames] })];
  const region = (path: string, one: CourseRegion) => [
    ...frame(path, one.frame),
    ...both(`${path}.x`, one.x),
    ...both(`${path}.y`, one.y),
    ...length(`${path}.heading`, one.heading),
  ];
  return [
    ...course.parameters.flatMap((one, n) =>
      (['default', 'least', 'most'] as const).flatMap((key) =>
        parametersOf(one[key]).map(() => problem(`parameters[${n}].${key}`, 'parameter-of-parameter')),
      ),
    ),
    ...course.frames.flatMap((one, n) => [
      ...both(`frames[${n}].at`, one.at),
      ...length(`frames[${n}].turn`, one.turn),
    ]),
    ...(['lines', 'kerbs', 'walls', 'guides'] as const).flatMap((list) =>
      course[list].flatMap((one, n) => [
        ...frame(`${list}[${n}]`, one.frame),
        ...both(`${list}[${n}].from`, one.from),
        ...both(`${list}[${n}].to`, one.to),
      ]),
    ),
    ...course.cones.flatMap((one, n) => [
      ...frame(`cones[${n}]`, one.frame),
      ...both(`cones[${n}].at`, one.at),
    ]),
    ...region('start', course.start),
    ...course.stages.flatMap((one, n) => region(`stages[${n}].goal`, one.goal)),
  ];
}
