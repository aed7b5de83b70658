import { featureHere, type RibbonItem } from './ribbon';
import type { Feature } from './route';

/** What last told where along a route the car is. */
export interface Told {
  /** Metres along. */
  readonly along: number;
  readonly by: 'touch' | 'position';
  /** ISO instant. */
  readonly at: string;
  /** The car is off the route. */
  readonly off: boolean;
}

/**
 * For so long, in seconds, a fix and a touch tell where the car is (ours). A touch holds longer: a direction is said
 * well before its junction, and what goes wrong there is marked after it.
 */
const TELLS = { position: 15, touch: 90 } as const;

/** What of the route a mark made now belongs to; null when nothing recent tells where the car is. */
export function featureNow(items: readonly RibbonItem[], told: Told | null, now: number): Feature | null {
  if (!told || told.off || now - Date.parse(told.at) > TELLS[told.by] * 1000) return null;
  return featureHere(items, told.along);
}
