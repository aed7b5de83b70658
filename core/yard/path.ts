import { step, type Pose } from './motion';
import type { Sample } from './simulate';
import type { Clearance, Survey } from './survey';
import type { YardVehicle } from './vehicle';

// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { abs, hypot, max } = Math;

/** How nearly the least clearance of a path is known, in metres. */
const TOLERANCE = 0.001;

/** What a path comes nearest to, and what its tyres cross. */
export interface PathClearance {
  readonly least: Clearance;
  /** Seconds into the path. */
  readonly at: number;
  readonly crossed: string | null;
}

/**
 * The least clearance along a path. Between two samples a body moves no further than its furthest corner does: where
 * that could hide something nearer, the stretch is halved and measured again.
 */
export function pathClearance(vehicle: YardVehicle, survey: Survey, path: readonly Sample[]): PathClearance {
  const reach = furthest(survey);
  let least: Clearance = { metres: Infinity, of: '' };
  let [at, crossed]: [number, string | null] = [0, null];
  const measure = (pose: Pose, t: number): number => {
    const here = survey.nearest(pose);
    if (here.metres < least.metres) [least, at] = [here, t];
    return here.metres;
  };
  const between = (a: Sample, b: Sample, ca: number, cb: number, depth: number): void => {
    const turned = abs(b.heading - a.heading);
    const bent = abs((b.hitch ?? 0) - (a.hitch ?? 0));
    const moved = hypot(b.x - a.x, b.y - a.y) + turned * reach + (turned + bent) * reach;
    // From both ends: a point that is ca away and cb away can be nearer by half of the way at most.
    if (depth === 0 || (ca + cb - moved) / 2 > least.metres - TOLERANCE) {
      crossed ??= survey.crossed(a, b);
      return;
    }
    const middle = half(vehicle, a, b);
    const cm = measure(middle, middle.t);
    between(a, middle, ca, cm, depth - 1);
    between(middle, b, cm, cb, depth - 1);
  };
  let before: Sample | null = null;
  let clearance = 0;
  for (const sample of path) {
    const here = measure(sample, sample.t);
    if (before && (before.x !== sample.x || before.y !== sample.y || before.heading !== sample.heading))
      between(before, sample, clearance, here, 9);
    [before, clearance] = [sample, here];
  }
  return { least, at, crossed };
}

/** The furthest that a corner lies from the axle that carries it. */
function furthest({ bodies }: Survey): number {
  const boxes = [bodies.vehicle, ...(bodies.trailer ? [bodies.trailer.box] : [])];
  return max(...boxes.map(({ from, to, half: side }) => hypot(max(-from, to), side)));
}

/** Half-way between two samples, by the motion itself. */
function half(vehicle: YardVehicle, a: Sample, b: Sample): Sample {
  const seconds = (b.t - a.t) / 2;
  const control = { v: (a.v + b.v) / 2, steer: (a.steer + b.steer) / 2 };
  return { ...step(vehicle, a, a, control, seconds), ...control, t: a.t + seconds };
}
