import { findPlan, groundSeen, sampleAt, seen, sightingMarks } from '../core/yard';
import { courseIds, laid, vehicleIds, vehicleOf } from '../core/testing';
import { figureOf, type Figure } from './table';

const timed = (work: () => unknown): number => {
  const began = performance.now();
  work();
  return performance.now() - began;
};

/** What the driver sees: of one pose, of the ground round it, and the marks of whole plans. */
export function seeing(): Figure[] {
  const found = { marks: [] as number[], poses: [] as number[], ground: [] as number[] };
  for (const course of courseIds)
    for (const id of vehicleIds) {
      const vehicle = vehicleOf(id);
      const layout = laid(course, vehicle);
      // What takes long to plan is measured elsewhere.
      const plan = findPlan(vehicle, layout, { any: true, poses: 60_000 });
      if (!plan) continue;
      found.marks.push(timed(() => sightingMarks(vehicle, layout, plan)));
      const end = plan.path.at(-1)?.t ?? 0;
      for (let n = 0; n < 10; n += 1) {
        const pose = sampleAt(plan.path, (n / 10) * end);
        if (!pose) continue;
        found.poses.push(timed(() => seen(vehicle, layout, pose)));
        if (n % 5 === 0) found.ground.push(timed(() => groundSeen(vehicle, layout, pose, { height: 1 })));
      }
    }
  return [
    figureOf(`what is seen of the cones from a pose (${found.poses.length})`, found.poses, 'under 2 ms'),
    figureOf(`sighting marks of a plan (${found.marks.length})`, found.marks, 'under 200 ms'),
    figureOf(`blind areas for a child round a pose (${found.ground.length})`, found.ground, 'none'),
  ];
}
