import { usual, type Values } from './constants';

/** Widths in metres; those of vehicles over their mirrors. */
export interface Street {
  readonly width: number;
  /** Width that parked vehicles take up, on one side or on both together. */
  readonly parked: number;
  /** Rows of parked vehicles to keep clear of: 0, 1 or 2. */
  readonly rows: 0 | 1 | 2;
  readonly own: number;
  readonly oncoming: number;
}

export type Passing = 'both' | 'one' | 'slow' | 'none';

export interface Room {
  /** Metres between the parked vehicles, or the kerbs. */
  readonly free: number;
  /** Metres needed by one vehicle, and by two that meet, each with its clearances. */
  readonly one: number;
  readonly two: number;
  /** Whether two pass each other, one at a time, one at walking pace only, or none. */
  readonly passing: Passing;
}

/**
 * Whether there is room to pass parked vehicles, with one metre of clearance or the width of an open door (common
 * practice). Without that room it is for walking pace only.
 */
export function roomToPass(
  { width, parked, rows, own, oncoming }: Street,
  { clearance, oncomingClearance }: Values = usual,
): Room {
  const free = width - parked;
  const one = own + rows * clearance;
  const two = one + oncomingClearance + oncoming;
  // Mirrors must not touch, even at walking pace.
  const least = own + rows * 0.2;
  return {
    free,
    one,
    two,
    passing: free >= two ? 'both' : free >= one ? 'one' : free >= least ? 'slow' : 'none',
  };
}
