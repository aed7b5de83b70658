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

/** How a pose changes, per second: a car by its rear axle, a trailer by its hitch (manoeuvres.md; kinematics). */
function change({ wheelbase, trailer }: Frame, { heading, hitch }: Pose, { v, steer }: Control): Pose {
  const turn = (v * tan(steer)) / wheelbase;
  const behind = trailer && hitch !== null ? trailerTurn(trailer, hitch, v, turn) - turn : null;
  return { x: v * cos(heading), y: v * sin(heading), heading: turn, hitch: behind };
}

/** How fast a trailer's own heading changes. */
const trailerTurn = (
  { hitchBehindAxle, hitchToAxle }: NonNullable<YardVehicle['trailer']>,
  hitch: number,
  v: number,
  turn: number,
): number => (-v * sin(hitch) - hitchBehindAxle * turn * cos(hitch)) / hitchToAxle;

const moved = (from: Pose, by: Pose, seconds: number): Pose => ({
  x: from.x + seconds * by.x,
  y: from.y + seconds * by.y,
  heading: from.heading + seconds * by.heading,
  hitch: from.hitch === null || by.hitch === null ? null : from.hitch + seconds * by.hitch,
});

/** One step of Runge-Kutta of the fourth order, between two controls that change evenly. */
export function step(vehicle: Frame, from: Pose, before: Control, after: Control, seconds: number): Pose {
  const middle = { v: (before.v + after.v) / 2, steer: (before.steer + after.steer) / 2 };
  const a = change(vehicle, from, before);
  const b = change(vehicle, moved(from, a, seconds / 2), middle);
  const c = change(vehicle, moved(from, b, seconds / 2), middle);
  const d = change(vehicle, moved(from, c, seconds), after);
  const mean = (of: (pose: Pose) => number) => (of(a) + 2 * of(b) + 2 * of(c) + of(d)) / 6;
  return moved(
    from,
    {
      x: mean(({ x }) => x),
      y: mean(({ y }) => y),
      heading: mean(({ heading }) => heading),
      hitch: a.hitch === null ? null : mean(({ hitch }) => hitch ?? 0),
    },
    seconds,
  );
}

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
