import * as z from 'zod';
import { metresAlong } from '../geo';
import { checkShape, failed, parsed, readJson, type Parsed, type Problem } from '../problems';
import { usualDelays, roadClasses, type Delays } from '../network';
import { featureKindIds } from './features';
import { problem } from './problems';

export const ROUTE_FORMAT = 'jasperwren-route/1';
/** Points that a route's line may have, and things along it. */
export const MOST_LINE = 100_000;
export const MOST_FEATURES = 2_000;

const degrees = (most: number) => z.number().min(-most).max(most);
/** A position as files of ours hold it. */
export const placeSchema = z.strictObject({ lat: degrees(90), lon: degrees(180) }).readonly();
const metres = z.number().min(0).max(2_000_000);
const words = z.string().max(300);

/** What a guidance device gets wrong here, for the instructor's eyes only (common practice). */
export const trapKinds = ['wrong-exit', 'closed-road', 'wrong-speed'] as const;
export type TrapKind = (typeof trapKinds)[number];

const featureSchema = z
  .strictObject({
    /** Tells nothing but which it is. */
    id: z.string().min(1).max(80),
    kind: z.enum(featureKindIds),
    /** Metres from the start of the route. */
    along: metres,
    /** Metres over which it goes on, of a roundabout to its exit; nought for a place. */
    length: metres.default(0),
    lat: degrees(90),
    lon: degrees(180),
    side: z.enum(['left', 'right']).nullable().default(null),
    /** The limit from here, metres a second. */
    speed: z.number().positive().max(60).nullable().default(null),
    note: words.default(''),
    /** Street that is entered. */
    toward: z.string().max(80).default(''),
    /** Of a roundabout: the exit that is taken, and how many there are; counted from the first that one passes. */
    exit: z.int().min(1).max(20).nullable().default(null),
    exits: z.int().min(1).max(20).nullable().default(null),
    /** Whose word it is: as the network proposes it, or as somebody put or changed it. */
    source: z.enum(['network', 'hand']).default('hand'),
    /** Whether the network proposed it, also when it was changed since. */
    proposed: z.boolean().default(true),
    /** The network does not say it; it was worked out from the classes of the roads. */
    assumed: z.boolean().default(false),
    trap: z.enum(trapKinds).nullable().default(null),
    /** Whether there is a picture of it. */
    photo: z.boolean().default(false),
  })
  .readonly();

/** Something that lies along a route. */
export type Feature = z.output<typeof featureSchema>;

const stretchSchema = z
  .strictObject({
    /** Metres from the start of the route to where it ends. */
    until: metres,
    name: z.string().max(80),
    ref: z.string().max(20),
    class: z.enum(roadClasses),
    speed: z.number().positive().max(60),
    assumed: z.boolean(),
    /** Seconds that it takes at the limit, longer where it is narrow. */
    free: z.number().min(0).max(1_000_000),
    /** Hours or other conditions of access, as the road network has them; it is assumed to be open. */
    when: z.string().max(120).default(''),
  })
  .readonly();

/** A piece of one road, driven on a route. */
export type Stretch = z.output<typeof stretchSchema>;

const delay = z.number().min(0).max(600);
const delaysSchema = z
  .strictObject(
    Object.fromEntries(
      Object.keys(usualDelays).map((key) => [key, key === 'pace' ? z.number().min(0.3).max(1.2) : delay]),
    ) as { [K in keyof Delays]: z.ZodNumber },
  )
  .readonly();

const routeSchema = z.strictObject({
  format: z.literal(ROUTE_FORMAT),
  id: z.string().min(1).max(80),
  title: z.string().min(1).max(80),
  note: z.string().max(1_000).default(''),
  drivingSide: z.enum(['left', 'right']),
  units: z.enum(['imperial', 'metric']),
  /** The network that it was drawn on, with its version; null for one that came as a bare line. */
  network: z
    .strictObject({ id: z.string().max(80), version: z.int().min(1) })
    .readonly()
    .nullable(),
  /** Places that it was made to pass, the start and the end among them. */
  via: z.array(placeSchema).min(2).max(500).readonly(),
  line: z.array(placeSchema).min(2).max(MOST_LINE).readonly(),
  stretches: z.array(stretchSchema).max(MOST_LINE).readonly(),
  features: z.array(featureSchema).max(MOST_FEATURES).readonly(),
  /** Proposed features that the instructor does not want, by their ids. */
  muted: z.array(z.string().max(120)).max(MOST_FEATURES).readonly().default([]),
  /** Where the independent drive begins and ends, in metres; null when it is not laid down. */
  independent: z.strictObject({ from: metres, to: metres }).readonly().nullable().default(null),
  delays: delaysSchema.default(usualDelays),
  /** The route that this is another form of. */
  variantOf: z.string().max(80).nullable().default(null),
  /** Licence class of the learners whom it was drawn for; empty where nobody said. */
  learners: z.string().max(80).default(''),
  /** A quicker way that was left out because learners may not drive on roads of it; how many seconds it saves. */
  leftOut: z
    .strictObject({
      roads: z
        .array(z.strictObject({ road: z.string().max(80), why: z.enum(['motorway', 'named']) }).readonly())
        .max(40)
        .readonly(),
      seconds: z.number().min(0).max(100_000),
    })
    .readonly()
    .nullable()
    .default(null),
});

/** A test route: a line from start to end, what lies along it, and the roads that it takes. */
export type Route = z.output<typeof routeSchema>;

/** Reads a route: its form, and that its parts fit together. */
export function parseRoute(input: unknown): Parsed<Route> {
  const shape = checkShape(routeSchema, input);
  if (!shape.ok) return shape;
  const problems = fittingProblems(shape.value);
  if (problems.length > 0) return failed(problems);
  return parsed(shape.value);
}

function fittingProblems({ line, stretches, features, independent }: Route): readonly Problem[] {
  const length = metresAlong(line).at(-1) ?? 0;
  // The line's length is summed anew here: a metre in ten thousand may be lost in writing.
  const slack = 2 + length * 1e-4;
  const beyond = (along: number) => along > length + slack;
  const ids = new Set<string>();
  const problems = features.flatMap(({ id, along, exit, exits }, n): Problem[] => {
    const twice = ids.has(id);
    ids.add(id);
    return [
      ...(twice ? [problem(`features[${n}].id`, 'used-twice', { id })] : []),
      ...(beyond(along)
        ? [problem(`features[${n}].along`, 'beyond-end', { metres: Math.round(length) })]
        : []),
      ...(exit !== null && exits !== null && exit > exits
        ? [problem(`features[${n}].exit`, 'too-few-exits', { exit, exits })]
        : []),
    ];
  });
  const order = stretches.findIndex(
    ({ until }, n) => until < (stretches[n - 1]?.until ?? 0) || beyond(until),
  );
  if (order >= 0) problems.push(problem(`stretches[${order}].until`, 'out-of-order'));
  if (independent && (independent.to < independent.from || beyond(independent.to)))
    problems.push(problem('independent', 'ends-first'));
  return problems;
}

export const writeRoute = (route: Route): string => `${JSON.stringify(route, null, 1)}\n`;

/** Largest text of a route that is read, in characters. */
export const MAX_ROUTE_LENGTH = 20_000_000;

export function readRoute(text: string): Parsed<Route> {
  const json = readJson(text, MAX_ROUTE_LENGTH);
  return json.ok ? parseRoute(json.value) : json;
}

export { routeSchema };
