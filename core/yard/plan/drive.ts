import { wrapped } from '../angle';
import { step, type Pose } from '../motion';
import type { Sample } from '../simulate';
import { steeringOf, type Stretch } from './fit';
import { solved } from './leastSquares';
import { leadOf } from './legs';
import { signOf, type Task } from './task';

// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { abs, ceil, hypot, max, min, round, sqrt } = Math;

/** Metres a second of a vehicle that manoeuvres (walking pace), and of one that brakes from a higher speed. */
const PACE = 1.2;
/** Metres a second squared at walking pace; of a stage with a pace of its own: pulling away, and braking (memory). */
const EASY = 0.4;
const BRISK = { pull: 1.5, brake: 5 };
/** Seconds of standing at each change of gear, to look round (ours), and between samples. */
const STAND = 1;
const SAMPLE = 0.1;
/** Metres between the places at which speeds are worked out; seconds of a step of integration. */
const GRID = 0.02;
const STEP = 0.03;
const TOWING_STEP = 0.01;

interface Timed {
  readonly t: number;
  readonly s: number;
  readonly v: number;
}

/** When a stretch is where, and how fast: from standing to standing. */
function timed(task: Task, stretch: Stretch, pace: number | null): readonly Timed[] {
  return task.vehicle.trailer ? towingTimes(task, stretch, pace) : carTimes(task, stretch, pace);
}

/** Even speed between even ramps: then a wheel that turns evenly along the way turns evenly in time. */
function towingTimes(task: Task, { length, knots, places }: Stretch, pace: number | null): readonly Timed[] {
  const lead = leadOf(task);
  const between = length - 2 * lead;
  const steepest = max(
    ...knots
      .slice(1)
      .map((knot, n) => abs(knot - (knots[n] ?? 0)) / (between * ((places[n + 1] ?? 1) - (places[n] ?? 0)))),
    1e-9,
  );
  const v = min(pace ?? PACE, task.rate / steepest);
  const ramp = (2 * lead) / v;
  const times: Timed[] = [];
  const count = (seconds: number) => max(1, ceil(seconds / SAMPLE));
  const up = count(ramp);
  for (let n = 0; n < up; n += 1)
    times.push({ t: (ramp * n) / up, s: lead * (n / up) ** 2, v: (v * n) / up });
  for (const [k, place] of places.slice(0, -1).entries()) {
    const part = between * ((places[k + 1] ?? 1) - place);
    const steps = count(part / v);
    for (let n = 0; n < steps; n += 1) {
      const s = between * place + (part * n) / steps;
      times.push({ t: ramp + s / v, s: lead + s, v });
    }
  }
  const late = ramp + between / v;
  for (let n = 0; n <= up; n += 1)
    times.push({ t: late + (ramp * n) / up, s: length - lead * (1 - n / up) ** 2, v: v * (1 - n / up) });
  return times;
}

