import * as z from 'zod';
import { checkShape, failed, parsed, type Parsed, type Problem } from '../problems';
import { placeKinds, roadClasses, signKinds } from './road';
import { problem } from './problems';

export const NETWORK_FORMAT = 'jasperwren-network/1';
/** Points and pieces of road that one network may have. */
export const MOST_POINTS = 3_000_000;
export const MOST_EDGES = 600_000;
export const MOST_PLACES = 20_000;
/** So many units to a degree of latitude and longitude, as OpenStreetMap has it. */
export const PER_DEGREE = 1e7;

const whole = z.array(z.int());

const road = z.strictObject({
  name: z.string().max(80),
  ref: z.string().max(20),
  class: z.enum(roadClasses),
  link: z.boolean(),
  oneWay: z.boolean(),
  speed: z.number().positive().max(60),
  speedAssumed: z.boolean(),
  lanes: z.int().min(1).max(12),
  roundabout: z.boolean(),
  dual: z.boolean(),
  narrow: z.boolean(),
  parked: z.enum(['', 'left', 'right', 'both']),
  busLane: z.boolean(),
  school: z.boolean(),
  /** Older files have neither. */
  motorroad: z.boolean().default(false),
  when: z.string().max(120).default(''),
});

export const networkSchema = z.strictObject({
  format: z.literal(NETWORK_FORMAT),
  title: z.string().min(1).max(80),
  /** Whose data it is, to be shown beside the map. */
  source: z.string().max(300),
  drivingSide: z.enum(['left', 'right']),
  /** Ten-millionths of a degree, each as the difference from the one before. */
  lat: whole.max(MOST_POINTS),
  lon: whole.max(MOST_POINTS),
  /** Height in decimetres, each as the difference from the one before; null where it is not known. */
  ele: whole.max(MOST_POINTS).nullable(),
  roads: z.array(road).max(MOST_EDGES),
  /** For each piece: its road, how many points it has, and those, each as the difference from the one before. */
  edges: whole,
  /** In threes: a point, what stands there (place in `signKinds`), and the next point of the direction that it
   *  stands for, or -1 for both. */
  signs: whole,
  /** In fours: from a piece, over a point, into a piece; 0 that turn is banned, 1 all others are. */
  bans: whole,
  /** Towns and villages with their names, in ten-millionths of a degree; older files have none. */
  places: z
    .array(
      z.strictObject({
        name: z.string().min(1).max(80),
        kind: z.enum(placeKinds),
        lat: z
          .int()
          .min(-90 * PER_DEGREE)
          .max(90 * PER_DEGREE),
        lon: z
          .int()
          .min(-180 * PER_DEGREE)
          .max(180 * PER_DEGREE),
      }),
    )
    .max(MOST_PLACES)
    .default([]),
});

/** A road network as one JSON file, small enough to be sent whole. */
export type NetworkFile = z.output<typeof networkSchema>;
/** As it may have been stored: what came to the format later can be missing. */
export type StoredNetwork = z.input<typeof networkSchema>;

/** Reads a network file: its form, and that everything it names is there. */
export function parseNetwork(input: unknown): Parsed<NetworkFile> {
  const shape = checkShape(networkSchema, input);
  if (!shape.ok) return shape;
  const problems = referenceProblems(shape.value);
  return problems.length > 0 ? failed(problems) : parsed(shape.value);
}

function referenceProblems({ lat, lon, ele, roads, edges, signs, bans }: NetworkFile): readonly Problem[] {
  const problems: Problem[] = [];
  const points = lat.length;
  if (lon.length !== points) problems.push(problem('lon', 'other-length'));
  if (ele && ele.length !== points) problems.push(problem('ele', 'other-length'));
  if (outside(lat, 90)) problems.push(problem('lat', 'out-of-range', { most: 90 }));
  if (outside(lon, 180)) problems.push(problem('lon', 'out-of-range', { most: 180 }));
  let pieces = 0;
  for (let n = 0; n < edges.length; pieces += 1) {
    const [of = -1, count = 0] = [edges[n], edges[n + 1]];
    if (of < 0 || of >= roads.length || count < 2 || n + 2 + count > edges.length)
      return [...problems, problem(`edges[${n}]`, 'half-piece')];
    let point = 0;
    for (let k = n + 2; k < n + 2 + count; k += 1) {
      point += edges[k] ?? 0;
      if (point < 0 || point >= points) return [...problems, problem(`edges[${k}]`, 'no-point')];
    }
    n += 2 + count;
  }
  if (pieces > MOST_EDGES)
    problems.push(problem('edges', 'too-many-pieces', { found: pieces, most: MOST_EDGES }));
  if (pieces === 0) problems.push(problem('edges', 'no-piece'));
  for (let n = 0; n < signs.length; n += 3)
    if (
      !within(signs[n], points) ||
      !within(signs[n + 1], signKinds.length) ||
      (signs[n + 2] ?? points) >= points
    )
      return [...problems, problem(`signs[${n}]`, 'names-nothing')];
  for (let n = 0; n < bans.length; n += 4)
    if (!within(bans[n], pieces) || !within(bans[n + 1], points) || !within(bans[n + 2], pieces))
      return [...problems, problem(`bans[${n}]`, 'names-nothing')];
  return problems;
}

const within = (n: number | undefined, most: number): boolean => n !== undefined && n >= 0 && n < most;

function outside(differences: readonly number[], degrees: number): boolean {
  let sum = 0;
  return differences.some((difference) => Math.abs((sum += difference)) > degrees * PER_DEGREE);
}
