/** Licence tests at which the chances are asked: so many times the faults of a mock. */
export const STRICTNESS = [0.5, 0.6, 0.7, 0.85, 1, 1.2, 1.4, 1.7, 2] as const;

/** A licence test that was taken: the chance of passing that its learner had at each of `STRICTNESS`, and how it went. */
export interface TestTaken {
  readonly chances: readonly number[];
  readonly passed: boolean;
}

/** How many faults licence tests count for each one of a mock. */
export interface Strictness {
  /** Above 1 the tests are stricter than the school's mocks. */
  readonly factor: number;
  /** 80 % range. */
  readonly low: number;
  readonly high: number;
  readonly tests: number;
}

/** Before any result: the logarithm of the factor is normal around 0 with this spread (ours). */
const SPREAD = 0.25;
const POINTS = 200;
/** No chance is 0 or 1 for sure. */
const CLOSEST = 0.005;

/**
 * How strict licence tests are against the school's own mocks, by how they went: the posterior of one factor for all faults,
 * point by point on a grid of its logarithm. Nerves and strictness cannot be told apart by results.
 *
 * @returns null without any result
 */
export function strictnessOf(tests: readonly TestTaken[]): Strictness | null {
  if (tests.length === 0) return null;
  const [least, most] = [Math.log(STRICTNESS[0]), Math.log(STRICTNESS.at(-1) ?? 2)];
  const points = Array.from({ length: POINTS + 1 }, (_, n) => least + ((most - least) * n) / POINTS);
  const logs = points.map((point) => {
    const prior = -((point / SPREAD) ** 2) / 2;
    return tests.reduce((sum, { chances, passed }) => {
      const chance = Math.min(1 - CLOSEST, Math.max(CLOSEST, between(chances, point)));
      return sum + Math.log(passed ? chance : 1 - chance);
    }, prior);
  });
  const top = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = points.reduce((sum, point, n) => sum + point * (weights[n] ?? 0), 0) / whole;
  const at = (share: number): number => {
    let left = share * whole;
    const n = weights.findIndex((weight) => (left -= weight) <= 0);
    return Math.exp(points[n] ?? most);
  };
  return { factor: Math.exp(mean), low: at(0.1), high: at(0.9), tests: tests.length };
}

/** A chance between those that were asked for. @param point logarithm of the factor */
function between(chances: readonly number[], point: number): number {
  const above = Math.max(
    1,
    STRICTNESS.findIndex((factor) => Math.log(factor) >= point - 1e-12),
  );
  const [a, b] = [Math.log(STRICTNESS[above - 1] ?? 1), Math.log(STRICTNESS[above] ?? 1)];
  const [from, to] = [chances[above - 1] ?? 0, chances[above] ?? 0];
  return from + ((to - from) * (point - a)) / (b - a);
}
