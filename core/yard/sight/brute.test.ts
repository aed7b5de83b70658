import { describe, expect, it } from '@jest/globals';
import { laid, vehicleIds, vehicleOf } from '../../testing/yard';
import { randomFrom } from '../../random';
import type { Layout, YardVehicle } from '..';
import { groundSeen, outlinesOf } from './areas';
import { ownBody, type Sheet } from './hidden';
import type { Mirror } from './mirror';
import { lookout, WALL } from './see';
import type { Point } from './space';

// Everything here is worked out again from plain vectors: by walking along rays, not by the program's own geometry.

type Vector = [number, number, number];
const sub = (a: Point, b: Point): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dotted = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const crossed = (a: Point, b: Point): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const scaled = (a: Point, by: number): Vector => [a[0] * by, a[1] * by, a[2] * by];
const added = (a: Point, b: Point): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const long = (a: Point): number => Math.sqrt(dotted(a, a));
const one = (a: Point): Vector => scaled(a, 1 / long(a));

/** A sheet as triangles, and which way it faces. */
const faces = (sheet: Sheet) => {
  const [a = [0, 0, 0], b = [0, 0, 0], c = [0, 0, 0]] = sheet;
  return { sheet, a, normal: one(crossed(sub(b, a), sub(c, a))) };
};

/** Whether a point of a sheet's plane lies inside: the angles to its corners, seen from there, add up to a whole turn. */
function inside(sheet: Sheet, normal: Point, at: Point): boolean {
  let turned = 0;
  for (const [n, corner] of sheet.entries()) {
    const [p, q] = [sub(corner, at), sub(sheet[(n + 1) % sheet.length] ?? corner, at)];
    turned += Math.atan2(dotted(crossed(p, q), normal), dotted(p, q));
  }
  return Math.abs(turned) > Math.PI;
}

/** Walks from one point to another in small steps and looks at each sheet whether it was passed through. */
function walk(sheets: readonly ReturnType<typeof faces>[], from: Point, to: Point): boolean {
  const steps = 16;
  const way = sub(to, from);
  for (const { sheet, a, normal } of sheets) {
    let before = dotted(sub(from, a), normal);
    for (let n = 1; n <= steps; n += 1) {
      // What is looked for may touch a sheet itself.
      const at = added(from, scaled(way, Math.min(n / steps, 0.9999)));
      const now = dotted(sub(at, a), normal);
      if (before > 0 !== now > 0) {
        const share = before / (before - now);
        const through = added(from, scaled(way, (n - 1 + share) / steps));
        if (inside(sheet, normal, through)) return false;
      }
      before = now;
    }
  }
  return true;
}

/** How near, in radians, any ray that the eye sends to the glass comes to a point, and by which place of the glass. */
function nearestRay(mirror: Mirror, eye: Point, point: Point): { angle: number; at: Vector; edge: boolean } {
  const out = one(mirror.normal);
  const across = one(crossed([0, 0, 1], out));
  const up = crossed(out, across);
  const count = 24;
  let best = { angle: Infinity, at: [0, 0, 0] as Vector, edge: false };
  for (let i = 0; i <= count; i += 1)
    for (let j = 0; j <= count; j += 1) {
      const [u, v] = [(i / count - 0.5) * mirror.width, (j / count - 0.5) * mirror.height];
      const plane = added(added(mirror.centre, scaled(across, u)), scaled(up, v));
      const sag = mirror.radius === null ? 0 : (u * u + v * v) / (2 * mirror.radius);
      const at = added(plane, scaled(out, -sag));
      const normal =
        mirror.radius === null ? out : one(sub(at, added(mirror.centre, scaled(out, -mirror.radius))));
      const in_ = one(sub(at, eye));
      const back = sub(in_, scaled(normal, 2 * dotted(in_, normal)));
      const to = one(sub(point, at));
      const angle = Math.acos(Math.min(1, dotted(back, to)));
      if (angle < best.angle) best = { angle, at, edge: i === 0 || j === 0 || i === count || j === count };
    }
  return best;
}

const scenes = 1000;

/** A vehicle somewhere among walls, and points to look for. */
function scene(random: () => number) {
  const vehicle: YardVehicle = vehicleOf(vehicleIds[Math.floor(random() * vehicleIds.length)] ?? '');
  const spot = () => [-15 + 30 * random(), -15 + 30 * random()] as const;
  const layout: Layout = {
    ...laid('garage-bay', vehicleOf('small-hatchback')),
    walls: Array.from({ length: 2 }, (_, n) => ({ id: `wall-${n}`, from: spot(), to: spot() })),
  };
  const pose = {
    x: -3 + 6 * random(),
    y: -3 + 6 * random(),
    heading: 6.28 * random(),
    hitch: vehicle.trailer ? -0.6 + 1.2 * random() : null,
  };
  return { vehicle, layout, pose, spot };
}

