import { step } from './motion';
import type { Sample } from './simulate';
import { fullLock, type YardVehicle } from './vehicle';

/** What somebody at the wheel asks for. */
export interface Driving {
  /** Share of walking pace, backwards below 0. */
  readonly pace: number;
  /** Share of full lock, left above 0; null: the wheel stays as it is. */
  readonly wheel: number | null;
}

/** Walking pace, in metres a second; how fast it is reached, and how fast a foot on the brake stops (ours). */
export const MOST_SPEED = 1.4;
const PULL = 0.8;
const BRAKE = 2.5;

const towards = (from: number, to: number, most: number): number =>
  Math.abs(to - from) <= most ? to : from + Math.sign(to - from) * most;

/**
 * Drives on for one fixed step. The wheel turns one turn a second at most; the vehicle stops before it changes
 * direction.
 */
export function driveOn(
  vehicle: YardVehicle,
  from: Sample,
  { pace, wheel }: Driving,
  seconds: number,
): Sample {
  const lock = fullLock(vehicle);
  const rate = (2 * lock) / vehicle.lockToLockTurns;
  const wanted = Math.max(-1, Math.min(1, pace)) * MOST_SPEED;
  const slows =
    from.v !== 0 &&
    (wanted === 0 || Math.sign(wanted) !== Math.sign(from.v) || Math.abs(wanted) < Math.abs(from.v));
  // Against the way it goes it brakes to a stand first.
  const target = slows && Math.sign(wanted) !== Math.sign(from.v) ? 0 : wanted;
  const v = towards(from.v, target, (slows ? BRAKE : PULL) * seconds);
  const steer =
    wheel === null
      ? from.steer
      : towards(from.steer, Math.max(-1, Math.min(1, wheel)) * lock, rate * seconds);
  const pose = step(vehicle, from, from, { v, steer }, seconds);
  return { ...pose, t: from.t + seconds, v, steer };
}
