import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { laid, vehicleIds, vehicleOf } from '../../testing/yard';
import type { Layout, YardVehicle } from '..';
import { surveyOf } from '../survey';
import { cameraBehind } from './camera';
import { ownBody } from './hidden';
import { lookThrough, reflectionOf, seated, turnedFor, turnOf, type Mirror } from './mirror';
import { readSeat, seatText } from './seat';
import { lookout, seen, unseenNear } from './see';
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

  it('reflects by the shortest way from the eye over the glass to the point (Fermat), found by trying places', () => {
    fc.assert(
      fc.property(fc.constantFrom(null, 0.8, 1.4), before, before, (radius, eye, point) => {
        const place = reflectionOf(glass(radius), eye, point);
        if (!place) return;
        const over = (y: number, z: number): number => {
          const x = radius === null ? 0 : Math.sqrt(radius * radius - y * y - (z - 1) ** 2) - radius;
          return lengthOf(minus(eye, [x, y, z])) + lengthOf(minus(point, [x, y, z]));
        };
        const [, y, z] = place;
        const here = over(y, z);
        for (const [dy, dz] of [
          [0.01, 0],
          [-0.01, 0],
          [0, 0.01],
          [0, -0.01],
          [0.02, 0.02],
          [-0.02, 0.02],
        ] as const)
          expect(over(y + dy, z + dz)).toBeGreaterThan(here);
      }),
      { numRuns: 300 },
    );
  });

  it('is looked through where it reflects: the look by the place of a point leads to the point', () => {
    fc.assert(
      fc.property(fc.constantFrom(null, 1.4), before, before, (radius, eye, point) => {
        const mirror = glass(radius);
        const place = reflectionOf(mirror, eye, point);
        if (!place) return;
        // Across is along y here, and up along z.
        const { at, way } = lookThrough(mirror, eye, place[1] / 0.2, (place[2] - 1) / 0.15);
        const to = unit(minus(point, at));
        for (const n of [0, 1, 2] as const) expect(way[n]).toBeCloseTo(to[n], 6);
      }),
      { numRuns: 200 },
    );
  });

  it('is drawn by a camera behind it that shows a point where the eye sees it, near and far, within 1.5°', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...vehicleIds),
        fc.nat(2),
        fc.integer({ min: -95, max: 95 }),
        fc.integer({ min: -95, max: 95 }),
        fc.integer({ min: 2, max: 40 }),
        (id, n, u, v, far) => {
          const { eye, mirrors } = vehicleOf(id);
          const mirror = mirrors[n];
          if (!mirror) return;
          const camera = cameraBehind(mirror, eye, 10, 10);
          const project = (point: Point): readonly [number, number] => {
            const to = minus(point, camera.at);
            const depth = -dot(to, camera.back);
            return [dot(to, camera.right) / depth, dot(to, camera.up) / depth];
          };
          const { at, way } = lookThrough(mirror, eye, u / 100, v / 100);
          // Where the stretched picture has that place of the glass: between the four places round it.
          const [x, y] = [((u / 100 + 1) / 2) * 10, ((v / 100 + 1) / 2) * 10];
          const [i, j] = [Math.min(9, Math.floor(x)), Math.min(9, Math.floor(y))];
          const corner = (di: number, dj: number, axis: 0 | 1): number =>
            camera.places[(j + dj) * 11 + i + di]?.[axis] ?? NaN;
          const between = (axis: 0 | 1): number =>
            (corner(0, 0, axis) * (1 - x + i) + corner(1, 0, axis) * (x - i)) * (1 - y + j) +
            (corner(0, 1, axis) * (1 - x + i) + corner(1, 1, axis) * (x - i)) * (y - j);
          const shown = [
            camera.left + between(0) * (camera.rightEdge - camera.left),
            camera.bottom + between(1) * (camera.top - camera.bottom),
          ] as const;
          const real = project(along(at, way, far));
          const off = (Math.hypot(shown[0] - real[0], shown[1] - real[1]) * 180) / Math.PI;
          expect(off).toBeLessThan(mirror.radius === null ? 0.1 : 1.5);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('that is flat is drawn from the mirrored eye', () => {
    const inner = car.mirrors.find(({ radius }) => radius === null);
    if (!inner) throw new Error('no flat mirror');
    const out = unit(inner.normal);
    const behind = along(car.eye, out, -2 * dot(minus(car.eye, inner.centre), out));
    const { at } = cameraBehind(inner, car.eye, 4, 4);
    for (const n of [0, 1, 2] as const) expect(at[n]).toBeCloseTo(behind[n], 6);
  });

  it('that is turned tells how it is turned', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...vehicleIds),
        fc.integer({ min: -5, max: 30 }),
        fc.integer({ min: -10, max: 35 }),
        (id, out, down) => {
          const { eye, mirrors } = vehicleOf(id);
          for (const mirror of mirrors.filter(({ centre }) => Math.abs(centre[1]) > 0.3)) {
            const told = turnOf(turnedFor(mirror, eye, { out, down }), eye);
            expect(told.out).toBeCloseTo(out, 6);
            expect(told.down).toBeCloseTo(down, 6);
          }
        },
      ),
      { numRuns: 60 },
    );
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

  it('is nothing through a door mirror that a pillar hides', () => {
    const pole = [{ id: 'post', title: 'post', outline: postBefore(car, 'left') }];
    const behind: Point = [-8, 2.2, 0.5];
    const look = (body: typeof pole) => lookout({ ...car, body }, bare, origin).sight(behind).mirrors;
    expect(look([])).toContain('left');
    expect(look(pole)).not.toContain('left');
  });

  it('is warned of where a cone is near and out of sight, and not where one drives away from it', () => {
    const layout: Layout = {
      ...bare,
      lines: [],
      kerbs: [],
      cones: [
        { id: 'behind', at: [-1.2, 0], pole: false, radius: 0.15 },
        { id: 'ahead', at: [9, 0], pole: false, radius: 0.15 },
        { id: 'far', at: [-40, 0], pole: false, radius: 0.15 },
      ],
    };
    const blind = { ...car, mirrors: [] };
    const now = seen(blind, layout, origin);
    expect(now.hidden).toContain('behind');
    const warned = (ahead: number | null) =>
      unseenNear(surveyOf(blind, layout), now, origin, ahead === null ? null : { ...origin, x: ahead });
    expect(warned(null)).toEqual([{ cone: 'behind', metres: expect.closeTo(1.2 - 0.6 - 0.15, 9) }]);
    expect(warned(-0.2)).toHaveLength(1);
    expect(warned(0.3)).toEqual([]);
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

/** A sheet half-way between the eye and a door mirror, larger than the mirror. */
function postBefore({ eye, mirrors }: YardVehicle, id: string): Point[] {
  const mirror = mirrors.find((one) => one.id === id);
  if (!mirror) throw new Error(id);
  const [x, y, z] = along(eye, minus(mirror.centre, eye), 0.5);
  return [
    [x, y - 0.15, z - 0.15],
    [x, y + 0.15, z - 0.15],
    [x, y + 0.15, z + 0.15],
    [x, y - 0.15, z + 0.15],
  ];
}

describe('a seat', () => {
  it('stands in an address and is read from it again; what can’t be read is as in the file', () => {
    const seat = { eye: [1.2, -0.36, 1.25], turns: { left: { out: 8, down: 3.5 } } } as const;
    expect(readSeat(seatText(seat))).toEqual(seat);
    expect(seatText({ eye: null, turns: {} })).toBe('');
    for (const broken of ['', 'here', '1,2', '1,2,x', 'left:7', ':;:', 'NaN,1,2'])
      expect(readSeat(broken)).toEqual({ eye: null, turns: {} });
  });

  it('moves the eye, not the body, and the mirrors show the same way for it', () => {
    const eye: Point = [car.eye[0] - 0.1, car.eye[1], car.eye[2] + 0.1];
    const tall = seated(car, { eye, turns: {} });
    expect(ownBody(tall, null)).toEqual(ownBody(car, null));
    for (const [n, mirror] of tall.mirrors.entries()) {
      const before_ = car.mirrors[n];
      if (!before_ || Math.abs(mirror.centre[1]) < 0.3) continue;
      const [a, b] = [turnOf(mirror, eye), turnOf(before_, car.eye)];
      expect(a.out).toBeCloseTo(b.out, 6);
      expect(a.down).toBeCloseTo(b.down, 6);
    }
    expect(seated(car, { eye: null, turns: {} }).mirrors).toEqual(car.mirrors);
  });
});
