import { randomFrom } from '../../random';
import { endOf } from '../bodies';
import type { Gear, Layout, Region } from '../model';
import type { Pose } from '../motion';
import { pathClearance } from '../path';
import { posesIn, standsIn } from '../region';
import type { Sample } from '../simulate';
import type { Clearance } from '../survey';
import type { YardVehicle } from '../vehicle';
import { driven } from './drive';
import { EASY_KNOTS, fit, skeletonOf, TIGHT_KNOTS, type Ends, type FitHow, type Stretch } from './fit';
import { MOST_POSES, MOST_TOWING_POSES, skeletons } from './skeleton';
import { MARGIN, taskOf, type Movement, type Skeleton, type Task } from './task';
import { pieces, type Piece } from './words';

export interface PlanLimits {
  readonly movements?: number;
  readonly shunts?: number;
  readonly seed?: number;
  /** Poses that may be searched. */
  readonly poses?: number;
  /** Whether the first way will do, however close it passes. */
  readonly any?: boolean;
}

/** How many movements and shunts are allowed: who says how many movements, and no more, doesn't limit shunts. */
export const allowed = (
  layout: Layout,
  { movements, shunts }: PlanLimits,
): { readonly movements: number; readonly shunts: number } => ({
  movements: movements ?? layout.movements,
  shunts: shunts ?? movements ?? layout.shunts,
});

/** A way to drive a course. */
export interface Plan {
  readonly path: readonly Sample[];
  readonly movements: number;
  /** Movements against the gear of their stage. */
  readonly shunts: number;
  readonly clearance: Clearance;
  /** What to say, from when to when. */
  readonly stages: readonly Piece[];
}

/** Metres that a plan would like to keep from everything. */
const COMFORT = 0.35;
/** The same where it is tight. */
const TIGHT = 0.04;
/** Sum of squares that fits which come to be drivable never leave. */
const HOPELESS = 4;
/** Metres that a plan that passes close is bent for once more, one after the other. */
const EASED = [0.1, 0.2] as const;
/** Metres that are enough, and further ways that are tried for more of them. */
const ENOUGH = 0.15;
const FURTHER = 3;
/** The least that a plan may be off a line or a body: fitting leaves a little of the margin. */
const LEAST = MARGIN * 0.4;
/** How far off its goal a plan may end, in metres and radians. */
const GOAL_METRES = 0.004;
const GOAL_ANGLE = 0.003;
/** Skeletons of one stage that are carried on to the stage before. */
const CARRIED = 3;

/** How far a plan has come, and whether it is still asked for. */
export interface Watch {
  /** @param poses that were driven on from; @param ways that were tried to be bent */
  readonly searched: (poses: number, ways: number) => void;
  readonly cancelled: () => boolean;
}

/** Of a plan that nobody watches. */
export const UNWATCHED: Watch = { searched: () => undefined, cancelled: () => false };
/** Poses from one word to the watch to the next. */
const WORD = 5_000;

/**
 * The way with the fewest movements that a vehicle can drive on a course, clear of everything, the wheel turned no
 * faster than hands turn it and never while standing; null where the search finds none within the limits.
 */
export function findPlan(
  vehicle: YardVehicle,
  layout: Layout,
  limits: PlanLimits = {},
  watch: Watch = UNWATCHED,
): Plan | null {
  const task = taskOf(vehicle, layout);
  const { movements, shunts } = allowed(layout, limits);
  const most = limits.poses ?? (vehicle.trailer ? MOST_TOWING_POSES : MOST_POSES);
  let [searched, ways] = [0, 0];
  const more = (): boolean => {
    searched += 1;
    if (searched % WORD === 0) watch.searched(searched, ways);
    return searched <= most && !watch.cancelled();
  };
  let best: Bent | null = null;
  let left = FURTHER;
  for (const stages of chains(task, { movements, shunts, more })) {
    if (watch.cancelled()) return null;
    if (best && movementsIn(stages.flatMap((stage) => stage.movements)) > best.plan.movements) break;
    ways += 1;
    watch.searched(searched, ways);
    const found = planned(task, stages, limits.seed ?? 1);
    if (found && found.plan.movements <= movements) {
      if (limits.any) return found.plan;
      if (!best || roomOf(found) > roomOf(best)) best = found;
    }
    if (best && (roomOf(best) >= ENOUGH || left === 0)) break;
    if (best) left -= 1;
  }
  return best && eased(task, best);
}

