import { nearestOn, positionAlong, roundedPosition, turnBetween, type Position } from '../geo';
import {
  BACK,
  endOf,
  lengthOfArc,
  MPH,
  pointsOf,
  rankOf,
  signsOf,
  stepBetween,
  STRAIGHT,
  type SignKind,
  type Traffic,
} from '../network';
import type { Course, Leg } from './course';
import type { FeatureKindId } from './features';
import { junctionsOf, type Crossed } from './junctions';
import { keyAt } from './key';
import type { Feature, Stretch } from './route';

type Found = Pick<Feature, 'kind' | 'along'> &
  Partial<Omit<Feature, 'id' | 'kind' | 'along' | 'lat' | 'lon'>>;

/** The roads of a course, one after another; pieces of the same road are one. */
export function stretchesOf(traffic: Traffic, { legs }: Course): readonly Stretch[] {
  const stretches: Stretch[] = [];
  for (const { arc, road, from, to } of legs) {
    const { name, ref, class: of, speed, speedAssumed: assumed, when } = road;
    const share = (to - from) / lengthOfArc(traffic.graph, arc);
    // What crossings cost is counted with the features.
    const free = share * freeSeconds(traffic, arc);
    const last = stretches.at(-1);
    const same =
      last?.name === name &&
      last.ref === ref &&
      last.class === of &&
      last.speed === speed &&
      last.when === when;
    if (same) stretches[stretches.length - 1] = { ...last, until: to, free: last.free + free };
    else stretches.push({ until: to, name, ref, class: of, speed, assumed, free, when });
  }
  return stretches;
}

function freeSeconds({ graph, seconds, delays }: Traffic, arc: number): number {
  const met = signsOf(graph, arc).filter(({ kind }) => crossingKinds[kind] !== undefined).length;
  return ((seconds[arc] ?? 0) - met * delays.crossing) * delays.pace;
}

const crossingKinds: Readonly<Partial<Record<SignKind, FeatureKindId>>> = {
  'zebra-crossing': 'zebra-crossing',
  'signal-crossing': 'signal-crossing',
  'informal-crossing': 'informal-crossing',
  'level-crossing': 'level-crossing',
  'raised-crossing': 'raised-crossing',
};

/** Where something begins to be told from, in metres (all ours). */
const PARKED_FROM = 60;
const NARROW_FROM = 80;
const HILL_GRADE = 0.04;
const START_GRADE = 0.05;
const HILL_FROM = 90;
const BEND_TURN = (50 * Math.PI) / 180;
const BEND_OVER = 70;
const FAST = 40 * MPH;

/** Everything that the network tells of what lies along a course, in order. */
export function proposedFeatures(traffic: Traffic, course: Course): readonly Feature[] {
  const end = course.metres.at(-1) ?? 0;
  const junctions = junctionsOf(traffic, course);
  const hills = hillsOf(traffic, course);
  const found: Found[] = [
    { kind: 'start', along: 0 },
    ...junctions.flatMap(ofJunction),
    ...alongLegs(traffic, course),
    ...changes(traffic.graph.drivingSide, course, junctions),
    ...runs(course.legs, ({ parked }) => parked !== '', PARKED_FROM).map(({ from, to, leg }) => ({
      kind: 'parked-row' as const,
      along: from,
      length: to - from,
      side: sideDriven(leg),
    })),
    ...runs(course.legs, ({ narrow }) => narrow, NARROW_FROM).map(({ from, to }) => ({
      kind: 'meeting-place' as const,
      along: from,
      length: to - from,
    })),
    ...runs(course.legs, ({ school }) => school, 1).map(({ from, to }) => ({
      kind: 'school-zone' as const,
      along: from,
      length: to - from,
    })),
    ...runs(course.legs, ({ busLane }) => busLane, 30).map(({ from, to }) => ({
      kind: 'bus-lane' as const,
      along: from,
      length: to - from,
    })),
    ...runs(
      course.legs,
      ({ oneWay, roundabout, dual, link }) => oneWay && !roundabout && !dual && !link,
      40,
    ).map(({ from, to }) => ({ kind: 'one-way' as const, along: from, length: to - from })),
    ...hills.map(({ from, to, up }) => ({
      kind: up ? ('hill-up' as const) : ('hill-down' as const),
      along: from,
      length: to - from,
    })),
    ...bends(course),
    ...stoppingPlaces(traffic, course, junctions, hills),
    { kind: 'end', along: end },
  ];
  return named(course, found);
}

