import type { Gravity } from '../core/standard';
import type { PlacedMark, Tallied, TalliedSite } from '../core/hotspot';

/** A place of the school's routes with how often something goes wrong there. */
export type HotSpot = TalliedSite;

/** Where faults gather, for the drives that were asked for and followed on a route or a track. */
export interface HotSpotsView extends Tallied {
  /** Mocks that are still being laid onto their roads, and are missing here. Ask again soon. */
  readonly pending: number;
}

/** A mark at a place, with the drive that it was made on. */
export interface HotSpotMark extends Omit<PlacedMark, 'site' | 'gravity'> {
  readonly gravity: Gravity;
  readonly mock: string;
  readonly learner: string;
  readonly startedAt: string;
  readonly zone: string;
}
