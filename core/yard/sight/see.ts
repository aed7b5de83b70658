import { seenFrom } from '../bodies';
import type { Cone, Layout, Spot } from '../model';
import type { Pose } from '../motion';
import type { YardVehicle } from '../vehicle';
import { ownBody, stands, type Sheet } from './hidden';
import { reflectionOf, type Mirror } from './mirror';
import type { Point } from './space';

/** Metres of a cone, of its pole, and of what stands as a wall (common practice: barriers of a metre). */
export const CONE = 0.5;
export const POLE = 1.5;
const WALL = 1;

/** What a driver sees of a course's cones from a pose. */
export interface Seen {
  /** Ids of cones that are seen through the windows, the head turned as far as it takes. */
  readonly direct: readonly string[];
  /** By mirror. */
  readonly mirrors: Readonly<Record<string, readonly string[]>>;
  /** Seen neither way. */
  readonly hidden: readonly string[];
}

/** How a point is seen. */
export interface Sight {
  readonly direct: boolean;
  /** Ids of mirrors that show it. */
  readonly mirrors: readonly string[];
}

/** Looks out of a vehicle that stands on a course: points are in its own frame. */
export interface Lookout {
  readonly eye: Point;
  readonly mirrors: readonly Mirror[];
  /** A spot on the ground as a point in the vehicle's frame, so high. */
  readonly from: (spot: Spot, height: number) => Point;
  readonly sight: (point: Point) => Sight;
  /** Whether nothing stands between two points. */
  readonly free: (from: Point, to: Point) => boolean;
}

export function lookout(vehicle: YardVehicle, layout: Pick<Layout, 'walls'>, pose: Pose): Lookout {
  const from = (spot: Spot, height: number): Point => [...seenFrom(pose, spot), height];
  const walls = layout.walls.map((wall): Sheet => [
    from(wall.from, 0),
    from(wall.to, 0),
    from(wall.to, WALL),
    from(wall.from, WALL),
  ]);
  const sheets = [...ownBody(vehicle, pose.hitch), ...walls];
  const free = (a: Point, b: Point): boolean => sheets.every((sheet) => !stands(sheet, a, b));
  const { eye, mirrors } = vehicle;
  return {
    eye,
    mirrors,
    from,
    free,
    sight: (point) => ({
      direct: free(eye, point),
      mirrors: mirrors.flatMap((mirror) => {
        const place = reflectionOf(mirror, eye, point);
        return place && free(place, point) ? [mirror.id] : [];
      }),
    }),
  };
}

/** What is seen of each cone: it counts as seen where any part of it, or of its pole, is. */
export function seen(vehicle: YardVehicle, layout: Layout, pose: Pose): Seen {
  const out = lookout(vehicle, layout, pose);
  const direct: string[] = [];
  const hidden: string[] = [];
  const mirrors: Record<string, string[]> = Object.fromEntries(vehicle.mirrors.map(({ id }) => [id, []]));
  for (const cone of layout.cones) {
    const sights = heightsOf(cone).map((height) => out.sight(out.from(cone.at, height)));
    const own = sights.some((sight) => sight.direct);
    const shown = vehicle.mirrors.filter(({ id }) => sights.some((sight) => sight.mirrors.includes(id)));
    if (own) direct.push(cone.id);
    for (const { id } of shown) mirrors[id]?.push(cone.id);
    if (!own && shown.length === 0) hidden.push(cone.id);
  }
  return { direct, mirrors, hidden };
}

const heightsOf = ({ pole }: Cone): readonly number[] => [
  0,
  CONE / 2,
  CONE,
  ...(pole ? [(CONE + POLE) / 2, POLE] : []),
];
