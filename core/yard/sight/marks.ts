import { placed, seenFrom } from '../bodies';
import { thingNamed } from '../mark';
import type { Layout, Segment, Spot } from '../model';
import type { Plan } from '../plan/plan';
import { sampleAt, type Sample } from '../simulate';
import type { YardVehicle } from '../vehicle';
import { ownBody, stands } from './hidden';
import { reflectionOf } from './mirror';
import { CONE, POLE } from './see';
import { along, minus, type Point } from './space';

/** How far off one is along the way, in metres, when the eye is not where it was measured. */
export interface MarkError {
  readonly eyeHigher3cm: number;
  readonly eyeBack5cm: number;
  readonly eyeAside3cm: number;
}

/** What lines up at a moment of a plan. */
export interface Mark {
  readonly kind: 'direct' | 'mirror';
  /** Id and title of the car part; of a mirror mark, the mirror's id and title too. */
  readonly part: string;
  readonly partTitle: string;
  readonly mirror: string | null;
  readonly mirrorTitle: string | null;
  /** Id of the line, kerb, wall or cone, and what it is. */
  readonly covers: string;
  readonly thing: Thing;
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
/** Metres of ground that a driver can judge: no nearer and no further from the eye. */
const LEAST = 1;
const MOST = 25;

const SHIFTS = {
  eyeHigher3cm: [0, 0, 0.03],
  eyeBack5cm: [-0.05, 0, 0],
  eyeAside3cm: [0, 0.03, 0],
} as const satisfies Readonly<Record<keyof MarkError, Point>>;

/** A line of sight that is fixed to the vehicle: from the eye or from a mirror past a part of the vehicle. */
interface Line {
  readonly from: Point;
  readonly past: Point;
}

/** A part of the vehicle seen directly or in a mirror. */
interface Candidate {
  readonly kind: Mark['kind'];
  readonly part: YardVehicle['parts'][number];
  readonly mirror: YardVehicle['mirrors'][number] | null;
}

/** The moments of a plan at which the wheel is turned or the vehicle stops, each with its best mark. */
export function sightingMarks(vehicle: YardVehicle, layout: Layout, plan: Plan): readonly Moment[] {
  const candidates = candidatesOf(vehicle);
  const features = featuresOf(layout);
  return momentsOf(plan).map((moment) => {
    const way = wayAround(plan.path, moment.t);
    const marks = candidates
      .flatMap((candidate) => features.flatMap((feature) => markOf(vehicle, candidate, feature, way) ?? []))
      .filter(({ rate }) => rate >= FAST);
    const best = marks.toSorted((a, b) => badness(a) - badness(b))[0];
    return { ...moment, mark: best && worstOf(best) <= GOOD ? best : null };
  });
}

/** Metres that a driver may be off by a mark. */
const worstOf = ({ error: { eyeHigher3cm, eyeBack5cm, eyeAside3cm } }: Mark): number =>
  Math.max(Math.abs(eyeHigher3cm), Math.abs(eyeBack5cm), Math.abs(eyeAside3cm));

const badness = (mark: Mark): number => worstOf(mark) + WAIT * Math.abs(mark.then);

function momentsOf({ stages, path }: Plan): readonly Omit<Moment, 'mark'>[] {
  return stages.flatMap(({ say, to, gear }, n) => {
    const pose = sampleAt(path, to);
    const next = stages[n + 1];
    if (!pose) return [];
    return [{ stage: say, t: to, pose, turn: next && next.gear === gear ? next.wheel : 'stop' }];
  });
}

/** The way before and after a moment, in one gear: metres from the moment, and the pose there. */
interface At {
  readonly s: number;
  readonly pose: Sample;
}

function wayAround(path: readonly Sample[], t: number): readonly At[] {
  const walk = (seconds: number): readonly At[] => {
    const way: At[] = [];
    let [s, at] = [0, t];
    let before = sampleAt(path, t);
    const gear = Math.sign(sampleAt(path, t - 0.05)?.v ?? 0);
    while (before && Math.abs(s) < WIDE) {
      at += seconds;
      const pose = sampleAt(path, at);
      if (!pose || at < 0 || at > (path.at(-1)?.t ?? 0)) break;
      if (pose.v !== 0 && gear !== 0 && Math.sign(pose.v) !== gear) break;
      const moved = Math.hypot(pose.x - before.x, pose.y - before.y);
      if (moved < STEP) {
        if (Math.abs(at - t) > 3 && moved === 0) break;
        continue;
      }
      s += Math.sign(seconds) * moved;
      way.push({ s, pose });
      before = pose;
    }
    return way;
  };
  const here = sampleAt(path, t);
  return [...walk(-0.01).toReversed(), ...(here ? [{ s: 0, pose: here }] : []), ...walk(0.01)];
}

function candidatesOf(vehicle: YardVehicle): readonly Candidate[] {
  const { parts, mirrors, eye } = vehicle;
  const body = ownBody(vehicle, null);
  const direct = parts
    .filter(({ at }) => {
      // A little further, so that what the part itself lies on counts.
      const beyond = along(eye, minus(at, eye), 1.01);
      return body.every((sheet) => !stands(sheet, eye, beyond));
    })
    .map((part): Candidate => ({ kind: 'direct', part, mirror: null }));
  const shown = [...parts, ...rearParts(vehicle)];
  const mirrored = mirrors.flatMap((mirror) =>
    shown
      .filter(({ at }) => Math.sign(at[1]) === Math.sign(mirror.centre[1]) && reflectionOf(mirror, eye, at))
      .map((part): Candidate => ({ kind: 'mirror', part, mirror })),
  );
  return [...direct, ...mirrored];
}

/** What a door mirror shows of the vehicle's own side. */
function rearParts({ rearOverhang, width, track }: YardVehicle): YardVehicle['parts'] {
  return (['left', 'right'] as const).flatMap((side) => {
    const sign = side === 'left' ? 1 : -1;
    return [
      {
        id: `${side}-rear-corner`,
        title: `${side} rear corner`,
        at: [-rearOverhang, (sign * width) / 2, 0.45] as Point,
      },
      {
        id: `${side}-rear-tyre`,
        title: `${side} rear tyre`,
        at: [-0.3, (sign * (track + 0.2)) / 2, 0.3] as Point,
      },
    ];
  });
}

type Thing = 'line' | 'kerb' | 'wall' | 'cone';

type Feature =
  | {
      readonly kind: 'line';
      readonly thing: Thing;
      readonly id: string;
      readonly line: Segment;
    }
  | { readonly kind: 'cone'; readonly id: string; readonly at: Spot; readonly height: number };

const featuresOf = (layout: Layout): readonly Feature[] => [
  ...(
    [
      ['line', layout.lines],
      ['kerb', layout.kerbs],
      ['wall', layout.walls],
      ['line', layout.guides],
    ] as const
  ).flatMap(([thing, lines]) => lines.map((line): Feature => ({ kind: 'line', thing, id: line.id, line }))),
  ...layout.cones.map(({ id, at, pole }): Feature => ({ kind: 'cone', id, at, height: pole ? POLE : CONE })),
];

/** The line of sight past a part, for an eye. */
function lineOf({ part, mirror }: Candidate, eye: Point): Line | null {
  const from = mirror ? reflectionOf(mirror, eye, part.at) : eye;
  return from && { from, past: part.at };
}

function markOf(
  { eye }: YardVehicle,
  candidate: Candidate,
  feature: Feature,
  way: readonly At[],
): Mark | null {
  const line = lineOf(candidate, eye);
  const off = line && passed(line, feature, way, 0, EARLY);
  if (!line || off === null || off > LATE) return null;
  const shifted = (by: Point): number | null => {
    const other = lineOf(candidate, along(eye, by, 1));
    const at = other && passed(other, feature, way, off, WIDE);
    return at === null ? null : at - off;
  };
  const [higher, back, aside] = [
    shifted(SHIFTS.eyeHigher3cm),
    shifted(SHIFTS.eyeBack5cm),
    shifted(SHIFTS.eyeAside3cm),
  ];
  if (higher === null || back === null || aside === null) return null;
  const { part, mirror, kind } = candidate;
  return {
    kind,
    part: part.id,
    partTitle: part.title,
    mirror: mirror?.id ?? null,
    mirrorTitle: mirror?.title ?? null,
    covers: feature.id,
    thing: feature.kind === 'cone' ? 'cone' : feature.thing,
    then: -off,
    line: lineOnGround(line, feature, way, off),
    rate: apart(line, feature, way, off),
    error: { eyeHigher3cm: higher, eyeBack5cm: back, eyeAside3cm: aside },
  };
}

/** Where along a way, nearest to a place, a line of sight passes a feature; null: nowhere within so many metres. */
function passed(
  line: Line,
  feature: Feature,
  way: readonly At[],
  near: number,
  within: number,
): number | null {
  let best: number | null = null;
  let before: { readonly s: number; readonly value: number } | null = null;
  for (const { s, pose } of way) {
    const value = beside(line, feature, pose);
    if (value !== null && before && before.value > 0 !== value > 0) {
      const at = before.s + ((s - before.s) * before.value) / (before.value - value);
      if (Math.abs(at - near) <= within && (best === null || Math.abs(at - near) < Math.abs(best - near)))
        best = at;
    }
    before = value === null ? null : { s, value };
  }
  return best;
}

/** On which side of a feature a line of sight goes past, and by how much; null where they don't meet. */
function beside(line: Line, feature: Feature, pose: Sample): number | null {
  const own = (spot: Spot): Spot => seenFrom(pose, spot);
  if (feature.kind === 'cone') {
    const [x, y] = own(feature.at);
    const [px, py, pz] = minus(line.past, line.from);
    const [dx, dy] = [x - line.from[0], y - line.from[1]];
    const [reach, far] = [Math.hypot(px, py), Math.hypot(dx, dy)];
    if (px * dx + py * dy <= 0 || far < LEAST || far > MOST) return null;
    const height = line.from[2] + (pz * far) / reach;
    return height < 0 || height > feature.height ? null : (px * dy - py * dx) / reach;
  }
  const ground = groundOf(line);
  if (!ground) return null;
  const [a, b] = [own(feature.line.from), own(feature.line.to)];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const long = Math.hypot(dx, dy);
  const [gx, gy] = [ground[0] - a[0], ground[1] - a[1]];
  const share = (gx * dx + gy * dy) / long;
  return share < 0 || share > long ? null : (dx * gy - dy * gx) / long;
}

/** Where a line of sight meets the ground, in the vehicle's frame. */
function groundOf({ from, past }: Line): Spot | null {
  const way = minus(past, from);
  if (way[2] >= -1e-3) return null;
  const ground = along(from, way, -from[2] / way[2]);
  const far = Math.hypot(ground[0] - from[0], ground[1] - from[1]);
  return far < LEAST || far > MOST ? null : [ground[0], ground[1]];
}

/** A line of sight on the ground, as it lies where a mark comes. */
function lineOnGround(line: Line, feature: Feature, way: readonly At[], off: number): readonly [Spot, Spot] {
  const pose = (way.find(({ s }) => s >= off) ?? way.at(-1))?.pose;
  const at = (spot: Spot): Spot => (pose ? placed(pose, spot) : spot);
  const ground = groundOf(line);
  return [
    at([line.from[0], line.from[1]]),
    feature.kind === 'cone' ? feature.at : at(ground ?? [line.past[0], line.past[1]]),
  ];
}

/** Degrees a metre by which a part and what it covers move apart. */
function apart(line: Line, feature: Feature, way: readonly At[], off: number): number {
  const after = way.find(({ s }) => s > off + 0.05);
  const value = after && beside(line, feature, after.pose);
  const ground = groundOf(line);
  if (!after || value === null || value === undefined) return 0;
  const far = ground
    ? Math.hypot(ground[0] - line.from[0], ground[1] - line.from[1], line.from[2])
    : Math.hypot(...minus(line.past, line.from));
  return ((Math.atan2(Math.abs(value), far) / (after.s - off)) * 180) / Math.PI;
}

/** Metres from a mark to its moment that are worth saying. */
const SAID = 0.08;

/** The mark's sensitivity, in whole centimetres: so far off one may be when the eye is elsewhere. */
export const markWithin = (mark: Mark): number => Math.max(1, Math.ceil(worstOf(mark) * 100));

/** What is done at a moment. */
export function turnWords(turn: string): string {
  if (turn === 'stop') return 'Stop';
  return turn === 'straight' ? 'Straighten up' : `Turn ${turn}`;
}

/** A mark as an instructor says it. */
export function markWords({ kind, partTitle, mirrorTitle, covers, thing, then }: Mark): string {
  const what = thingNamed(thing, covers.replaceAll('-', ' '));
  const more = then > SAID ? `, then ${(then * 100).toFixed(0)} cm more` : '';
  return kind === 'direct'
    ? `when the ${partTitle} covers ${what}${more}`
    : `when, in the ${mirrorTitle ?? 'mirror'}, the ${partTitle} meets ${what}${more}`;
}
