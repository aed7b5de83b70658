import { wrapped } from '../angle';
import type { Gear, Region } from '../model';
import { step, type Pose } from '../motion';
import { offFrom } from '../region';
import { leastSquares, type Blocks, type Since } from './leastSquares';
import { leadOf, legsOf, meanSteer, placesOf } from './legs';
import { signOf, type Movement, type Skeleton, type Task } from './task';

// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { abs, ceil, floor, max, min } = Math;

/** A movement whose wheel angle runs evenly from knot to knot over its length. */
export interface Stretch {
  readonly gear: Gear;
  readonly from: Pose;
  readonly to: Pose;
  readonly length: number;
  /** Radians at knots between the leads; the first and the last hold over a lead. */
  readonly knots: readonly number[];
  /** Where the knots are: 0 at the first, 1 at the last. */
  readonly places: readonly number[];
}

/** What a fit has to reach: where it begins and ends, and which regions its movements end in on the way. */
export interface Ends {
  readonly start: Region | Pose;
  /** By movement; null: wherever it likes. */
  readonly goals: readonly (Region | Pose | null)[];
}

export interface FitHow {
  /** Metres that are kept, and that are kept where they can be. */
  readonly margin: number;
  readonly comfort: number;
  /** Metres between knots. */
  readonly spacing: number;
  /** Shakes the skeleton before it is bent; null: not. */
  readonly seeds: (() => number) | null;
}

/**
 * Metres between knots, which are what turning the wheel from lock to lock takes: at a crawl, and in tight places as
 * slowly as a clutch allows.
 */
export const EASY_KNOTS = 0.5;
export const TIGHT_KNOTS = 0.25;
/** Metres a second of a combination, which goes at one speed. */
export const TOWING_SPEED = 0.6;
/** Metres between the poses that are measured. */
const SPACING = 0.13;
const TOWING_SPACING = 0.25;

const LINK = 30;
const KEEP = 25;

/** How fast the wheel may turn along the way, in radians a metre. */
const slopeOf = (task: Task, knots: number): number =>
  task.vehicle.trailer ? task.rate / TOWING_SPEED : (2 * task.lock) / knots;

/** Where the wheel is held at the ends of a piece of way, and how it turns between. */
interface Turning extends Pick<Stretch, 'knots' | 'places' | 'length'> {
  readonly leadIn: number;
  readonly leadOut: number;
}

/** The wheel's angle at a distance into a piece of way. */
function turnedAt({ knots, places, length, leadIn, leadOut }: Turning, at: number): number {
  const between = max(length - leadIn - leadOut, 1e-6);
  const place = min(max(at - leadIn, 0), between) / between;
  let n = 0;
  while (n < places.length - 2 && (places[n + 1] ?? 1) <= place) n += 1;
  const [a, b] = [places[n] ?? 0, places[n + 1] ?? 1];
  const [from, to] = [knots[n] ?? 0, knots[n + 1] ?? 0];
  return from + ((place - a) / (b - a)) * (to - from);
}

/** The wheel's angle at a distance into a movement. */
export function steeringOf(
  { knots, places, length }: Pick<Stretch, 'knots' | 'places' | 'length'>,
  lead: number,
): (at: number) => number {
  const turning = { knots, places, length, leadIn: lead, leadOut: lead };
  return (at) => turnedAt(turning, at);
}

/**
 * Bends a skeleton until it can be driven: the wheel turns no faster than hands turn it, movements meet, the ends
 * stand where they have to, and nothing is nearer than `comfort` where that can be had (least squares over the
 * knots, with the poses between movements free: multiple shooting).
 *
 * @returns no stretches where no bending gets it clear; and what is left of the sum of squares
 */