/** Gives each its place and an id that stays the same as long as it lies where it lies. */
export function named(course: Pick<Course, 'line' | 'metres'>, found: readonly Found[]): readonly Feature[] {
  const ids = new Map<string, number>();
  return [...found]
    .sort((a, b) => a.along - b.along)
    .map((one): Feature => {
      const { lat, lon } = positionAlong(course.line, course.metres, one.along);
      const key = keyAt(one.kind, { lat, lon });
      const times = (ids.get(key) ?? 0) + 1;
      ids.set(key, times);
      return {
        id: times === 1 ? key : `${key}#${times}`,
        length: 0,
        side: null,
        speed: null,
        note: '',
        toward: '',
        exit: null,
        exits: null,
        source: 'network',
        proposed: true,
        assumed: false,
        trap: null,
        photo: false,
        ...one,
        along: round(one.along),
        ...roundedPosition({ lat, lon }),
      };
    });
}

const round = (metres: number): number => Math.round(metres * 10) / 10;

function ofJunction(crossed: Crossed): Found[] {
  const { along, kind, control, assumed, turn, exit, exits, toward, told, fork, over, slip } = crossed;
  switch (kind) {
    case 'roundabout':
    case 'mini-roundabout':
      return [{ kind, along, exit, exits, toward, side: sideOf(turn), length: round(over) }];
    case 'turn-round':
      return [{ kind, along, assumed }];
    case 'junction':
      break;
  }
  const rule: Found[] =
    control === 'signals'
      ? [{ kind: 'traffic-lights', along }]
      : control === 'stop'
        ? [{ kind: 'stop-junction', along }]
        : control === 'give-way'
          ? [{ kind: 'give-way', along, assumed }]
          : control === 'crossroads'
            ? [{ kind: 'crossroads', along, assumed }]
            : [];
  const way: Found[] =
    Math.abs(turn) >= STRAIGHT
      ? told || rule.length > 0
        ? [{ kind: turn > 0 ? 'turn-right' : 'turn-left', along, toward, side: sideOf(turn) }]
        : []
      : told && !slip
        ? [{ kind: 'straight-on', along, toward, side: fork }]
        : [];
  return [...rule, ...way];
}

const sideOf = (turn: number): 'left' | 'right' | null =>
  Math.abs(turn) < STRAIGHT || Math.abs(turn) > BACK ? null : turn > 0 ? 'right' : 'left';

/** Signs on the arcs themselves. */
function alongLegs({ graph }: Traffic, { legs }: Course): Found[] {
  return legs.flatMap(({ arc, from, to, skipped }) => {
    const at = (along: number) => from + along - skipped;
    const passed = (along: number) => at(along) >= from && at(along) <= to;
    const parking = graph.nodeSigns.get(endOf(graph, arc))?.has('parking')
      ? [{ kind: 'bay-park' as const, along: to }]
      : [];
    return [
      ...signsOf(graph, arc)
        .filter(({ along }) => passed(along))
        .flatMap(({ kind, along }): Found[] => {
          const crossing = crossingKinds[kind];
          if (crossing) return [{ kind: crossing, along: at(along) }];
          if (kind === 'parking') return [{ kind: 'bay-park', along: at(along) }];
          if (kind === 'school') return [{ kind: 'school-zone', along: at(along) }];
          return [];
        }),
      ...parking,
    ];
  });
}

