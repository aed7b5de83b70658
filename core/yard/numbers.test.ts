import { describe, expect, it } from '@jest/globals';
import { courseIds, laid, vehicleIds, vehicleOf } from '../testing/yard';
import { numberPlaces } from './numbers';
import { extentOf, pointsOf } from './setout';

describe('numbers beside points', () => {
  it('stand over no other number and no point, on every course for every vehicle as large as it is drawn', () => {
    const room = { width: 17, height: 13, away: 14 };
    for (const id of courseIds)
      for (const own of vehicleIds) {
        const layout = laid(id, vehicleOf(own));
        const { x, y } = extentOf(layout);
        const scale = 700 / Math.max(x[1] - x[0], y[1] - y[0]);
        const spots = pointsOf(layout).map(({ at }) => [at[0] * scale, at[1] * scale] as const);
        const middle = [((x[0] + x[1]) / 2) * scale, ((y[0] + y[1]) / 2) * scale] as const;
        const places = numberPlaces(spots, { ...room, middle });
        expect(places).toHaveLength(spots.length);
        for (const [n, [px, py]] of places.entries()) {
          const others = places.filter(
            (one, k) =>
              k !== n &&
              Math.abs(one[0] - px) < room.width - 1e-9 &&
              Math.abs(one[1] - py) < room.height - 1e-9,
          );
          expect([id, own, n, others]).toEqual([id, own, n, []]);
          const spot = spots[n] ?? [NaN, NaN];
          expect(Math.hypot(px - spot[0], py - spot[1])).toBeLessThan(room.away * 4);
        }
      }
  });

  it('stand towards the middle where nothing is in the way', () => {
    const [place] = numberPlaces([[0, 0]], { width: 10, height: 10, away: 12, middle: [100, 0] });
    expect(place?.[0]).toBeCloseTo(12);
    expect(place?.[1]).toBeCloseTo(0);
  });

  it('are there also where ten points lie in one place', () => {
    const spots = Array.from({ length: 10 }, () => [5, 5] as const);
    expect(numberPlaces(spots, { width: 10, height: 10, away: 12, middle: [9, 9] })).toHaveLength(10);
  });
});
