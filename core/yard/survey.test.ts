import { describe, expect, it } from '@jest/globals';
import type { Survey } from './survey';
import fc from 'fast-check';
import { often } from '../testing/often';
import { laid, vehicleOf } from '../testing/yard';
import {
  outlinesAt,
  pathClearance,
  simulate,
  surveyOf,
  type Layout,
  type Pose,
  type Spot,
  type YardVehicle,
} from '.';

const car = vehicleOf('small-hatchback');
const towing = vehicleOf('hatchback-trailer');
const empty: Layout = {
  ...laid('straight-reverse', car),
  lines: [],
  kerbs: [],
  walls: [],
  guides: [],
  cones: [],
};

const coordinate = fc.double({ min: -8, max: 8, noNaN: true });
const spot: fc.Arbitrary<Spot> = fc.tuple(coordinate, coordinate);
/** Round where the vehicle drives: some of it in the way, most of it beside. */
const about: fc.Arbitrary<Spot> = fc
  .tuple(fc.double({ min: 2, max: 9, noNaN: true }), fc.double({ min: -Math.PI, max: Math.PI, noNaN: true }))
  .map(([far, turn]): Spot => [2 + 1.5 * far * Math.cos(turn), far * Math.sin(turn)]);
const angle = fc.double({ min: -Math.PI, max: Math.PI, noNaN: true });
const pose = (vehicle: YardVehicle): fc.Arbitrary<Pose> =>
  fc.record({
    x: coordinate,
    y: coordinate,
    heading: angle,
    hitch: vehicle.trailer ? fc.double({ min: -1, max: 1, noNaN: true }) : fc.constant(null),
  });

/** Inside a convex outline, by the side of each edge: written apart from the survey. */
const inside = (outline: readonly Spot[], [x, y]: Spot): boolean =>
  outline.every((a, n) => {
    const b = outline[(n + 1) % outline.length] ?? a;
    return (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]) >= 0;
  });
const between = (a: Spot, b: Spot, count: number): readonly Spot[] =>
  Array.from({ length: count + 1 }, (_, n): Spot => [
    a[0] + ((b[0] - a[0]) * n) / count,
    a[1] + ((b[1] - a[1]) * n) / count,
  ]);
const edges = (outline: readonly Spot[], count: number): readonly Spot[] =>
  outline.flatMap((a, n) => between(a, outline[(n + 1) % outline.length] ?? a, count));
const nearest = (some: readonly Spot[], others: readonly Spot[]): number =>
  Math.min(...some.flatMap(([x, y]) => others.map(([u, v]) => Math.hypot(x - u, y - v))));

/** One pose, measured as the first of a way. */
const measured = (survey: Survey, own: Pose) => survey.along(own)(own);

