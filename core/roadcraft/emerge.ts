import { usual, type Values } from './constants';
import type { Gap } from './gap';

/** Joining the nearest lane, or crossing it to join the far one. */
export const turns = ['near', 'far'] as const;
export type Turn = (typeof turns)[number];

/** The gap to the next vehicle that somebody needs who emerges from standing, so that nobody has to brake. */
export interface Emerging {
  /** Seconds until the car is as fast as the traffic that it joins. */
  readonly upToSpeed: number;
  /** To the next vehicle in the lane that is joined. */
  readonly join: Gap;
  /** To the next vehicle in the lane that is crossed; null for a turn into the nearest lane. */
  readonly cross: Gap | null;
  /** The longer of the two, which decides. */
  readonly needed: Gap;
}

/**
 * The gap that emerging needs (ours, by constant acceleration): when the car is as fast as the traffic, the vehicle
 * behind it must still be `emergeBehind` seconds away; a lane that is crossed must be left before its next vehicle comes.
 *
 * @param flow speed of the traffic in metres a second, above zero
 */
export function emerging(flow: number, turn: Turn, values: Values = usual): Emerging {
  const { startReaction, acceleration, nearTurn, farTurn, laneCrossed, carLength } = values;
  const { emergeBehind, crossMargin } = values;
  const way = turn === 'near' ? nearTurn : farTurn;
  const joined = standingStart(way, flow, acceleration);
  // Up to speed in the lane, but not before it has been reached.
  const upToSpeed = startReaction + Math.max(flow / acceleration, joined);
  const along = Math.max(0, (flow * flow) / (2 * acceleration) - way);
  const joinMetres = flow * (upToSpeed + emergeBehind) - along + carLength;
  const join: Gap = { metres: joinMetres, seconds: joinMetres / flow };
  if (turn === 'near') return { upToSpeed, join, cross: null, needed: join };
  const seconds = startReaction + standingStart(laneCrossed + carLength, flow, acceleration) + crossMargin;
  const cross: Gap = { seconds, metres: flow * seconds };
  return { upToSpeed, join, cross, needed: join.seconds >= cross.seconds ? join : cross };
}

/** Seconds for a distance from standing, no faster than a speed. */
function standingStart(metres: number, most: number, acceleration: number): number {
  const toSpeed = (most * most) / (2 * acceleration);
  return metres <= toSpeed
    ? Math.sqrt((2 * metres) / acceleration)
    : most / acceleration + (metres - toSpeed) / most;
}

/** Which way a turn into the nearest lane goes, by the side of the road on which one drives. */
export const turnSide = (turn: Turn, drivingSide: 'left' | 'right'): 'left' | 'right' =>
  (turn === 'near') === (drivingSide === 'left') ? 'left' : 'right';