/** Skeletons of all stages, one after the other, each beginning where the one before it ends; fewest movements first. */
function* chains(
  task: Task,
  {
    movements,
    shunts,
    more,
  }: { readonly movements: number; readonly shunts: number; readonly more: () => boolean },
): Generator<readonly Skeleton[], void> {
  const { stages, start } = task.layout;
  const least = movementsIn(stages);
  const most = Math.min(movements - least, 2 * shunts);
  // One stage is searched once: its skeletons come with the fewest movements first.
  if (stages.length === 1 && most >= 0) yield* before(0, [], most, 0);
  else for (let extra = 0; extra <= most; extra += 2) yield* before(stages.length - 1, [], extra, extra);

  /** @param left movements more than the least that may still be used; @param all of them have to be */
  function* before(
    n: number,
    after: readonly Skeleton[],
    left: number,
    all: number,
  ): Generator<readonly Skeleton[], void> {
    const stage = stages[n];
    if (!stage) {
      if (left === 0 || all === 0) yield after;
      return;
    }
    const beginning: Region = n === 0 ? start : (stages[n - 1]?.goal ?? start);
    const [next] = after;
    const ending: Region = next ? around(task, next.start) : stage.goal;
    const from = searchedFrom(task, n, next ? null : stage.goal, beginning);
    const fixed = next && from === 'end' ? [next.start] : null;
    let count = 0;
    for (const skeleton of skeletons(task, {
      roots: fixed ?? posesIn(task.bodies, from === 'end' ? ending : beginning),
      from,
      target: from === 'end' ? beginning : ending,
      gear: stage.gear,
      movements: 1 + left,
      more,
    })) {
      yield* before(n - 1, [skeleton, ...after], left - (skeleton.movements.length - 1), all);
      count += 1;
      if (n > 0 && count >= CARRIED) return;
    }
  }
}

/** Movements of pieces driven one after the other: a new one at each change of gear. */
const movementsIn = (pieces: readonly { readonly gear: Gear }[]): number =>
  pieces.filter(({ gear }, n) => n === 0 || pieces[n - 1]?.gear !== gear).length;

/** A region of one pose. */
function around({ bodies }: Task, pose: Pose): Region {
  const end = endOf(bodies, pose, 'front');
  return {
    of: 'front',
    origin: [end.x, end.y],
    turn: 0,
    x: [0, 0],
    y: [0, 0],
    heading: end.heading,
    within: 0,
    straight: null,
  };
}

/**
 * From which end a stage is searched: from the tighter one, for there the search is exact. A trailer is followed the
 * way it would be pulled: pushed, its angle runs away.
 */
function searchedFrom(task: Task, n: number, goal: Region | null, start: Region): 'start' | 'end' {
  const gear = task.layout.stages[n]?.gear;
  if (task.vehicle.trailer) return gear === 'forward' ? 'start' : 'end';
  if (goal === null) return 'end';
  return room(goal) <= room(start) ? 'end' : 'start';
}

const room = ({ x, y, within }: Region): number => (x[1] - x[0] + 0.1) * (y[1] - y[0] + 0.1) * (within + 0.1);

/** A chain of skeletons as one way, and where each of its movements belongs. */
interface Way {
  readonly skeleton: Skeleton;
  /** Stage of each movement, and the goal that it ends in; null on the way. */
  readonly stageOf: readonly number[];
  readonly goals: readonly (Region | null)[];
}

