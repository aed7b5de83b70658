import { distance, frameAt, type Frame, type Position } from '../geo';
import { withDuals, type RoadLines } from './dual';
import { PER_DEGREE, type StoredNetwork } from './file';
import { signKinds, type PlaceKind, type Road, type SignKind } from './road';

/** What stands along a piece of road, for one direction of it or for both. */
export interface Sign {
  readonly kind: SignKind;
  /** Metres from the start of the piece. */
  readonly along: number;
  readonly forward: boolean;
  readonly backward: boolean;
  readonly point: number;
}

/**
 * A network ready for questions. Pieces of road ("edges") run between junctions over points; each edge has two
 * directions ("arcs"): arc 2e along it and arc 2e + 1 against it. Coordinates are metres in `frame`.
 */
export interface RoadGraph extends RoadLines {
  readonly title: string;
  readonly source: string;
  readonly frame: Frame;
  /** Lengths are at least so many times what the frame makes of them; for searches that must not overrate a way. */
  readonly shortest: number;
  /** Metres above the sea; null where the network does not say. */
  readonly ele: Float64Array | null;
  /** Arcs that leave point p, allowed or not: `leaving` from `firstLeaving[p]` to before `firstLeaving[p + 1]`. */
  readonly firstLeaving: Uint32Array;
  readonly leaving: Uint32Array;
  /** Signs along edges, the nearest to the edge's start first. */
  readonly signs: ReadonlyMap<number, readonly Sign[]>;
  /** Signs at junctions, by point. */
  readonly nodeSigns: ReadonlyMap<number, ReadonlySet<SignKind>>;
  /** Keys of banned turns: see `turnKey`. */
  readonly banned: ReadonlySet<number>;
  readonly places: readonly Place[];
}

/** A town or village, in metres of the network's frame. */
export interface Place {
  readonly name: string;
  readonly kind: PlaceKind;
  readonly x: number;
  readonly y: number;
}

export const edgeOf = (arc: number): number => arc >> 1;
export const reverseOf = (arc: number): number => arc ^ 1;
export const isForward = (arc: number): boolean => (arc & 1) === 0;

export function openNetwork(file: StoredNetwork): RoadGraph {
  const count = file.lat.length;
  const [lat, lon] = [new Float64Array(count), new Float64Array(count)];
  accumulate(file.lat, lat, 1 / PER_DEGREE);
  accumulate(file.lon, lon, 1 / PER_DEGREE);
  const middle = middleOf(lat, lon);
  const frame = frameAt(middle);
  const [x, y] = [new Float64Array(count), new Float64Array(count)];
  for (let p = 0; p < count; p += 1) {
    const point = frame.toPoint({ lat: lat[p] ?? 0, lon: lon[p] ?? 0 });
    x[p] = point.x;
    y[p] = point.y;
  }
  let ele: Float64Array | null = null;
  if (file.ele) accumulate(file.ele, (ele = new Float64Array(count)), 0.1);

  const { edges, roadOfEdge, firstPoint, points } = readEdges(file.edges);
  const lengthOfEdge = new Float64Array(edges);
  for (let e = 0; e < edges; e += 1) {
    let length = 0;
    for (let k = (firstPoint[e] ?? 0) + 1; k < (firstPoint[e + 1] ?? 0); k += 1)
      length += apart(lat, lon, points[k - 1] ?? 0, points[k] ?? 0);
    lengthOfEdge[e] = Math.max(0.01, length);
  }
  const { firstLeaving, leaving } = leavingArcs(count, edges, firstPoint, points);
  const bare = {
    title: file.title,
    source: file.source,
    drivingSide: file.drivingSide,
    frame,
    shortest: leastRatio(lat, middle.lat),
    x,
    y,
    ele,
    roads: file.roads.map((road) => ({ motorroad: false, when: '', ...road })),
    edges,
    roadOfEdge,
    lengthOfEdge,
    firstPoint,
    points,
    firstLeaving,
    leaving,
    places: (file.places ?? []).map(({ name, kind, lat: placeLat, lon: placeLon }) => ({
      name,
      kind,
      ...frame.toPoint({ lat: placeLat / PER_DEGREE, lon: placeLon / PER_DEGREE }),
    })),
  };
  return { ...bare, ...withDuals(bare), ...readSigns(file, bare), banned: readBans(file, bare) };
}

function accumulate(differences: readonly number[], into: Float64Array, unit: number): void {
  let sum = 0;
  for (let n = 0; n < into.length; n += 1) {
    sum += differences[n] ?? 0;
    into[n] = sum * unit;
  }
}

function middleOf(lat: Float64Array, lon: Float64Array): Position {
  let [south, north, west, east] = [90, -90, 180, -180];
  for (let p = 0; p < lat.length; p += 1) {
    south = Math.min(south, lat[p] ?? 0);
    north = Math.max(north, lat[p] ?? 0);
    west = Math.min(west, lon[p] ?? 0);
    east = Math.max(east, lon[p] ?? 0);
  }
  return { lat: (south + north) / 2, lon: (west + east) / 2 };
}

