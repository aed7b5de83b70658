import type { Checkup } from './checkup';
import { daysBetween, LEGAL_TREAD } from './fitness';
import { wheelIds, type Wheel } from './parts';

/** A straight line fitted by least squares, y = at + slope x. */
export interface Line {
  readonly at: number;
  readonly slope: number;
}

export interface Wear {
  readonly wheel: Wheel;
  /** Odometer in km and least depth in mm, oldest first, since the tyre was last changed. */
  readonly readings: readonly { readonly km: number; readonly mm: number; readonly day: string }[];
  /** Depth in mm against km; null with fewer than two readings or where nothing wears. */
  readonly line: Line | null;
  /** Kilometres on the clock, and the day, at which the legal depth is reached. */
  readonly reaches: { readonly km: number; readonly day: string } | null;
  /** The same as an 80 % interval; null with fewer than three readings. The later end may be never. */
  readonly interval: {
    readonly km: readonly [number, number | null];
    readonly day: readonly [string, string | null];
  } | null;
}

/** A tyre that has grown by more than this was changed, in millimetres (ours: gauges differ by less). */
const NEW_TYRE = 1;

/**
 * How each tyre wears and when it reaches the legal depth: a line through its readings since it was changed,
 * and the pace of the odometer over the same time. The interval is Fieller's for the place where the line
 * crosses a height; the pace is taken as it is.
 *
 * @param checkups in any order
 */
export function wearOf(checkups: readonly Checkup[]): readonly Wear[] {
  const inTime = [...checkups].sort((a, b) => a.at.localeCompare(b.at));
  return wheelIds.map((wheel) => {
    const all = inTime.map(({ at, odometer, tyres }) => ({
      km: odometer,
      mm: Math.min(...tyres[wheel].tread),
      day: at.slice(0, 10),
    }));
    const changed = all.findLastIndex(({ mm }, n) => mm > (all[n - 1]?.mm ?? Infinity) + NEW_TYRE);
    const readings = all.slice(Math.max(0, changed));
    const line = lineThrough(readings.map(({ km, mm }) => [km, mm]));
    const first = readings[0];
    const last = readings.at(-1);
    if (!line || line.slope >= 0 || !first || !last)
      return { wheel, readings, line: null, reaches: null, interval: null };
    const perDay = (last.km - first.km) / Math.max(1, daysBetween(first.day, last.day));
    const dayAt = (km: number) => dayAfter(last.day, (km - last.km) / perDay);
    const km = (LEGAL_TREAD - line.at) / line.slope;
    const ends = crossing(
      readings.map(({ km: x, mm }) => [x, mm]),
      LEGAL_TREAD,
    );
    return {
      wheel,
      readings,
      line,
      reaches: { km, day: dayAt(km) },
      interval: ends && {
        km: ends,
        day: [dayAt(ends[0]), ends[1] === null ? null : dayAt(ends[1])],
      },
    };
  });
}

type Point = readonly [x: number, y: number];

/** The line of least squares; null when all points stand at one place. */
export function lineThrough(points: readonly Point[]): Line | null {
  const n = points.length;
  const [mx, my] = means(points);
  const sxx = points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
  if (n < 2 || sxx === 0) return null;
  const slope = points.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0) / sxx;
  return { at: my - slope * mx, slope };
}

/**
 * Fieller's 80 % interval for where the line through the points falls to a height. The second end is null when
 * a line that never falls so low cannot be ruled out; the whole is null with fewer than three points, or when
 * not even the first end can be told.
 */
export function crossing(points: readonly Point[], height: number): readonly [number, number | null] | null {
  const line = lineThrough(points);
  const n = points.length;
  if (!line || n < 3) return null;
  const [mx, my] = means(points);
  const sxx = points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
  const rest = points.reduce((sum, [x, y]) => sum + (y - line.at - line.slope * x) ** 2, 0);
  const variance = rest / (n - 2);
  const t = studentT80(n - 2);
  // All u = x - mx with (my + slope u - height)^2 <= t^2 variance (1/n + u^2/sxx): a quadratic in u.
  const a = line.slope ** 2 - (t * t * variance) / sxx;
  const b = line.slope * (my - height);
  const c = (my - height) ** 2 - (t * t * variance) / n;
  const inside = b * b - a * c;
  if (inside < 0) return null;
  const roots = [(-b - Math.sqrt(inside)) / a, (-b + Math.sqrt(inside)) / a].sort((p, q) => p - q);
  const [low = 0, high = 0] = roots;
  return a > 0 ? [mx + low, mx + high] : [mx + high, null];
}

function means(points: readonly Point[]): readonly [number, number] {
  const sum = points.reduce(([sx, sy], [x, y]) => [sx + x, sy + y] as const, [0, 0] as const);
  return [sum[0] / points.length, sum[1] / points.length];
}

/** Student's t, 90th percentile (two-sided 80 %), by degrees of freedom; published in any table of it. */
const T80 = [
  3.078, 1.886, 1.638, 1.533, 1.476, 1.44, 1.415, 1.397, 1.383, 1.372, 1.363, 1.356, 1.35, 1.345, 1.341,
];
const studentT80 = (freedom: number): number => T80[freedom - 1] ?? 1.337;

/** The day so many days after a day; days far off are all the same to a tyre. */
function dayAfter(day: string, days: number): string {
  const bounded = Math.max(-36_500, Math.min(36_500, Number.isFinite(days) ? days : 36_500));
  return new Date(Date.parse(`${day}T00:00:00Z`) + bounded * 86_400_000).toISOString().slice(0, 10);
}
