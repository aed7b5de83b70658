import { describe, expect, it } from '@jest/globals';
import gammaCdf from '@stdlib/stats-base-dists-gamma-cdf';
import negativeBinomialCdf from '@stdlib/stats-base-dists-negative-binomial-cdf';
import { randomFrom } from '../random';
import { mockOf, often, standardWith } from '../testing';
import { fastLimits } from './cells';
import { drawBeta, drawGamma, drawPoisson } from './draw';
import { posteriorOf, schoolRates, weightAt, type Posterior } from './posterior';
import { usualSettings, type ReadinessSettings } from './settings';
import { forecast } from './simulate';

const DAY = '2026-11-25T09:00:00.000Z';
const NONE = { tests: 0, marks: [], exposures: [] };
/** Luck of the day off: what the exact cases ask for. */
const still: ReadinessSettings = {
  ...usualSettings,
  daySpread: 100,
  slopeSpread: 0,
  outer: 2_000,
  inner: 10,
};

const oneLimit = (max: number, severities: readonly string[]) =>
  standardWith({
    limits: [{ id: 'only', of: 'faults', where: { severities }, per: 'test', max, because: 'b' }],
    manoeuvres: [],
    questions: undefined,
  });

const simulate = (
  standard: Parameters<typeof forecast>[0]['standard'],
  posterior: Posterior,
  settings = still,
  seed = 5,
) => forecast({ standard, posterior, settings, wrong: null, hours: 0, seed, brief: true });

describe('what is drawn', () => {
  it.each([0.3, 1, 2.5, 40])('gamma numbers of shape %p follow the library’s distribution', (shape) => {
    const random = randomFrom(3);
    const draws = Array.from({ length: 4_000 }, () => drawGamma(random, shape)).sort((a, b) => a - b);
    const worst = Math.max(
      ...draws.map((x, n) => Math.abs(gammaCdf(x, shape, 1) - (n + 0.5) / draws.length)),
    );
    // Kolmogorov's bound for one in a thousand: 1.95 / sqrt(n).
    expect(worst).toBeLessThan(1.95 / Math.sqrt(draws.length));
  });

  it('beta and Poisson numbers have their mean and variance', () => {
    const random = randomFrom(4);
    const betas = Array.from({ length: 8_000 }, () => drawBeta(random, 2, 6));
    expect(betas.reduce((sum, x) => sum + x, 0) / betas.length).toBeCloseTo(0.25, 2);
    for (const rate of [0.4, 7, 90]) {
      const counts = Array.from({ length: 8_000 }, () => drawPoisson(random, rate));
      const mean = counts.reduce((sum, x) => sum + x, 0) / counts.length;
      const variance = counts.reduce((sum, x) => sum + (x - mean) ** 2, 0) / counts.length;
      expect(Math.abs(mean - rate)).toBeLessThan(4 * Math.sqrt(rate / counts.length));
      expect(variance / rate).toBeCloseTo(1, 0);
    }
  });
});

