import { placed, seenFrom } from '../bodies';
import type { Layout, Spot } from '../model';
import type { Plan } from '../plan/plan';
import { sampleAt, type Sample } from '../simulate';
import type { YardVehicle } from '../vehicle';
import {
  besideOf,
  candidatesOf,
  canMeet,
  featuresOf,
  sighted,
  sightLine,
  viewerOf,
  type Beside,
  type Candidate,
  type Feature,
  type Own,
  type Sighted,
  type Thing,
  type Viewer,
} from './meet';
import { lookout } from './see';
import { along, type Point } from './space';

/** How far off one is along the way, in metres, when the eye is not where it was measured. */
export interface MarkError {
  readonly eyeHigher3cm: number;
  readonly eyeBack5cm: number;
  readonly eyeAside3cm: number;
}

/** What lines up at a moment of a plan. */
export interface Mark {
  readonly kind: 'direct' | 'mirror';
  /** The part covers the line or cone; or the spot goes behind it, or comes out from behind it. */
  readonly how: Sighted;
  /** Id and title of the car part; of a mirror mark, the mirror's id and title too. */
  readonly part: string;
  readonly partTitle: string;
  readonly mirror: string | null;
  readonly mirrorTitle: string | null;
  /** Id of the line, kerb, wall, cone or corner, what it is, and as it is said. */
  readonly covers: string;
  readonly thing: Thing;
  readonly coversTitle: string;
  /** Metres above the ground at which it is looked at. */
  readonly height: number;
  /** Metres of the way from where they line up to the moment. */
  readonly then: number;
  /** On the ground where they line up: from below the eye, or the mirror, to what is covered. */
  readonly line: readonly [Spot, Spot];
  /** Degrees by which the two move apart over a metre of the way. */
  readonly rate: number;
  readonly error: MarkError;
}

/** A moment at which a driver has to do something, and what tells it. */
export interface Moment {
  /** What is driven up to it. */
  readonly stage: string;
  readonly t: number;
  readonly pose: Sample;
  /** What is done then. */
  readonly turn: string;
  /** Null: no good mark here. */
  readonly mark: Mark | null;
}

/** Metres by which one may be off by a good mark when the eye is elsewhere (ours). */
const GOOD = 0.25;
/** Degrees a metre by which the two have to move apart: what lines up for long tells nothing (ours). */
const FAST = 2;
/** Metres before a moment in which a mark may come, and after it; and in which it is looked for with another eye. */
const EARLY = 0.5;
const LATE = 0.03;
const WIDE = 2;
/** Metres of sensitivity that a metre from the mark to the moment is worth. */
const WAIT = 0.1;
/** Metres from one place to the next at which it is looked whether a mark was passed. */
const STEP = 0.02;
/** Metres on either side of a mark between which something is once seen and once hidden. */
const ASIDE = 0.1;

const SHIFTS = {
  eyeHigher3cm: [0, 0, 0.03],
  eyeBack5cm: [-0.05, 0, 0],
  eyeAside3cm: [0, 0.03, 0],
} as const satisfies Readonly<Record<keyof MarkError, Point>>;

/** The moments of a plan at which the wheel is turned or the vehicle stops, each with its best mark. */
export function sightingMarks(vehicle: YardVehicle, layout: Layout, plan: Plan): readonly Moment[] {
  const features = featuresOf(layout);
  const pairs = pairsOf(vehicle, candidatesOf(vehicle), features);
  return momentsOf(plan).map((moment) => {
    const way = wayAround(plan.path, moment.t, features);
    return { ...moment, mark: bestMark(vehicle, layout, pairs, way) };
  });
}

/** The least sensitive good mark on a way; the others are looked at only as far as they could be better. */
function bestMark(
  vehicle: YardVehicle,
  layout: Layout,
  pairs: readonly Pair[],
  way: readonly At[],
): Mark | null {
  const marks = pairs
    .flatMap((pair) => markOf(pair, way) ?? [])
    .filter((mark) => mark.rate >= FAST && worstOf(mark.error) <= GOOD)
    .toSorted((a, b) => badness(a) - badness(b));
  for (const found of marks) {
    const how = howSeen(vehicle, layout, found, way);
    if (how) return finished(vehicle, found, how, way);
  }
  return null;
}

/** Metres that a driver may be off by a mark. */
const worstOf = ({ eyeHigher3cm, eyeBack5cm, eyeAside3cm }: MarkError): number =>
  Math.max(Math.abs(eyeHigher3cm), Math.abs(eyeBack5cm), Math.abs(eyeAside3cm));

