import { describe, expect, it } from '@jest/globals';
import negativeBinomialCdf from '@stdlib/stats-base-dists-negative-binomial-cdf';
import { coursesOf, type LevelCount } from './course';

const prior = { alpha: 2.5, beta: 0.25 };
const logChance = (count: number, level: number): number => {
  const upTo = (most: number) => (most < 0 ? 0 : negativeBinomialCdf(most, 8, 8 / (8 + level)));
  return Math.log(upTo(count) - upTo(count - 1));
};
const counted = (counts: readonly number[], more: Partial<LevelCount> = {}): LevelCount[] =>
  counts.map((count, n) => ({ count, exposure: 1, weeks: counts.length - n, weight: 1, ...more }));
const meanSlope = (mocks: readonly LevelCount[], spread = 0.15) =>
  coursesOf(mocks, prior, { spread, steady: 0.4, days: 8 }).reduce(
    (sum, { slope, chance }) => sum + slope * chance,
    0,
  );
const meanLevel = (mocks: readonly LevelCount[], spread = 0.15) =>
  coursesOf(mocks, prior, { spread, steady: 0.4, days: 8 }).reduce(
    (sum, { level, chance }) => sum + (level.alpha / level.beta) * chance,
    0,
  );

describe('courses that a learner may have taken', () => {
  it('without any change, on even days, are the one conjugate posterior', () => {
    const [only, ...more] = coursesOf(counted([4, 9], { exposure: 0.5, weight: 0.7 }), prior, {
      spread: 0,
      steady: 0,
      days: 100,
    });
    expect(more).toEqual([]);
    expect(only?.chance).toBe(1);
    expect(only?.level.alpha).toBeCloseTo(2.5 + 0.7 * 13, 6);
    expect(only?.level.beta).toBeCloseTo(0.25 + 0.7, 6);
  });

  it('on uneven days have the mean and spread of a posterior that is summed up point by point', () => {
    for (const counts of [[12], [3, 5, 4], [30, 22, 28, 26], [0, 0, 0]]) {
      const mocks = counted(counts);
      const [only] = coursesOf(mocks, prior, { spread: 0, steady: 0, days: 8 });
      // Levels from near nought up, each with the library's negative binomial of mean `level` and shape 8.
      const points = Array.from({ length: 1_500 }, (_, n) => 0.05 * (n + 1));
      const logs = points.map(
        (level) =>
          (prior.alpha - 1) * Math.log(level) -
          prior.beta * level +
          counts.reduce((sum, count) => sum + logChance(count, level), 0),
      );
      const most = Math.max(...logs);
      const weights = logs.map((log) => Math.exp(log - most));
      const whole = weights.reduce((sum, weight) => sum + weight, 0);
      const mean = points.reduce((sum, x, n) => sum + x * (weights[n] ?? 0), 0) / whole;
      const variance = points.reduce((sum, x, n) => sum + (x - mean) ** 2 * (weights[n] ?? 0), 0) / whole;
      const { alpha, beta } = only?.level ?? { alpha: 0, beta: 1 };
      expect(alpha / beta / mean).toBeGreaterThan(0.94);
      expect(alpha / beta / mean).toBeLessThan(1.06);
      expect(Math.sqrt(alpha) / beta / Math.sqrt(variance)).toBeGreaterThan(0.93);
      expect(Math.sqrt(alpha) / beta / Math.sqrt(variance)).toBeLessThan(1.07);
    }
  });

  it('fall for who makes fewer faults from mock to mock, rise for who makes more, and stay for who stays', () => {
    expect(meanSlope(counted([24, 20, 17, 15, 13, 11, 9, 8]))).toBeLessThan(-0.07);
    expect(meanSlope(counted([8, 9, 11, 13, 15, 17, 20, 24]))).toBeGreaterThan(0.07);
    expect(Math.abs(meanSlope(counted([11, 12, 10, 11, 12, 10])))).toBeLessThan(0.02);
  });

  it('carry a learner who improves to the day of the test, nearer to the last mocks than to their mean', () => {
    const level = meanLevel(counted([24, 20, 17, 15, 13, 11, 9, 8]));
    expect(level).toBeLessThan(10.5);
    expect(level).toBeGreaterThan(5);
    expect(meanLevel(counted([24, 20, 17, 15, 13, 11, 9, 8]), 0)).toBeGreaterThan(12);
  });

  it('are all the prior without any mock, and their chances make one', () => {
    const courses = coursesOf([], prior, { spread: 0.15, steady: 0.4, days: 8 });
    expect(courses.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 12);
    expect(courses.reduce((sum, { slope, chance }) => sum + slope * chance, 0)).toBeCloseTo(0, 12);
    for (const { level } of courses) expect(level.alpha / level.beta).toBeCloseTo(10, 6);
  });

  it('move up with every fault, and down with every clean mock', () => {
    for (const counts of [[3], [8, 6], [20, 4, 9]]) {
      const last = counts.length - 1;
      const more = counts.map((count, n) => (n === last ? count + 3 : count));
      expect(meanLevel(counted(more))).toBeGreaterThan(meanLevel(counted(counts)));
      const clean: LevelCount = { count: 0, exposure: 1, weeks: 0.5, weight: 1 };
      expect(meanLevel([...counted(counts), clean])).toBeLessThan(meanLevel(counted(counts)));
    }
  });
});
