import type { Bodies } from '../bodies';
import type { Gear, Layout } from '../model';
import { jackKnifeAngle, type Pose } from '../motion';
import { posesIn } from '../region';
import { linesOf } from '../setout';
import { surveyOf, type Survey } from '../survey';
import { fullLock, leastRadius, type YardVehicle } from '../vehicle';

/** Where a movement may go: the least and the greatest x and y of the middle of the rear axle. */
export interface Bounds {
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
}

/** What every part of the planner asks of a vehicle on a course. */
export interface Task {
  readonly vehicle: YardVehicle;
  readonly layout: Layout;
  readonly survey: Survey;
  readonly bodies: Bodies;
  /** Radians at full lock, and the radius there in metres. */
  readonly lock: number;
  readonly radius: number;
  /** Radians that a trailer may stand at; 0 without one. */
  readonly mostHitch: number;
  /** Radians a second that the road wheels turn: one turn of the steering wheel a second (ours). */
  readonly rate: number;
  readonly bounds: Bounds;
}

/** A stretch in one gear: pieces with the wheel held. */
export interface Movement {
  readonly gear: Gear;
  readonly parts: readonly Part[];
}

/** A piece with the wheel held, and where it begins and ends. */
export interface Part {
  readonly steer: number;
  readonly length: number;
  readonly from: Pose;
  readonly to: Pose;
}

/** Movements from a pose, in the order in which they are driven. */
export interface Skeleton {
  readonly start: Pose;
  readonly movements: readonly Movement[];
}

/** Metres that a plan keeps from everything. */
export const MARGIN = 0.01;
/** Metres beyond what is drawn that the vehicle may go. */
const OUTSIDE = 0.5;
/** Radians short of the jack-knife at which a plan stops bending, and the most that a plan bends a trailer. */
const SAFE_HITCH = 0.1;
const MOST_HITCH = Math.PI / 3;

export function taskOf(vehicle: YardVehicle, layout: Layout): Task {
  const survey = surveyOf(vehicle, layout);
  const lock = fullLock(vehicle);
  const jackKnife = jackKnifeAngle(vehicle);
  const regions = [layout.start, ...layout.stages.map(({ goal }) => goal)];
  const spots = [
    ...regions.flatMap((region) =>
      posesIn(survey.bodies, region).map(({ x, y }): [number, number] => [x, y]),
    ),
    ...linesOf(layout).flatMap(({ from, to }) => [from, to]),
    ...layout.cones.map(({ at }) => at),
  ];
  const range = (of: readonly number[]): [number, number] => [
    Math.min(...of, 0) - OUTSIDE,
    Math.max(...of, 1) + OUTSIDE,
  ];
  return {
    vehicle,
    layout,
    survey,
    bodies: survey.bodies,
    lock,
    radius: leastRadius(vehicle),
    mostHitch: jackKnife === null ? 0 : Math.min(MOST_HITCH, jackKnife - SAFE_HITCH),
    rate: (2 * lock) / vehicle.lockToLockTurns,
    bounds: { x: range(spots.map(([x]) => x)), y: range(spots.map(([, y]) => y)) },
  };
}

export const signOf = (gear: Gear): 1 | -1 => (gear === 'forward' ? 1 : -1);
export const otherGear = (gear: Gear): Gear => (gear === 'forward' ? 'reverse' : 'forward');
