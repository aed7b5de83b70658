import {
  BoxGeometry,
  BufferGeometry,
  ConeGeometry,
  CylinderGeometry,
  Float32BufferAttribute,
  Group,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  Mesh,
  PlaneGeometry,
} from 'three';
import { CONE, extentOf, POLE, WALL, type Layout, type Segment } from '../../../../core/yard';
import type { Palette } from '../../ui';
import { mixed, flat, drawn } from './solids';

/** Metres of ground that is drawn beyond the course. */
const BEYOND = 60;
/** Metres of what is painted and built. */
const PAINT = 0.1;
const KERB = 0.12;

/** The course: ground with a hairline each metre, paint, kerbs, walls, cones with their poles. */
export function courseOf(layout: Layout, colours: Palette): Group {
  const group = new Group();
  const { x, y } = extentOf(layout);
  const [wide, tall] = [x[1] - x[0] + 2 * BEYOND, y[1] - y[0] + 2 * BEYOND];
  const ground = new Mesh(new PlaneGeometry(wide, tall), flat(mixed(colours.wash, colours.wren, 0.1)));
  ground.position.set((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, -0.02);
  group.add(ground, gridOf(x, y, mixed(colours.wash, colours.wren, 0.28)));
  const bar = (line: Segment, thick: number, high: number, colour: string): void => {
    const [dx, dy] = [line.to[0] - line.from[0], line.to[1] - line.from[1]];
    const geometry = new BoxGeometry(Math.hypot(dx, dy) + thick, thick, high);
    const solid = high > 0.02 ? drawn(geometry, colour, colours.ink) : new Mesh(geometry, flat(colour));
    solid.position.set((line.from[0] + line.to[0]) / 2, (line.from[1] + line.to[1]) / 2, high / 2);
    solid.rotation.z = Math.atan2(dy, dx);
    group.add(solid);
  };
  for (const line of layout.guides) bar(line, PAINT / 2, 0.004, colours.soft);
  for (const line of layout.lines) bar(line, PAINT, 0.006, colours.ink);
  for (const line of layout.kerbs) bar(line, PAINT, KERB, mixed(colours.paper, colours.wren, 0.55));
  for (const line of layout.walls) bar(line, 0.06, WALL, mixed(colours.card, colours.wren, 0.45));
  for (const { at, pole, radius } of layout.cones) {
    const cone = drawn(new ConeGeometry(radius * 0.85, CONE, 20), colours.ochre, colours.ink);
    cone.rotation.x = Math.PI / 2;
    cone.position.set(at[0], at[1], CONE / 2);
    group.add(cone);
    if (!pole) continue;
    const stick = new Mesh(new CylinderGeometry(0.025, 0.025, POLE, 8), flat(colours.jasper));
    stick.rotation.x = Math.PI / 2;
    stick.position.set(at[0], at[1], POLE / 2);
    group.add(stick);
  }
  return group;
}

/** Share of its distance that the ring's radius has. */
export const RING = 0.04;

/** A ring that nothing hides. */
export function ringOf(colour: string): LineLoop {
  const geometry = new BufferGeometry();
  const turns = Array.from({ length: 48 }, (_, n) => (n / 48) * 2 * Math.PI);
  geometry.setAttribute(
    'position',
    new Float32BufferAttribute(
      turns.flatMap((turn) => [Math.cos(turn), Math.sin(turn), 0]),
      3,
    ),
  );
  const ring = new LineLoop(geometry, new LineBasicMaterial({ color: colour, depthTest: false }));
  ring.renderOrder = 10;
  return ring;
}

function gridOf(x: readonly [number, number], y: readonly [number, number], colour: string): LineSegments {
  const [left, right] = [Math.floor(x[0]) - 10, Math.ceil(x[1]) + 10];
  const [low, high] = [Math.floor(y[0]) - 10, Math.ceil(y[1]) + 10];
  const places: number[] = [];
  for (let at = left; at <= right; at += 1) places.push(at, low, 0, at, high, 0);
  for (let at = low; at <= high; at += 1) places.push(left, at, 0, right, at, 0);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(places, 3));
  const grid = new LineSegments(geometry, new LineBasicMaterial({ color: colour }));
  grid.position.z = -0.012;
  return grid;
}
