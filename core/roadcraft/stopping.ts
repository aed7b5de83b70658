import { MPH } from '../network';
import { usual, type Values } from './constants';

export const roads = ['dry', 'wet', 'ice'] as const;
export type RoadState = (typeof roads)[number];

export interface Stopping {
  /** Metres until the brake is pressed, and from then on. */
  readonly thinking: number;
  readonly braking: number;
  readonly total: number;
  /** Until the car stands. */
  readonly seconds: number;
}

const FOOT = 0.3048;

/** How many times the braking distance of a dry road is needed. */
export const brakingFactor = (road: RoadState, { wet, ice }: Values = usual): number =>
  road === 'wet' ? wet : road === 'ice' ? ice : 1;

/**
 * Stopping distance by the published rule: 1 ft for each mph while thinking, and mph²/20 ft of braking, more on a wet
 * or icy road. Source: The Highway Code (GB), rules 126, 227 and 230.
 *
 * @param speed metres a second
 */
export function stoppingByRule(
  speed: number,
  road: RoadState = 'dry',
  values: Values = usual,
): Omit<Stopping, 'seconds'> {
  const mph = speed / MPH;
  const thinking = mph * FOOT;
  const braking = ((mph * mph) / 20) * FOOT * brakingFactor(road, values);
  return { thinking, braking, total: thinking + braking };
}

/**
 * Stopping distance by physics: v t + v² / (2 (a + g s)), where a is the deceleration on this road and s the slope.
 *
 * @param speed metres a second
 * @param where.grade rise over run; uphill above zero
 * @returns null where the slope is too steep for the brakes on such a road: the car doesn't stop
 */
export function stopping(
  speed: number,
  where: { readonly road?: RoadState; readonly grade?: number } = {},
  values: Values = usual,
): Stopping | null {
  const deceleration = decelerationOn(where, values);
  if (deceleration <= 0) return speed === 0 ? { thinking: 0, braking: 0, total: 0, seconds: 0 } : null;
  const thinking = speed * values.reaction;
  const braking = (speed * speed) / (2 * deceleration);
  return { thinking, braking, total: thinking + braking, seconds: values.reaction + speed / deceleration };
}

/**
 * How fast a car still is after a distance from where the driver saw the reason to stop; metres a second. Zero from
 * where it stands.
 */
export function speedAfter(
  metres: number,
  speed: number,
  where: { readonly road?: RoadState; readonly grade?: number } = {},
  values: Values = usual,
): number {
  const deceleration = decelerationOn(where, values);
  const braked = Math.max(0, metres - speed * values.reaction);
  return Math.sqrt(Math.max(0, speed * speed - 2 * deceleration * braked));
}

/** On this road and slope; zero or below where the brakes are too weak for it. */
const decelerationOn = (
  { road = 'dry', grade = 0 }: { readonly road?: RoadState; readonly grade?: number },
  values: Values,
): number => values.braking / brakingFactor(road, values) + values.gravity * grade;

/** The fastest speed from which a car can stop within a distance; metres a second. */
export function speedToStopIn(
  metres: number,
  where: { readonly road?: RoadState; readonly grade?: number } = {},
  values: Values = usual,
): number {
  const deceleration = decelerationOn(where, values);
  if (deceleration <= 0) return 0;
  // v t + v² / 2a = d
  const t = values.reaction;
  return deceleration * (Math.sqrt(t * t + (2 * Math.max(0, metres)) / deceleration) - t);
}