/** As fast as the wheel can be turned and as easily as one brakes. */
function carTimes(task: Task, stretch: Stretch, pace: number | null): readonly Timed[] {
  const { length } = stretch;
  const lead = leadOf(task);
  const count = max(4, ceil(length / GRID));
  const ds = length / count;
  const brisk = pace !== null && pace > 2;
  const pull = brisk ? BRISK.pull : EASY;
  const brake = brisk ? BRISK.brake : EASY;
  const steerAt = steeringOf(stretch, lead);
  const steers = Array.from({ length: count + 1 }, (_, n) => steerAt(n * ds));
  const speeds = steers.map((here, n) => {
    const turned = max(abs((steers[n + 1] ?? here) - here), abs(here - (steers[n - 1] ?? here)));
    const slope = turned / ds;
    return min(pace ?? PACE, task.rate / max(slope, 1e-9));
  });
  speeds[0] = 0;
  speeds[count] = 0;
  for (let n = 1; n <= count; n += 1)
    speeds[n] = min(speeds[n] ?? 0, sqrt((speeds[n - 1] ?? 0) ** 2 + 2 * pull * ds));
  for (let n = count - 1; n >= 0; n -= 1)
    speeds[n] = min(speeds[n] ?? 0, sqrt((speeds[n + 1] ?? 0) ** 2 + 2 * brake * ds));
  const times = [0];
  for (let n = 1; n <= count; n += 1)
    times.push((times[n - 1] ?? 0) + (2 * ds) / ((speeds[n - 1] ?? 0) + (speeds[n] ?? 0)));
  const total = times[count] ?? 0;
  const samples = max(4, ceil(total / SAMPLE));
  const dt = total / samples;
  let n = 0;
  const v = Array.from({ length: samples + 1 }, (_, k) => {
    if (k === 0 || k === samples) return 0;
    const t = k * dt;
    while (n < count - 1 && (times[n + 1] ?? 0) <= t) n += 1;
    const [a, b] = [times[n] ?? 0, times[n + 1] ?? 0];
    return (speeds[n] ?? 0) + ((t - a) / (b - a)) * ((speeds[n + 1] ?? 0) - (speeds[n] ?? 0));
  });
  const covered = [0];
  for (let k = 1; k <= samples; k += 1)
    covered.push((covered[k - 1] ?? 0) + (((v[k - 1] ?? 0) + (v[k] ?? 0)) / 2) * dt);
  // Sampling cuts the corners of the speed a little: the speeds are stretched to cover the whole way.
  const share = length / (covered[samples] ?? 1);
  return v.map((speed, k) => ({ t: k * dt, s: (covered[k] ?? 0) * share, v: speed * share }));
}

/** A stretch with the times at which it is driven; they are those of its usual length. */
interface Run {
  readonly stretch: Stretch;
  readonly times: readonly Timed[];
  readonly usual: number;
}

const runOf = (task: Task, stretch: Stretch, pace: number | null): Run => ({
  stretch,
  times: timed(task, stretch, pace),
  usual: stretch.length,
});

/** A run as samples from a time on; its poses follow from its first one, or backwards from its last. */
function sampled(task: Task, { stretch, times, usual }: Run, from: number, anchor: Pose): readonly Sample[] {
  const lead = leadOf(task);
  const sign = signOf(stretch.gear);
  const share = stretch.length / usual;
  const steerAt = steeringOf(stretch, lead);
  const controls = times.map(({ t, s, v }) => ({
    t: from + t,
    v: sign * v * share,
    steer: steerAt(s * share),
  }));
  const backwards = anchorsAtEnd(task, stretch);
  const order = backwards ? controls.toReversed() : controls;
  const samples: Sample[] = [];
  let pose = anchor;
  let before = order[0];
  const longest = task.vehicle.trailer ? TOWING_STEP : STEP;
  for (const control of order) {
    if (before && control !== before) {
      const seconds = control.t - before.t;
      const steps = max(1, ceil(abs(seconds) / longest));
      const [a, b] = [before, control];
      const at = (part: number) => ({
        v: a.v + part * (b.v - a.v),
        steer: a.steer + part * (b.steer - a.steer),
      });
      for (let n = 0; n < steps; n += 1)
        pose = step(task.vehicle, pose, at(n / steps), at((n + 1) / steps), seconds / steps);
    }
    samples.push({ ...control, ...pose });
    before = control;
  }
  return backwards ? samples.toReversed() : samples;
}

/** A trailer that is pushed is worked out from where it ends: from its start the smallest error grows. */
const anchorsAtEnd = (task: Task, { gear }: Stretch): boolean =>
  task.vehicle.trailer !== null && gear === 'reverse';

/**
 * Drives stretches one after the other, standing still between them; null where they can't be made to meet.
 *
 * @param paces by stretch: metres a second, null for walking pace
 */
