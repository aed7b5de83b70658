import { rankOf } from './road';
import type { RoadGraph } from './graph';

/** A road in one piece, however many junctions are on it, for its name on a map. */
export interface NamedRoad {
  /** Its name, or its number. */
  readonly text: string;
  /** Whether `text` is its number. */
  readonly number: boolean;
  /** Place of its class in `roadClasses`. */
  readonly rank: number;
  /** Metres of the network's frame, end to end. */
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Metres. */
  readonly length: number;
}

/**
 * Joins the pieces of road that bear one name, or one number, and are of one class, where they meet: as long as
 * two of them do; where more meet, the roads end there. Roundabouts and slip roads bear no name of their own.
 *
 * @returns the most important ones first, of one class the longest
 */
export function namedRoads(graph: RoadGraph): readonly NamedRoad[] {
  const groups = new Map<string, { text: string; number: boolean; rank: number; edges: number[] }>();
  for (let e = 0; e < graph.edges; e += 1) {
    const road = graph.roads[graph.roadOfEdge[e] ?? 0];
    if (!road || road.roundabout || road.link) continue;
    const rank = rankOf(road);
    for (const number of [false, true]) {
      const text = number ? road.ref : road.name;
      if (text === '') continue;
      const key = `${rank} ${number ? '#' : ''}${text}`;
      const group = groups.get(key) ?? { text, number, rank, edges: [] };
      groups.set(key, group);
      group.edges.push(e);
    }
  }
  return [...groups.values()]
    .flatMap(({ edges, ...of }) =>
      joined(graph, edges).map((points) => ({ ...of, ...lineOf(graph, points) })),
    )
    .sort((a, b) => b.rank - a.rank || b.length - a.length);
}

const endsOf = ({ firstPoint, points }: RoadGraph, e: number): readonly [number, number] => [
  points[firstPoint[e] ?? 0] ?? 0,
  points[(firstPoint[e + 1] ?? 1) - 1] ?? 0,
];

/** Lists of points, each as long as pieces follow each other without a choice. */
function joined(graph: RoadGraph, edges: readonly number[]): readonly (readonly number[])[] {
  const at = new Map<number, number[]>();
  for (const e of edges) for (const point of endsOf(graph, e)) at.set(point, [...(at.get(point) ?? []), e]);
  const used = new Set<number>();
  const follow = (start: number, from: number): number[] => {
    const line: number[] = [from];
    let [e, point] = [start, from];
    for (;;) {
      used.add(e);
      const points = Array.from(
        graph.points.subarray(graph.firstPoint[e] ?? 0, graph.firstPoint[e + 1] ?? 0),
      );
      if (points[0] !== point) points.reverse();
      line.push(...points.slice(1));
      point = points.at(-1) ?? point;
      const here = at.get(point) ?? [];
      const next = here.length === 2 ? here.find((other) => !used.has(other)) : undefined;
      if (next === undefined) return line;
      e = next;
    }
  };
  const lines: number[][] = [];
  // From the ends first; what is left are rings.
  for (const [point, here] of at)
    if (here.length !== 2) for (const e of here) if (!used.has(e)) lines.push(follow(e, point));
  for (const e of edges) if (!used.has(e)) lines.push(follow(e, endsOf(graph, e)[0]));
  return lines;
}

function lineOf({ x, y }: RoadGraph, points: readonly number[]): Pick<NamedRoad, 'x' | 'y' | 'length'> {
  const [xs, ys] = [new Float32Array(points.length), new Float32Array(points.length)];
  let length = 0;
  points.forEach((point, n) => {
    xs[n] = x[point] ?? 0;
    ys[n] = y[point] ?? 0;
    if (n > 0) length += Math.hypot((xs[n] ?? 0) - (xs[n - 1] ?? 0), (ys[n] ?? 0) - (ys[n - 1] ?? 0));
  });
  return { x: xs, y: ys, length };
}
