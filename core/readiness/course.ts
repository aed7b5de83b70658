import jstat from 'jstat';

/** Gamma distribution of a rate per test: mean `alpha / beta`. */
export interface Rate {
  readonly alpha: number;
  readonly beta: number;
}

/** What a mock tells of the level of a learner: how many small faults of the road, in how much of a test, when. */
export interface LevelCount {
  readonly count: number;
  /** How much of a test it was, above 0. */
  readonly exposure: number;
  /** Weeks before the test. */
  readonly weeks: number;
  readonly weight: number;
}

/** One course that a learner may have taken: by how much their faults change, and the level that follows from it. */
export interface Course {
  /** Natural logarithm of the factor a week; below 0 they learn. */
  readonly slope: number;
  /** How likely it is; all courses together make one. */
  readonly chance: number;
  /** Small faults of the road in a test on its day. */
  readonly level: Rate;
}

/** Slopes on each side of none, up to so many times their spread. */
const SIDE = 10;
const REACH = 3;
/** Below this a spread is none. */
const NO_SPREAD = 1e-6;
/** Days are as good as even from here on. */
export const EVEN_DAYS = 100;
const STEPS = 30;

/**
 * What courses a learner may have taken, by their mocks: slopes under a normal prior, and for each the level on the day of
 * the test under a gamma prior, when the counts of mocks are as uneven as test days (negative binomial). For even days
 * each level is the exact conjugate posterior; else the gamma distribution that has its mode and its curvature on the
 * scale of the logarithm, and the chance of a slope is Laplace's, in the same form (Tierney and Kadane 1986; from memory).
 *
 * @param prior of the level before any mock
 * @param spread standard deviation of the slope before any mock, a week
 * @param steady share of learners who do not change
 * @param days shape of the day factor
 */
export function coursesOf(
  mocks: readonly LevelCount[],
  prior: Rate,
  { spread, steady, days }: { readonly spread: number; readonly steady: number; readonly days: number },
): readonly Course[] {
  const slopes =
    spread < NO_SPREAD
      ? [0]
      : Array.from({ length: 2 * SIDE + 1 }, (_, n) => ((n - SIDE) / SIDE) * REACH * spread);
  // Some stay as they are; of the others slopes are normal.
  const bell = (slope: number): number => (slope === 0 ? 1 : Math.exp(-((slope / spread) ** 2) / 2));
  const bells = slopes.reduce((sum, slope) => sum + bell(slope), 0);
  const priorOf = (slope: number): number =>
    ((1 - steady) * bell(slope)) / bells + (slope === 0 ? steady : 0);
  // What is usual is held of the learner as the mocks saw them, so that no change is believed for the sake of it.
  const whole = mocks.reduce((sum, { exposure, weight }) => sum + exposure * weight, 0);
  const middle =
    whole > 0
      ? mocks.reduce((sum, { exposure, weight, weeks }) => sum + exposure * weight * weeks, 0) / whole
      : 0;
  const found = slopes.map((slope) => {
    const usual = { alpha: prior.alpha, beta: prior.beta * Math.exp(-slope * middle) };
    const { level, logChance } = levelUnder(mocks, usual, slope, days);
    return { slope, level, log: logChance + prior.alpha * Math.log(usual.beta) + Math.log(priorOf(slope)) };
  });
  const most = Math.max(...found.map(({ log }) => log));
  const all = found.reduce((sum, { log }) => sum + Math.exp(log - most), 0);
  return found.map(({ slope, level, log }) => ({ slope, level, chance: Math.exp(log - most) / all }));
}

/** The level on the day of the test when a learner changes by a slope, and how likely the counts are then. */
function levelUnder(
  mocks: readonly LevelCount[],
  { alpha, beta }: Rate,
  slope: number,
  days: number,
): { readonly level: Rate; readonly logChance: number } {
  const rows = mocks.map(({ count, exposure, weeks, weight }) => ({
    count,
    weight,
    // At a level of one.
    mean: exposure * Math.exp(-slope * weeks),
  }));
  const even = days >= EVEN_DAYS;
  const counted = rows.reduce((sum, { count, weight }) => sum + weight * count, 0);
  const driven = rows.reduce((sum, { mean, weight }) => sum + weight * mean, 0);
  // Even days: conjugate. It is where the search begins for uneven ones.
  let log = Math.log((alpha + counted) / (beta + driven));
  const at = (u: number) => {
    const level = Math.exp(u);
    let [value, first, second] = [alpha * u - beta * level, alpha - beta * level, -beta * level];
    for (const { count, weight, mean } of rows) {
      const mu = mean * level;
      if (even) {
        value += weight * (count * Math.log(mu) - mu);
        first += weight * (count - mu);
        second -= weight * mu;
      } else {
        const share = mu / (days + mu);
        value += weight * (count * Math.log(mean) + count * u - (count + days) * Math.log(days + mu));
        first += weight * (count - (count + days) * share);
        second -= weight * (count + days) * share * (1 - share);
      }
    }
    return { value, first, second };
  };
  for (let step = 0; step < STEPS; step += 1) {
    const { first, second } = at(log);
    const move = Math.max(-1, Math.min(1, -first / second));
    log += move;
    if (Math.abs(move) < 1e-9) break;
  }
  const { value, second } = at(log);
  const shape = -second;
  const rate = shape / Math.exp(log);
  // The area under the gamma density that touches here.
  const area = jstat.gammaln(shape) - shape * Math.log(rate) - (shape * log - shape);
  return { level: { alpha: shape, beta: rate }, logChance: value + area };
}