function wayOf({ layout }: Task, chain: readonly Skeleton[]): Way | null {
  const movements: Movement[] = [];
  const stageOf: number[] = [];
  const goals: (Region | null)[] = [];
  chain.forEach((skeleton, n) => {
    skeleton.movements.forEach((movement, k) => {
      movements.push(movement);
      stageOf.push(n);
      goals.push(k === skeleton.movements.length - 1 ? (layout.stages[n]?.goal ?? null) : null);
    });
  });
  const [first] = chain;
  if (!first || movements.length === 0) return null;
  return { skeleton: { start: first.start, movements }, stageOf, goals };
}

/** A way as it was bent and driven. */
interface Bent {
  readonly way: Way;
  readonly plan: Plan;
  readonly stretches: readonly Stretch[];
}

const roomOf = ({ plan }: Bent): number => plan.clearance.metres;

/** Bends and drives a chain; null where that can't be done clear of everything. */
function planned(task: Task, chain: readonly Skeleton[], seed: number): Bent | null {
  const way = wayOf(task, chain);
  if (!way) return null;
  const random = randomFrom(seed);
  const hows = [
    { comfort: COMFORT, spacing: EASY_KNOTS, seeds: null },
    { comfort: TIGHT, spacing: TIGHT_KNOTS, seeds: null },
    { comfort: TIGHT, spacing: TIGHT_KNOTS, seeds: random },
    { comfort: TIGHT, spacing: TIGHT_KNOTS, seeds: random },
  ];
  for (const how of hows) {
    const { plan, stretches, left } = bent(task, way, how);
    if (plan && stretches) return { way, plan, stretches };
    // What is far from fitting with little comfort doesn't come to fit by shaking it (measured over 400 fits).
    if (left > HOPELESS && how.comfort === TIGHT) return null;
  }
  return null;
}

/** A plan that passes close, bent on from where it is for as much room as there may be. */
function eased(task: Task, found: Bent): Plan {
  // A combination that is pushed is known from its end only.
  if (task.vehicle.trailer || roomOf(found) >= ENOUGH) return found.plan;
  let best = found;
  for (const comfort of EASED) {
    const way = { ...found.way, skeleton: skeletonOf(task, best.stretches) };
    const { plan, stretches } = bent(task, way, { comfort, spacing: TIGHT_KNOTS, seeds: null });
    if (plan && stretches && plan.movements <= found.plan.movements && plan.clearance.metres > roomOf(best))
      best = { ...best, plan, stretches };
  }
  return best.plan;
}

/** One try to bend and drive a way. @returns what is left of the sum of squares, too; 0 where it was bent */
function bent(
  task: Task,
  { skeleton, stageOf, goals }: Way,
  how: Omit<FitHow, 'margin'>,
): { readonly plan: Plan | null; readonly stretches: readonly Stretch[] | null; readonly left: number } {
  const { layout, survey, bodies, vehicle } = task;
  const ends: Ends = { start: layout.start, goals };
  const { stretches, left } = fit(task, skeleton, ends, { ...how, margin: MARGIN });
  if (!stretches) return { plan: null, stretches, left };
  const none = { plan: null, stretches, left: 0 };
  const result = driven(
    task,
    stretches,
    stageOf.map((n) => layout.stages[n]?.pace ?? null),
  );
  if (!result) return none;
  const { path, ends: times } = result;
  const { least, crossed } = pathClearance(vehicle, survey, path);
  const stands = (goal: Region, pose: Pose | undefined): boolean =>
    pose !== undefined && standsIn(bodies, goal, pose, GOAL_METRES, GOAL_ANGLE);
  const arrived = times.every((t, n) => {
    const goal = goals[n];
    const last = path.findLast((sample) => sample.t <= t + 1e-9);
    return !goal || stands(goal, last);
  });
  if (crossed !== null || least.metres < LEAST || !arrived || !stands(layout.start, path[0])) return none;
  const plan = {
    path,
    movements: movementsIn(stretches),
    shunts: stretches.filter(({ gear }, n) => layout.stages[stageOf[n] ?? 0]?.gear !== gear).length,
    clearance: least,
    stages: pieces(
      task,
      path,
      stretches.map(({ gear }, n) => ({ gear, until: times[n] ?? 0 })),
    ),
  };
  return { plan, stretches, left: 0 };
}
