import * as z from 'zod';
import { checkShape, failed, parsed, readJson, type Parsed, type Problem } from '../problems';
import { namedTwice, problem } from './problems';
import { outlineProblem } from './sight/outline';

export const VEHICLE_FORMAT = 'jasperwren-vehicle/1';
/** Characters that a vehicle file may have. */
export const MAX_VEHICLE_LENGTH = 200_000;

const length = (most: number) => z.number().positive().max(most);
const id = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,59}$/, { error: 'must be letters a to z, digits and dashes' });
const title = z.string().min(1).max(80);
/** Forward, left, up, in metres from the ground below the middle of the rear axle. */
const spot = z.tuple([z.number(), z.number(), z.number()]).readonly();

const trailerSchema = z
  .strictObject({
    /** Behind the rear axle, 0 or more. */
    hitchBehindAxle: z.number().max(5),
    hitchToAxle: length(15),
    axleToRear: z.number().min(0).max(10),
    hitchToBox: z.number().min(0).max(5),
    width: length(3),
    track: length(3),
    height: length(5),
  })
  .readonly();

export const yardVehicleSchema = z.strictObject({
  format: z.literal(VEHICLE_FORMAT),
  id,
  title,
  /** Metres throughout. */
  wheelbase: length(12),
  frontOverhang: z.number().min(0).max(5),
  rearOverhang: z.number().min(0).max(5),
  width: length(3),
  widthOverMirrors: length(4),
  track: length(3),
  /** Kerb to kerb: twice the radius on which the outer front wheel runs at full lock. */
  turningCircle: length(40),
  lockToLockTurns: z.number().positive().max(8),
  steeringWheelSide: z.enum(['left', 'right']),
  eye: spot,
  parts: z
    .array(z.strictObject({ id, title, at: spot }).readonly())
    .max(100)
    .readonly(),
  mirrors: z
    .array(
      z
        .strictObject({
          id,
          title,
          centre: spot,
          normal: spot,
          width: length(1),
          height: length(1),
          /** Of a convex one; null: flat. */
          radius: length(20).nullable(),
        })
        .readonly(),
    )
    .max(10)
    .readonly(),
  trailer: trailerSchema.nullable(),
  /** What of its body one can't see through, as flat pieces; usual proportions where it isn't said. */
  body: z
    .array(z.strictObject({ id, title, outline: z.array(spot).min(3).max(12).readonly() }).readonly())
    .max(60)
    .readonly()
    .optional(),
});

/** A vehicle as geometry: what of it turns, touches and sees. */
export type YardVehicle = z.output<typeof yardVehicleSchema>;

/** Reads a vehicle's geometry; every problem is listed. */
export function readYardVehicle(text: string): Parsed<YardVehicle> {
  const json = readJson(text, MAX_VEHICLE_LENGTH);
  return json.ok ? parseYardVehicle(json.value) : json;
}

export function parseYardVehicle(input: unknown): Parsed<YardVehicle> {
  const shape = checkShape(yardVehicleSchema, input);
  if (!shape.ok) return shape;
  const problems = fittingProblems(shape.value);
  return problems.length > 0 ? failed(problems) : parsed(shape.value);
}

function fittingProblems(vehicle: YardVehicle): readonly Problem[] {
  const { wheelbase, track, turningCircle, width, widthOverMirrors, trailer, parts, mirrors, body } = vehicle;
  const twice = (list: string, all: readonly { readonly id: string }[]): readonly Problem[] =>
    namedTwice(all.map(({ id: own }, n) => ({ id: own, path: `${list}[${n}].id` })));
  // The rear axle's middle has to turn outside of the inner rear wheel.
  const least = 2 * Math.hypot(wheelbase, track);
  return [
    ...(turningCircle <= least
      ? [problem('turningCircle', 'circle-too-small', { least: least.toFixed(2) })]
      : []),
    ...(track > width ? [problem('track', 'wider-than-body', { width })] : []),
    ...(widthOverMirrors < width ? [problem('widthOverMirrors', 'narrower-than-body', { width })] : []),
    ...(trailer && trailer.hitchBehindAxle < 0 ? [problem('trailer.hitchBehindAxle', 'hitch-in-front')] : []),
    ...(trailer && trailer.track > trailer.width
      ? [problem('trailer.track', 'wider-than-body', { width: trailer.width })]
      : []),
    ...twice('parts', parts),
    ...twice('mirrors', mirrors),
    ...twice('body', body ?? []),
    ...(body ?? []).flatMap(({ outline }, n) => {
      const wrong = outlineProblem(outline);
      return wrong ? [problem(`body[${n}].outline`, wrong)] : [];
    }),
  ];
}

/** Radius of the middle of the rear axle at full lock, in metres (geometry: the outer front wheel runs on the circle). */
export const leastRadius = ({ wheelbase, track, turningCircle }: YardVehicle): number =>
  Math.sqrt((turningCircle / 2) ** 2 - wheelbase ** 2) - track / 2;

/** Road-wheel angle at full lock, in radians, of the one wheel that stands for both front wheels. */
export const fullLock = (vehicle: YardVehicle): number => Math.atan(vehicle.wheelbase / leastRadius(vehicle));

/** Width and length of the whole combination in a line, in metres. */
export function combination(vehicle: YardVehicle): { readonly width: number; readonly length: number } {
  const { wheelbase, frontOverhang, rearOverhang, width, trailer } = vehicle;
  const ahead = wheelbase + frontOverhang;
  if (!trailer) return { width, length: ahead + rearOverhang };
  return {
    width: Math.max(width, trailer.width),
    length: ahead + trailer.hitchBehindAxle + trailer.hitchToAxle + trailer.axleToRear,
  };
}
