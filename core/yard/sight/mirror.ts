import type { YardVehicle } from '../vehicle';
import { isInside, usualBody } from './hidden';
import { USUAL_TURN, type Seat, type Turn } from './seat';
import { along, cross, dot, lengthOf, minus, ORIGIN, unit, type Point } from './space';

export type Mirror = YardVehicle['mirrors'][number];

/** A mirror with its own axes: out of the glass, along its width, along its height. */
export interface Glass {
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

export function glassOf(mirror: Mirror): Glass {
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
 * to the point (law of reflection: the angles to the normal are equal, in one plane).
 *
 * @returns null where either is behind the glass
 */
export function placeIn(mirror: Mirror, eye: Point, point: Point): Place | null {
  const glass = glassOf(mirror);
  const { centre, normal, across, up, halfWidth, halfHeight, radius } = glass;
  if (dot(minus(eye, centre), normal) <= 0 || dot(minus(point, centre), normal) <= 0) return null;
  const at = radius === null ? onFlat(glass, eye, point) : onSphere(glass, radius, eye, point);
  const from = minus(at, centre);
  const [u, v] = [dot(from, across), dot(from, up)];
  return { u, v, within: Math.abs(u) <= halfWidth && Math.abs(v) <= halfHeight, at };
}

/** Where the line from the mirrored eye to the point goes through the plane of the glass. */
function onFlat({ centre, normal }: Glass, eye: Point, point: Point): Point {
  const behind = along(eye, normal, -2 * dot(minus(eye, centre), normal));
  const way = minus(point, behind);
  return along(behind, way, dot(minus(centre, behind), normal) / dot(way, normal));
}

/** Steps of Newton at most, and radians that are exact enough. */
const STEPS = 30;
const EXACT = 1e-12;

/**
 * On a sphere the place lies in the plane of its centre, the eye and the point (Alhazen's problem): one angle is looked
 * for there, between the eye and the point as the centre sees them, by Newton kept between its bounds.
 */
function onSphere({ centre, normal }: Glass, radius: number, eye: Point, point: Point): Point {
  const middle = along(centre, normal, -radius);
  const [toEye, toPoint] = [minus(eye, middle), minus(point, middle)];
  const [e, p] = [lengthOf(toEye), lengthOf(toPoint)];
  const first = along(ORIGIN, toEye, 1 / e);
  const beside = along(toPoint, first, -dot(toPoint, first));
  const wide = lengthOf(beside);
  if (wide < EXACT * p) return along(middle, first, radius);
  const whole = Math.atan2(wide, dot(toPoint, first));
  let [low, high] = [0, whole];
  let angle = (whole * (e - radius)) / (e - radius + p - radius);
  for (let n = 0; n < STEPS; n += 1) {
    // By how much the angles to the normal differ, times what is never 0.
    const off =
      e * p * Math.sin(2 * angle - whole) - radius * (e * Math.sin(angle) - p * Math.sin(whole - angle));
    if (off < 0) low = angle;
    else high = angle;
    const slope =
      2 * e * p * Math.cos(2 * angle - whole) - radius * (e * Math.cos(angle) + p * Math.cos(whole - angle));
    let next = angle - off / slope;
    if (!(next > low && next < high)) next = (low + high) / 2;
    const moved = Math.abs(next - angle);
    angle = next;
    if (moved < EXACT) break;
  }
  const second = along(ORIGIN, beside, 1 / wide);
  return along(along(middle, first, radius * Math.cos(angle)), second, radius * Math.sin(angle));
}

/** Where on its glass a mirror shows a point to an eye; null: nowhere. */
export function reflectionOf(mirror: Mirror, eye: Point, point: Point): Point | null {
  const place = placeWithin(mirror, eye, point);
  return place && place.at;
}

/** The same as a place of the glass. Most points are far from what a mirror shows, and are told so at once. */
export function placeWithin(mirror: Mirror, eye: Point, point: Point): Place | null {
  if (!nearView(mirror, eye, point)) return null;
  const place = placeIn(mirror, eye, point);
  return place?.within ? place : null;
}

/** Round the look by the middle of a glass, all looks by its edge. */
interface View {
  readonly way: Point;
  /** Radians to the furthest look, and metres from the middle to a corner. */
  readonly widest: number;
  readonly corner: number;
}

/** By eye, then by mirror. */
const views = new WeakMap<Point, WeakMap<Mirror, View>>();
/** Radians that are added to what is between the looks that were tried. */
const SPARE = 0.06;

function viewOf(mirror: Mirror, eye: Point): View {
  let own = views.get(eye);
  if (!own) views.set(eye, (own = new WeakMap()));
  const known = own.get(mirror);
  if (known) return known;
  const { way } = lookThrough(mirror, eye, 0, 0);
  const rim = [-1, 0, 1].flatMap((u) => [-1, 0, 1].map((v) => lookThrough(mirror, eye, u, v).way));
  const view: View = {
    way,
    widest: Math.max(...rim.map((one) => Math.acos(Math.min(1, dot(one, way))))),
    corner: Math.hypot(mirror.width, mirror.height) / 2,
  };
  own.set(mirror, view);
  return view;
}

/** Whether a point lies anywhere near what a mirror shows: whatever it shows does. */
function nearView(mirror: Mirror, eye: Point, point: Point): boolean {
  const view = viewOf(mirror, eye);
  const to = minus(point, mirror.centre);
  const far = lengthOf(to);
  if (far <= view.corner) return true;
  // From another place of the glass the point lies another way, by this much at most.
  const aside = Math.asin(view.corner / far);
  const most = view.widest + aside + SPARE;
  return most >= Math.PI || dot(to, view.way) >= far * Math.cos(most);
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

/** A vehicle with its driver's eye elsewhere, and the mirrors turned for it; mirrors that nobody turned show the same way. */
export function seated(vehicle: YardVehicle, { eye, turns }: Seat): YardVehicle {
  const own = eye ?? vehicle.eye;
  return {
    ...vehicle,
    // The body stays where it is: it isn't built round the driver.
    body: vehicle.body ?? usualBody(vehicle),
    eye: own,
    mirrors: vehicle.mirrors.map((mirror) => {
      const turn = turns[mirror.id];
      return turn || eye ? turnedFor(mirror, own, turn ?? turnOf(mirror, vehicle.eye)) : mirror;
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

/** How a door mirror is turned: where an eye looks to by its middle. */
export function turnOf(mirror: Mirror, eye: Point): Turn {
  const { way } = lookThrough(mirror, eye, 0, 0);
  const degrees = 180 / Math.PI;
  return {
    out: Math.atan2(way[1] * Math.sign(mirror.centre[1]), -way[0]) * degrees,
    down: Math.asin(-way[2]) * degrees,
  };
}

/** A mirror that shows what lies so many degrees further down: the glass turns by half of that. */
export function tiltedDown(mirror: Mirror, degrees: number): Mirror {
  const { normal, across } = glassOf(mirror);
  const half = (degrees * Math.PI) / 360;
  // Turned about its width: the normal goes down.
  const down = cross(across, normal);
  return { ...mirror, normal: along(along(ORIGIN, normal, Math.cos(half)), down, Math.sin(half)) };
}
