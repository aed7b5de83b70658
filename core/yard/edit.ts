import type { Course } from './course';
import { lengthPlus } from './formula';
import { framesOf, layOut, sizesOf } from './layout';
import type { Length } from './length';
import type { Settings, Spot } from './model';
import { apart } from './setout';
import type { YardVehicle } from './vehicle';

type Pair = readonly [Length, Length];

/** Metres within which two ends of lines are the same corner. */
const SAME = 0.01;

/**
 * A course with a point moved: every cone and every end of a line that lies there goes with it. What its place depends
 * on stays, so many metres are added.
 */
export function withPointMoved(
  course: Course,
  vehicle: YardVehicle,
  settings: Settings,
  from: Spot,
  to: Spot,
): Course {
  const laid = layOut(course, vehicle, settings);
  if (!laid.ok) return course;
  const layout = laid.value;
  const frames = framesOf(course, sizesOf(vehicle, layout.parameters));
  const lies = (at: Spot | undefined): boolean => at !== undefined && apart(at, from) < SAME;
  const moved = ([x, y]: Pair, frame: string | undefined): Pair => {
    const { turn } = frames(frame);
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    return [
      lengthPlus(x, dx * Math.cos(turn) + dy * Math.sin(turn)),
      lengthPlus(y, dy * Math.cos(turn) - dx * Math.sin(turn)),
    ];
  };
  const segments = (list: 'lines' | 'kerbs' | 'walls' | 'guides') =>
    course[list].map((one, n) => ({
      ...one,
      from: lies(layout[list][n]?.from) ? moved(one.from, one.frame) : one.from,
      to: lies(layout[list][n]?.to) ? moved(one.to, one.frame) : one.to,
    }));
  return {
    ...course,
    lines: segments('lines'),
    kerbs: segments('kerbs'),
    walls: segments('walls'),
    guides: segments('guides'),
    cones: course.cones.map((one, n) =>
      lies(layout.cones[n]?.at) ? { ...one, at: moved(one.at, one.frame) } : one,
    ),
  };
}

/** Words as an id of a course, a vehicle or a line; empty where no letter or digit is left. */
export const idOf = (words: string): string =>
  words
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50)
    .replace(/-+$/, '');
