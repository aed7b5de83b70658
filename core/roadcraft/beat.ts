import { usual, type Values } from './constants';

/** The all-round check before moving off, in its order (common practice). */
export const fiveLooks = [
  'Over one shoulder',
  'Mirror on that side',
  'Rear window',
  'Mirror on the other side',
  'Over the other shoulder',
] as const;

export interface GlanceSummary {
  readonly glances: number;
  /** Seconds from one glance to the next: their mean, shortest, longest and standard deviation. */
  readonly mean: number;
  readonly least: number;
  readonly most: number;
  readonly spread: number;
  /** How many intervals were longer than the usual longest. */
  readonly late: number;
}

/**
 * The glances into the mirror on a straight stretch.
 *
 * @param times seconds, in order
 * @returns null with fewer than two glances: there is no interval yet
 */
export function glanceSummary(
  times: readonly number[],
  { mirrorMost }: Values = usual,
): GlanceSummary | null {
  const intervals = times.slice(1).map((time, n) => time - (times[n] ?? time));
  if (intervals.length === 0) return null;
  const mean = intervals.reduce((sum, one) => sum + one, 0) / intervals.length;
  const squares = intervals.reduce((sum, one) => sum + (one - mean) ** 2, 0);
  return {
    glances: times.length,
    mean,
    least: Math.min(...intervals),
    most: Math.max(...intervals),
    spread: intervals.length > 1 ? Math.sqrt(squares / (intervals.length - 1)) : 0,
    late: intervals.filter((one) => one > mirrorMost).length,
  };
}
