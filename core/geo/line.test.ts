import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { lengthOf, metresAlong, nearestOn, positionAlong, stretchOf } from './line';
import { frameAt } from './plane';
import { distance, type Position } from './sphere';

const near = fc.double({ min: -0.02, max: 0.02, noNaN: true });
const lines = fc
  .array(fc.tuple(near, near), { minLength: 2, maxLength: 12 })
  .map((steps) => steps.map(([dLat, dLon]): Position => ({ lat: 52 + dLat, lon: -2 + dLon })));

describe('a line', () => {
  it('is as long as its steps together', () => {
    const line = [
      { lat: 52, lon: -2 },
      { lat: 52.01, lon: -2 },
      { lat: 52.01, lon: -1.99 },
    ] as const;
    expect(lengthOf(line)).toBeCloseTo(distance(line[0], line[1]) + distance(line[1], line[2]), 6);
    expect(lengthOf([])).toBe(0);
  });

  it('is found again at each of its own places', () => {
    fc.assert(
      fc.property(lines, fc.double({ min: 0, max: 1, noNaN: true }), (line, share) => {
        const metres = metresAlong(line);
        const position = positionAlong(line, metres, share * (metres.at(-1) ?? 0));
        expect(nearestOn(line, metres, position)?.off).toBeLessThan(0.05);
      }),
    );
  });

  it('is nowhere nearer than where it is said to be nearest', () => {
    fc.assert(
      fc.property(lines, near, near, (line, dLat, dLon) => {
        const metres = metresAlong(line);
        const position = { lat: 52 + dLat, lon: -2 + dLon };
        const nearest = nearestOn(line, metres, position);
        for (const share of [0, 0.2, 0.4, 0.6, 0.8, 1]) {
          const other = positionAlong(line, metres, share * (metres.at(-1) ?? 0));
          expect(nearest?.off ?? Infinity).toBeLessThanOrEqual(distance(position, other) * 1.002 + 0.01);
        }
      }),
    );
  });

  it('keeps to the stretch that is asked for', () => {
    const line = [
      { lat: 52, lon: -2 },
      { lat: 52.02, lon: -2 },
    ];
    const metres = metresAlong(line);
    const found = nearestOn(line, metres, { lat: 52, lon: -2 }, 500, 900);
    expect(found?.along).toBeCloseTo(500, 6);
    expect(nearestOn([], [], { lat: 52, lon: -2 })).toBeNull();
  });

  it('is cut so that the parts are as long as the whole', () => {
    fc.assert(
      fc.property(lines, fc.double({ min: 0, max: 1, noNaN: true }), (line, share) => {
        const metres = metresAlong(line);
        const whole = metres.at(-1) ?? 0;
        const at = share * whole;
        const parts = lengthOf(stretchOf(line, metres, 0, at)) + lengthOf(stretchOf(line, metres, at, whole));
        expect(parts).toBeCloseTo(whole, 2);
      }),
    );
  });
});

describe('a flat frame', () => {
  it('differs from great circles by less than five in a thousand within twenty kilometres', () => {
    const far = fc.double({ min: -0.18, max: 0.18, noNaN: true });
    const { toPoint, toPosition } = frameAt({ lat: 52, lon: -2 });
    fc.assert(
      fc.property(far, far, far, far, (a, b, c, d) => {
        const [p, q] = [
          { lat: 52 + a, lon: -2 + b },
          { lat: 52 + c, lon: -2 + d },
        ];
        const [u, v] = [toPoint(p), toPoint(q)];
        const real = distance(p, q);
        fc.pre(real > 10);
        expect(Math.abs(Math.hypot(u.x - v.x, u.y - v.y) / real - 1)).toBeLessThan(0.005);
        expect(toPosition(u).lat).toBeCloseTo(p.lat, 9);
      }),
    );
  });
});