export function fit(
  task: Task,
  skeleton: Skeleton,
  ends: Ends,
  { margin, comfort, spacing, seeds }: FitHow,
): { readonly stretches: readonly Stretch[] | null; readonly left: number } {
  const { survey, bodies, vehicle } = task;
  const towing = vehicle.trailer !== null;
  const lead = leadOf(task);
  const slope = slopeOf(task, spacing);
  const per = towing ? 4 : 3;
  const plans = legsOf(task, skeleton).map((leg) => {
    const { length, leadIn, leadOut } = leg;
    const places = placesOf(leg.parts, length, leadIn, leadOut, spacing);
    const backwards = towing && leg.gear === 'reverse';
    return {
      ...leg,
      places,
      count: places.length,
      backwards,
      anchor: backwards ? leg.to : leg.from,
      samples: max(4, ceil(length / (towing ? TOWING_SPACING : SPACING))),
    };
  });
  // Variables of a movement: pose, length, its own knots; the wheel at changes of gear is shared between two.
  const offsets: number[] = [];
  let size = 0;
  for (const plan of plans) {
    offsets.push(size);
    size += per + 1 + plan.count - 2;
  }
  const turns = size;
  size += plans.length;
  const first = new Float64Array(size);
  plans.forEach((plan, n) => {
    const at = offsets[n] ?? 0;
    const { x, y, heading, hitch } = plan.anchor;
    first.set(towing ? [x, y, heading, hitch ?? 0] : [x, y, heading], at);
    first[at + per] = plan.length;
    for (let k = 1; k < plan.count; k += 1) {
      const middle = plan.leadIn + (plan.length - plan.leadIn - plan.leadOut) * (plan.places[k] ?? 1);
      const steer = meanSteer(plan.parts, middle, spacing / 2);
      const noise = seeds ? (seeds() - 0.5) * task.lock * 0.4 : 0;
      const bounded = max(-task.lock, min(task.lock, steer + noise));
      if (k === plan.count - 1) first[turns + n] = bounded;
      else first[at + per + k] = bounded;
    }
  });

  const knotsOf = (values: Float64Array, n: number): number[] => {
    const [plan, at] = [plans[n], offsets[n] ?? 0];
    if (!plan) return [];
    return [
      n === 0 ? 0 : (values[turns + n - 1] ?? 0),
      ...values.subarray(at + per + 1, at + per + plan.count - 1),
      values[turns + n] ?? 0,
    ];
  };
  const anchorOf = (values: Float64Array, n: number): Pose => {
    const at = offsets[n] ?? 0;
    const [x = 0, y = 0, heading = 0, hitch = 0] = values.subarray(at, at + per);
    return { x, y, heading, hitch: towing ? hitch : null };
  };

  interface Driven {
    readonly rows: Float64Array;
    readonly from: Pose;
    readonly to: Pose;
    /** Where it stood after each sample, and whether it was on the wrong side of a line. */
    readonly poses: readonly Pose[];
    readonly overs: readonly boolean[];
  }
  /** The first sample of a leg that a variable changes. */
  const firstChanged = (n: number, variable: number, length: number): number => {
    const [plan, at] = [plans[n], offsets[n] ?? 0];
    if (!plan) return 0;
    const knot = variable >= turns ? (variable - turns === n ? plan.count - 1 : 0) : variable - at - per;
    // Where it begins, and how long it is, changes all of it.
    if (variable < turns && knot <= 0) return 0;
    const between = max(length - plan.leadIn - plan.leadOut, 0);
    const nextTo = plan.places[plan.backwards ? knot + 1 : knot - 1];
    if (nextTo === undefined) return 0;
    const from = plan.leadIn + between * nextTo;
    return max(0, floor(((plan.backwards ? length - from : from) / length) * plan.samples));
  };
  const drive = (values: Float64Array, n: number, since?: Since<Driven>): Driven => {
    const plan = plans[n];
    if (!plan) throw new Error('no movement');
    const knots = knotsOf(values, n);
    const length = values[(offsets[n] ?? 0) + per] ?? plan.length;
    const rows = new Float64Array(plan.samples * 3 + plan.count * 4 + 1);
    let row = 0;
    let pose = anchorOf(values, n);
    const anchor = pose;
    const v = signOf(plan.gear) * (plan.backwards ? -1 : 1);
    const ds = length / plan.samples;
    const shape = { ...plan, knots, length };
    // A movement that was moved across a line is on its wrong side from the start.
    let over = survey.crossed(plan.anchor, anchor) !== null;
    const poses: Pose[] = [];
    const overs: boolean[] = [];
    const same = since ? firstChanged(n, since.variable, length) : 0;
    if (since && same > 0) {
      poses.push(...since.block.poses.slice(0, same));
      overs.push(...since.block.overs.slice(0, same));
      rows.set(since.block.rows.subarray(0, same * 3));
      row = same * 3;
      pose = poses.at(-1) ?? anchor;
      over = overs.at(-1) ?? over;
    }
    const measure = survey.along(pose);
    const placeAt = (k: number): number => (plan.backwards ? length - k * ds : k * ds);
    let before = { v, steer: turnedAt(shape, placeAt(same)) };
    for (let k = same; k < plan.samples; k += 1) {
      const after = { v, steer: turnedAt(shape, placeAt(k + 1)) };
      pose = step(vehicle, pose, before, after, ds);
      before = after;
      const { solid, painted, crossed } = measure(pose);
      if (crossed) over = !over;
      const paint = over ? -min(painted, 0.4) : painted;
      rows[row] = hinge(solid, margin, comfort);
      rows[row + 1] = hinge(paint, margin, comfort);
      rows[row + 2] = pose.hitch === null ? 0 : KEEP * max(0, abs(pose.hitch) - task.mostHitch);
      row += 3;
      poses.push(pose);
      overs.push(over);
    }
    const between = max(length - plan.leadIn - plan.leadOut, 0.02);
    for (let k = 0; k < plan.count; k += 1) {
      const [last, here, next] = [knots[k - 1], knots[k] ?? 0, knots[k + 1]];
      rows[row] = KEEP * max(0, abs(here) - task.lock + 0.0015);
      rows[row + 1] =
        next === undefined
          ? 0
          : 4 *
            max(0, abs(next - here) - slope * between * ((plan.places[k + 1] ?? 1) - (plan.places[k] ?? 0)));
      rows[row + 2] = last === undefined || next === undefined ? 0 : 0.1 * (next - 2 * here + last);
      rows[row + 3] = 0.05 * here;
      row += 4;
    }
    rows[row] = 0.012 * length + KEEP * max(0, plan.leadIn + plan.leadOut + 0.05 - length);
    const way = { rows, poses, overs };
    return plan.backwards ? { ...way, from: pose, to: anchor } : { ...way, from: anchor, to: pose };
  };
  const links = (driven: readonly Driven[]): Float64Array => {
    const rows = new Float64Array(4 * (2 * driven.length + 1));
    let row = 0;
    const meet = (a: Pose, b: Pose): void => {
      rows[row] = LINK * (a.x - b.x);
      rows[row + 1] = LINK * (a.y - b.y);
      rows[row + 2] = 2 * LINK * wrapped(a.heading - b.heading);
      rows[row + 3] = 2 * LINK * ((a.hitch ?? 0) - (b.hitch ?? 0));
      row += 4;
    };
    const stand = (pose: Pose, where: Region | Pose | null): void => {
      if (where === null) row += 4;
      else if ('origin' in where) {
        const off = offFrom(bodies, where, pose);
        rows[row] = LINK * off.along;
        rows[row + 1] = LINK * off.across;
        rows[row + 2] = 2 * LINK * off.turned;
        rows[row + 3] = 2 * LINK * off.bent;
        row += 4;
      } else meet(pose, where);
    };
    const [one] = driven;
    if (one) stand(one.from, ends.start);
    driven.forEach((movement, n) => {
      stand(movement.to, plans[n]?.last ? (ends.goals[plans[n].movement] ?? null) : null);
      const next = driven[n + 1];
      if (next) meet(movement.to, next.from);
      // A vehicle stands in a line where it starts.
      else if (one && 'origin' in ends.start) {
        rows[row + 3] = 2 * LINK * (one.from.hitch ?? 0);
        row += 4;
      }
    });
    return rows;
  };
  const blocks: Blocks<Driven> = {
    count: plans.length,
    /** Movements that a variable changes. */
    of: (variable) => {
      if (variable >= turns) return [variable - turns, variable - turns + 1].filter((n) => n < plans.length);
      return [offsets.findLastIndex((offset) => offset <= variable)];
    },
    block: drive,
    rows: ({ rows }) => rows,
    links,
  };
  const { values: fitted, cost: left } = leastSquares(blocks, first, 60);
  const driven = plans.map((_, n) => drive(fitted, n));
  if (links(driven).some((row) => abs(row) > LINK * 2e-3)) return { stretches: null, left };
  const legs = plans.map((plan, n) => ({
    ...plan,
    from: driven[n]?.from ?? skeleton.start,
    to: driven[n]?.to ?? skeleton.start,
    length: fitted[(offsets[n] ?? 0) + per] ?? 0,
    knots: knotsOf(fitted, n),
  }));
  const stretches = skeleton.movements.map(({ gear }, movement) =>
    joined(
      gear,
      lead,
      legs.filter((leg) => leg.movement === movement),
    ),
  );
  return { stretches, left };
}

