import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { laid, vehicleIds, vehicleOf } from '../../testing/yard';
import { findPlan, type Layout, type Sample, type YardVehicle } from '..';
import { sampleAt } from '../simulate';
import { markWords, sightingMarks } from './marks';
import { reflectionOf, turnedFor, type Mirror } from './mirror';
import { lookout, seen } from './see';
import { along, cross, dot, lengthOf, minus, unit, type Point } from './space';

const car = vehicleOf('small-hatchback');
const towing = vehicleOf('hatchback-trailer');
const origin = { x: 0, y: 0, heading: 0, hitch: null };

const glass = (radius: number | null): Mirror => ({
  id: 'glass',
  title: 'glass',
  centre: [0, 0, 1],
  normal: [1, 0, 0],
  width: 0.4,
  height: 0.3,
  radius,
});
const coordinate = (least: number, most: number) =>
  fc.integer({ min: least * 1000, max: most * 1000 }).map((n) => n / 1000);
const before: fc.Arbitrary<Point> = fc.tuple(coordinate(0.3, 8), coordinate(-3, 3), coordinate(0, 2));

describe('a mirror', () => {
  it('reflects by the law: equal angles to the normal, in one plane (optics), flat and convex', () => {
    fc.assert(
      fc.property(fc.constantFrom(null, 0.8, 1.4, 3), before, before, (radius, eye, point) => {
        const place = reflectionOf(glass(radius), eye, point);
        if (!place) return;
        const normal = radius === null ? ([1, 0, 0] as const) : unit(minus(place, [-radius, 0, 1]));
        const [to, on] = [unit(minus(eye, place)), unit(minus(point, place))];
        expect(dot(to, normal)).toBeCloseTo(dot(on, normal), 6);
        expect(Math.abs(dot(cross(to, on), normal))).toBeLessThan(1e-6);
        if (radius !== null) expect(lengthOf(minus(place, [-radius, 0, 1]))).toBeCloseTo(radius, 9);
      }),
      { numRuns: 500 },
    );
  });

  it('that is flat shows what the mirrored eye would see through its frame (optics)', () => {
    fc.assert(
      fc.property(before, before, (eye, point) => {
        const behind: Point = [-eye[0], eye[1], eye[2]];
        const share = eye[0] / (eye[0] + point[0]);
        const through = along(behind, minus(point, behind), share);
        const inside = Math.abs(through[1]) <= 0.2 && Math.abs(through[2] - 1) <= 0.15;
        const place = reflectionOf(glass(null), eye, point);
        expect(place !== null).toBe(inside);
        if (place) for (const n of [0, 1, 2] as const) expect(place[n]).toBeCloseTo(through[n], 9);
      }),
      { numRuns: 300 },
    );
  });

  it('that is convex shows the image where the mirror equation puts it: 1/p + 1/q = -2/r (optics, small angles)', () => {
    const radius = 1.4;
    for (const [p, e] of [
      [2, 1],
      [10, 0.8],
      [30, 1.5],
    ] as const) {
      const high = 0.01 * p;
      const q = (p * radius) / (2 * p + radius);
      const image = (high * q) / p;
      const place = reflectionOf(glass(radius), [e, 0, 1], [p, high, 1]);
      // The eye sees the image behind the glass: the line to it goes through the glass here.
      expect(place?.[1]).toBeCloseTo((image * e) / (e + q), 4);
    }
  });

  it('shows nothing of what lies behind it or beyond its edge', () => {
    expect(reflectionOf(glass(1.4), [1, 0, 1], [-1, 0, 1])).toBeNull();
    expect(reflectionOf(glass(1.4), [-1, 0, 1], [1, 0, 1])).toBeNull();
    expect(reflectionOf(glass(null), [1, 0, 1], [1, 3, 1])).toBeNull();
  });

  it('that is turned for an eye shows straight behind beside the vehicle in its inner part', () => {
    for (const id of vehicleIds) {
      const vehicle = vehicleOf(id);
      for (const mirror of vehicle.mirrors) {
        const side = Math.sign(mirror.centre[1]);
        const turned = turnedFor(mirror, vehicle.eye);
        const far: Point = [-30, mirror.centre[1] + side * 2, 0.5];
        expect([id, mirror.id, reflectionOf(turned, vehicle.eye, far) !== null]).toEqual([
          id,
          mirror.id,
          true,
        ]);
      }
    }
  });
});