const badness = ({ error, off }: Found): number => worstOf(error) + WAIT * Math.abs(off);

function momentsOf({ stages, path }: Plan): readonly Omit<Moment, 'mark'>[] {
  return stages.flatMap(({ say, to, gear }, n) => {
    const pose = sampleAt(path, to);
    const next = stages[n + 1];
    if (!pose) return [];
    return [{ stage: say, t: to, pose, turn: next && next.gear === gear ? next.wheel : 'stop' }];
  });
}

/** The way before and after a moment, in one gear: metres from the moment, the pose there, and how features lie. */
interface At {
  readonly s: number;
  readonly pose: Sample;
  readonly own: readonly Own[];
}

function wayAround(path: readonly Sample[], t: number, features: readonly Feature[]): readonly At[] {
  const at = (s: number, pose: Sample): At => ({
    s,
    pose,
    own: features.map(({ shape }): Own => {
      const [ax, ay] = seenFrom(pose, shape.kind === 'line' ? shape.line.from : shape.at);
      const [bx, by] = shape.kind === 'line' ? seenFrom(pose, shape.line.to) : [ax, ay];
      return [ax, ay, bx, by];
    }),
  });
  const walk = (seconds: number): readonly At[] => {
    const way: At[] = [];
    let [s, now] = [0, t];
    let before = sampleAt(path, t);
    const gear = Math.sign(sampleAt(path, t - 0.05)?.v ?? 0);
    while (before && Math.abs(s) < WIDE) {
      now += seconds;
      const pose = sampleAt(path, now);
      if (!pose || now < 0 || now > (path.at(-1)?.t ?? 0)) break;
      if (pose.v !== 0 && gear !== 0 && Math.sign(pose.v) !== gear) break;
      const moved = Math.hypot(pose.x - before.x, pose.y - before.y);
      if (moved < STEP) {
        if (Math.abs(now - t) > 3 && moved === 0) break;
        continue;
      }
      s += Math.sign(seconds) * moved;
      way.push(at(s, pose));
      before = pose;
    }
    return way;
  };
  const here = sampleAt(path, t);
  return [...walk(-0.01).toReversed(), ...(here ? [at(0, here)] : []), ...walk(0.01)];
}

/** What may be lined up with what, as the eye has it and as three other eyes would. */
interface Pair {
  readonly candidate: Candidate;
  readonly feature: Feature;
  /** Its place among the features. */
  readonly n: number;
  readonly beside: Beside;
  readonly shifted: (by: keyof MarkError) => Beside | null;
}

function pairsOf(
  { eye }: YardVehicle,
  candidates: readonly Candidate[],
  features: readonly Feature[],
): readonly Pair[] {
  const viewer = viewerOf(eye);
  const moved = (by: Point): Viewer => viewerOf(along(eye, by, 1));
  const others = {
    eyeHigher3cm: moved(SHIFTS.eyeHigher3cm),
    eyeBack5cm: moved(SHIFTS.eyeBack5cm),
    eyeAside3cm: moved(SHIFTS.eyeAside3cm),
  };
  return candidates.flatMap((candidate) =>
    features.flatMap((feature, n): readonly Pair[] => {
      const beside = canMeet(candidate, feature) ? besideOf(candidate, feature, viewer) : null;
      if (!beside) return [];
      return [{ candidate, feature, n, beside, shifted: (by) => besideOf(candidate, feature, others[by]) }];
    }),
  );
}

/** A pair that lines up near a moment. */
interface Found extends Pair {
  /** Metres from the moment, before it less than 0. */
  readonly off: number;
  readonly rate: number;
  readonly error: MarkError;
}

function markOf(pair: Pair, way: readonly At[]): Found | null {
  const met = passed(pair.beside, pair.n, way, 0, EARLY);
  if (!met || met.s > LATE) return null;
  const error = (by: keyof MarkError): number | null => {
    const other = pair.shifted(by);
    const at = other && passed(other, pair.n, way, met.s, WIDE);
    return at ? at.s - met.s : null;
  };
  const eyeHigher3cm = error('eyeHigher3cm');
  const eyeBack5cm = eyeHigher3cm === null ? null : error('eyeBack5cm');
  const eyeAside3cm = eyeBack5cm === null ? null : error('eyeAside3cm');
  if (eyeHigher3cm === null || eyeBack5cm === null || eyeAside3cm === null) return null;
  return { ...pair, off: met.s, rate: met.rate, error: { eyeHigher3cm, eyeBack5cm, eyeAside3cm } };
}

