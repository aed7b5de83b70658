import type { Random } from '../random';

/** A standard normal number, by the polar method of Marsaglia (1964). */
function normal(random: Random): number {
  for (;;) {
    const u = 2 * random() - 1;
    const v = 2 * random() - 1;
    const square = u * u + v * v;
    if (square > 0 && square < 1) return u * Math.sqrt((-2 * Math.log(square)) / square);
  }
}

/**
 * A number from the gamma distribution with scale 1, by the method of Marsaglia and Tsang (2000).
 *
 * @param shape above 0
 */
export function drawGamma(random: Random, shape: number): number {
  if (shape < 1) return drawGamma(random, shape + 1) * Math.exp(Math.log(1 - random()) / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(random);
    // Multiplied out, for a power takes five times as long as all the rest.
    const root = 1 + c * x;
    const v = root * root * root;
    if (v <= 0) continue;
    const u = 1 - random();
    // Nearly always enough, and without logarithms (from their paper; from memory).
    if (u < 1 - 0.0331 * (x * x) * (x * x)) return d * v;
    if (Math.log(u) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}

/** A number from the beta distribution. @param a @param b both above 0 */
export function drawBeta(random: Random, a: number, b: number): number {
  const x = drawGamma(random, a);
  return x / (x + drawGamma(random, b));
}

/** Means above this are drawn in halves, for the product would vanish. */
const LARGEST = 30;

/** A count from the Poisson distribution, by multiplication (Knuth). @param mean 0 or more */
export function drawPoisson(random: Random, mean: number): number {
  if (mean > LARGEST) return drawPoisson(random, mean / 2) + drawPoisson(random, mean / 2);
  const limit = Math.exp(-mean);
  let count = 0;
  for (let product = random(); product > limit; product *= random()) count += 1;
  return count;
}
