import { describe, expect, it } from '@jest/globals';
import { keepsFix } from './fixes';

const at = (seconds: number, metres: number) => ({
  at: new Date(Date.UTC(2026, 8, 14) + seconds * 1000).toISOString(),
  lat: 52 + metres / 111_195,
  lon: -2,
});

describe('a fix', () => {
  it('is kept when it is the first, or far enough on in time and place', () => {
    expect(keepsFix(null, at(0, 0))).toBe(true);
    expect(keepsFix(at(0, 0), at(5, 20))).toBe(true);
    expect(keepsFix(at(0, 0), at(2, 40))).toBe(false);
    expect(keepsFix(at(0, 0), at(30, 5))).toBe(false);
  });

  it('is kept once a minute while the car stands', () => {
    expect(keepsFix(at(0, 0), at(61, 0))).toBe(true);
  });
});
