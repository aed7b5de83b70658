import { positionAlong, roundedPosition, type Position } from '../geo';
import { failed, parsed, type Parsed, type Problem } from '../problems';
import {
  closuresOf,
  createSearch,
  createSnap,
  roadOfArc,
  safeRules,
  type Closure,
  type Closures,
  type LearnerRules,
  type OnArc,
  type Path,
  type Search,
  type Snap,
  type Snapped,
  type Traffic,
} from '../network';
import { courseOf, type Course } from './course';
import { proposedFeatures, stretchesOf } from './propose';
import { ROUTE_FORMAT, type Route } from './route';
import { problem } from './problems';

/** So far from where it was put, in metres, a point may be led to a road. */
export const SNAP_METRES = 120;

/** A network with all that drawing on it needs. */
export interface Drawing {
  readonly traffic: Traffic;
  readonly snap: Snap;
  readonly search: Search;
  /** Roads on which those who drive may not drive. */
  readonly closures: Closures;
}

/** Makes a network ready for drawing. @param rules of those who drive; learners who don't use motorways if missing */
export const drawingOn = (traffic: Traffic, rules: LearnerRules = safeRules): Drawing => ({
  traffic,
  snap: createSnap(traffic.graph),
  search: createSearch(traffic),
  closures: closuresOf(traffic.graph, rules),
});

/** The same network for others, to whom other roads are closed. */
export const withRules = (drawing: Drawing, rules: LearnerRules): Drawing => ({
  ...drawing,
  closures: closuresOf(drawing.traffic.graph, rules),
});

/** A way through points: the arcs, and where each point came to lie. */
export interface Through {
  readonly arcs: readonly number[];
  readonly from: OnArc;
  readonly to: OnArc;
  readonly seconds: number;
  /** The points, led onto roads. */
  readonly via: readonly Position[];
}

/**
 * The quickest way through points in their order, going on at each in the direction in which it was reached.
 * Problems say which point lies off the roads, or between which two there is no way.
 */
export function wayThrough(drawing: Drawing, via: readonly Position[]): Parsed<Through> {
  const { shut } = drawing.closures;
  if (!shut) return anyWayThrough(drawing, via, undefined);
  const onClosed = via.flatMap((position, n) => onClosedRoad(drawing, position, n) ?? []);
  if (onClosed.length > 0) return failed(onClosed);
  const way = anyWayThrough(drawing, via, shut);
  const open = way.ok ? way : anyWayThrough(drawing, via, undefined);
  if (way.ok || !open.ok) return way;
  // Only what is closed to learners is in the way.
  const roads = closedOn(drawing, open.value.arcs).map(({ road }) => road);
  return failed(way.problems.map(({ path }) => problem(path, 'only-closed', { roads })));
}

/** A point nearer than this to an open road, in metres beyond a closed one, is led to the open one. */
const CLOSED_NEARER = 30;

/** What is wrong with a point that lies on a road that is closed to learners; null when it doesn't. */
function onClosedRoad({ closures, snap, traffic }: Drawing, position: Position, n: number): Problem | null {
  const near = snap.near(position, SNAP_METRES);
  const [first] = near;
  const why = first && closures.of(first.arc);
  if (!first || !why) return null;
  const open = near.find(({ arc }) => closures.of(arc) === null);
  return open && open.off <= first.off + CLOSED_NEARER
    ? null
    : problem(`via[${n}]`, 'closed-road', { point: n + 1, road: nameOfClosed(traffic, first.arc), why });
}

/** The same whatever is closed to learners. */
function anyWayThrough(
  { snap, search }: Drawing,
  via: readonly Position[],
  shut: ((arc: number) => boolean) | undefined,
): Parsed<Through> {
  const near = via.map((position) => {
    const found = snap.near(position, SNAP_METRES).filter(({ arc }) => !shut?.(arc));
    const [first] = found;
    // The nearest road in its directions; another as near at a junction is the same place.
    return found.filter(({ off }) => off <= (first?.off ?? 0) + 2).slice(0, 4);
  });
  const off = near.flatMap((found, n) =>
    found.length > 0 ? [] : [problem(`via[${n}]`, 'off-road', { point: n + 1, metres: SNAP_METRES })],
  );
  if (off.length > 0) return failed(off);
  if (via.length < 2) return failed([problem('via', 'too-few-points')]);
  type State = {
    readonly at: Snapped;
    readonly seconds: number;
    readonly back: State | null;
    readonly path: Path | null;
  };
  let states: State[] = (near[0] ?? []).map((at) => ({ at, seconds: 0, back: null, path: null }));
  for (let n = 1; n < near.length; n += 1) {
    const next = (near[n] ?? []).flatMap((at): State[] => {
      let best: State | null = null;
      for (const state of states) {
        const path = search.path(state.at, at, shut);
        if (path && (!best || state.seconds + path.seconds < best.seconds))
          best = { at, seconds: state.seconds + path.seconds, back: state, path };
      }
      return best ? [best] : [];
    });
    if (next.length === 0) return failed([problem(`via[${n}]`, 'no-way', { from: n, to: n + 1 })]);
    states = next;
  }
  const best = states.reduce((least, state) => (state.seconds < least.seconds ? state : least));
  const chain: State[] = [];
  for (let state: State | null = best; state; state = state.back) chain.unshift(state);
  const arcs = chain.reduce<number[]>(
    (all, { path }) => (path ? [...all, ...(all.length > 0 ? path.arcs.slice(1) : path.arcs)] : all),
    [],
  );
  const [first, last] = [chain[0], chain.at(-1)];
  if (!first || !last) throw new Error('a way without an end');
  return parsed({
    arcs,
    from: first.at,
    to: last.at,
    seconds: best.seconds,
    via: chain.map(({ at }) => at.position),
  });
}

