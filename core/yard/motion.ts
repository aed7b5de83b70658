import { fullLock, type YardVehicle } from './vehicle';

// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { PI, abs, asin, atan2, cos, hypot, sin, tan } = Math;

/** Where a vehicle stands: the middle of its rear axle, in metres, and its heading, radians from x, to the left. */
export interface Pose {
  readonly x: number;
  readonly y: number;
  readonly heading: number;
  /** Heading of the trailer minus that of the vehicle; null without one. */
  readonly hitch: number | null;
}

/** What the driver does: metres a second, backwards below 0, and the road-wheel angle in radians, left above 0. */
export interface Control {
  readonly v: number;
  readonly steer: number;
}

type Frame = Pick<YardVehicle, 'wheelbase' | 'trailer'>;

/**
 * One step of Runge-Kutta of the fourth order, between two controls that change evenly: a car by its rear axle, a
 * trailer by its hitch (manoeuvres.md; kinematics). In numbers without objects, for it is most of what planning does.
 */
export function step(vehicle: Frame, from: Pose, before: Control, after: Control, seconds: number): Pose {
  const { wheelbase, trailer } = vehicle;
  const half = seconds / 2;
  const middle = (before.v + after.v) / 2;
  const { heading } = from;
  // The heading changes by the wheel alone, and is the same in the two middle slopes.
  const turnA = (before.v * tan(before.steer)) / wheelbase;
  const turnB = (middle * tan((before.steer + after.steer) / 2)) / wheelbase;
  const turnD = (after.v * tan(after.steer)) / wheelbase;
  const [headB, headC, headD] = [heading + half * turnA, heading + half * turnB, heading + seconds * turnB];
  const x = before.v * cos(heading) + 2 * middle * (cos(headB) + cos(headC)) + after.v * cos(headD);
  const y = before.v * sin(heading) + 2 * middle * (sin(headB) + sin(headC)) + after.v * sin(headD);
  let { hitch } = from;
  if (hitch !== null && trailer) {
    const a = trailerTurn(trailer, hitch, before.v, turnA) - turnA;
    const b = trailerTurn(trailer, hitch + half * a, middle, turnB) - turnB;
    const c = trailerTurn(trailer, hitch + half * b, middle, turnB) - turnB;
    const d = trailerTurn(trailer, hitch + seconds * c, after.v, turnD) - turnD;
    hitch += (seconds * (a + 2 * b + 2 * c + d)) / 6;
  }
  return {
    x: from.x + (seconds * x) / 6,
    y: from.y + (seconds * y) / 6,
    heading: heading + (seconds * (turnA + 4 * turnB + turnD)) / 6,
    hitch: trailer ? hitch : null,
  };
}

/** How fast a trailer's own heading changes. */
const trailerTurn = (
  { hitchBehindAxle, hitchToAxle }: NonNullable<YardVehicle['trailer']>,
  hitch: number,
  v: number,
  turn: number,
): number => (-v * sin(hitch) - hitchBehindAxle * turn * cos(hitch)) / hitchToAxle;

/**
 * A piece driven with the wheel held, for searches: exact for the vehicle (a circle), one step of Runge-Kutta for the
 * trailer.
 *
 * @param v 1 forward, -1 backwards
 * @param metres at most a quarter of the trailer's length for its angle to be right to a hundredth of a degree
 */
export function arc(vehicle: Frame, from: Pose, v: number, steer: number, metres: number): Pose {
  const { wheelbase, trailer } = vehicle;
  const bend = tan(steer) / wheelbase;
  const turn = v * bend;
  const heading = from.heading + turn * metres;
  const straight = abs(bend) < 1e-9;
  const x = straight
    ? from.x + v * metres * cos(from.heading)
    : from.x + (sin(heading) - sin(from.heading)) / bend;
  const y = straight
    ? from.y + v * metres * sin(from.heading)
    : from.y - (cos(heading) - cos(from.heading)) / bend;
  if (!trailer || from.hitch === null) return { x, y, heading, hitch: null };
  const change = (hitch: number): number => trailerTurn(trailer, hitch, v, turn) - turn;
  const a = change(from.hitch);
  const b = change(from.hitch + (metres / 2) * a);
  const c = change(from.hitch + (metres / 2) * b);
  const d = change(from.hitch + metres * c);
  return { x, y, heading, hitch: from.hitch + (metres / 6) * (a + 2 * b + 2 * c + d) };
}

/**
 * The hitch angle beyond which full lock can't straighten the trailer backwards any more, in radians: that of the
 * steady circle at full lock (geometry). A quarter turn where the trailer is longer than that circle lets it follow;
 * null without a trailer.
 */
export function jackKnifeAngle(vehicle: YardVehicle): number | null {
  const { trailer, wheelbase } = vehicle;
  if (!trailer) return null;
  const radius = wheelbase / tan(fullLock(vehicle));
  const share = trailer.hitchToAxle / hypot(radius, trailer.hitchBehindAxle);
  if (share >= 1) return PI / 2;
  return asin(share) + atan2(trailer.hitchBehindAxle, radius);
}