/** Metres of a piece with the wheel held, of a skeleton that is made from stretches. */
const PIECE = 0.25;

/** Stretches as a skeleton from which they can be bent on. */
export function skeletonOf(task: Task, stretches: readonly Stretch[]): Skeleton {
  const lead = leadOf(task);
  const movements = stretches.map((stretch): Movement => {
    const steerAt = steeringOf(stretch, lead);
    const count = max(1, ceil(stretch.length / PIECE));
    const metres = stretch.length / count;
    const v = signOf(stretch.gear);
    let pose = stretch.from;
    const parts = Array.from({ length: count }, (_, n) => {
      const [before, after] = [steerAt(n * metres), steerAt((n + 1) * metres)];
      const from = pose;
      pose = step(task.vehicle, from, { v, steer: before }, { v, steer: after }, metres);
      return { steer: (before + after) / 2, length: metres, from, to: pose };
    });
    return { gear: stretch.gear, parts };
  });
  return { start: stretches[0]?.from ?? { x: 0, y: 0, heading: 0, hitch: null }, movements };
}

/** Legs of one movement as one stretch. */
function joined(
  gear: Gear,
  lead: number,
  legs: readonly (Omit<Stretch, 'gear'> & { readonly leadIn: number; readonly leadOut: number })[],
): Stretch {
  const [first, last] = [legs[0], legs.at(-1)];
  if (!first || !last) throw new Error('a movement without legs');
  const length = legs.reduce((sum, leg) => sum + leg.length, 0);
  const knots: number[] = [];
  const places: number[] = [];
  let at = 0;
  for (const leg of legs) {
    const between = leg.length - leg.leadIn - leg.leadOut;
    leg.knots.forEach((knot, k) => {
      // The last knot of a leg is the first of the next.
      if (k === 0 && knots.length > 0) return;
      knots.push(knot);
      places.push((at + leg.leadIn + (leg.places[k] ?? 1) * between - lead) / (length - 2 * lead));
    });
    at += leg.length;
  }
  return { gear, from: first.from, to: last.to, length, knots, places };
}

/** Heavy below the margin, light below what is comfortable. */
const hinge = (metres: number, margin: number, comfort: number): number =>
  metres >= comfort ? 0 : 0.7 * (comfort - metres) + (metres < margin ? KEEP * (margin - metres) : 0);