describe('a forecast against exact cases', () => {
  const skills = ['blind-spot', 'mirrors-routine', 'stalling', 'vehicle-safety'];

  it.each([3, 6, 10])('total within %p: the negative binomial of a statistics library', (max) => {
    const standard = oneLimit(max, ['minor']);
    const { cells } = fastLimits(standard);
    const [first = 0, second = 0] = cells.flatMap(({ gravity }, n) => (gravity === 1 ? [n] : []));
    const evidence = [
      mockOf({
        covered: skills,
        counts: [
          [first, 4],
          [second, 3],
        ],
        small: 7,
      }),
    ];
    const posterior = posteriorOf(standard, evidence, NONE, still, DAY);
    // All of the evidence is of the day: seven faults in one test, after a prior that is held by its shape alone.
    const alpha = still.levelShape + 7;
    const beta = still.levelShape / still.usualMinors + 1;
    // Failures before the alpha-th success, with chance beta / (beta + 1).
    const exact = negativeBinomialCdf(max, alpha, beta / (beta + 1));
    const { pass, tests } = simulate(standard, posterior);
    expect(Math.abs(pass - exact)).toBeLessThan(4 * Math.sqrt((exact * (1 - exact)) / 2_000) + 1 / tests);
  });

  it.each([0, 1, 3])('no grave fault after %p of them: (beta / (beta + 1)) to the alpha', (times) => {
    const standard = oneLimit(0, ['grave']);
    const { cells } = fastLimits(standard);
    const cell = cells.findIndex(({ gravity }) => gravity === 3);
    const evidence = [mockOf({ covered: skills, counts: times > 0 ? [[cell, times]] : [], grave: times })];
    const posterior = posteriorOf(standard, evidence, NONE, still, DAY);
    const exact = Math.pow(2 / 3, still.usualGrave + times);
    expect(Math.abs(simulate(standard, posterior).pass - exact)).toBeLessThan(
      4 * Math.sqrt((exact * (1 - exact)) / 2_000),
    );
  });

  it('with even days the luck of a day only lowers the chance of somebody who is within the limit', () => {
    const standard = oneLimit(9, ['minor']);
    const posterior = posteriorOf(
      standard,
      [mockOf({ covered: skills, counts: [[0, 5]] })],
      NONE,
      still,
      DAY,
    );
    const uneven = simulate(standard, posterior, { ...still, daySpread: 2 });
    expect(uneven.pass).toBeLessThan(simulate(standard, posterior).pass);
    expect(simulate(standard, posterior, { ...still, nerves: 2 }).pass).toBeLessThan(
      simulate(standard, posterior).pass,
    );
  });

  it('in brief it is the very same chance, interval and first broken limits as in full', () => {
    const standard = oneLimit(9, ['minor']);
    const posterior = posteriorOf(
      standard,
      [mockOf({ covered: skills, counts: [[0, 5]] })],
      NONE,
      still,
      DAY,
    );
    const asked = { standard, posterior, settings: still, wrong: null, hours: 0, seed: 8 };
    const full = forecast(asked);
    const brief = forecast({ ...asked, brief: true });
    const { pass, low, high, broken } = full;
    expect(brief).toMatchObject({ pass, low, high, broken });
    expect(brief.gains).toEqual([]);
  });

  it('is the same for the same seed, and another for another', () => {
    const standard = oneLimit(6, ['minor']);
    const posterior = posteriorOf(standard, [], NONE, usualSettings, DAY);
    expect(simulate(standard, posterior, usualSettings, 1)).toEqual(
      simulate(standard, posterior, usualSettings, 1),
    );
    expect(simulate(standard, posterior, usualSettings, 1)).not.toEqual(
      simulate(standard, posterior, usualSettings, 2),
    );
  });

  it('safety questions add marks by their chances, and nothing when all are right', () => {
    const standard = standardWith({
      limits: [{ id: 'only', of: 'faults', where: { items: ['answer'] }, per: 'test', max: 0, because: 'b' }],
      manoeuvres: [],
    });
    const posterior = posteriorOf(standard, [], NONE, still, DAY);
    const asked = (wrong: readonly number[]) =>
      forecast({ standard, posterior, settings: still, wrong, hours: 0, seed: 3, brief: true }).pass;
    expect(asked([1])).toBe(1);
    expect(asked([0.6, 0.4])).toBeCloseTo(0.6, 1);
    expect(asked([0, 1])).toBe(0);
  });
});

