import { distance, type Position } from '../geo';
import { secondsSince } from './clock';

/** Between two fixes that are kept: at least so many metres and seconds, or so many seconds (ours). */
const APART_METRES = 15;
const APART_SECONDS = 4;
const STANDING_SECONDS = 60;

/** A place at an instant. */
export interface PlaceAt extends Position {
  readonly at: string;
}

/** Whether a fix is worth keeping after the one that was kept last: a drive's way with few of them. */
export function keepsFix(last: PlaceAt | null, next: PlaceAt): boolean {
  if (!last) return true;
  const seconds = secondsSince(last.at, next.at);
  return seconds >= STANDING_SECONDS || (seconds >= APART_SECONDS && distance(last, next) >= APART_METRES);
}
