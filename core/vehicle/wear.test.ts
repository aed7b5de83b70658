import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { randomFrom } from '../random';
import type { Checkup, Tyre } from './checkup';
import { crossing, lineThrough, wearOf } from './wear';

const checkup = (day: string, odometer: number, depth: number): Checkup => {
  const tyre: Tyre = { tread: [depth + 0.2, depth, depth + 0.4], pressure: null, damaged: false };
  return {
    id: '00000000-0000-4000-8000-000000000001',
    at: `${day}T09:00:00.000Z`,
    odometer,
    tyres: { 'front-left': tyre, 'front-right': tyre, 'rear-left': tyre, 'rear-right': tyre },
    findings: {},
    note: '',
  };
};
const wear = (...checkups: Checkup[]) => wearOf(checkups)[0];

describe('the wear of a tyre', () => {
  it('of two readings gives the day that arithmetic gives', () => {
    // 2 mm in 10 000 km and 100 days; 2.4 mm left to 1.6 are 12 000 km, or 120 days more.
    const told = wear(checkup('2026-03-01', 30_000, 6), checkup('2026-06-09', 40_000, 4));
    expect(told?.line?.slope).toBeCloseTo(-0.0002, 12);
    expect(told?.reaches?.km).toBeCloseTo(52_000, 6);
    expect(told?.reaches?.day).toBe('2026-10-07');
    expect(told?.interval).toBeNull();
  });

  it('says nothing of one reading, nor of a tyre that does not wear', () => {
    expect(wear(checkup('2026-03-01', 30_000, 6))).toMatchObject({ line: null, reaches: null });
    expect(wear(checkup('2026-03-01', 30_000, 6), checkup('2026-04-01', 32_000, 6.1))).toMatchObject({
      reaches: null,
    });
  });

  it('begins anew with a new tyre', () => {
    const told = wear(
      checkup('2026-01-01', 20_000, 3),
      checkup('2026-02-01', 22_000, 7.8),
      checkup('2026-03-01', 24_000, 7.4),
    );
    expect(told?.readings.map(({ km }) => km)).toEqual([22_000, 24_000]);
  });

  it('is the line of a general-purpose statistics library', () => {
    const point = fc.tuple(
      fc.double({ min: 0, max: 90_000, noNaN: true }),
      fc.double({ min: 0, max: 9, noNaN: true }),
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(point, { minLength: 2, maxLength: 12, selector: ([x]) => Math.round(x) }),
        (points) => {
          const theirs = linearRegression(points.map(([x, y]) => [x, y]));
          const ours = lineThrough(points);
          expect(ours?.slope).toBeCloseTo(theirs.m, 6);
          expect(ours?.at).toBeCloseTo(theirs.b, 4);
        },
      ),
    );
  });

  it('has an interval that holds the truth about eight times in ten', () => {
    const random = randomFrom(20261123);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let held = 0;
    const TIMES = 2_000;
    for (let n = 0; n < TIMES; n += 1) {
      const points = [0, 2, 4, 6, 8].map((x) => [x, 7 - 0.4 * x + 0.15 * normal()] as const);
      const [low, high] = crossing(points, 1.6) ?? [Infinity, -Infinity];
      if (low <= 13.5 && (high === null || 13.5 <= high)) held += 1;
    }
    // Three standard errors of a share of 0.8 in 2000 trials.
    expect(Math.abs(held / TIMES - 0.8)).toBeLessThan(3 * Math.sqrt((0.8 * 0.2) / TIMES));
  });

  it('does not rule out that a tyre lasts for ever where its readings say so little', () => {
    const [, late] = crossing(
      [
        [0, 6],
        [1, 5.2],
        [2, 5.9],
      ],
      1.6,
    ) ?? [0, 0];
    expect(late).toBeNull();
  });
});
