import { limitOf } from './words';
import type { Breach, Headroom } from './limits';
import type { Standard } from './schema';

/** What a limit comes to in one scope. */
type Total = Omit<Headroom, 'times' | 'marks'>;

/**
 * How near a limit is to its end, for putting the nearest first: the share that is used; above 1,000 when it is
 * exceeded; below nought for a limit of none that nothing has touched.
 */
export function nearness({ left, max, total }: Pick<Total, 'left' | 'max' | 'total'>): number {
  if (left < 0) return 1_000 - left;
  return max === 0 ? -1 : total / max;
}

/** Nearest first; of two that are as near, the one with less left. */
export const nearestFirst = <R extends Pick<Total, 'left' | 'max' | 'total'>>(rows: readonly R[]): R[] =>
  [...rows].sort((a, b) => nearness(b) - nearness(a) || a.left - b.left);

/** The limit that decided a mock, or the one that comes nearest to deciding it. */
export type LimitThatMatters =
  { readonly how: 'exceeded'; readonly breach: Breach } | { readonly how: 'nearest'; readonly row: Total };

/**
 * Of several limits that were exceeded the one that ended the test matters, else the first in time; of none the
 * nearest to its end. Null for a standard whose limits are all of none.
 */
export function limitThatMatters(
  standard: Standard,
  {
    breaches,
    headroom,
  }: {
    readonly breaches: readonly Breach[];
    readonly headroom: readonly Total[];
  },
): LimitThatMatters | null {
  const breach = breaches.find(({ limit }) => limitOf(standard, limit)?.ends) ?? breaches[0];
  if (breach) return { how: 'exceeded', breach };
  const [row] = nearestFirst(headroom.filter(({ max }) => max > 0));
  return row ? { how: 'nearest', row } : null;
}
