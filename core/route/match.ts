import FlatQueue from 'flatqueue';
import { distance, type Position } from '../geo';
import {
  endOf,
  lengthOfArc,
  turnSeconds,
  waysFrom,
  type OnArc,
  type Search,
  type Snap,
  type Snapped,
  type Traffic,
} from '../network';

/** A way over the network that fits a line of places. */
export interface Matched {
  readonly arcs: readonly number[];
  readonly from: OnArc;
  readonly to: OnArc;
  /** For each place that was used: where it lies on the way, and how far off it is. */
  readonly places: readonly { readonly n: number; readonly on: OnArc; readonly off: number }[];
  /** Parts of the line for which no road was near, or none that led on: there the quickest way was put. */
  readonly gaps: number;
}

/** Spread of a receiver's errors, and of the difference between way and straight line, in metres (ours). */
const SIGMA = 8;
const BETA = 12;
const NEAR = 45;
const MOST_CANDIDATES = 8;
const APART = 22;

/**
 * The most likely way of a car whose places are given, as a hidden Markov model. Published: P. Newson and
 * J. Krumm, Hidden Markov map matching through noise and sparseness, 2009; the spreads are ours.
 *
 * @returns null when no place lies near a road
 */
export function matchLine(
  traffic: Traffic,
  snap: Snap,
  search: Search,
  line: readonly Position[],
  sigma = SIGMA,
): Matched | null {
  const used = spread(line);
  const near = Math.max(NEAR, 3 * sigma);
  const steps = used
    .map((n) => {
      const position = line[n] ?? { lat: 0, lon: 0 };
      return { n, position, near: snap.near(position, near).slice(0, MOST_CANDIDATES) };
    })
    .filter((step) => step.near.length > 0);
  if (steps.length === 0) return null;
  type State = { readonly at: Snapped; readonly cost: number; readonly before: number };
  const emission = ({ off }: Snapped) => (off * off) / (2 * sigma * sigma);
  const columns: State[][] = [(steps[0]?.near ?? []).map((at) => ({ at, cost: emission(at), before: -1 }))];
  let gaps = 0;
  for (let k = 1; k < steps.length; k += 1) {
    const [step, last] = [steps[k], steps[k - 1]];
    const states = columns[k - 1] ?? [];
    if (!step || !last) continue;
    const straight = distance(last.position, step.position);
    const most = 3 * straight + 250;
    const reaches = states.map(({ at }) => reachable(traffic, at, most));
    const column = step.near.map((at): State => {
      let best: State = { at, cost: Infinity, before: -1 };
      states.forEach(({ at: from, cost }, n) => {
        const way = metresTo(from, at, reaches[n]);
        const whole = cost + Math.abs(way - straight) / BETA + emission(at);
        if (whole < best.cost) best = { at, cost: whole, before: n };
      });
      return best;
    });
    if (column.some(({ cost }) => cost < Infinity))
      columns.push(column.filter(({ cost }) => cost < Infinity));
    else {
      // Nothing leads on: begin anew from the cheapest so far.
      gaps += 1;
      const cheapest = indexOfLeast(states.map(({ cost }) => cost));
      const base = states[cheapest]?.cost ?? 0;
      columns.push(step.near.map((at) => ({ at, cost: base + 50 + emission(at), before: cheapest })));
    }
  }
  const chain: Snapped[] = [];
  let n = indexOfLeast((columns.at(-1) ?? []).map(({ cost }) => cost));
  for (let k = columns.length - 1; k >= 0; k -= 1) {
    const state = columns[k]?.[n];
    if (!state) return null;
    chain.push(state.at);
    n = state.before;
  }
  chain.reverse();
  const joined = joinedArcs(search, chain);
  const [first] = chain;
  if (!first || !joined) return null;
  return {
    arcs: joined.arcs,
    from: { arc: first.arc, along: first.along },
    to: { arc: joined.last.arc, along: joined.last.along },
    places: steps.map(({ n: of }, k) => ({
      n: of,
      on: { arc: chain[k]?.arc ?? 0, along: chain[k]?.along ?? 0 },
      off: chain[k]?.off ?? 0,
    })),
    gaps: gaps + joined.gaps,
  };
}

/** Places of a line that lie far enough apart to say something new, the last one among them. */
function spread(line: readonly Position[]): readonly number[] {
  const used: number[] = [];
  line.forEach((position, n) => {
    const last = line[used.at(-1) ?? -1];
    if (!last || n === line.length - 1 || distance(last, position) >= APART) used.push(n);
  });
  return used;
}

const indexOfLeast = (values: readonly number[]): number =>
  values.reduce((best, value, n) => (value < (values[best] ?? Infinity) ? n : best), 0);

/** Metres from a place to the start of each arc within reach, over turns that may be made. */
function reachable(traffic: Traffic, from: OnArc, most: number): ReadonlyMap<number, number> {
  const { graph } = traffic;
  const reached = new Map<number, number>();
  const queue = new FlatQueue<number>();
  const done = new Set<number>();
  queue.push(from.arc, lengthOfArc(graph, from.arc) - from.along);
  for (;;) {
    const metres = queue.peekValue();
    const arc = queue.pop();
    if (arc === undefined || metres === undefined || metres > most) return reached;
    if (done.has(arc)) continue;
    done.add(arc);
    for (const next of waysFrom(graph, endOf(graph, arc))) {
      if (turnSeconds(traffic, arc, next) === Infinity) continue;
      if (metres < (reached.get(next) ?? Infinity)) {
        reached.set(next, metres);
        queue.push(next, metres + lengthOfArc(graph, next));
      }
    }
  }
}

function metresTo(from: OnArc, to: OnArc, reached: ReadonlyMap<number, number> | undefined): number {
  // A receiver's error may lie a little behind where the car was.
  if (from.arc === to.arc && to.along >= from.along - 2 * SIGMA) return Math.max(0, to.along - from.along);
  const start = reached?.get(to.arc);
  return start === undefined ? Infinity : start + to.along;
}

/** The arcs from each place of a chain to the next, without repeating the arc that two share. */
function joinedArcs(
  search: Search,
  chain: readonly OnArc[],
): { readonly arcs: readonly number[]; readonly gaps: number; readonly last: OnArc } | null {
  const [first] = chain;
  if (!first) return null;
  const arcs = [first.arc];
  let gaps = 0;
  let at = first;
  for (const next of chain.slice(1)) {
    const path =
      next.arc === at.arc && next.along < at.along && at.along - next.along <= 2 * SIGMA
        ? null
        : search.path(at, next);
    if (path) {
      arcs.push(...path.arcs.slice(1));
      at = next;
    } else if (next.arc !== at.arc) gaps += 1;
  }
  return { arcs, gaps, last: at };
}