/** Where the limit, the kind of road or the number of lanes changes from one leg to the next. */
function changes(near: 'left' | 'right', { legs }: Course, junctions: readonly Crossed[]): Found[] {
  return legs.slice(1).flatMap((leg, n): Found[] => {
    const before = legs[n];
    if (!before) return [];
    const [a, b] = [before.road, leg.road];
    const found: Found[] = [];
    // Round a roundabout the limit of the road beyond counts.
    const earlier = legs.slice(0, n + 1).findLast(({ road }) => !road.roundabout)?.road;
    if (!b.roundabout && earlier && Math.abs(b.speed - earlier.speed) > 0.5)
      found.push({ kind: 'speed-change', along: leg.from, speed: b.speed, assumed: b.speedAssumed });
    const slip = junctions.find((one) => one.slip !== null && one.along === leg.from);
    // With a side it is a slip road, and somebody is told of it.
    const by = slip ? { side: slip.fork ?? near, toward: slip.toward } : {};
    if (b.dual && !a.dual) found.push({ kind: 'dual-join', along: leg.from, ...by });
    if (a.dual && !b.dual) found.push({ kind: 'dual-leave', along: leg.from, ...by });
    if (a.lanes > 1 && !a.dual && junctions.some(({ along, told }) => told && along === leg.from))
      found.push({ kind: 'lane-choice', along: Math.max(before.from, leg.from - 120) });
    return found;
  });
}

/** Parts of a course over which something holds without a break, if they are long enough. */
function runs(
  legs: readonly Leg[],
  holds: (road: Leg['road']) => boolean,
  least: number,
): readonly { readonly from: number; readonly to: number; readonly leg: Leg }[] {
  const found: { from: number; to: number; leg: Leg }[] = [];
  for (const leg of legs) {
    if (!holds(leg.road)) continue;
    const last = found.at(-1);
    if (last && last.to >= leg.from - 0.01) last.to = leg.to;
    else found.push({ from: leg.from, to: leg.to, leg });
  }
  return found.filter(({ from, to }) => to - from >= least);
}

/** The side on which cars are parked, as the driver sees it. */
function sideDriven({ arc, road }: Leg): 'left' | 'right' | null {
  if (road.parked !== 'left' && road.parked !== 'right') return null;
  const against = (arc & 1) === 1;
  return (road.parked === 'left') !== against ? 'left' : 'right';
}

interface Hill {
  readonly from: number;
  readonly to: number;
  readonly up: boolean;
  readonly grade: number;
}

/** Slopes of four in a hundred and more, from the heights of the network's points. */
function hillsOf({ graph }: Traffic, { legs }: Course): readonly Hill[] {
  const { ele } = graph;
  if (!ele) return [];
  const hills: { from: number; to: number; up: boolean; rise: number }[] = [];
  for (const { arc, from, to, skipped } of legs) {
    const points = pointsOf(graph, arc);
    let along = from - skipped;
    points.slice(1).forEach((point, n) => {
      const before = points[n] ?? point;
      const step = stepBetween(graph, before, point);
      const [a, b] = [Math.max(from, along), Math.min(to, along + step)];
      along += step;
      const rise = (ele[point] ?? 0) - (ele[before] ?? 0);
      if (b <= a || step < 1 || Math.abs(rise / step) < HILL_GRADE) return;
      const up = rise > 0;
      const part = (rise * (b - a)) / step;
      const last = hills.at(-1);
      if (last && last.up === up && a - last.to < 30) {
        last.to = b;
        last.rise += part;
      } else hills.push({ from: a, to: b, up, rise: part });
    });
  }
  return hills
    .filter(({ from, to }) => to - from >= HILL_FROM)
    .map(({ from, to, up, rise }) => ({ from, to, up, grade: Math.abs(rise) / (to - from) }));
}