describe('what a driver sees', () => {
  const bare: Layout = { ...laid('garage-bay', car), walls: [], cones: [] };
  const onGround = (vehicle: YardVehicle, ahead: number, left: number) =>
    lookout(vehicle, bare, origin).sight([ahead, left, 0]).direct;

  it('begins beyond the door where the lower edge of the window lets it: d e / (e - z) (similar triangles)', () => {
    const [ex, ey, e] = car.eye;
    // The lower edge of the window lies 30 cm below the eye.
    for (const side of [1, -1] as const) {
      const d = car.width / 2 - side * ey;
      const first = (d * e) / 0.3;
      const left = (far: number) => onGround(car, ex + 0.1, ey + side * far);
      expect(left(first - 0.1)).toBe(false);
      expect(left(first + 0.1)).toBe(true);
    }
  });

  it('is nearer in front of a short bonnet than of a long one', () => {
    const nearest = (vehicle: YardVehicle): number => {
      for (let far = 1; far < 40; far += 0.05)
        if (onGround(vehicle, vehicle.eye[0] + far, vehicle.eye[1])) return far;
      return Infinity;
    };
    const long = { ...car, frontOverhang: car.frontOverhang + 0.6 };
    expect(nearest(long)).toBeGreaterThan(nearest(car) + 0.5);
  });

  it('has nothing straight behind a box trailer, nor behind a wall', () => {
    const cone = (at: readonly [number, number]) => ({
      ...bare,
      cones: [{ id: 'cone', at, pole: false, radius: 0.15 }],
    });
    const straight = { ...origin, hitch: 0 };
    expect(seen(towing, cone([-8, 0]), straight).hidden).toEqual(['cone']);
    expect(seen({ ...towing, trailer: null }, cone([-14, 0]), origin).hidden).toEqual([]);
    const ahead = cone([12, 0]);
    expect(seen(car, ahead, origin).direct).toEqual(['cone']);
    const wall = { id: 'wall', from: [8, -3], to: [8, 3] } as const;
    expect(seen(car, { ...ahead, walls: [wall] }, origin).hidden).toEqual(['cone']);
  });

  it('is each cone once: direct, in mirrors, or hidden', () => {
    for (const id of vehicleIds) {
      const vehicle = vehicleOf(id);
      const layout = laid('long-reversing-area', vehicle);
      const pose = { x: 5, y: 30, heading: Math.PI / 2, hitch: vehicle.trailer ? 0 : null };
      const { direct, mirrors, hidden } = seen(vehicle, layout, pose);
      const some = new Set([...direct, ...Object.values(mirrors).flat()]);
      expect([...some, ...hidden].sort()).toEqual(layout.cones.map((cone) => cone.id).sort());
      expect(hidden.some((cone) => some.has(cone))).toBe(false);
    }
  });
});

/** Where the vehicle stands so many metres of its way before a time. */
function poseBefore(path: readonly Sample[], t: number, metres: number): Sample | null {
  let [at, left] = [t, metres];
  while (left > 0 && at > 0) {
    const [a, b] = [sampleAt(path, at), sampleAt(path, at - 0.01)];
    if (a && b) left -= Math.hypot(a.x - b.x, a.y - b.y);
    at -= 0.01;
  }
  return sampleAt(path, at);
}

describe('sighting marks', () => {
  const marked = (course: string, vehicle: YardVehicle) => {
    const layout = laid(course, vehicle);
    const plan = findPlan(vehicle, layout);
    if (!plan) throw new Error(`no plan for ${course}`);
    return { layout, plan, moments: sightingMarks(vehicle, layout, plan) };
  };

  it('are given for every steering change and stop, or it is said that there is none', () => {
    const { plan, moments } = marked('alley-dock-left', car);
    expect(moments).toHaveLength(plan.stages.length);
    expect(moments.at(-1)?.turn).toBe('stop');
    expect(moments.some(({ mark }) => mark !== null)).toBe(true);
    for (const { mark } of moments) if (mark) expect(markWords(mark)).toMatch(/^when.* (covers|meets) the /);
  });

  it('line up at their moment: eye, part and course lie in one line (worked out again from the plan)', () => {
    for (const course of ['alley-dock-left', 'turn-in-the-road'] as const) {
      const { layout, plan, moments } = marked(course, car);
      for (const { mark, t } of moments) {
        if (!mark) continue;
        const pose = poseBefore(plan.path, t, mark.then);
        const part = car.parts.find(({ id }) => id === mark.part);
        if (!pose || !part || mark.kind !== 'direct') continue;
        const out = lookout(car, layout, pose);
        const line = [...layout.lines, ...layout.kerbs, ...layout.walls, ...layout.guides].find(
          ({ id }) => id === mark.covers,
        );
        if (!line) continue;
        // The angle between the part and the nearest place of the line, where they are said to line up.
        const way = unit(minus(part.at, car.eye));
        const angles = Array.from({ length: 2001 }, (_, n) => {
          const share = n / 2000;
          const at = [
            line.from[0] + share * (line.to[0] - line.from[0]),
            line.from[1] + share * (line.to[1] - line.from[1]),
          ] as const;
          return Math.acos(Math.min(1, dot(way, unit(minus(out.from(at, 0), car.eye)))));
        });
        const apart = (Math.min(...angles) * 180) / Math.PI;
        expect(apart).toBeLessThan(0.7);
      }
    }
  });

  it('are the least sensitive there are: an eye that is elsewhere is off by no more than 25 cm', () => {
    const { moments } = marked('alley-dock-left', car);
    for (const { mark } of moments)
      if (mark) {
        const { eyeHigher3cm, eyeBack5cm, eyeAside3cm } = mark.error;
        for (const one of [eyeHigher3cm, eyeBack5cm, eyeAside3cm])
          expect(Math.abs(one)).toBeLessThanOrEqual(0.25);
        expect(mark.then).toBeLessThanOrEqual(0.5);
      }
  });

  it('are other ones for a driver who sits elsewhere, and for another car', () => {
    const told = (vehicle: YardVehicle) =>
      marked('alley-dock-left', vehicle).moments.map(
        ({ mark }) => mark && `${mark.part} ${mark.covers} ${mark.then.toFixed(2)}`,
      );
    const tall = { ...car, eye: [car.eye[0] - 0.1, car.eye[1], car.eye[2] + 0.12] as const };
    expect(told(tall)).not.toEqual(told(car));
    expect(told(vehicleOf('saloon'))).not.toEqual(told(car));
  });
});
