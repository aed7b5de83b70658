import type { YardVehicle } from '../vehicle';
import { cross, dot, minus, along, type Point } from './space';

/** A flat piece that one can't see through: its corners in order, no corner bent inwards. */
export type Sheet = readonly Point[];

/** A sheet of the vehicle's own body with the name that a driver knows it by. */
export interface Panel {
  readonly id: string;
  readonly title: string;
  readonly outline: Sheet;
}

/** Metres from the eye to the roof, down to the lower edge of the windows, and of the rear window (from memory). */
const ROOF = 0.28;
const WAIST = 0.3;
const REAR_WINDOW = 0.1;
/** Metres from the eye forward to the foot of the windscreen and to its upper edge, back to the end of the door's window. */
const SCREEN = 0.95;
const ROOF_FRONT = 0.15;
/** How far the windscreen of a van or truck leans back. */
const STEEP = 0.3;
const DOOR = 0.55;
/** Of a bonnet from its foot to its front end; of a rear end from below to its window; and of a body from the ground. */
const SLOPE = 0.2;
const TAIL = 0.25;
const GROUND = 0.2;
/** Widths of the pillars in front, in the middle and at the rear, along the vehicle. */
const PILLARS = { front: 0.09, middle: 0.12, rear: 0.3 };
/** The cabin is narrower at the roof. */
const NARROWER = 0.85;

/** Whether a mirror hangs inside, in the middle. */
export const isInside = ({ centre }: YardVehicle['mirrors'][number]): boolean => Math.abs(centre[1]) < 0.3;

/**
 * What of a vehicle's own body stands in the driver's way, in its own frame: as its file says, else of usual
 * proportions round the eye that its file has. A vehicle without an inside mirror has no rear window and no side
 * windows behind the driver.
 */
export const ownBody = (vehicle: YardVehicle, hitch: number | null): readonly Panel[] => [
  ...(vehicle.body ?? usualBody(vehicle)),
  ...trailerBody(vehicle, hitch),
];

/** A body of usual proportions: doors, pillars, bonnet, front, floor, rear, roof. */
export function usualBody({
  wheelbase,
  frontOverhang,
  rearOverhang,
  width,
  eye,
  mirrors,
}: YardVehicle): readonly Panel[] {
  const [ex, , ez] = eye;
  // The windows reach down at least to the lower edges of the mirrors.
  const waist = Math.min(ez - WAIST, ...mirrors.map(({ centre, height }) => centre[2] - height / 2));
  const roof = ez + ROOF;
  const [front, rear] = [wheelbase + frontOverhang, -rearOverhang];
  const closed = !mirrors.some(isInside);
  const screen = Math.min(ex + SCREEN, front);
  const [roofFront, door] = [closed ? screen - STEEP : ex + ROOF_FRONT, ex - DOOR];
  const half = width / 2;
  const top = closed ? half : half * NARROWER;
  const sides = (['left', 'right'] as const).flatMap((side): readonly Panel[] => {
    const sign = side === 'left' ? 1 : -1;
    const [y, in_] = [sign * half, sign * top];
    const pillar = (id: string, x: number, above: number, wide: number): Panel => ({
      id: `${side}-${id.replaceAll(' ', '-')}`,
      title: `${side} ${id}`,
      outline: [
        [x, y, waist],
        [x - wide, y, waist],
        [above - wide, in_, roof],
        [above, in_, roof],
      ],
    });
    return [
      {
        id: `${side}-side`,
        title: `${side} side of the vehicle`,
        outline: [
          [rear, y, GROUND],
          [front, y, GROUND],
          [front, y, waist - SLOPE],
          [screen, y, waist],
          [rear, y, waist],
        ],
      },
      pillar('front pillar', screen, roofFront, PILLARS.front),
      ...(closed
        ? [pillar('side wall', door, door, door - rear)]
        : [
            pillar('door pillar', door, door, PILLARS.middle),
            pillar('rear pillar', rear + PILLARS.rear, rear + PILLARS.rear + TAIL, PILLARS.rear),
          ]),
    ];
  });
  const level = (x: number, z: number, wide: number): readonly [Point, Point] => [
    [x, wide, z],
    [x, -wide, z],
  ];
  const across = (
    id: string,
    from: readonly [Point, Point],
    to: readonly [Point, Point],
    title = id,
  ): Panel => ({ id, title, outline: [from[0], from[1], to[1], to[0]] });
  return [
    ...sides,
    across('bonnet', level(screen, waist, half), level(front, waist - SLOPE, half)),
    across('front', level(front, GROUND, half), level(front, waist - SLOPE, half), 'front of the vehicle'),
    // The floor: nobody sees the ground below.
    across('floor', level(rear, GROUND, half), level(front, GROUND, half)),
    closed
      ? across('rear', level(rear, GROUND, half), level(rear, roof, half), 'rear of the vehicle')
      : across(
          'rear',
          level(rear, GROUND, half),
          level(rear + TAIL, ez - REAR_WINDOW, half),
          'rear of the vehicle',
        ),
    across('roof', level(roofFront, roof, top), level(closed ? rear : rear + PILLARS.rear, roof, top)),
  ];
}

/** The walls of a trailer's box. */
function trailerBody({ trailer }: YardVehicle, hitch: number | null): readonly Panel[] {
  if (!trailer || hitch === null) return [];
  const { hitchBehindAxle, hitchToAxle, hitchToBox, axleToRear, width, height } = trailer;
  const [cos, sin] = [Math.cos(hitch), Math.sin(hitch)];
  const at = (behind: number, aside: number, z: number): Point => [
    -hitchBehindAxle - behind * cos - aside * sin,
    -behind * sin + aside * cos,
    z,
  ];
  const [near, far, half] = [hitchToBox, hitchToAxle + axleToRear, width / 2];
  const wall = (side: string, a: readonly [number, number], b: readonly [number, number]): Panel => ({
    id: `trailer-${side}`,
    title: `${side} of the trailer`,
    outline: [at(...a, GROUND), at(...b, GROUND), at(...b, height), at(...a, height)],
  });
  return [
    wall('front', [near, half], [near, -half]),
    wall('left side', [near, half], [far, half]),
    wall('right side', [near, -half], [far, -half]),
    wall('rear', [far, half], [far, -half]),
  ].map((panel) => ({ ...panel, id: panel.id.replaceAll(' ', '-') }));
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
