import FlatQueue from 'flatqueue';
import { endOf, lengthOfArc, mayDrive, startOf, type RoadGraph } from './graph';
import { turnSeconds, type Traffic } from './traffic';

/** A place on an arc: metres from its start. */
export interface OnArc {
  readonly arc: number;
  readonly along: number;
}

export interface Path {
  /** From the arc where it begins to the one where it ends. */
  readonly arcs: readonly number[];
  readonly seconds: number;
}

export interface Search {
  /**
   * The quickest way from a place to another in the directions of their arcs; null when there is none.
   *
   * @param shut arcs that may not be driven now
   */
  readonly path: (from: OnArc, to: OnArc, shut?: (arc: number) => boolean) => Path | null;
  /** Seconds to the end of every arc that is reached within so many seconds. */
  readonly within: (
    from: OnArc,
    most: number,
    shut?: (arc: number) => boolean,
  ) => ReadonlyMap<number, number>;
  /** For each of several arcs the arcs that lead to its end, it among them; null for those out of reach. */
  readonly ways: (
    from: OnArc,
    to: readonly number[],
    most: number,
    shut?: (arc: number) => boolean,
  ) => readonly (readonly number[] | null)[];
}

/** Fastest that anybody drives, metres a second: bounds from below what is left of a way. */
const FASTEST = 31.3;

/**
 * Exact quickest paths with the costs of turns, by A* over arcs (Hart, Nilsson and Raphael 1968); the arrays
 * that it needs are kept from one question to the next.
 */
export function createSearch(traffic: Traffic): Search {
  const { graph, seconds, delays, turns, firstTurn } = traffic;
  const cost = new Float64Array(2 * graph.edges);
  const before = new Int32Array(2 * graph.edges);
  const reachedIn = new Uint32Array(2 * graph.edges);
  const settledIn = new Uint32Array(2 * graph.edges);
  const fastest = Math.max(FASTEST, ...graph.roads.map(({ speed }) => speed)) * delays.pace;
  let run = 0;

  /** Settles arcs in order of cost plus what is at least left, until told to stop. */
  function settle(
    from: OnArc,
    left: (arc: number) => number,
    shut: ((arc: number) => boolean) | undefined,
    onSettled: (arc: number, reached: number, atLeast: number) => boolean,
  ): void {
    run += 1;
    const queue = new FlatQueue<number>();
    const share = 1 - from.along / lengthOfArc(graph, from.arc);
    const reach = (arc: number, at: number, by: number) => {
      if (reachedIn[arc] === run && at >= (cost[arc] ?? 0)) return;
      cost[arc] = at;
      before[arc] = by;
      reachedIn[arc] = run;
      queue.push(arc, at + left(arc));
    };
    reach(from.arc, share * (seconds[from.arc] ?? 0), -1);
    for (;;) {
      const atLeast = queue.peekValue() ?? Infinity;
      const arc = queue.pop();
      if (arc === undefined) return;
      if (settledIn[arc] === run) continue;
      settledIn[arc] = run;
      const at = cost[arc] ?? 0;
      if (onSettled(arc, at, atLeast)) return;
      const point = endOf(graph, arc);
      const last = graph.firstLeaving[point + 1] ?? 0;
      const first = graph.firstLeaving[point] ?? 0;
      const turn0 = (firstTurn[arc] ?? 0) - first;
      for (let k = first; k < last; k += 1) {
        const next = graph.leaving[k] ?? 0;
        if (settledIn[next] === run || shut?.(next)) continue;
        const turn = turns[turn0 + k] ?? Infinity;
        if (turn < Infinity) reach(next, at + turn + (seconds[next] ?? 0), arc);
      }
    }
  }

  return {
    path: (from, to, shut) => {
      if (!mayDrive(graph, from.arc) || !mayDrive(graph, to.arc)) return null;
      const part = ({ arc, along }: OnArc) => (along / lengthOfArc(graph, arc)) * (seconds[arc] ?? 0);
      if (from.arc === to.arc && to.along >= from.along)
        return { arcs: [from.arc], seconds: part(to) - part(from) };
      const goal = startOf(graph, to.arc);
      const [gx, gy] = pointAt(graph, goal);
      let last = -1;
      let best = Infinity;
      settle(
        from,
        (arc) => {
          const [x, y] = pointAt(graph, endOf(graph, arc));
          return (graph.shortest * Math.hypot(x - gx, y - gy)) / fastest;
        },
        shut,
        (arc, at, atLeast) => {
          if (atLeast >= best) return true;
          if (endOf(graph, arc) !== goal || shut?.(to.arc)) return false;
          const whole = at + turnSeconds(traffic, arc, to.arc) + part(to);
          if (whole < best) [last, best] = [arc, whole];
          return false;
        },
      );
      if (last < 0) return null;
      const arcs = [to.arc];
      for (let arc = last; arc !== -1; arc = before[arc] ?? -1) arcs.push(arc);
      return { arcs: arcs.reverse(), seconds: best };
    },
    ways: (from, to, most, shut) => {
      const left = new Set(to);
      left.delete(from.arc);
      settle(
        from,
        () => 0,
        shut,
        (arc, at) => {
          left.delete(arc);
          return left.size === 0 || at > most;
        },
      );
      return to.map((goal) => {
        if (goal === from.arc || settledIn[goal] !== run) return null;
        const arcs: number[] = [];
        for (let arc = goal; arc !== from.arc && arc !== -1; arc = before[arc] ?? -1) arcs.push(arc);
        return arcs.reverse();
      });
    },
    within: (from, most, shut) => {
      const reached = new Map<number, number>();
      settle(
        from,
        () => 0,
        shut,
        (arc, at) => {
          if (at > most) return true;
          reached.set(arc, at);
          return false;
        },
      );
      return reached;
    },
  };
}

const pointAt = (graph: RoadGraph, point: number): readonly [number, number] => [
  graph.x[point] ?? 0,
  graph.y[point] ?? 0,
];
