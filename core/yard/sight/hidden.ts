import type { YardVehicle } from '../vehicle';
import { cross, dot, minus, along, type Point } from './space';

/** A flat piece that one can't see through: its corners in order. */
export type Sheet = readonly Point[];

/** Metres from the eye to the roof, and down to the lower edge of the windows (common practice, from memory). */
const ROOF = 0.28;
const WAIST = 0.3;
/** Of a bonnet from its foot to its front end, and of a body from the ground. */
const SLOPE = 0.2;
const GROUND = 0.2;
/** Widths of the pillars in front, in the middle and at the rear, along the vehicle. */
const PILLARS = { front: 0.09, middle: 0.12, rear: 0.3 };
/** The cabin is narrower at the roof. */
const NARROWER = 0.85;

/**
 * What of a vehicle's own body stands in the driver's way, in its own frame: as its file says, else of usual
 * proportions round the eye. A vehicle without an inside mirror has no rear window and no side windows behind the
 * driver.
 */
export function ownBody(vehicle: YardVehicle, hitch: number | null): readonly Sheet[] {
  return [
    ...(vehicle.body?.map(({ outline }) => outline) ?? usualBody(vehicle)),
    ...trailerBody(vehicle, hitch),
  ];
}

function usualBody({
  wheelbase,
  frontOverhang,
  rearOverhang,
  width,
  eye,
  mirrors,
}: YardVehicle): readonly Sheet[] {
  const [ex, , ez] = eye;
  const [roof, waist] = [ez + ROOF, ez - WAIST];
  const [front, rear] = [wheelbase + frontOverhang, -rearOverhang];
  const [screen, roofFront, middle] = [Math.min(ex + 0.75, front), ex + 0.15, ex - 0.25];
  const closed = !mirrors.some(({ centre }) => Math.abs(centre[1]) < 0.3);
  const half = width / 2;
  const top = closed ? half : half * NARROWER;
  const sides = [half, -half].flatMap((y): readonly Sheet[] => {
    const in_ = Math.sign(y) * top;
    const pillar = (x: number, above: number, wide: number): Sheet => [
      [x, y, waist],
      [x - wide, y, waist],
      [above - wide, in_, roof],
      [above, in_, roof],
    ];
    return [
      [
        [rear, y, GROUND],
        [front, y, GROUND],
        [front, y, waist - SLOPE],
        [screen, y, waist],
        [rear, y, waist],
      ],
      pillar(screen, roofFront, PILLARS.front),
      pillar(middle, middle, PILLARS.middle),
      closed
        ? pillar(middle, middle, middle - rear)
        : pillar(rear + PILLARS.rear + 0.05, rear + PILLARS.rear + 0.25, PILLARS.rear),
    ];
  });
  const level = (x: number, z: number, wide: number): readonly [Point, Point] => [
    [x, wide, z],
    [x, -wide, z],
  ];
  const across = (from: readonly [Point, Point], to: readonly [Point, Point]): Sheet => [
    from[0],
    from[1],
    to[1],
    to[0],
  ];
  return [
    ...sides,
    across(level(screen, waist, half), level(front, waist - SLOPE, half)),
    across(level(front, GROUND, half), level(front, waist - SLOPE, half)),
    // The floor: nobody sees the ground below.
    across(level(rear, GROUND, half), level(front, GROUND, half)),
    across(level(rear, GROUND, half), level(rear, closed ? roof : waist, half)),
    across(level(roofFront, roof, top), level(closed ? rear : rear + 0.3, roof, top)),
  ];
}

/** The walls of a trailer's box. */
function trailerBody({ trailer }: YardVehicle, hitch: number | null): readonly Sheet[] {
  if (!trailer || hitch === null) return [];
  const { hitchBehindAxle, hitchToAxle, hitchToBox, axleToRear, width, height } = trailer;
  const [cos, sin] = [Math.cos(hitch), Math.sin(hitch)];
  const at = (behind: number, aside: number, z: number): Point => [
    -hitchBehindAxle - behind * cos - aside * sin,
    -behind * sin + aside * cos,
    z,
  ];
  const [near, far, half] = [hitchToBox, hitchToAxle + axleToRear, width / 2];
  const wall = (a: readonly [number, number], b: readonly [number, number]): Sheet => [
    at(...a, GROUND),
    at(...b, GROUND),
    at(...b, height),
    at(...a, height),
  ];
  return [
    wall([near, half], [near, -half]),
    wall([near, half], [far, half]),
    wall([near, -half], [far, -half]),
    wall([far, half], [far, -half]),
  ];
}

/** Share of a line of sight at either end that nothing is looked for on: what is seen, and the glass, touch it. */
const END = 1e-4;

/** Whether a sheet stands between two points. */
export function stands(sheet: Sheet, from: Point, to: Point): boolean {
  const [a, b, c] = sheet;
  if (!a || !b || !c) return false;
  const normal = cross(minus(b, a), minus(c, a));
  const way = minus(to, from);
  const slope = dot(way, normal);
  if (Math.abs(slope) < 1e-12) return false;
  const share = dot(minus(a, from), normal) / slope;
  if (share <= END || share >= 1 - END) return false;
  const at = along(from, way, share);
  // Inside where it lies on the same side of each edge.
  let side = 0;
  for (const [n, corner] of sheet.entries()) {
    const next = sheet[(n + 1) % sheet.length] ?? a;
    const turn = dot(cross(minus(next, corner), minus(at, corner)), normal);
    if (Math.abs(turn) < 1e-12) continue;
    if (side !== 0 && Math.sign(turn) !== side) return false;
    side = Math.sign(turn);
  }
  return true;
}
