import type { Gear } from '../model';
import { arc, type Pose } from '../motion';
import { signOf, type Movement, type Skeleton, type Task } from './task';

// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { ceil, max, min } = Math;

/** Metres before and after each change of gear in which the wheel is held: it never turns while standing. */
const LEAD = 0.06;
/** Of a combination. */
const TOWING_LEAD = 0.65;

export const leadOf = ({ vehicle }: Task): number => (vehicle.trailer ? TOWING_LEAD : LEAD);

/** Knots that a leg has at most, and metres between them on the straight. */
const MOST_KNOTS = 24;
const STRAIGHT_KNOTS = 2.5;

/** Metres of a leg: over a longer way a small turn of the wheel at its beginning does too much at its end. */
const LEG = 8;
const TOWING_LEG = 12;

export interface Leg {
  readonly movement: number;
  readonly gear: Gear;
  /** Whether the movement ends with it. */
  readonly last: boolean;
  readonly from: Pose;
  readonly to: Pose;
  readonly length: number;
  readonly leadIn: number;
  readonly leadOut: number;
  readonly parts: Movement['parts'];
}

/** The movements of a skeleton cut into legs. */
export function legsOf(task: Task, { start, movements }: Skeleton): readonly Leg[] {
  const lead = leadOf(task);
  const most = task.vehicle.trailer ? TOWING_LEG : LEG;
  return movements.flatMap(({ gear, parts }, movement) => {
    const total = max(
      parts.reduce((sum, part) => sum + part.length, 0),
      2 * lead + 0.1,
    );
    const count = ceil(total / most);
    return Array.from({ length: count }, (_, n): Leg => {
      const own = cut(task, gear, parts, (total * n) / count, (total * (n + 1)) / count);
      return {
        movement,
        gear,
        last: n === count - 1,
        from: own[0]?.from ?? start,
        to: own.at(-1)?.to ?? start,
        length: total / count,
        leadIn: n === 0 ? lead : 0,
        leadOut: n === count - 1 ? lead : 0,
        parts: own,
      };
    });
  });
}

/** What of some parts lies between two distances. */
function cut(task: Task, gear: Gear, parts: Movement['parts'], from: number, to: number): Movement['parts'] {
  let at = 0;
  return parts.flatMap((part) => {
    const [first, last] = [max(0, from - at), min(part.length, to - at)];
    at += part.length;
    if (last - first <= 1e-9) return [];
    const along = (metres: number): Pose => arc(task.vehicle, part.from, signOf(gear), part.steer, metres);
    return [
      {
        steer: part.steer,
        length: last - first,
        from: first === 0 ? part.from : along(first),
        to: last === part.length ? part.to : along(last),
      },
    ];
  });
}

/**
 * Where knots are: close together where the wheel turns and just before and after, far apart on the straight.
 *
 * @returns shares of the way between the leads
 */
export function placesOf(
  parts: Movement['parts'],
  length: number,
  leadIn: number,
  leadOut: number,
  spacing: number,
): readonly number[] {
  const between = max(length - leadIn - leadOut, 0.02);
  const turning: { from: number; to: number }[] = [];
  let at = -leadIn;
  for (const part of parts) {
    if (part.steer !== 0) turning.push({ from: at - 1.5, to: at + part.length + 1.5 });
    at += part.length;
  }
  const turned = (place: number): boolean => turning.some(({ from, to }) => place >= from && place <= to);
  const steps = [0];
  while ((steps.at(-1) ?? 0) < between) {
    const last = steps.at(-1) ?? 0;
    const near = turned(last) || turned(last + STRAIGHT_KNOTS);
    steps.push(last + (near ? max(spacing, between / MOST_KNOTS) : STRAIGHT_KNOTS));
  }
  // The last step is cut to the end, and short ones are shared out.
  const total = steps.at(-1) ?? between;
  return steps.length < 3 ? [0, 1] : steps.map((step) => step / total);
}

/** The mean wheel angle of a skeleton within some metres of a place. */
export function meanSteer(parts: Movement['parts'], at: number, within: number): number {
  let [from, sum, weight] = [0, 0, 0];
  for (const { steer, length } of parts) {
    const shared = min(from + length, at + within) - max(from, at - within);
    if (shared > 0) {
      sum += steer * shared;
      weight += shared;
    }
    from += length;
  }
  return weight > 0 ? sum / weight : (parts.at(-1)?.steer ?? 0);
}
