import { roadClasses } from '../network';

/** Width of a road in metres and the least of its pixels, by rank of its class. */
const WIDE = [4, 5, 7, 7, 8.5, 9.5, 10.5, 10, 12] as const;
const LEAST = [0.6, 0.8, 1, 1.1, 1.7, 2.3, 2.8, 3, 3.2] as const;

/** Ranks from this one on are main roads: shown however far off the view is. */
export const MAIN_RANK = roadClasses.indexOf('tertiary');

/** Pixels across a road. @param scale pixels to a metre */
export const roadWidth = (rank: number, scale: number): number =>
  Math.max(LEAST[rank] ?? 1, (WIDE[rank] ?? 7) * scale);

/** From so many pixels to a metre on small roads are shown at all, and with an edge and a filling. */
export const SMALL_FROM = 0.014;
export const FILLED_FROM = 0.06;
