import {
  builtUpAreas,
  namedRoads,
  rankOf,
  type NamedRoad,
  type Place,
  type Ring,
  type RoadGraph,
} from '../network';

/** What a map is drawn from: typed arrays, so that it crosses from a worker without being copied. */
export interface MapGeometry {
  readonly title: string;
  readonly source: string;
  /** Middle of the flat frame, in degrees. */
  readonly middle: { readonly lat: number; readonly lon: number };
  /** West, south, east, north in metres of the frame. */
  readonly bounds: readonly [number, number, number, number];
  readonly edges: number;
  /** Points of edge e lie from first[e] to before first[e + 1]; x is east, y is north, in metres. */
  readonly first: Uint32Array;
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Rank of the road's class; sixteen is added for one-way roads. */
  readonly style: Uint8Array;
  readonly length: Float32Array;
  /** Roads with a name or a number, the most important first. */
  readonly labels: readonly NamedRoad[];
  /** Towns and villages, the largest first. */
  readonly places: readonly Place[];
  readonly builtUp: readonly Ring[];
}

export const ONE_WAY = 16;

export function geometryOf(graph: RoadGraph): MapGeometry {
  const { edges, firstPoint, points } = graph;
  const [x, y] = [new Float32Array(points.length), new Float32Array(points.length)];
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  points.forEach((point, n) => {
    const [px, py] = [graph.x[point] ?? 0, graph.y[point] ?? 0];
    x[n] = px;
    y[n] = py;
    [west, east] = [Math.min(west, px), Math.max(east, px)];
    [south, north] = [Math.min(south, py), Math.max(north, py)];
  });
  const style = new Uint8Array(edges);
  for (let e = 0; e < edges; e += 1) {
    const road = graph.roads[graph.roadOfEdge[e] ?? 0];
    if (road) style[e] = rankOf(road) + (road.oneWay && !road.roundabout ? ONE_WAY : 0);
  }
  return {
    title: graph.title,
    source: graph.source,
    middle: graph.frame.toPosition({ x: 0, y: 0 }),
    bounds: [west, south, east, north],
    edges,
    first: Uint32Array.from(firstPoint),
    x,
    y,
    style,
    length: Float32Array.from(graph.lengthOfEdge),
    labels: namedRoads(graph),
    places: graph.places,
    builtUp: builtUpAreas(graph),
  };
}
