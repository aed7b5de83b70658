import type { YardVehicle } from '../vehicle';
import { along, cross, dot, minus, unit, type Point } from './space';

export type Mirror = YardVehicle['mirrors'][number];

/** A mirror with its own axes: out of the glass, along its width, along its height. */
interface Glass {
  readonly centre: Point;
  readonly normal: Point;
  readonly across: Point;
  readonly up: Point;
  readonly halfWidth: number;
  readonly halfHeight: number;
  /** Metres; null: flat. */
  readonly radius: number | null;
}

const UP: Point = [0, 0, 1];

function glassOf({ centre, normal, width, height, radius }: Mirror): Glass {
  const out = unit(normal);
  const across = unit(cross(UP, out));
  return {
    centre,
    normal: out,
    across,
    up: cross(out, across),
    halfWidth: width / 2,
    halfHeight: height / 2,
    radius,
  };
}

/** A place on the glass, so far across and up from its middle: on the sphere where it is convex. */
function placeOn({ centre, normal, across, up, radius }: Glass, u: number, v: number): Point {
  // A convex mirror falls away from the plane through its middle.
  const sag = radius === null ? 0 : radius - Math.sqrt(Math.max(0, radius * radius - u * u - v * v));
  return along(along(along(centre, across, u), up, v), normal, -sag);
}

/** Out of the glass at a place on it. */
function normalAt({ centre, normal, radius }: Glass, place: Point): Point {
  return radius === null ? normal : unit(minus(place, along(centre, normal, -radius)));
}

/** Steps of Newton, and how exactly the angles have to be equal. */
const STEPS = 12;
const EXACT = 1e-10;
const NUDGE = 1e-6;

/**
 * Where on a mirror an eye sees a point: there the ray from the eye is reflected to the point (law of reflection: the
 * angles to the normal are equal, in one plane). Found by Newton on the glass, exact for flat and convex ones.
 *
 * @returns null where that is beyond the edge of the glass, or either is behind it
 */
export function reflectionOf(mirror: Mirror, eye: Point, point: Point): Point | null {
  const glass = glassOf(mirror);
  const inFront = (at: Point): boolean => dot(minus(at, glass.centre), glass.normal) > 0;
  if (!inFront(eye) || !inFront(point)) return null;
  const start = flatPlace(glass, eye, point);
  let [u, v] = start;
  if (glass.radius !== null) {
    // A convex mirror shows less enlarged: the place lies nearer to the middle.
    [u, v] = [u / 2, v / 2];
    for (let n = 0; n < STEPS; n += 1) {
      const [a, b] = unequal(glass, eye, point, u, v);
      if (Math.abs(a) + Math.abs(b) < EXACT) break;
      const [au, bu] = unequal(glass, eye, point, u + NUDGE, v);
      const [av, bv] = unequal(glass, eye, point, u, v + NUDGE);
      const [m11, m21, m12, m22] = [(au - a) / NUDGE, (bu - b) / NUDGE, (av - a) / NUDGE, (bv - b) / NUDGE];
      const whole = m11 * m22 - m12 * m21;
      u -= (a * m22 - b * m12) / whole;
      v -= (b * m11 - a * m21) / whole;
      if (!Number.isFinite(u) || !Number.isFinite(v)) return null;
    }
  }
  if (Math.abs(u) > glass.halfWidth || Math.abs(v) > glass.halfHeight) return null;
  return placeOn(glass, u, v);
}

/** Where the line from the mirrored eye to the point goes through the plane of the glass. */
function flatPlace(
  { centre, normal, across, up }: Glass,
  eye: Point,
  point: Point,
): readonly [number, number] {
  const behind = along(eye, normal, -2 * dot(minus(eye, centre), normal));
  const way = minus(point, behind);
  const share = dot(minus(centre, behind), normal) / dot(way, normal);
  const place = minus(along(behind, way, share), centre);
  return [dot(place, across), dot(place, up)];
}

/** By how much the two angles differ along and across, in the plane that touches the glass there; 0, 0: a reflection. */
function unequal(glass: Glass, eye: Point, point: Point, u: number, v: number): readonly [number, number] {
  const place = placeOn(glass, u, v);
  const normal = normalAt(glass, place);
  const both = along(unit(minus(eye, place)), unit(minus(point, place)), 1);
  const side = unit(cross(UP, normal));
  return [dot(both, side), dot(both, cross(normal, side))];
}

/** Degrees from straight back to which the middle of a door mirror is turned for manoeuvring: outwards, and down (memory). */
const OUTWARDS = 7;
const DOWN = 7;

/** A vehicle with its driver's eye elsewhere, and the mirrors turned for it. */
export const seated = (vehicle: YardVehicle, eye: Point): YardVehicle => ({
  ...vehicle,
  eye,
  mirrors: vehicle.mirrors.map((mirror) => turnedFor(mirror, eye)),
});

/** A mirror turned for an eye: the middle of a door mirror shows what is a little outwards and down, an inside one straight back. */
export function turnedFor(mirror: Mirror, eye: Point): Mirror {
  const side = Math.abs(mirror.centre[1]) < 0.3 ? 0 : Math.sign(mirror.centre[1]);
  const [out, down] = [(side * OUTWARDS * Math.PI) / 180, ((side === 0 ? 1 : DOWN) * Math.PI) / 180];
  const shown: Point = [-Math.cos(out) * Math.cos(down), Math.sin(out) * Math.cos(down), -Math.sin(down)];
  return { ...mirror, normal: unit(along(unit(minus(eye, mirror.centre)), shown, 1)) };
}