/** What a road that is left out is called. */
export const nameOfClosed = ({ graph }: Traffic, arc: number): string => {
  const { name, ref, link } = roadOfArc(graph, arc);
  return ref || name || (link ? 'a slip road' : 'a road without a name');
};

/** The roads of a way that are closed to learners, each once. */
function closedOn(
  { traffic, closures }: Drawing,
  arcs: readonly number[],
): readonly { readonly road: string; readonly why: Closure }[] {
  const found = new Map<string, Closure>();
  for (const arc of arcs) {
    const why = closures.of(arc);
    // A slip road belongs to the road that it leads to.
    if (why && !roadOfArc(traffic.graph, arc).link) found.set(nameOfClosed(traffic, arc), why);
  }
  return [...found].map(([road, why]) => ({ road, why }));
}

/** The quicker way through the same points that was left out, because roads on it are closed to learners. */
export function leftOutFor(drawing: Drawing, via: readonly Position[], seconds: number): Route['leftOut'] {
  if (!drawing.closures.shut) return null;
  const open = anyWayThrough(drawing, via, undefined);
  const roads = open.ok ? closedOn(drawing, open.value.arcs) : [];
  return open.ok && roads.length > 0 && open.value.seconds < seconds - 1
    ? { roads, seconds: Math.round(seconds - open.value.seconds) }
    : null;
}

/** So many points at most are put to hold a way where it is. */
const MOST_HELD = 60;

/**
 * Few places through which the quickest way is the given one again, so that it can be changed by hand: where
 * another way would be taken, a point is put into the middle of the given one.
 */
export function viaOfWay(
  drawing: Drawing,
  arcs: readonly number[],
  from: OnArc,
  to: OnArc,
): readonly Position[] {
  const { traffic } = drawing;
  const { legs, line, metres } = courseOf(traffic, arcs, from, to);
  const placeAt = (along: number): Position => roundedPosition(positionAlong(line, metres, along));
  // A loop needs a point on the way, or nothing would be driven.
  const held = new Set([0, (metres.at(-1) ?? 0) / 2, metres.at(-1) ?? 0]);
  for (let n = 0; n < MOST_HELD; n += 1) {
    const alongs = [...held].sort((a, b) => a - b);
    const way = wayThrough(drawing, alongs.map(placeAt));
    const found = way.ok ? way.value.arcs : [];
    const first = arcs.findIndex((arc, k) => arc !== found[k]);
    if (first < 0 && found.length === arcs.length) break;
    // Between the points that hold the way there: the leg in the middle that is not held yet.
    const from = legs[Math.max(0, first)]?.from ?? 0;
    const next = alongs.find((along) => along > from + 0.01) ?? Infinity;
    const open = legs
      .filter((leg) => leg.from >= from - 0.01 && leg.to <= next + 0.01)
      .map((leg) => (leg.from + leg.to) / 2)
      .filter((middle) => !held.has(middle));
    const middle =
      open[open.length >> 1] ??
      legs.map((leg) => (leg.from + leg.to) / 2).find((one) => !held.has(one) && one > from);
    if (middle === undefined) break;
    held.add(middle);
  }
  return [...held].sort((a, b) => a - b).map(placeAt);
}

/** A new route of a course. */
export function routeOf(
  traffic: Traffic,
  course: Course,
  more: Pick<Route, 'id' | 'title' | 'via' | 'network' | 'units'> & Partial<Route>,
): Route {
  return {
    format: ROUTE_FORMAT,
    note: '',
    drivingSide: traffic.graph.drivingSide,
    line: course.line,
    stretches: stretchesOf(traffic, course),
    features: proposedFeatures(traffic, course),
    muted: [],
    independent: null,
    delays: traffic.delays,
    variantOf: null,
    learners: '',
    leftOut: null,
    ...more,
  };
}

/** Draws a route through points, all at once. */
export function drawThrough(
  drawing: Drawing,
  via: readonly Position[],
  more: Pick<Route, 'id' | 'title' | 'network' | 'units'> & Partial<Route>,
): Parsed<{ readonly route: Route; readonly course: Course }> {
  const way = wayThrough(drawing, via);
  if (!way.ok) return way;
  const { arcs, from, to, via: led, seconds } = way.value;
  const course = courseOf(drawing.traffic, arcs, from, to);
  if (course.line.length < 2) return failed([problem('via', 'one-place')]);
  const leftOut = leftOutFor(drawing, via, seconds);
  return parsed({ course, route: routeOf(drawing.traffic, course, { ...more, via: led, leftOut }) });
}
