import { seenFrom } from '../bodies';
import type { Cone, Layout, Spot } from '../model';
import type { Pose } from '../motion';
import type { Survey } from '../survey';
import type { YardVehicle } from '../vehicle';
import { ownBody, stands, type Sheet } from './hidden';
import { reflectionOf, type Mirror } from './mirror';
import type { Point } from './space';

/** Metres of a cone, of its pole, and of what stands as a wall (common practice: barriers of a metre). */
export const CONE = 0.5;
export const POLE = 1.5;
export const WALL = 1;

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
  /** A spot on the ground as a point in the vehicle's frame, so high. */
  readonly from: (spot: Spot, height: number) => Point;
  readonly sight: (point: Point) => Sight;
  /** Whether any mirror shows a point. */
  readonly inMirror: (point: Point) => boolean;
  /** Whether nothing stands between two points. @param but id of a panel of its own body that doesn't count */
  readonly free: (from: Point, to: Point, but?: string) => boolean;
}

export function lookout(vehicle: YardVehicle, layout: Pick<Layout, 'walls'>, pose: Pose): Lookout {
  const from = (spot: Spot, height: number): Point => [...seenFrom(pose, spot), height];
  const walls = layout.walls.map((wall): Sheet => [
    from(wall.from, 0),
    from(wall.to, 0),
    from(wall.to, WALL),
    from(wall.from, WALL),
  ]);
  const body = ownBody(vehicle, pose.hitch);
  const free: Lookout['free'] = (a, b, but) =>
    walls.every((sheet) => !stands(sheet, a, b)) &&
    body.every((panel) => panel.id === but || !stands(panel.outline, a, b));
  const { eye, mirrors } = vehicle;
  const shown = (mirror: Mirror, point: Point): boolean => {
    const place = reflectionOf(mirror, eye, point);
    return place !== null && free(eye, place) && free(place, point);
  };
  return {
    eye,
    from,
    free,
    sight: (point) => ({
      direct: free(eye, point),
      mirrors: mirrors.flatMap((mirror) => (shown(mirror, point) ? [mirror.id] : [])),
    }),
    inMirror: (point) => mirrors.some((mirror) => shown(mirror, point)),
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

/** Metres above the ground at which a cone, and its pole, is looked for. */
export const heightsOf = ({ pole }: Pick<Cone, 'pole'>): readonly number[] => [
  0,
  CONE / 2,
  CONE,
  ...(pole ? [(CONE + POLE) / 2, POLE] : []),
];

/** A cone that the driver can't see although the vehicle is close to it. */
export interface Unseen {
  readonly cone: string;
  readonly metres: number;
}

/** Metres within which a cone that can't be seen is warned of (ours). */
const CLOSE = 2;

/**
 * "A cone you cannot see is one you are about to hit" (common practice): cones near the vehicle, or where it is going
 * to be in a second, that are seen neither directly nor in a mirror.
 *
 * @param ahead the pose in a second, as it is driven; null: it stands
 */
export function unseenNear(
  survey: Survey,
  { hidden }: Seen,
  pose: Pose,
  ahead: Pose | null,
): readonly Unseen[] {
  if (hidden.length === 0) return [];
  const near = (at: Pose) => survey.solids(at).filter(({ of }) => hidden.includes(of));
  const later = ahead && near(ahead);
  return near(pose).flatMap(({ of, metres }) => {
    const then = later?.find((one) => one.of === of)?.metres;
    // What one drives away from is no danger.
    return metres <= CLOSE && (then === undefined || then <= metres) ? [{ cone: of, metres }] : [];
  });
}