describe('clearance', () => {
  it('from a wall and a cone is the distance of the nearest two points (points laid along both, a few centimetres apart)', () => {
    fc.assert(
      fc.property(fc.constantFrom(car, towing), fc.nat(), spot, spot, spot, (vehicle, seed, from, to, at) => {
        fc.pre(Math.hypot(to[0] - from[0], to[1] - from[1]) > 0.5);
        const own = fc.sample(pose(vehicle), { seed, numRuns: 1 })[0] ?? {
          x: 0,
          y: 0,
          heading: 0,
          hitch: null,
        };
        const outlines = outlinesAt(vehicle, own);
        const wall = measured(surveyOf(vehicle, { ...empty, walls: [{ id: 'wall', from, to }] }), own).solid;
        const points = between(from, to, 150);
        const apart = Math.min(...outlines.map((outline) => nearest(edges(outline, 60), points)));
        const through = outlines.some((outline) => points.some((point) => inside(outline, point)));
        if (through) expect(wall).toBeLessThanOrEqual(1e-9);
        else expect(Math.abs(Math.max(wall, 0) - apart)).toBeLessThan(0.08);
        const cones = [{ id: 'cone', at, pole: false, radius: 0.15 }];
        const cone = measured(surveyOf(vehicle, { ...empty, cones }), own).solid;
        const beside = Math.min(...outlines.map((outline) => nearest(edges(outline, 60), [at]))) - 0.15;
        if (outlines.some((outline) => inside(outline, at))) expect(cone).toBeLessThan(-0.149);
        else expect(Math.abs(cone - beside)).toBeLessThan(0.03);
      }),
      { numRuns: often(60, 2_000) },
    );
  });

  it('of tyres is taken where they touch the ground; bodywork may hang over a line', () => {
    const layout: Layout = { ...empty, lines: [{ id: 'line', from: [-10, 0.8], to: [10, 0.8] }] };
    const survey = surveyOf(car, layout);
    const straight: Pose = { x: 0, y: 0, heading: 0, hitch: null };
    // The body is 0.85 m wide on each side, the tyres are 0.74 m out.
    expect(measured(survey, straight).painted).toBeCloseTo(0.8 - car.track / 2, 9);
    expect(measured(survey, straight).solid).toBe(Infinity);
    expect(survey.crossed(straight, { ...straight, y: 0.1 })).toBe('line');
    expect(survey.crossed(straight, { ...straight, y: 0.05 })).toBeNull();
  });

  it('pose after pose along a way is that of each pose, and crosses a line where two poses alone would', () => {
    const layout: Layout = {
      ...empty,
      lines: [
        { id: 'near', from: [-4, 1.1], to: [9, 1.6] },
        { id: 'far', from: [3, -5], to: [2, 6] },
      ],
      walls: [{ id: 'wall', from: [12, -6], to: [12, 6] }],
    };
    for (const vehicle of [car, towing]) {
      const survey = surveyOf(vehicle, layout);
      const hitch = vehicle.trailer ? 0.1 : null;
      const way = Array.from({ length: 120 }, (_, n): Pose => {
        const turn = 0.012 * n;
        return { x: -8 + 0.15 * n, y: 0.4 * Math.sin(turn * 3), heading: 0.5 * Math.sin(turn), hitch };
      });
      const measure = survey.along(way[0] ?? { x: 0, y: 0, heading: 0, hitch });
      let crossings = 0;
      for (const [n, own] of way.entries()) {
        const { solid, painted, crossed } = measure(own);
        const before = way[n - 1];
        expect(crossed).toBe(before !== undefined && survey.crossed(before, own) !== null);
        crossings += Number(crossed);
        const least = survey.nearest(own).metres;
        if (least >= 0) expect(Math.min(solid, painted)).toBeCloseTo(least, 9);
      }
      expect(crossings).toBeGreaterThan(2);
    }
  });

  it('of a path that is told as clear means that nothing is touched anywhere along it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(car, towing),
        fc.array(fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.constantFrom(-1, 1)), {
          minLength: 2,
          maxLength: 4,
        }),
        fc.array(about, { minLength: 1, maxLength: 3 }),
        fc.array(fc.tuple(about, spot), { maxLength: 1 }),
        (vehicle, turns, cones, walls) => {
          const layout: Layout = {
            ...empty,
            cones: cones.map((at, n) => ({ id: `cone-${n}`, at, pole: false, radius: 0.15 })),
            walls: walls.flatMap(([from, to], n) =>
              // A short wall near where its first end is.
              Math.hypot(to[0], to[1]) > 0.1
                ? [{ id: `wall-${n}`, from, to: [from[0] + to[0] / 8, from[1] + to[1] / 8] }]
                : [],
            ),
          };
          const controls = turns.map(([share, v], n) => ({ t: 1.5 * n, v: v * 1.2, steer: share * 0.55 }));
          const start: Pose = { x: 0, y: 0, heading: 0.3, hitch: vehicle.trailer ? 0 : null };
          const path = simulate(vehicle, { start, controls });
          const { least } = pathClearance(vehicle, surveyOf(vehicle, layout), path);
          fc.pre(least.metres > 0);
          // Five times as many poses as the path has.
          const finer = controls.flatMap((one, n) => {
            const next = controls[n + 1];
            if (!next) return [one];
            return Array.from({ length: 75 }, (_, k) => ({
              t: one.t + 0.02 * k,
              v: one.v + ((next.v - one.v) * k) / 75,
              steer: one.steer + ((next.steer - one.steer) * k) / 75,
            }));
          });
          const things = [
            ...layout.cones.map(({ at }) => at),
            ...layout.walls.flatMap(({ from, to }) => between(from, to, 10)),
          ];
          const touched = simulate(vehicle, { start, controls: finer }).some((sample) =>
            outlinesAt(vehicle, sample).some((outline) => things.some((thing) => inside(outline, thing))),
          );
          expect(touched).toBe(false);
        },
      ),
      { numRuns: often(60, 1_000) },
    );
  });

  it('between samples is found although none of them is the nearest', () => {
    const layout: Layout = { ...empty, cones: [{ id: 'cone', at: [2, 1.05], pole: false, radius: 0.15 }] };
    const path = simulate(car, {
      start: { x: -3, y: 0, heading: 0, hitch: null },
      controls: [
        { t: 0, v: 8, steer: 0 },
        { t: 1, v: 8, steer: 0 },
      ],
    });
    const { least } = pathClearance(car, surveyOf(car, layout), path);
    expect(least).toEqual({ metres: expect.closeTo(0.05, 3), of: 'cone' });
  });
});
