import jstat from 'jstat';

/** How often something goes wrong at one place. */
export interface SiteCount {
  readonly key: string;
  readonly passes: number;
  readonly marks: number;
}

/** The same with what it says of the place, once chance is allowed for. */
export interface SiteRate extends SiteCount {
  /** Faults per pass, shrunk towards the mean of all places. */
  readonly rate: number;
  /** Its 80 % interval. */
  readonly low: number;
  readonly high: number;
  /** Probability that the rate exceeds twice the mean. */
  readonly hotness: number;
  readonly hot: boolean;
}

/** A place is hot when its rate exceeds the mean so many times, with at least this probability (routes.md). */
export const HOT_TIMES = 2;
export const HOT_PROBABILITY = 0.9;
/** How sure the mean is before anything was seen: shape of the prior, and its bounds (ours). */
const PRIOR_SHAPE = 1.5;
const LEAST_SHAPE = 0.4;
const MOST_SHAPE = 12;
const INTERVAL = 0.8;

export interface Rates {
  /** Faults per pass over all places. */
  readonly mean: number;
  /** Shape of the prior: the smaller, the more places differ. */
  readonly shape: number;
  readonly sites: readonly SiteRate[];
}

/**
 * Rates of places by a gamma-Poisson posterior: marks ~ Poisson(rate × passes), rate ~ Gamma(shape, shape / mean),
 * so that places passed seldom stay near the mean. The shape comes from how much places differ beyond chance
 * (method of moments); the hottest come first.
 */
export function ratesOf(counts: readonly SiteCount[]): Rates {
  const passes = counts.reduce((sum, one) => sum + one.passes, 0);
  const marks = counts.reduce((sum, one) => sum + one.marks, 0);
  if (passes === 0 || marks === 0)
    return {
      mean: 0,
      shape: PRIOR_SHAPE,
      sites: counts.map((one) => ({ ...one, rate: 0, low: 0, high: 0, hotness: 0, hot: false })),
    };
  const mean = marks / passes;
  const shape = shapeOf(counts, mean);
  const sites = counts
    .map((one): SiteRate => {
      const alpha = shape + one.marks;
      const beta = shape / mean + one.passes;
      const hotness = 1 - jstat.gamma.cdf(HOT_TIMES * mean, alpha, 1 / beta);
      return {
        ...one,
        rate: alpha / beta,
        low: jstat.gamma.inv((1 - INTERVAL) / 2, alpha, 1 / beta),
        high: jstat.gamma.inv((1 + INTERVAL) / 2, alpha, 1 / beta),
        hotness,
        hot: hotness >= HOT_PROBABILITY,
      };
    })
    .sort((a, b) => b.hotness - a.hotness || b.rate - a.rate || a.key.localeCompare(b.key));
  return { mean, shape, sites };
}

/** The variance of rates between places, beyond that of chance: mean² / shape. */
function shapeOf(counts: readonly SiteCount[], mean: number): number {
  const seen = counts.filter(({ passes }) => passes > 0);
  if (seen.length < 8) return PRIOR_SHAPE;
  const passes = seen.reduce((sum, one) => sum + one.passes, 0);
  // Of y ~ NB with mean n m and variance n m + n² m² / shape, summed over places.
  const spread = seen.reduce((sum, one) => sum + (one.marks - one.passes * mean) ** 2, 0);
  const chance = passes * mean;
  const squares = seen.reduce((sum, one) => sum + (one.passes * mean) ** 2, 0);
  const beyond = spread - chance;
  return beyond <= 0 ? MOST_SHAPE : Math.min(MOST_SHAPE, Math.max(LEAST_SHAPE, squares / beyond));
}