/** Metres between two points, as every line and route has them: on the sphere, however wide the network is. */
const apart = (lat: Float64Array, lon: Float64Array, a: number, b: number): number =>
  distance({ lat: lat[a] ?? 0, lon: lon[a] ?? 0 }, { lat: lat[b] ?? 0, lon: lon[b] ?? 0 });

/**
 * The smallest ratio of a length to what the flat frame makes of it: the frame is true along its middle, and too
 * long nearer to the pole.
 */
function leastRatio(lat: Float64Array, middle: number): number {
  const cosine = (degrees: number) => Math.cos((degrees * Math.PI) / 180);
  let least = 1;
  for (const degrees of lat) least = Math.min(least, cosine(degrees) / cosine(middle));
  // A great circle is a little shorter than the line along a parallel.
  return 0.9999 * least;
}

function readEdges(flat: readonly number[]) {
  const [roads, first, points]: [number[], number[], number[]] = [[], [0], []];
  for (let n = 0; n < flat.length;) {
    const length = flat[n + 1] ?? 0;
    roads.push(flat[n] ?? 0);
    let point = 0;
    for (let k = n + 2; k < n + 2 + length; k += 1) points.push((point += flat[k] ?? 0));
    first.push(points.length);
    n += 2 + length;
  }
  return {
    edges: roads.length,
    roadOfEdge: Uint32Array.from(roads),
    firstPoint: Uint32Array.from(first),
    points: Uint32Array.from(points),
  };
}

function leavingArcs(count: number, edges: number, firstPoint: Uint32Array, points: Uint32Array) {
  const endOf = (arc: number) => {
    const e = edgeOf(arc);
    return (isForward(arc) ? points[firstPoint[e] ?? 0] : points[(firstPoint[e + 1] ?? 1) - 1]) ?? 0;
  };
  const firstLeaving = new Uint32Array(count + 1);
  for (let arc = 0; arc < 2 * edges; arc += 1) {
    const p = endOf(arc) + 1;
    firstLeaving[p] = (firstLeaving[p] ?? 0) + 1;
  }
  for (let p = 0; p < count; p += 1)
    firstLeaving[p + 1] = (firstLeaving[p + 1] ?? 0) + (firstLeaving[p] ?? 0);
  const next = firstLeaving.slice();
  const leaving = new Uint32Array(2 * edges);
  for (let arc = 0; arc < 2 * edges; arc += 1) {
    const p = endOf(arc);
    leaving[next[p] ?? 0] = arc;
    next[p] = (next[p] ?? 0) + 1;
  }
  return { firstLeaving, leaving };
}

type Bare = Omit<RoadGraph, 'signs' | 'nodeSigns' | 'banned'>;

function readSigns({ signs: flat }: StoredNetwork, graph: Bare): Pick<RoadGraph, 'signs' | 'nodeSigns'> {
  const signed = new Map<number, { kind: SignKind; towards: number }[]>();
  for (let n = 0; n < flat.length; n += 3) {
    const kind = signKinds[flat[n + 1] ?? 0];
    if (!kind) continue;
    const [point = 0, , towards = -1] = flat.slice(n, n + 3);
    signed.set(point, [...(signed.get(point) ?? []), { kind, towards }]);
  }
  const nodeSigns = new Map<number, Set<SignKind>>();
  const signs = new Map<number, Sign[]>();
  for (let e = 0; e < graph.edges; e += 1) {
    const [first, end] = [graph.firstPoint[e] ?? 0, graph.firstPoint[e + 1] ?? 0];
    let along = 0;
    for (let k = first; k < end; k += 1) {
      const point = graph.points[k] ?? 0;
      if (k > first) along += stepBetween(graph, graph.points[k - 1] ?? 0, point);
      const here = signed.get(point);
      if (!here) continue;
      const inside = k > first && k < end - 1;
      for (const { kind, towards } of here) {
        if (inside) {
          const forward = towards === -1 || towards === graph.points[k + 1];
          const backward = towards === -1 || towards === graph.points[k - 1];
          const { forward: f, backward: b } = facing(
            kind,
            forward,
            backward,
            along,
            graph.lengthOfEdge[e] ?? 0,
          );
          const kin = signs.get(e) ?? [];
          if (f || b) kin.push({ kind, along, forward: f, backward: b, point });
          signs.set(e, kin);
        } else {
          const kin = nodeSigns.get(point) ?? new Set();
          kin.add(kind);
          nodeSigns.set(point, kin);
        }
      }
    }
  }
  return { signs, nodeSigns };
}

/** A stop or give-way sign that does not say whom it faces faces those who are about to reach the nearer end. */
function facing(kind: SignKind, forward: boolean, backward: boolean, along: number, length: number) {
  if ((kind === 'stop' || kind === 'give-way') && forward && backward)
    return { forward: along >= length / 2, backward: along < length / 2 };
  return { forward, backward };
}

