import { describe, expect, it } from '@jest/globals';
import { pickWeighted, randomFrom, seedOf } from './random';

describe('seeded randomness', () => {
  it('is the same for the same seed, and spread evenly', () => {
    const draw = (seed: number) => Array.from({ length: 2_000 }, randomFrom(seed));
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
    const mean = draw(7).reduce((sum, x) => sum + x, 0) / 2_000;
    // Three standard errors of the mean of 2000 uniform numbers: 3 / sqrt(12 * 2000).
    expect(Math.abs(mean - 0.5)).toBeLessThan(0.0194);
  });

  it('takes seeds from texts as FNV-1a says', () => {
    // Published test vectors of the 32-bit FNV-1a hash (Fowler, Noll, Vo).
    expect(seedOf('')).toBe(0x811c9dc5);
    expect(seedOf('a')).toBe(0xe40c292c);
    expect(seedOf('foobar')).toBe(0xbf9cf968);
  });

  it('picks by weight, and nothing where nothing has weight', () => {
    const random = randomFrom(3);
    const picks = Array.from({ length: 3_000 }, () =>
      pickWeighted(random, [
        ['a', 1],
        ['b', 0],
        ['c', 2],
      ]),
    );
    expect(picks).not.toContain('b');
    expect(picks.filter((pick) => pick === 'c').length / 3_000).toBeCloseTo(2 / 3, 1);
    expect(pickWeighted(random, [['a', 0]])).toBeNull();
  });
});
