import * as z from 'zod';
import { judge, type DriveEvent } from '../marking';
import { checkShape, failed, parsed, within, type Parsed, type Problem } from '../problems';
import type { Standard, Verdict } from '../standard';
import { parseCourse, type Course } from './course';
import { layOut } from './layout';
import { markRun, type Practice } from './mark';
import type { Layout, Settings } from './model';
import { parsePath } from './readPath';
import { followRun, type Followed } from './run';
import type { Sample } from './simulate';
import { parseYardVehicle, type YardVehicle } from './vehicle';

/** A run as it was driven, with the course and the vehicle as they were then. */
export interface Run {
  readonly course: Course;
  readonly vehicle: YardVehicle;
  readonly settings: Settings;
  readonly path: readonly Sample[];
}

/** What a run came to under a standard: the events of an ordinary log, and what the evaluator says of them. */
export interface JudgedRun {
  readonly layout: Layout;
  readonly run: Followed;
  readonly events: readonly DriveEvent[];
  readonly verdict: Verdict;
}

const settingsSchema = z.record(z.string().max(40), z.number());

/** Reads a run whose parts come as JSON; every problem of every part is listed. */
export function parseRun(input: Readonly<Record<keyof Run, unknown>>): Parsed<Run> {
  const course = parseCourse(input.course);
  const vehicle = parseYardVehicle(input.vehicle);
  const settings = checkShape(settingsSchema, input.settings);
  const path = vehicle.ok ? parsePath(vehicle.value, input.path) : null;
  if (course.ok && vehicle.ok && settings.ok && path?.ok)
    return parsed({
      course: course.value,
      vehicle: vehicle.value,
      settings: settings.value,
      path: path.value,
    });
  const of = (name: string, part: Parsed<unknown>): readonly Problem[] =>
    part.ok ? [] : part.problems.map((one) => within(name, one));
  return failed([
    ...of('course', course),
    ...of('vehicle', vehicle),
    ...of('settings', settings),
    ...(path && !path.ok ? path.problems : []),
  ]);
}

/** Follows a run to its end, marks it under a standard and judges it as any other log. */
export function judgeRun(standard: Standard, run: Run, practice: Practice): Parsed<JudgedRun> {
  const { course, vehicle, settings, path } = run;
  const layout = layOut(course, vehicle, settings);
  if (!layout.ok) return layout;
  const followed = followRun(vehicle, layout.value, path, true);
  const judged = judgeFollowed(standard, course, followed, practice);
  return judged.ok ? parsed({ layout: layout.value, run: followed, ...judged.value }) : judged;
}

/** The same of a run as far as it was followed; a problem where the standard has no such manoeuvre. */
export function judgeFollowed(
  standard: Standard,
  course: Course,
  run: Followed,
  practice: Practice,
): Parsed<Pick<JudgedRun, 'events' | 'verdict'>> {
  const events = markRun(standard, course, run, practice);
  if (!events.ok) return events;
  const { startedAt } = practice;
  const { verdict } = judge(standard, events.value, { retest: false, startedAt });
  return parsed({ events: events.value, verdict });
}