/** One number for a turn from an arc into an arc; exact up to the largest network that is read. */
export const turnKey = (from: number, into: number): number => from * 4_194_304 + into;

function readBans({ bans }: StoredNetwork, graph: Bare): ReadonlySet<number> {
  const banned = new Set<number>();
  for (let n = 0; n < bans.length; n += 4) {
    const [from = 0, via = 0, to = 0, only = 0] = bans.slice(n, n + 4);
    const into = arcTowards(graph, from, via);
    if (into === null) continue;
    for (let k = graph.firstLeaving[via] ?? 0; k < (graph.firstLeaving[via + 1] ?? 0); k += 1) {
      const arc = graph.leaving[k] ?? 0;
      if ((edgeOf(arc) === to) === (only === 0)) banned.add(turnKey(into, arc));
    }
  }
  return banned;
}

/** The direction of an edge that ends at a point. */
function arcTowards(graph: Bare, edge: number, point: number): number | null {
  const [first, end] = [graph.firstPoint[edge] ?? 0, graph.firstPoint[edge + 1] ?? 0];
  if (graph.points[end - 1] === point) return 2 * edge;
  return graph.points[first] === point ? 2 * edge + 1 : null;
}

export const roadOfArc = (graph: RoadGraph, arc: number): Road => {
  const road = graph.roads[graph.roadOfEdge[edgeOf(arc)] ?? 0];
  if (!road) throw new RangeError(`no road of arc ${arc}`);
  return road;
};

export const startOf = (graph: RoadGraph, arc: number): number => {
  const e = edgeOf(arc);
  return (
    (isForward(arc)
      ? graph.points[graph.firstPoint[e] ?? 0]
      : graph.points[(graph.firstPoint[e + 1] ?? 1) - 1]) ?? 0
  );
};

export const endOf = (graph: RoadGraph, arc: number): number => startOf(graph, reverseOf(arc));

/** Metres from one point of a road to the next. */
export const stepBetween = (graph: Pick<RoadGraph, 'frame' | 'x' | 'y'>, a: number, b: number): number =>
  distance(positionOfPoint(graph, a), positionOfPoint(graph, b));

export const lengthOfArc = (graph: RoadGraph, arc: number): number => graph.lengthOfEdge[edgeOf(arc)] ?? 0;

/** Whether a car may drive an arc. */
export const mayDrive = (graph: RoadGraph, arc: number): boolean =>
  isForward(arc) || !roadOfArc(graph, arc).oneWay;

/** Arcs that leave a point and may be driven. */
export function waysFrom(graph: RoadGraph, point: number): readonly number[] {
  return armsOf(graph, point).filter((arc) => mayDrive(graph, arc));
}

/** All arcs that leave a point, also those against a one-way road: the arms of a junction. */
export const armsOf = (graph: RoadGraph, point: number): readonly number[] =>
  Array.from(graph.leaving.subarray(graph.firstLeaving[point] ?? 0, graph.firstLeaving[point + 1] ?? 0));

/** Points of an arc in its direction. */
export function pointsOf(graph: RoadGraph, arc: number): readonly number[] {
  const e = edgeOf(arc);
  const along = Array.from(graph.points.subarray(graph.firstPoint[e] ?? 0, graph.firstPoint[e + 1] ?? 0));
  return isForward(arc) ? along : along.reverse();
}

export const positionOfPoint = (graph: Pick<RoadGraph, 'frame' | 'x' | 'y'>, point: number): Position =>
  graph.frame.toPosition({ x: graph.x[point] ?? 0, y: graph.y[point] ?? 0 });

/** Signs along an arc that stand for its direction, with metres from its start. */
export function signsOf(
  graph: RoadGraph,
  arc: number,
): readonly { readonly kind: SignKind; readonly along: number; readonly point: number }[] {
  const signs = graph.signs.get(edgeOf(arc)) ?? [];
  if (isForward(arc)) return signs.filter(({ forward }) => forward);
  const length = lengthOfArc(graph, arc);
  return signs
    .filter(({ backward }) => backward)
    .map(({ kind, along, point }) => ({ kind, along: length - along, point }))
    .reverse();
}

/** So far from a junction, in metres, the direction of an arm is taken: its last bend says little. */
const ARM = 18;

/** Direction in which an arc sets out from its start, over its first metres: radians clockwise from north. */
export function headingFrom(graph: RoadGraph, arc: number): number {
  const points = pointsOf(graph, arc);
  const [first = 0] = points;
  let along = 0;
  let last = first;
  for (const point of points.slice(1)) {
    along += stepBetween(graph, last, point);
    last = point;
    if (along >= ARM) break;
  }
  return Math.atan2(
    (graph.x[last] ?? 0) - (graph.x[first] ?? 0),
    (graph.y[last] ?? 0) - (graph.y[first] ?? 0),
  );
}

/** Direction in which an arc arrives at its end. */
export const headingInto = (graph: RoadGraph, arc: number): number =>
  headingFrom(graph, reverseOf(arc)) + Math.PI;
