import { describe, expect, it } from '@jest/globals';
import { vehicleOf } from '../testing/yard';
import { simulate } from './simulate';
import { sweep } from './sweep';
import { fullLock, leastRadius } from './vehicle';

const car = vehicleOf('small-hatchback');
const towing = vehicleOf('hatchback-trailer');
const circle = (seconds: number, hitch: number | null = null) =>
  simulate(hitch === null ? car : towing, {
    start: { x: 0, y: 0, heading: 0, hitch },
    controls: [
      { t: 0, v: 1.2, steer: fullLock(car) },
      { t: seconds, v: 1.2, steer: fullLock(car) },
    ],
  });

describe('what is swept over', () => {
  it('has an outline every few centimetres, so that its edge is smooth', () => {
    const { outlines } = sweep(car, circle(8));
    for (const [n, outline] of outlines.entries()) {
      const before = outlines[n - 1];
      if (!before) continue;
      for (const [k, [x, y]] of outline.entries()) {
        const [u, v] = before[k] ?? [NaN, NaN];
        expect(Math.hypot(x - u, y - v)).toBeLessThan(0.1);
      }
    }
  });

  it('reaches as far out as the outer front corner goes on a circle at full lock (geometry)', () => {
    const { outlines } = sweep(car, circle(40));
    const radius = leastRadius(car);
    const out = Math.hypot(radius + car.width / 2, car.wheelbase + car.frontOverhang);
    const far = outlines.flat().map(([x, y]) => Math.hypot(x, y - radius));
    expect(Math.max(...far)).toBeCloseTo(out, 3);
    expect(Math.min(...far)).toBeGreaterThan(radius - car.width / 2 - 1e-3);
  });

  it('has the track of the outer front tyre on the turning circle (geometry)', () => {
    const { tracks } = sweep(car, circle(12));
    const outer = tracks.find(({ id }) => id === 'front-right');
    for (const [x, y] of outer?.line ?? [])
      expect(Math.hypot(x, y - leastRadius(car))).toBeCloseTo(car.turningCircle / 2, 3);
  });

  it('stays small enough to be drawn on a long way, with the tracks of a trailer too', () => {
    const long = sweep(towing, circle(200, 0));
    expect(long.outlines.length).toBeLessThan(2 * 1_400);
    expect(long.tracks.map(({ id }) => id)).toContain('trailer-left');
  });

  it('of one place is one outline', () => {
    expect(sweep(car, circle(8).slice(0, 1)).outlines).toHaveLength(1);
  });
});