/** Where along a way, nearest to a place, two line up, and by how many degrees a metre they pass; null: nowhere there. */
function passed(
  beside: Beside,
  n: number,
  way: readonly At[],
  near: number,
  within: number,
): { readonly s: number; readonly rate: number } | null {
  let best: { readonly s: number; readonly rate: number } | null = null;
  let [before, from] = [NaN, 0];
  for (const { s, own } of way) {
    if (s < near - within - STEP * 2) continue;
    if (s > near + within + STEP * 2) break;
    const feature = own[n];
    const value = feature ? beside(feature) : NaN;
    // Not a number is neither above nor below.
    if ((before > 0 && value <= 0) || (before <= 0 && value > 0)) {
      const at = from + ((s - from) * before) / (before - value);
      if (Math.abs(at - near) <= within && (!best || Math.abs(at - near) < Math.abs(best.s - near)))
        best = { s: at, rate: (Math.abs(value - before) / (s - from)) * DEGREES };
    }
    [before, from] = [value, s];
  }
  return best;
}

const DEGREES = 180 / Math.PI;

/** The pose at a place of a way. */
const poseAt = (way: readonly At[], s: number): Sample | null =>
  (way.find((one) => one.s >= s) ?? way.at(-1))?.pose ?? null;

function howSeen(
  vehicle: YardVehicle,
  layout: Layout,
  { candidate, feature, off }: Found,
  way: readonly At[],
): Sighted | null {
  const edge = candidate.shape.kind === 'edge';
  const [one, other] = [poseAt(way, edge ? off - ASIDE : off), poseAt(way, edge ? off + ASIDE : off)];
  if (!one || !other) return null;
  return sighted(candidate, feature, lookout(vehicle, layout, one), lookout(vehicle, layout, other));
}

function finished(
  { eye }: YardVehicle,
  { candidate, feature, off, rate, error }: Found,
  how: Sighted,
  way: readonly At[],
): Mark {
  const pose = poseAt(way, off);
  const { id, title, mirror } = candidate;
  const spot = feature.shape.kind === 'spot' ? feature.shape.at : feature.shape.line.from;
  const own: Spot = pose ? seenFrom(pose, spot) : spot;
  const [from, to] = sightLine(candidate, feature, eye, own);
  return {
    kind: mirror ? 'mirror' : 'direct',
    how,
    part: id,
    partTitle: title,
    mirror: mirror?.id ?? null,
    mirrorTitle: mirror?.title ?? null,
    covers: feature.id,
    thing: feature.thing,
    coversTitle: feature.title,
    height: feature.height,
    then: -off,
    line: pose ? [placed(pose, from), placed(pose, to)] : [from, to],
    rate,
    error,
  };
}

/** Metres from a mark to its moment that are worth saying. */
const SAID = 0.08;

/** The mark's sensitivity, in whole centimetres: so far off one may be when the eye is elsewhere. */
export const markWithin = (mark: Mark): number => Math.max(1, Math.ceil(worstOf(mark.error) * 100));

/** What is done at a moment. */
export function turnWords(turn: string): string {
  if (turn === 'stop') return 'Stop';
  return turn === 'straight' ? 'Straighten up' : `Turn ${turn}`;
}

/** A mark as an instructor says it. */
export function markWords({ how, partTitle, mirrorTitle, coversTitle, then }: Mark): string {
  const more = then > SAID ? `, then ${(then * 100).toFixed(0)} cm more` : '';
  const where = mirrorTitle === null ? '' : ` in the ${mirrorTitle}`;
  switch (how) {
    case 'covers':
      return mirrorTitle === null
        ? `when the ${partTitle} covers ${coversTitle}${more}`
        : `when, in the ${mirrorTitle}, the ${partTitle} meets ${coversTitle}${more}`;
    case 'hides':
      return `when ${coversTitle} goes out of sight${where} behind the ${partTitle}${more}`;
    case 'shows':
      return `when ${coversTitle} comes into sight${where} from behind the ${partTitle}${more}`;
    default:
      return how satisfies never;
  }
}

/** A moment as an instructor says it: what to do, what tells it, and how far off one may be. */
export const momentWords = ({ turn, mark }: Pick<Moment, 'turn' | 'mark'>): string =>
  mark
    ? `${turnWords(turn)} ${markWords(mark)}. Within ${markWithin(mark)} cm.`
    : `${turnWords(turn)}: no good mark here.`;
