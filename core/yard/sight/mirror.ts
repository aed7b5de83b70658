import type { YardVehicle } from '../vehicle';
import { isInside, usualBody } from './hidden';
import { USUAL_TURN, type Seat, type Turn } from './seat';
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

/** Glasses of mirrors that were asked for: thousands of points are looked for in each. */
const glasses = new WeakMap<Mirror, Glass>();

function glassOf(mirror: Mirror): Glass {
  const known = glasses.get(mirror);
  if (known) return known;
  const { centre, normal, width, height, radius } = mirror;
  const out = unit(normal);
  const across = unit(cross(UP, out));
  const glass: Glass = {
    centre,
    normal: out,
    across,
    up: cross(out, across),
    halfWidth: width / 2,
    halfHeight: height / 2,
    radius,
  };
  glasses.set(mirror, glass);
  return glass;
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
const FOUND = 1e-6;
const NUDGE = 1e-6;

/** A place on a mirror's glass: metres from its middle along its width and its height. */
export interface Place {
  readonly u: number;
  readonly v: number;
  /** Whether it lies on the glass, not beyond its edge. */
  readonly within: boolean;
  readonly at: Point;
}

/**
 * Where on a mirror, or beyond its edge as if it went on, an eye sees a point: there the ray from the eye is reflected
 * to the point (law of reflection: the angles to the normal are equal, in one plane). Found by Newton on the glass,
 * exact for flat and convex ones.
 *
 * @returns null where either is behind the glass, or a convex glass would have to go on too far
 */
export function placeIn(mirror: Mirror, eye: Point, point: Point): Place | null {
  const glass = glassOf(mirror);
  const inFront = (at: Point): boolean => dot(minus(at, glass.centre), glass.normal) > 0;
  if (!inFront(eye) || !inFront(point)) return null;
  let [u, v] = flatPlace(glass, eye, point);
  if (glass.radius !== null) {
    // A convex mirror shows less enlarged: the place lies nearer to the middle.
    const most = 0.5 * glass.radius;
    const less = Math.min(0.5, most / Math.max(Math.hypot(u, v), 1e-9));
    [u, v] = [u * less, v * less];
    let off = Infinity;
    for (let n = 0; n < STEPS; n += 1) {
      const [a, b] = unequal(glass, eye, point, u, v);
      off = Math.abs(a) + Math.abs(b);
      if (off < EXACT) break;
      const [au, bu] = unequal(glass, eye, point, u + NUDGE, v);
      const [av, bv] = unequal(glass, eye, point, u, v + NUDGE);
      const [m11, m21, m12, m22] = [(au - a) / NUDGE, (bu - b) / NUDGE, (av - a) / NUDGE, (bv - b) / NUDGE];
      const whole = m11 * m22 - m12 * m21;
      u -= (a * m22 - b * m12) / whole;
      v -= (b * m11 - a * m21) / whole;
      if (!(Math.hypot(u, v) < glass.radius)) return null;
    }
    if (off > FOUND) return null;
  }
  const within = Math.abs(u) <= glass.halfWidth && Math.abs(v) <= glass.halfHeight;
  return { u, v, within, at: placeOn(glass, u, v) };
}

/** Where on its glass a mirror shows a point to an eye; null: nowhere. */
export function reflectionOf(mirror: Mirror, eye: Point, point: Point): Point | null {
  const place = placeIn(mirror, eye, point);
  return place?.within ? place.at : null;
}

/** From a place on the glass, the direction in which an eye looks by it. @param u @param v shares of the half width and height, -1 to 1 */
export function lookThrough(
  mirror: Mirror,
  eye: Point,
  u: number,
  v: number,
): { readonly at: Point; readonly way: Point } {
  const glass = glassOf(mirror);
  const at = placeOn(glass, u * glass.halfWidth, v * glass.halfHeight);
  const normal = normalAt(glass, at);
  const in_ = unit(minus(at, eye));
  return { at, way: along(in_, normal, -2 * dot(in_, normal)) };
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

/** A mirror as a window: what it shows is what an eye behind it would see through its glass. */
export interface Window {
  /** Where that eye is: the image of the driver's eye in the mirror. */
  readonly eye: Point;
  readonly centre: Point;
  readonly normal: Point;
  readonly across: Point;
  readonly up: Point;
  readonly halfWidth: number;
  readonly halfHeight: number;
}

/**
 * The image of an eye in a mirror, and the glass that it looks through, for drawing. Exact for a flat one; of a convex
 * one by the mirror equation, which holds near the middle of the glass (optics: 1/p + 1/q = -2/r, size q/p).
 */
export function imageEye(mirror: Mirror, eye: Point): Window {
  const { centre, normal, across, up, halfWidth, halfHeight, radius } = glassOf(mirror);
  const from = minus(eye, centre);
  const p = dot(from, normal);
  const size = radius === null ? 1 : radius / (2 * p + radius);
  const aside = along(from, normal, -p);
  return {
    eye: along(along(centre, aside, size), normal, -p * size),
    centre,
    normal,
    across,
    up,
    halfWidth,
    halfHeight,
  };
}

/** A vehicle with its driver's eye elsewhere, and the mirrors turned for it; with the eye of the file, mirrors that nobody turned stay. */
export function seated(vehicle: YardVehicle, { eye, turns }: Seat): YardVehicle {
  const own = eye ?? vehicle.eye;
  return {
    ...vehicle,
    // The body stays where it is: it isn't built round the driver.
    body: vehicle.body ?? usualBody(vehicle),
    eye: own,
    mirrors: vehicle.mirrors.map((mirror) => {
      const turn = turns[mirror.id];
      return turn || eye ? turnedFor(mirror, own, turn) : mirror;
    }),
  };
}

/** A mirror turned for an eye: the middle of a door mirror shows what is so far outwards and down, an inside one straight back. */
export function turnedFor(mirror: Mirror, eye: Point, { out, down }: Turn = USUAL_TURN): Mirror {
  const side = isInside(mirror) ? 0 : Math.sign(mirror.centre[1]);
  const [aside, low] = [(side * out * Math.PI) / 180, ((side === 0 ? 1 : down) * Math.PI) / 180];
  const shown: Point = [-Math.cos(aside) * Math.cos(low), Math.sin(aside) * Math.cos(low), -Math.sin(low)];
  return { ...mirror, normal: unit(along(unit(minus(eye, mirror.centre)), shown, 1)) };
}

/** A mirror that shows what lies so many degrees further down: the glass turns by half of that. */
export function tiltedDown(mirror: Mirror, degrees: number): Mirror {
  const { normal, across } = glassOf(mirror);
  const half = (degrees * Math.PI) / 360;
  // Turned about its width: the normal goes down.
  const down = cross(across, normal);
  return { ...mirror, normal: along(along([0, 0, 0], normal, Math.cos(half)), down, Math.sin(half)) };
}
