/** How many backups are kept: the newest of each of so many days, weeks and months. */
export const RETENTION = { days: 7, weeks: 4, months: 12 } as const;

const DAY = 86_400_000;

/**
 * Which backups are still wanted: the newest of each of the last seven days, four weeks and twelve months that have
 * one. Days without a backup use up nothing.
 *
 * @param times instants in UTC, in any order
 */
export function keptTimes(times: readonly string[]): ReadonlySet<string> {
  const newestFirst = [...times].sort((a, b) => b.localeCompare(a));
  const kept = new Set<string>();
  for (const [most, spanOf] of [
    [RETENTION.days, dayOf],
    [RETENTION.weeks, weekOf],
    [RETENTION.months, monthOf],
  ] as const) {
    const spans = new Set<string | number>();
    for (const time of newestFirst) {
      const span = spanOf(time);
      if (spans.has(span)) continue;
      if (spans.size === most) break;
      spans.add(span);
      kept.add(time);
    }
  }
  return kept;
}

const dayOf = (time: string): string => time.slice(0, 10);
const monthOf = (time: string): string => time.slice(0, 7);
/** Weeks begin on Mondays, as in ISO 8601: 1970 began on a Thursday. */
const weekOf = (time: string): number => Math.floor((Date.parse(`${dayOf(time)}T00:00:00Z`) / DAY + 3) / 7);