/** Bends of fifty degrees and more on roads where one drives fast. */
function bends({ legs, line, metres }: Course): Found[] {
  const found: Found[] = [];
  for (const { road, from, to } of legs) {
    if (road.speed < FAST - 0.1 || road.roundabout || road.link) continue;
    for (let along = from; along + BEND_OVER <= to; along += 20) {
      const turn = turnBetween(
        positionAlong(line, metres, along).heading,
        positionAlong(line, metres, along + BEND_OVER).heading,
      );
      if (Math.abs(turn) < BEND_TURN) continue;
      found.push({ kind: 'bend', along, length: BEND_OVER, side: turn > 0 ? 'right' : 'left' });
      along += BEND_OVER * 2;
    }
  }
  return found;
}

/** How far a stopping place must lie from junctions and crossings and from another, and the kerb it needs, in m. */
const CLEAR = 25;
const SPACED = 250;
const KERB = 70;
const EMERGENCY = 160;

/** Proposals for pulling up, hill starts, an emergency stop and parking, on kerbs that look free. */
function stoppingPlaces(
  { graph }: Traffic,
  { legs }: Course,
  junctions: readonly Crossed[],
  hills: readonly Hill[],
): Found[] {
  const near = graph.drivingSide;
  const met = [
    ...junctions.map(({ along }) => along),
    ...legs.flatMap(({ arc, from, skipped }) =>
      signsOf(graph, arc).map(({ along }) => from + along - skipped),
    ),
    // Also a side road that the course goes straight past is a junction for somebody who stops.
    ...legs.map(({ to }) => to),
  ];
  let last = -SPACED;
  return legs.flatMap((leg): Found[] => {
    const { road, from, to } = leg;
    // On a main road nobody is made to stop without need.
    if (rankOf(road) > rankOf({ ...road, class: 'tertiary' }) && road.speed > 30 * MPH + 0.1) return [];
    if (road.dual || road.roundabout || road.link || road.oneWay || road.busLane || road.speed > FAST + 0.1)
      return [];
    const parked = road.parked === 'both' || sideDriven(leg) === near;
    const starts = [from, ...met.filter((along) => along > from && along < to)].sort((a, b) => a - b);
    return starts.flatMap((start, n): Found[] => {
      const [a, b] = [start + CLEAR, (starts[n + 1] ?? to) - CLEAR];
      if (b - a < KERB) return [];
      const middle = (a + b) / 2;
      if (parked)
        return road.class === 'residential'
          ? [{ kind: 'parallel-park', along: middle, side: near, assumed: true }]
          : [];
      if (road.narrow || middle - last < SPACED) return [];
      last = middle;
      const hill = hills.find(
        (one) => one.up && one.grade >= START_GRADE && middle > one.from && middle < one.to,
      );
      const quiet = b - a >= EMERGENCY && road.class === 'residential' && road.speed <= 30 * MPH + 0.1;
      return [
        { kind: hill ? 'hill-start' : 'pull-up', along: middle, side: near, assumed: true },
        ...(quiet ? [{ kind: 'emergency-stop' as const, along: a, length: b - a, assumed: true }] : []),
      ];
    });
  });
}

/**
 * Features put by hand, on a line that has changed: each where the line now comes nearest to its place, if that
 * is near enough.
 */
export function carriedOver(
  course: Pick<Course, 'line' | 'metres'>,
  features: readonly Feature[],
  most = 60,
): { readonly kept: readonly Feature[]; readonly lost: readonly Feature[] } {
  const kept: Feature[] = [];
  const lost: Feature[] = [];
  for (const feature of features) {
    const position: Position = { lat: feature.lat, lon: feature.lon };
    // Where a line passes a place twice, it is the pass that lies about as far along as before.
    const around = nearestOn(course.line, course.metres, position, feature.along - 400, feature.along + 400);
    const found = around && around.off <= most ? around : nearestOn(course.line, course.metres, position);
    if (found && found.off <= most) kept.push({ ...feature, along: round(found.along) });
    else lost.push(feature);
  }
  return { kept, lost };
}