export function driven(
  task: Task,
  stretches: readonly Stretch[],
  paces: readonly (number | null)[],
): { readonly path: readonly Sample[]; readonly ends: readonly number[] } | null {
  const path: Sample[] = [];
  const ends: number[] = [];
  let at: Pose | null = null;
  let time = 0;
  const runs = stretches.map((stretch, n) => runOf(task, stretch, paces[n] ?? null));
  for (const [n, run] of runs.entries()) {
    const { stretch } = run;
    const next = runs[n + 1];
    let samples: readonly Sample[];
    if (anchorsAtEnd(task, stretch)) samples = sampled(task, run, time, stretch.to);
    else {
      const from: Pose = at ?? stretch.from;
      const pushed = next && anchorsAtEnd(task, next.stretch);
      const target = pushed ? sampled(task, next, 0, next.stretch.to)[0] : undefined;
      const met = meeting(task, run, from, target ?? stretch.to, pushed ? EXACT : CLOSE);
      if (!met && pushed) return null;
      samples = sampled(task, met ?? run, time, from);
    }
    const [first] = samples;
    if (first && at && apart(first, at) > 1e-5) return null;
    path.push(...samples);
    const last = samples.at(-1);
    if (!last) return null;
    at = { x: last.x, y: last.y, heading: last.heading, hitch: last.hitch };
    time = last.t;
    ends.push(time);
    if (!next) continue;
    const waits = round(STAND / SAMPLE);
    for (let k = 1; k < waits; k += 1) path.push({ ...last, t: time + (STAND * k) / waits, v: 0 });
    time += STAND;
  }
  return { path, ends };
}

const apart = (a: Pose, b: Pose): number =>
  hypot(a.x - b.x, a.y - b.y) + abs(wrapped(a.heading - b.heading)) + abs((a.hitch ?? 0) - (b.hitch ?? 0));

/** Metres and radians by which the end of a stretch may be off: where a trailer is pushed from there, and elsewhere. */
const EXACT = 1e-9;
const CLOSE = 1e-4;
/** Metres before its end in which a stretch is changed. */
const CHANGED = 15;

/** The stretch with its knots and its length changed as little as brings its end onto a pose (Newton, least norm). */
function meeting(task: Task, run: Run, from: Pose, target: Pose, tolerance: number): Run | null {
  let own = run.stretch;
  const off = (stretch: Stretch): readonly number[] => {
    const end = sampled(task, { ...run, stretch }, 0, from).at(-1) ?? from;
    const car = [end.x - target.x, end.y - target.y, wrapped(end.heading - target.heading)];
    return end.hitch === null ? car : [...car, end.hitch - (target.hitch ?? 0)];
  };
  // The first knot is shared with the stretch before, the last with the one after: they stay.
  const free = own.knots.flatMap((_, n) =>
    n > 0 && n < own.knots.length - 1 && (1 - (own.places[n] ?? 0)) * own.length < CHANGED ? [n] : [],
  );
  const changed = (one: Stretch, by: readonly number[]): Stretch => {
    const knots = [...one.knots];
    for (const [k, n] of free.entries()) knots[n] = (knots[n] ?? 0) + (by[k] ?? 0);
    return { ...one, knots, length: one.length + (by[free.length] ?? 0) };
  };
  for (let round = 0; round < 8; round += 1) {
    const error = off(own);
    if (max(...error.map(abs)) < tolerance / 100) return { ...run, stretch: own };
    const columns = Array.from({ length: free.length + 1 }, (_, n) => {
      const by = Array.from({ length: free.length + 1 }, (_other, k) => (k === n ? 1e-6 : 0));
      return off(changed(own, by)).map((value, k) => (value - (error[k] ?? 0)) / 1e-6);
    });
    const move = leastNorm(columns, error);
    if (!move || max(...move.map(abs)) > 0.1) return null;
    own = changed(
      own,
      move.map((one) => -one),
    );
  }
  return max(...off(own).map(abs)) < tolerance ? { ...run, stretch: own } : null;
}

/** The smallest x with J x = e, by (J Jᵀ) y = e, x = Jᵀ y. @param columns of J, a row for each error */
function leastNorm(
  columns: readonly (readonly number[])[],
  error: readonly number[],
): readonly number[] | null {
  const size = error.length;
  const matrix = Float64Array.from({ length: size * size }, (_, n) => {
    const [i, j] = [Math.floor(n / size), n % size];
    return columns.reduce((sum, column) => sum + (column[i] ?? 0) * (column[j] ?? 0), 0);
  });
  const y = solved(matrix, Float64Array.from(error), 0, size);
  return y && columns.map((column) => column.reduce((sum, value, k) => sum + value * (y[k] ?? 0), 0));
}
