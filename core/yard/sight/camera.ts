import { glassOf, lookThrough, type Mirror } from './mirror';
import { along, cross, dot, minus, ORIGIN, unit, type Point } from './space';

/** A camera behind a mirror whose picture, stretched over the glass, is what the eye sees in it. */
export interface MirrorCamera {
  readonly at: Point;
  /** Its axes: to its right, up, and backwards. */
  readonly right: Point;
  readonly up: Point;
  readonly back: Point;
  /** Edges of its picture at a distance of 1 in front of it. */
  readonly left: number;
  readonly rightEdge: number;
  readonly bottom: number;
  readonly top: number;
  /** Metres in front of it where the glass begins. */
  readonly near: number;
  /** For places of the glass, row by row from below and from the left: where they are in its picture, 0 to 1. */
  readonly places: readonly (readonly [number, number])[];
}

/** Metres from the glass at which its picture is exact; further and nearer it is off by very little. */
const SHARP = 6;

/**
 * Where a camera has to stand to take a mirror's picture: nearest to all the looks that leave the glass, drawn
 * backwards. Of a flat mirror they meet in the mirrored eye; of a convex one nearly.
 *
 * @param across @param up pieces of the glass each way
 */
export function cameraBehind(mirror: Mirror, eye: Point, across: number, up: number): MirrorCamera {
  const glass = glassOf(mirror);
  const looks = Array.from({ length: (across + 1) * (up + 1) }, (_, n) =>
    lookThrough(
      mirror,
      eye,
      ((n % (across + 1)) / across) * 2 - 1,
      (Math.floor(n / (across + 1)) / up) * 2 - 1,
    ),
  );
  const at = nearestTo(looks);
  const back = unit(along(ORIGIN, lookThrough(mirror, eye, 0, 0).way, -1));
  const right = unit(cross(glass.up, back));
  const above = cross(back, right);
  const shown = (point: Point): readonly [number, number, number] => {
    const to = minus(point, at);
    const far = -dot(to, back);
    return [dot(to, right) / far, dot(to, above) / far, far];
  };
  const ends = looks.map(({ at: from, way }) => shown(along(from, way, SHARP)));
  const range = (of: readonly number[]): readonly [number, number] => [Math.min(...of), Math.max(...of)];
  const [left, rightEdge] = range(ends.map(([x]) => x));
  const [bottom, top] = range(ends.map(([, y]) => y));
  return {
    at,
    right,
    up: above,
    back,
    left,
    rightEdge,
    bottom,
    top,
    near: Math.max(0.01, Math.min(...looks.map(({ at: from }) => shown(from)[2]))),
    places: ends.map(([x, y]) => [(x - left) / (rightEdge - left), (y - bottom) / (top - bottom)]),
  };
}

/** The point with the least squared distance to lines (least squares; the normal equations by Cramer). */
function nearestTo(lines: readonly { readonly at: Point; readonly way: Point }[]): Point {
  // For each line: what of a vector is square to it, I - w w'.
  let [xx, xy, xz, yy, yz, zz] = [0, 0, 0, 0, 0, 0];
  let sum: Point = ORIGIN;
  for (const { at, way } of lines) {
    const [x, y, z] = way;
    xx += 1 - x * x;
    yy += 1 - y * y;
    zz += 1 - z * z;
    xy -= x * y;
    xz -= x * z;
    yz -= y * z;
    sum = along(sum, along(at, way, -dot(at, way)), 1);
  }
  const columns: readonly [Point, Point, Point] = [
    [xx, xy, xz],
    [xy, yy, yz],
    [xz, yz, zz],
  ];
  const [a, b, c] = columns;
  const whole = dot(a, cross(b, c));
  return [dot(sum, cross(b, c)) / whole, dot(a, cross(sum, c)) / whole, dot(a, cross(b, sum)) / whole];
}
