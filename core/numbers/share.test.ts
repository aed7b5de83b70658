import { describe, expect, it } from '@jest/globals';
import { wilson, Z80, Z95 } from './share';

describe('the interval of a share', () => {
  it.each([
    [0.3, 20, Z80],
    [0.5, 7, Z95],
    [0.95, 40, Z95],
  ])('solves its quadratic for %d of %d', (share, count, z) => {
    // Wilson: both bounds p satisfy (share - p)^2 = z^2 p (1 - p) / n.
    const { low, high } = wilson(share, count, z);
    for (const p of [low, high]) expect((share - p) ** 2).toBeCloseTo((z ** 2 * p * (1 - p)) / count, 9);
    expect(low).toBeLessThan(share);
    expect(high).toBeGreaterThan(share);
  });
});
