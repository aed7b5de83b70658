import * as z from 'zod';
import { checkShape, failed, parsed, readJson, within, type Parsed, type Problem } from '../problems';
import { step, type Control, type Pose } from './motion';
import { problem } from './problems';
import type { YardVehicle } from './vehicle';

/** A control at an instant, in seconds. */
export interface TimedControl extends Control {
  readonly t: number;
}

/** A pose at an instant, with what the driver did then. */
export interface Sample extends Pose, TimedControl {}

export interface Controls {
  readonly start: Pose;
  /** In order of time, two at least. */
  readonly controls: readonly TimedControl[];
}

const angle = z.number().min(-100).max(100);
const metres = z.number().min(-1_000).max(1_000);
const startSchema = z.strictObject({
  start: z.strictObject({ x: metres, y: metres, heading: angle, hitch: angle.nullable().default(null) }),
});
const controlSchema = z.strictObject({
  t: z.number().min(0).max(36_000),
  v: z.number().min(-30).max(30),
  steer: z.number().min(-1.5).max(1.5),
});

/** Characters of a line. */
const MOST_LINE = 10_000;

/** Reads controls, one a line, after an optional line with the start; every problem is listed with its line. */
export function readControls(vehicle: YardVehicle, text: string): Parsed<Controls> {
  const lines = text.split(/\r?\n/);
  const problems: Problem[] = [];
  const controls: TimedControl[] = [];
  let start: Pose = { x: 0, y: 0, heading: 0, hitch: vehicle.trailer ? 0 : null };
  let first = true;
  for (const [n, line] of lines.entries()) {
    if (line.trim() === '') continue;
    const path = `line ${n + 1}`;
    const json = readJson(line, MOST_LINE);
    if (!json.ok) {
      problems.push(...json.problems.map((one) => within(path, one)));
      continue;
    }
    const { value: input } = json;
    if (typeof input === 'object' && input !== null && 'start' in input) {
      const read = checkShape(startSchema, input);
      if (!read.ok) problems.push(...read.problems.map((one) => within(path, one)));
      else if (!first) problems.push(problem(path, 'start-not-first'));
      else if (!vehicle.trailer && read.value.start.hitch !== null)
        problems.push(problem(path, 'needless-hitch'));
      else start = { ...read.value.start, hitch: vehicle.trailer ? (read.value.start.hitch ?? 0) : null };
    } else {
      const read = checkShape(controlSchema, input);
      if (!read.ok) problems.push(...read.problems.map((one) => within(path, one)));
      else {
        const before = controls.at(-1);
        if (before && read.value.t <= before.t)
          problems.push(problem(path, 'not-later', { before: before.t }));
        else controls.push(read.value);
      }
    }
    first = false;
  }
  if (problems.length === 0 && controls.length < 2) problems.push(problem('', 'too-few-controls'));
  return problems.length > 0 ? failed(problems) : parsed({ start, controls });
}

/** Longest step of the integration, and the longest time from one sample to the next, in seconds. */
const STEP = 0.02;
const SAMPLE = 0.1;

/**
 * Drives a vehicle by its controls, which change evenly from one to the next.
 *
 * @returns a sample at each control, and between them at most a tenth of a second apart
 */
export function simulate(vehicle: YardVehicle, { start, controls }: Controls): readonly Sample[] {
  const [first, ...rest] = controls;
  if (!first) return [];
  let [pose, before] = [start, first];
  const samples: Sample[] = [{ ...first, ...start }];
  for (const after of rest) {
    const seconds = after.t - before.t;
    const parts = Math.max(1, Math.ceil(seconds / SAMPLE - 1e-9));
    const from = before;
    const at = (share: number): TimedControl => ({
      t: from.t + share * seconds,
      v: from.v + share * (after.v - from.v),
      steer: from.steer + share * (after.steer - from.steer),
    });
    const steps = Math.max(1, Math.ceil(seconds / parts / STEP - 1e-9));
    for (let n = 0; n < parts; n += 1) {
      for (let k = 0; k < steps; k += 1) {
        const [a, b] = [(n + k / steps) / parts, (n + (k + 1) / steps) / parts];
        pose = step(vehicle, pose, at(a), at(b), seconds / parts / steps);
      }
      samples.push({ ...(n === parts - 1 ? after : at((n + 1) / parts)), ...pose });
    }
    before = after;
  }
  return samples;
}

/** Where a path is at a time, in seconds: between its samples, evenly; before and after it, at its ends. */
export function sampleAt(path: readonly Sample[], t: number): Sample | null {
  const [first] = path;
  const last = path.at(-1);
  if (!first || !last) return null;
  if (t <= first.t) return first;
  if (t >= last.t) return last;
  let [low, high] = [0, path.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((path[middle]?.t ?? 0) <= t) low = middle;
    else high = middle;
  }
  const [a = first, b = last] = [path[low], path[high]];
  const share = (t - a.t) / (b.t - a.t);
  const between = (from: number, to: number): number => from + share * (to - from);
  return {
    t,
    x: between(a.x, b.x),
    y: between(a.y, b.y),
    heading: between(a.heading, b.heading),
    hitch: a.hitch === null || b.hitch === null ? null : between(a.hitch, b.hitch),
    steer: between(a.steer, b.steer),
    v: between(a.v, b.v),
  };
}
