import * as z from 'zod';
import { checkShape, failed, parsed, readJson, within, type Parsed, type Problem } from '../problems';
import { problem } from './problems';
import type { Sample } from './simulate';
import type { YardVehicle } from './vehicle';

const MOST_SAMPLES = 200_000;
/** Characters that a file with a path may have. */
export const MAX_PATH_LENGTH = 100_000_000;
/** Seconds between samples, and metres that one may be off where its speed leads. */
const LONGEST = 0.5;
const OFF = 0.05;

const number = (most: number) => z.number().min(-most).max(most);
export const sampleSchema = z.object({
  t: z.number().min(0).max(36_000),
  x: number(2_000),
  y: number(2_000),
  heading: number(100),
  hitch: number(7).nullable().default(null),
  steer: number(1.5),
  v: number(30),
});
const fileSchema = z.object({ path: z.array(sampleSchema).max(MOST_SAMPLES) });

/** Samples of a path that were read already, checked as those of a file are. */
export function parsePath(vehicle: YardVehicle, input: unknown): Parsed<readonly Sample[]> {
  const samples = checkShape(fileSchema.shape.path, input);
  if (!samples.ok) return failed(samples.problems.map((one) => within('path', one)));
  const problems = pathProblems(vehicle, samples.value);
  return problems.length > 0 ? failed(problems) : samples;
}

/** Reads a path: what `yard plan` and `yard simulate` print, or its samples one a line. A gap in it is a problem. */
export function readPath(vehicle: YardVehicle, text: string): Parsed<readonly Sample[]> {
  const samples = text.trimStart().startsWith('{"t"') ? readLines(text) : readFile(text);
  if (!samples.ok) return samples;
  const problems = pathProblems(vehicle, samples.value);
  return problems.length > 0 ? failed(problems) : samples;
}

function readFile(text: string): Parsed<readonly Sample[]> {
  const json = readJson(text, MAX_PATH_LENGTH);
  if (!json.ok) return json;
  const read = checkShape(fileSchema, json.value);
  return read.ok ? parsed(read.value.path) : read;
}

function readLines(text: string): Parsed<readonly Sample[]> {
  const problems: Problem[] = [];
  const samples = text.split(/\r?\n/).flatMap((line, n): readonly Sample[] => {
    if (line.trim() === '') return [];
    const json = readJson(line, 10_000);
    const read = json.ok ? checkShape(sampleSchema, json.value) : json;
    if (read.ok) return [read.value];
    problems.push(...read.problems.map((one) => within(`line ${n + 1}`, one)));
    return [];
  });
  return problems.length > 0 ? failed(problems) : parsed(samples);
}

function pathProblems(vehicle: YardVehicle, path: readonly Sample[]): readonly Problem[] {
  if (path.length < 2) return [problem('path', 'path-too-short')];
  return path.flatMap((sample, n): readonly Problem[] => {
    const own = `path[${n}]`;
    const hitch: readonly Problem[] =
      !vehicle.trailer && sample.hitch !== null
        ? [problem(`${own}.hitch`, 'needless-hitch')]
        : vehicle.trailer && sample.hitch === null
          ? [problem(`${own}.hitch`, 'no-hitch')]
          : [];
    const before = path[n - 1];
    if (!before) return hitch;
    const seconds = sample.t - before.t;
    if (seconds <= 0) return [...hitch, problem(`${own}.t`, 'not-later', { before: before.t })];
    if (seconds > LONGEST)
      return [...hitch, problem(`${own}.t`, 'path-slow', { seconds: seconds.toFixed(1) })];
    const metres = Math.hypot(sample.x - before.x, sample.y - before.y);
    const covered = Math.max(Math.abs(sample.v), Math.abs(before.v)) * seconds;
    return metres > covered + OFF
      ? [...hitch, problem(own, 'path-gap', { metres: metres.toFixed(2), seconds: seconds.toFixed(2) })]
      : hitch;
  });
}