describe('the interval', () => {
  it('holds the truth of three to four and a quarter learners in five', () => {
    const standard = oneLimit(6, ['minor']);
    const { cells } = fastLimits(standard);
    const settings = { ...usualSettings, daySpread: 100, outer: 160, inner: 12 };
    const prior = posteriorOf(standard, [], NONE, settings, DAY);
    const random = randomFrom(20_261_125);
    const learners = often(160, 320);
    let held = 0;
    for (let n = 0; n < learners; n += 1) {
      // Known rates, drawn from what the school is like; then four mocks.
      const rates = cells.map((_, cell) => {
        const rate = prior.small[cell];
        return rate ? drawGamma(random, rate.alpha) / rate.beta : 0;
      });
      const mocks = Array.from({ length: 4 }, () =>
        mockOf({
          covered: ['blind-spot', 'mirrors-routine', 'stalling', 'vehicle-safety'],
          counts: rates.map((rate, cell) => [cell, drawPoisson(random, rate)] as const),
        }),
      );
      const posterior = posteriorOf(standard, mocks, NONE, settings, DAY);
      const { low, high } = forecast({
        standard,
        posterior,
        settings,
        wrong: null,
        hours: 0,
        seed: n,
        brief: true,
      });
      // The truth is exact here: so many or fewer of a Poisson number.
      const total = rates.reduce((sum, rate, cell) => sum + (cells[cell]?.gravity === 1 ? rate : 0), 0);
      let [truth, term] = [0, Math.exp(-total)];
      for (let k = 0; k <= 6; k += 1) {
        truth += term;
        term *= total / (k + 1);
      }
      if (truth >= low && truth <= high) held += 1;
    }
    expect(held / learners).toBeGreaterThanOrEqual(0.75);
    expect(held / learners).toBeLessThanOrEqual(0.85);
  });

  it('is narrower with more mocks', () => {
    const standard = oneLimit(6, ['minor']);
    const width = (mocks: number) => {
      const evidence = Array.from({ length: mocks }, () =>
        mockOf({
          covered: ['blind-spot', 'mirrors-routine', 'stalling', 'vehicle-safety'],
          counts: [[0, 5]],
        }),
      );
      const { low, high } = simulate(
        standard,
        posteriorOf(standard, evidence, NONE, usualSettings, DAY),
        usualSettings,
      );
      return high - low;
    };
    expect(width(12)).toBeLessThan(width(3));
    expect(width(3)).toBeLessThan(width(0));
  });
});

describe('what to work on', () => {
  it('an item that goes wrong again and again gains most', () => {
    const standard = oneLimit(4, ['minor']);
    const covered = ['blind-spot', 'mirrors-routine', 'stalling', 'vehicle-safety'];
    const habit = fastLimits(standard).cells.findIndex(
      ({ item, gravity }) => item === 'mirror' && gravity === 1,
    );
    const evidence = [1, 2, 3].map(() => mockOf({ covered, counts: [[habit, 4]] }));
    const { gains, hours, pass } = forecast({
      standard,
      posterior: posteriorOf(standard, evidence, NONE, usualSettings, DAY),
      settings: usualSettings,
      wrong: null,
      hours: 4,
      seed: 2,
    });
    expect(gains[0]?.item).toBe('mirror');
    expect(hours.map(({ item }) => item)).toEqual(['mirror', 'mirror', 'mirror', 'mirror']);
    expect(hours.at(-1)?.pass).toBeGreaterThan(pass + 0.2);
  });
});

describe('evidence and its weight', () => {
  const covered = ['blind-spot', 'mirrors-routine', 'stalling', 'vehicle-safety'];
  const standard = oneLimit(6, ['minor']);

  it('halves with each half-life, and a mock after the day weighs whole', () => {
    expect(weightAt('2026-10-28T09:00:00.000Z', DAY, 28)).toBeCloseTo(0.5, 9);
    expect(weightAt('2026-09-30T09:00:00.000Z', DAY, 28)).toBeCloseTo(0.25, 9);
    expect(weightAt('2026-12-30T09:00:00.000Z', DAY, 28)).toBe(1);
  });

  it('half a drive counts half, and a yard says nothing of the road', () => {
    const betaOf = (exposure: number) =>
      posteriorOf(standard, [mockOf({ covered, exposure })], NONE, usualSettings, DAY).small[0]?.beta ?? 0;
    expect(betaOf(0.5)).toBeCloseTo(1.5, 9);
    expect(betaOf(0)).toBeCloseTo(1, 9);
  });

  it('the school’s learners near test level make the prior', () => {
    const cell = fastLimits(standard).cells.findIndex(
      ({ item, gravity }) => item === 'stall' && gravity === 1,
    );
    const school = schoolRates(
      standard,
      Array.from({ length: 10 }, () => [
        mockOf({ covered, counts: [[cell, 3]] }),
        mockOf({ covered, counts: [[cell, 3]] }),
        // An older one, from before anybody was near.
        mockOf({ covered, counts: [[cell, 30]], at: '2026-06-01T09:00:00.000Z' }),
      ]),
    );
    expect(school.tests).toBe(20);
    const { small } = posteriorOf(standard, [], school, usualSettings, DAY);
    expect((small[cell]?.alpha ?? 0) / (small[cell]?.beta ?? 1)).toBeCloseTo(3, 0);
  });
});
