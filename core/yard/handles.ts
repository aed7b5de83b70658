import type { Course } from './course';
import { layOut } from './layout';
import type { LaidParameter, Layout, Segment, Settings, Spot } from './model';
import { apart, linesOf, pointsOf } from './setout';
import type { YardVehicle } from './vehicle';

/** A point of a plan by which a size of the course can be dragged. */
export interface Handle {
  readonly parameter: LaidParameter;
  readonly at: Spot;
  /** Where the point goes, in metres for each unit by which the size grows. */
  readonly grows: Spot;
  /** The other end of the size, where it is a length from something that is drawn; else null. */
  readonly from: Spot | null;
}

/** By so much a size is changed to see what moves (in its own unit), and what moves less than this doesn't. */
const NUDGE = 0.01;
const MOVES = 0.02;
/** Metres within which something is drawn at a place. */
const DRAWN = 0.02;

/**
 * One handle for each size that moves a point of the plan: of the points that it moves furthest, each point once, one
 * that lies apart by the size from something that is drawn. Sizes that move none, such as a grade, have none.
 */
export function handlesOf(course: Course, vehicle: YardVehicle, settings: Settings): readonly Handle[] {
  const laid = layOut(course, vehicle, settings);
  if (!laid.ok) return [];
  const layout = laid.value;
  const points = pointsOf(layout);
  const taken = new Set<string>();
  return layout.parameters.flatMap((parameter): readonly Handle[] => {
    const { id, value, most } = parameter;
    // At its upper bound a size can only be nudged down.
    const nudge = value + NUDGE > most ? -NUDGE : NUDGE;
    const other = layOut(course, vehicle, { ...settings, [id]: value + nudge });
    if (!other.ok) return [];
    const moved = pointsOf(other.value);
    const candidates = points.flatMap(({ id: own, at }) => {
      const to = moved.find((one) => one.id === own)?.at;
      if (!to || taken.has(own)) return [];
      const grows: Spot = [(to[0] - at[0]) / nudge, (to[1] - at[1]) / nudge];
      const far = Math.hypot(...grows);
      if (far <= MOVES) return [];
      const from = otherEnd(layout, parameter, at, grows);
      const atPoint = from !== null && points.some((point) => apart(point.at, from) < DRAWN);
      // From a point rather than from somewhere along a line, and from that rather than from nowhere.
      return [{ own, at, grows, far, from, rank: atPoint ? 0 : from ? 1 : 2 }];
    });
    const furthest = Math.max(...candidates.map(({ far }) => far));
    const best = candidates.filter(({ far }) => far > furthest - 1e-6).toSorted((a, b) => a.rank - b.rank)[0];
    if (!best) return [];
    taken.add(best.own);
    return [{ parameter, at: best.at, grows: best.grows, from: best.from }];
  });
}

/** Where a size is measured from, if it is a length and something is drawn there. */
function otherEnd(layout: Layout, { value, unit }: LaidParameter, at: Spot, grows: Spot): Spot | null {
  if (unit !== 'm' || Math.abs(Math.hypot(...grows) - 1) > 0.01) return null;
  const from: Spot = [at[0] - grows[0] * value, at[1] - grows[1] * value];
  const near = (spot: Spot): boolean => apart(spot, from) < DRAWN;
  const drawn =
    layout.cones.some((cone) => near(cone.at)) || linesOf(layout).some((line) => near(nearestOn(line, from)));
  return drawn ? from : null;
}

function nearestOn({ from, to }: Segment, spot: Spot): Spot {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const share = ((spot[0] - from[0]) * dx + (spot[1] - from[1]) * dy) / (dx * dx + dy * dy);
  const along = Math.min(1, Math.max(0, share));
  return [from[0] + along * dx, from[1] + along * dy];
}

/** The size that a handle asks for when it is dragged to a spot, within the bounds of that size. */
export function draggedTo({ parameter: { value, least, most }, at, grows }: Handle, to: Spot): number {
  const [dx, dy] = [to[0] - at[0], to[1] - at[1]];
  const by = (dx * grows[0] + dy * grows[1]) / (grows[0] ** 2 + grows[1] ** 2);
  return Math.min(most, Math.max(least, value + by));
}
