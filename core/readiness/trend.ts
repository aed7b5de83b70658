import jstat from 'jstat';
import type { Evidence } from './evidence';

/** Small faults a test over time: by how much the rate changes a week, with the 90% interval that decides. */
export interface Trend {
  /** Factor a week: below 1 falls. */
  readonly weekly: number;
  readonly low: number;
  readonly high: number;
  readonly says: 'falls' | 'rises' | 'neither';
  /** The line: rate per whole test at the first mock and at the last, with the interval of the mean. */
  readonly line: readonly {
    readonly at: string;
    readonly rate: number;
    readonly low: number;
    readonly high: number;
  }[];
}

/** Fewer mocks draw no line: through two points any line goes. */
export const TREND_MOCKS = 4;
const WEEK = 7 * 86_400_000;
const STEPS = 60;
const LINE_POINTS = 12;
const LEAST_EXPOSURE = 0.3;

/**
 * Log-linear Poisson regression of small faults on time, with the time driven as exposure, fitted by iteratively
 * reweighted least squares; its error is widened where mocks differ by more than chance (quasi-Poisson), and
 * uses Student's t with the degrees of freedom that are left.
 *
 * @returns null for fewer than `TREND_MOCKS` mocks, or when all are of one day
 */
export function trendOf(evidence: readonly Evidence[]): Trend | null {
  const mocks = evidence
    .filter(({ exposure }) => exposure >= LEAST_EXPOSURE)
    .sort((a, b) => a.at.localeCompare(b.at));
  const [first, last] = [mocks[0], mocks.at(-1)];
  if (!first || !last || mocks.length < TREND_MOCKS) return null;
  const start = Date.parse(first.at);
  const rows = mocks.map(({ at, small, exposure }) => ({
    x: (Date.parse(at) - start) / WEEK,
    y: small,
    exposure,
  }));
  const span = (Date.parse(last.at) - start) / WEEK;
  if (span < 1 / 7) return null;

  const total = rows.reduce((sum, { y }) => sum + y, 0);
  const driven = rows.reduce((sum, { exposure }) => sum + exposure, 0);
  let [a, b] = [Math.log((total + 0.5) / driven), 0];
  let [w, wx, wxx] = [0, 0, 0];
  for (let step = 0; step < STEPS; step += 1) {
    let [u, ux] = [0, 0];
    [w, wx, wxx] = [0, 0, 0];
    for (const { x, y, exposure } of rows) {
      const mu = Math.max(1e-9, exposure * Math.exp(a + b * x));
      u += y - mu;
      ux += (y - mu) * x;
      w += mu;
      wx += mu * x;
      wxx += mu * x * x;
    }
    const determinant = w * wxx - wx * wx;
    if (!(determinant > 1e-12)) return null;
    const [da, db] = [(wxx * u - wx * ux) / determinant, (w * ux - wx * u) / determinant];
    // Steps are held short, for a first guess may be far off.
    const held = Math.min(1, 1 / Math.max(1e-9, Math.abs(da), Math.abs(db)));
    a += held * da;
    b += held * db;
    if (Math.abs(da) + Math.abs(db) < 1e-10) break;
  }
  const pearson = rows.reduce((sum, { x, y, exposure }) => {
    const mu = Math.max(1e-9, exposure * Math.exp(a + b * x));
    return sum + (y - mu) ** 2 / mu;
  }, 0);
  const free = rows.length - 2;
  const spread = Math.max(1, pearson / free);
  const determinant = w * wxx - wx * wx;
  // What is shown is what decides: at 90%, for a fall that is hoped for is believed too soon.
  const t = jstat.studentt.inv(0.95, free);
  const error = Math.sqrt((spread * w) / determinant);
  const [low, high] = [Math.exp(b - t * error), Math.exp(b + t * error)] as const;
  const line = Array.from({ length: LINE_POINTS }, (_, n) => {
    const x = (span * n) / (LINE_POINTS - 1);
    const at = new Date(start + x * WEEK).toISOString();
    const off = t * Math.sqrt((spread * (wxx - 2 * x * wx + x * x * w)) / determinant);
    const middle = a + b * x;
    return { at, rate: Math.exp(middle), low: Math.exp(middle - off), high: Math.exp(middle + off) };
  });
  const says = high < 1 ? 'falls' : low > 1 ? 'rises' : 'neither';
  return { weekly: Math.exp(b), low, high, says, line };
}