describe('what is visible, against walking along rays', () => {
  it(`through the windows, in ${scenes} random scenes`, () => {
    const random = randomFrom(17);
    let [differ, visible] = [0, 0];
    for (let n = 0; n < scenes; n += 1) {
      const { vehicle, layout, pose, spot } = scene(random);
      const out = lookout(vehicle, layout, pose);
      const sheets = [
        ...ownBody(vehicle, pose.hitch).map(({ outline }) => outline),
        ...layout.walls.map((wall): Sheet => [
          out.from(wall.from, 0),
          out.from(wall.to, 0),
          out.from(wall.to, WALL),
          out.from(wall.from, WALL),
        ]),
      ].map(faces);
      for (const height of [0, 0.5, 1.2]) {
        const point = out.from(spot(), height);
        const mine = out.sight(point).direct;
        if (mine) visible += 1;
        if (walk(sheets, vehicle.eye, point) !== mine) differ += 1;
      }
    }
    expect(differ).toBe(0);
    expect(visible).toBeGreaterThan(scenes / 2);
  });

  it(`in the mirrors, in ${scenes} random scenes`, () => {
    const random = randomFrom(18);
    let [differ, visible, told] = [0, 0, 0];
    for (let n = 0; n < scenes; n += 1) {
      const { vehicle, layout, pose, spot } = scene(random);
      const bare = { ...layout, walls: [] };
      const out = lookout({ ...vehicle, body: [], trailer: null }, bare, pose);
      const point = out.from(spot(), 1.2 * random());
      const mine = out.sight(point).mirrors;
      for (const mirror of vehicle.mirrors) {
        if (dotted(sub(point, mirror.centre), mirror.normal) <= 0) continue;
        const { angle, edge } = nearestRay(mirror, vehicle.eye, point);
        // Near the edge of the glass neither is sure.
        if (edge && angle < 0.05) continue;
        told += 1;
        const shown = angle < 0.03;
        if (shown) visible += 1;
        if (shown !== mine.includes(mirror.id)) differ += 1;
      }
    }
    expect([differ, visible > 50, told > 500]).toEqual([0, true, true]);
  });
});

describe('blind areas', () => {
  const car = vehicleOf('small-hatchback');
  const bare = { walls: [] };
  const origin = { x: 0, y: 0, heading: 0, hitch: null };
  const ground = groundSeen(car, bare, origin, { height: 0 });
  const child = groundSeen(car, bare, origin, { height: 1 });

  /** Even-odd: how often a line to the right crosses the rings. */
  const within = (rings: ReturnType<typeof outlinesOf>, x: number, y: number): boolean =>
    rings
      .flatMap((ring) =>
        ring.map((a, n) => {
          const b = ring[(n + 1) % ring.length] ?? a;
          if (a[1] > y === b[1] > y) return false;
          return a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]) > x;
        }),
      )
      .filter(Boolean).length %
      2 ===
    1;

  it('have outlines that hold the spots of the grid', () => {
    for (const code of [0, 1]) {
      const rings = outlinesOf(ground, code);
      for (let n = 0; n < ground.codes.length; n += 7) {
        const [column, row] = [n % ground.columns, Math.floor(n / ground.columns)];
        if (column === 0 || row === 0 || column === ground.columns - 1 || row === ground.rows - 1) continue;
        const [x, y] = [ground.from[0] + column * ground.step, ground.from[1] + row * ground.step];
        expect([x, y, within(rings, x + 1e-6, y + 1e-6)]).toEqual([x, y, ground.codes[n] === code]);
      }
    }
  });

  it('hide less of a child of 1 m than of the ground, and never what the ground shows', () => {
    const hidden = (codes: Uint8Array) => codes.filter((code) => code === 0).length;
    expect(hidden(child.codes)).toBeLessThan(hidden(ground.codes) / 2);
    expect(hidden(child.codes)).toBeGreaterThan(0);
  });

  it('begin where the bonnet lets the eye down to the ground: d e / (e - z) (similar triangles)', () => {
    // The front edge of the bonnet of the usual body: 50 cm below the eye, at the front end.
    const [ex, ey, e] = car.eye;
    const front = car.wheelbase + car.frontOverhang;
    const first = ex + ((front - ex) * e) / 0.5;
    const row = Math.round((ey - ground.from[1]) / ground.step);
    const seenAt = (x: number): boolean =>
      ground.codes[row * ground.columns + Math.round((x - ground.from[0]) / ground.step)] === 2;
    expect(seenAt(first - ground.step)).toBe(false);
    expect(seenAt(first + ground.step)).toBe(true);
  });

  it('lie behind a wall', () => {
    const wall = { id: 'wall', from: [9, -2], to: [9, 2] } as const;
    const behind = groundSeen(car, { walls: [wall] }, origin, { height: 0 });
    const more = behind.codes.filter((code, n) => code === 0 && ground.codes[n] === 2).length;
    expect(more * ground.step ** 2).toBeGreaterThan(10);
  });
});
