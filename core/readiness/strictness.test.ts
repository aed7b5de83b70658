import { expect, it } from '@jest/globals';
import negativeBinomialCdf from '@stdlib/stats-base-dists-negative-binomial-cdf';
import { randomFrom } from '../random';
import { STRICTNESS, strictnessOf, type TestTaken } from './strictness';

/** Chance of at most 15 faults when so many are expected, on days of shape 8. */
const chance = (mean: number): number => negativeBinomialCdf(15, 8, 8 / (8 + mean));

/** Tests of a wide school, taken where the authority counts so many times the faults of a mock. */
function taken(count: number, truth: number, seed = 1): TestTaken[] {
  const random = randomFrom(seed);
  return Array.from({ length: count }, () => {
    const mean = 5 + 14 * random();
    return {
      chances: STRICTNESS.map((factor) => chance(factor * mean)),
      passed: random() < chance(truth * mean),
    };
  });
}

it.each([0.7, 1, 1.4])('finds a factor of %p from many results, and holds it in its range', (truth) => {
  const found = strictnessOf(taken(600, truth));
  expect(found?.factor).toBeGreaterThan(truth * 0.88);
  expect(found?.factor).toBeLessThan(truth * 1.12);
  const held = Array.from({ length: 30 }, (_, seed) => strictnessOf(taken(80, truth, seed + 2))).filter(
    (one) => one && one.low <= truth && truth <= one.high,
  );
  expect(held.length).toBeGreaterThan(15);
});

it('says one, and doubts it, from few results; says nothing from none', () => {
  expect(strictnessOf([])).toBeNull();
  const few = strictnessOf(taken(2, 1));
  expect(few?.factor).toBeGreaterThan(0.8);
  expect(few?.factor).toBeLessThan(1.25);
  const many = strictnessOf(taken(400, 1));
  const width = (one: ReturnType<typeof strictnessOf>) => Math.log((one?.high ?? 1) / (one?.low ?? 1));
  expect(width(many)).toBeLessThan(width(few));
});

it('one more failed test makes it stricter, one more passed milder', () => {
  const tests = taken(30, 1);
  const middle = { chances: STRICTNESS.map((factor) => chance(13 * factor)) };
  const before = strictnessOf(tests)?.factor ?? 0;
  expect(strictnessOf([...tests, { ...middle, passed: false }])?.factor).toBeGreaterThan(before);
  expect(strictnessOf([...tests, { ...middle, passed: true }])?.factor).toBeLessThan(before);
});
