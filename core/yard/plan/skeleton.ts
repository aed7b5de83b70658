import FlatQueue from 'flatqueue';
import { wrapped } from '../angle';
import { endOf } from '../bodies';
import type { Gear, Region } from '../model';
import { arc, type Pose } from '../motion';
import { offBox, standsIn } from '../region';
import { MARGIN, otherGear, signOf, type Movement, type Part, type Skeleton, type Task } from './task';

// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { PI, abs, ceil, floor, hypot, max, min, sqrt } = Math;

export interface Search {
  /** Poses to search from: at the start of the stage, or at its end. */
  readonly roots: readonly Pose[];
  readonly from: 'start' | 'end';
  /** Where the other end has to be. */
  readonly target: Region;
  /** The gear in which the stage begins and ends. */
  readonly gear: Gear;
  readonly movements: number;
  /** Counts the poses that are driven on from; false: no more. */
  readonly more: () => boolean;
}

/** Shares of full lock that are tried. */
const STEERS = [0, 1, -1, 0.5, -0.5] as const;
/** Cells of the ground that are told apart; the angle and the trailer are told apart within each. */
const CELLS = 3_000;
const ANGLES = 72;
const HITCHES = 9;
/** How far off the target a skeleton may end, in metres and radians: fitting closes the rest. */
const NEAR = 0.2;
const NEAR_ANGLE = 0.09;
/** Poses that are driven on from, over a whole plan: then the search gives up. With a trailer each costs more. */
export const MOST_POSES = 250_000;
export const MOST_TOWING_POSES = 60_000;
/** Metres that a metre with the wheel turned by a radian costs more, and turning the wheel by a radian. */
const EFFORT = 0.15;
const WINDING = 0.4;
/** Skeletons with equally many movements that are offered before one more movement is tried. */
const OFFERED = 6;

/**
 * Skeletons with the fewest movements first: the wheel is held for each piece and turned in no time in between. A
 * search of poses movement by movement (hybrid A*: cells tell poses apart, the poses themselves are exact). A piece
 * that would touch something is driven up to it, as one drives up to a kerb.
 */
