import type { Course } from './course';
import { layOut } from './layout';
import type { LaidParameter, Settings, Spot } from './model';
import { pointsOf } from './setout';
import type { YardVehicle } from './vehicle';

/** A point of a plan by which a size of the course can be dragged. */
export interface Handle {
  readonly parameter: LaidParameter;
  readonly at: Spot;
  /** Where the point goes, in metres for each unit by which the size grows. */
  readonly grows: Spot;
}

/** By so much a size is changed to see what moves (in its own unit), and what moves less than this doesn't. */
const NUDGE = 0.01;
const MOVES = 0.02;

/**
 * One handle for each size that moves a point of the plan: the point that it moves furthest, each point once. Sizes
 * that move none, such as a grade, have none.
 */
export function handlesOf(course: Course, vehicle: YardVehicle, settings: Settings): readonly Handle[] {
  const laid = layOut(course, vehicle, settings);
  if (!laid.ok) return [];
  const points = pointsOf(laid.value);
  const taken = new Set<string>();
  return laid.value.parameters.flatMap((parameter): readonly Handle[] => {
    const { id, value, most } = parameter;
    // At its upper bound a size can only be nudged down.
    const nudge = value + NUDGE > most ? -NUDGE : NUDGE;
    const other = layOut(course, vehicle, { ...settings, [id]: value + nudge });
    if (!other.ok) return [];
    const moved = pointsOf(other.value);
    let best: { readonly id: string; readonly at: Spot; readonly grows: Spot; readonly far: number } | null =
      null;
    for (const { id: own, at } of points) {
      const to = moved.find((one) => one.id === own)?.at;
      if (!to || taken.has(own)) continue;
      const grows: Spot = [(to[0] - at[0]) / nudge, (to[1] - at[1]) / nudge];
      const far = Math.hypot(...grows);
      if (far > MOVES && far > (best?.far ?? 0) + 1e-6) best = { id: own, at, grows, far };
    }
    if (!best) return [];
    taken.add(best.id);
    return [{ parameter, at: best.at, grows: best.grows }];
  });
}

/** The size that a handle asks for when it is dragged to a spot, within the bounds of that size. */
export function draggedTo({ parameter: { value, least, most }, at, grows }: Handle, to: Spot): number {
  const [dx, dy] = [to[0] - at[0], to[1] - at[1]];
  const by = (dx * grows[0] + dy * grows[1]) / (grows[0] ** 2 + grows[1] ** 2);
  return Math.min(most, Math.max(least, value + by));
}
