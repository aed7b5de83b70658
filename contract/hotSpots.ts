import type { Gravity } from '../core/standard';
import type { PlacedMark, Site, SiteRate } from '../core/hotspot';

/** A place of the school's routes with how often something goes wrong there. */
export interface HotSpot extends Omit<SiteRate, 'key'> {
  readonly site: Site;
  /** What is marked there most, the most frequent first. */
  readonly most: readonly { readonly label: string; readonly skill: string; readonly times: number }[];
}

/** Where faults gather, for the drives that were asked for. */
export interface HotSpotsView {
  /** Drives that were followed on a route or a track. */
  readonly drives: number;
  readonly marks: number;
  /** Marks of these drives of which nobody knows the place. */
  readonly unplaced: number;
  /** Faults per pass over all places. */
  readonly mean: number;
  readonly places: readonly HotSpot[];
}

/** A mark at a place, with the drive that it was made on. */
export interface HotSpotMark extends Omit<PlacedMark, 'site' | 'gravity'> {
  readonly gravity: Gravity;
  readonly mock: string;
  readonly learner: string;
  readonly startedAt: string;
  readonly zone: string;
}