export function* skeletons(task: Task, search: Search): Generator<Skeleton, void> {
  const { vehicle, survey, bodies, bounds } = task;
  const towing = vehicle.trailer !== null;
  const ahead = search.from === 'start' ? 1 : -1;
  const width = bounds.x[1] - bounds.x[0];
  const height = bounds.y[1] - bounds.y[0];
  const cell = max(0.2, sqrt((width * height) / CELLS));
  const piece = max(cell * 1.5, task.radius * ((2 * PI) / ANGLES) * 1.1);
  // A single place is missed by up to half a piece.
  const point = search.target.x[0] === search.target.x[1] && search.target.y[0] === search.target.y[1];
  const near = point ? max(NEAR, piece * 0.6) : NEAR;
  const steps = ceil(piece / 0.35);
  const [columns, rows] = [ceil(width / cell), ceil(height / cell)];
  const hitches = towing ? HITCHES : 1;
  const seen = new Uint8Array(columns * rows * ANGLES * hitches * 2);
  const stopped = new Uint8Array(seen.length);

  const poses: Pose[] = [];
  const parents: number[] = [];
  const steers: number[] = [];
  const lengths: number[] = [];
  const costs: number[] = [];
  const gears: Gear[] = [];
  const ends: boolean[] = [];

  const cellOf = (pose: Pose, gear: Gear): number => {
    const column = floor((pose.x - bounds.x[0]) / cell);
    const row = floor((pose.y - bounds.y[0]) / cell);
    if (column < 0 || row < 0 || column >= columns || row >= rows) return -1;
    const angle = floor(((wrapped(pose.heading) + PI) / (2 * PI)) * ANGLES) % ANGLES;
    const hitch =
      pose.hitch === null ? 0 : min(HITCHES - 1, floor((pose.hitch / task.mostHitch + 1) * 0.5 * HITCHES));
    return (((column * rows + row) * ANGLES + angle) * hitches + hitch) * 2 + (gear === 'forward' ? 0 : 1);
  };
  const clear = (before: Pose, pose: Pose): boolean =>
    (pose.hitch === null || abs(pose.hitch) <= task.mostHitch) && survey.clears(before, pose, MARGIN);
  const left = (pose: Pose): number => {
    const end = endOf(bodies, pose, search.target.of);
    const { along, across } = offBox(search.target, end);
    return max(hypot(along, across), abs(wrapped(end.heading - search.target.heading)) * task.radius);
  };
  const add = (
    pose: Pose,
    gear: Gear,
    parent: number,
    steer: number,
    length: number,
    end: boolean,
  ): number => {
    poses.push(pose);
    gears.push(gear);
    parents.push(parent);
    steers.push(steer);
    lengths.push(length);
    const turning = length > 0 ? EFFORT * length * abs(steer) : 0;
    const winding =
      parent >= 0 && length > 0 && lengths[parent] !== 0 ? WINDING * abs(steer - (steers[parent] ?? 0)) : 0;
    costs.push((parent < 0 ? 0 : (costs[parent] ?? 0)) + length + turning + winding);
    ends.push(end);
    return poses.length - 1;
  };
  /** Where holding the wheel leads, and how far it goes before something is in the way. */
  const drive = (from: Pose, gear: Gear, steer: number): { pose: Pose; length: number } => {
    const v = signOf(gear) * ahead;
    let pose = from;
    for (let n = 0; n < steps; n += 1) {
      const next = arc(vehicle, pose, v, steer, piece / steps);
      if (clear(pose, next)) {
        pose = next;
        continue;
      }
      let [low, high] = [0, piece / steps];
      let last = pose;
      for (let k = 0; k < 5; k += 1) {
        const middle = (low + high) / 2;
        const part = arc(vehicle, pose, v, steer, middle);
        if (clear(pose, part)) {
          low = middle;
          last = part;
        } else high = middle;
      }
      return { pose: last, length: (n * piece) / steps + low };
    }
    return { pose, length: piece };
  };

  let queue = new FlatQueue<number>();
  for (const root of search.roots)
    if (clear(root, root)) queue.push(add(root, search.gear, -1, 0, 0, false), left(root));

  for (let movement = 1; movement <= search.movements; movement += 1) {
    const driven: number[] = [];
    let offered = 0;
    while (queue.length > 0 && offered < OFFERED) {
      const node = queue.pop();
      const pose = node === undefined ? undefined : poses[node];
      const gear = node === undefined ? undefined : gears[node];
      if (node === undefined || !pose || !gear) break;
      const at = cellOf(pose, gear);
      if (at < 0) continue;
      const list = ends[node] ? stopped : seen;
      if (list[at] === 1) continue;
      list[at] = 1;
      driven.push(node);
      if (gear === search.gear && standsIn(bodies, search.target, pose, near, NEAR_ANGLE)) {
        const way = traced(node);
        // A change of gear where nothing was driven before: it would begin, or end, in the other gear.
        if (way.movements[0]?.gear !== search.gear || way.movements.at(-1)?.gear !== search.gear) continue;
        offered += 1;
        yield way;
        continue;
      }
      if (ends[node]) continue;
      if (!search.more()) return;
      for (const share of STEERS) {
        const reached = drive(pose, gear, share * task.lock);
        if (reached.length < 0.06) continue;
        const whole = reached.length >= piece - 1e-9;
        const there = cellOf(reached.pose, gear);
        if (there < 0 || (whole ? seen : stopped)[there] === 1) continue;
        const next = add(reached.pose, gear, node, share * task.lock, reached.length, !whole);
        queue.push(next, (costs[next] ?? 0) + left(reached.pose));
      }
    }
    if (movement === search.movements) return;
    queue = new FlatQueue<number>();
    for (const node of driven) {
      const [pose, gear] = [poses[node], gears[node]];
      if (!pose || !gear || seen[cellOf(pose, otherGear(gear))] === 1) continue;
      const next = add(pose, otherGear(gear), node, 0, 0, false);
      queue.push(next, (costs[next] ?? 0) + left(pose));
    }
  }

  /** The way to a node, in the order in which it is driven. */
  function traced(last: number): Skeleton {
    const way: number[] = [];
    for (let node = last; node >= 0; node = parents[node] ?? -1) way.push(node);
    // From the end the way is already in the order of driving.
    if (search.from === 'start') way.reverse();
    const movements: { gear: Gear; parts: Part[] }[] = [];
    for (const node of way) {
      const gear = gears[node] ?? 'forward';
      const [own, other] = [poses[node], poses[parents[node] ?? -1]];
      if (movements.at(-1)?.gear !== gear) movements.push({ gear, parts: [] });
      if ((lengths[node] ?? 0) === 0 || !own || !other) continue;
      const [from, to] = search.from === 'start' ? [other, own] : [own, other];
      movements.at(-1)?.parts.push({ steer: steers[node] ?? 0, length: lengths[node] ?? 0, from, to });
    }
    const start = poses[way[0] ?? last];
    return {
      start: start ?? { x: 0, y: 0, heading: 0, hitch: null },
      movements: movements.filter(({ parts }): boolean => parts.length > 0) satisfies readonly Movement[],
    };
  }
}
