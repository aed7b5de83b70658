import { usual, type Values } from './constants';

/** What a driver can do at a distance from the line when the light turns amber. */
export type AmberChoice = 'stop' | 'go' | 'either' | 'neither';

export interface Amber {
  /** Metres before the line from which one can stop comfortably; nearer is past the point of no return. */
  readonly stopFrom: number;
  /** Metres before the line up to which one is across before the light is red; below zero: never at this speed. */
  readonly goUpTo: number;
  /** Between the two neither can be done; null where there is no such place. */
  readonly dilemma: { readonly from: number; readonly to: number } | null;
  /** Between the two either can be done; null where there is no such place. */
  readonly option: { readonly from: number; readonly to: number } | null;
  /** Amber that leaves nobody who decides at once without a choice, and what it takes to clear the junction too. */
  readonly neededAmber: number;
  readonly neededToClear: number;
}

/**
 * The amber decision: stop if the distance to the line is at least v t + v² / (2 (a + g s)); go on if it is at most
 * v × amber − (crossing + length). Source: Institute of Transportation Engineers, kinematic change-interval equation.
 *
 * @param speed metres a second
 * @param grade rise over run; uphill above zero
 * @returns null where the slope is too steep to stop comfortably at all
 */
export function amber(
  speed: number,
  { grade = 0 }: { readonly grade?: number } = {},
  values: Values = usual,
): Amber | null {
  const { amber: light, amberReaction, amberBraking, gravity, crossing, carLength } = values;
  const deceleration = amberBraking + gravity * grade;
  if (deceleration <= 0) return null;
  const needed = crossing + carLength;
  const stopFrom = speed * amberReaction + (speed * speed) / (2 * deceleration);
  const goUpTo = speed * light - needed;
  const neededAmber = amberReaction + speed / (2 * deceleration);
  return {
    stopFrom,
    goUpTo,
    dilemma: goUpTo < stopFrom ? { from: Math.max(0, goUpTo), to: stopFrom } : null,
    option: goUpTo > stopFrom ? { from: stopFrom, to: goUpTo } : null,
    neededAmber,
    neededToClear: neededAmber + (speed > 0 ? needed / speed : Infinity),
  };
}

/** @param distance metres from the front of the car to the line as the light turns amber */
export function amberChoice({ stopFrom, goUpTo }: Amber, distance: number): AmberChoice {
  const [stop, go] = [distance >= stopFrom, distance <= goUpTo];
  if (stop) return go ? 'either' : 'stop';
  return go ? 'go' : 'neither';
}
