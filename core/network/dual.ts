import type { Road } from './road';

/** How far apart the middles of two carriageways of one road may lie, in metres (ours). */
const LEAST_APART = 4;
const MOST_APART = 45;
/** Two carriageways run against each other within this angle: its cosine. */
const AGAINST = Math.cos((25 * Math.PI) / 180);
/** The road is checked every 20 m; this share of the checks must find the other carriageway. */
const STEP = 20;
const SHARE = 0.6;
/** Shorter than this, in metres, a road only divides round an island or at a junction (ours). */
const LEAST_LENGTH = 150;
const CELL = 64;

/** The roads of a network as lines; coordinates are metres in its frame. */
export interface RoadLines {
  readonly drivingSide: 'left' | 'right';
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly roads: readonly Road[];
  readonly edges: number;
  readonly roadOfEdge: Uint32Array;
  readonly lengthOfEdge: Float64Array;
  /** Points of edge e: `points` from `firstPoint[e]` to before `firstPoint[e + 1]`. */
  readonly firstPoint: Uint32Array;
  readonly points: Uint32Array;
}

interface Segment {
  readonly edge: number;
  readonly from: readonly [x: number, y: number];
  readonly to: readonly [x: number, y: number];
}

/**
 * Roads of a network with the carriageways of dual carriageways told by their geometry, where no tag says so: one-way
 * roads of one name or number that run beside each other, the other way and on the side of the oncoming traffic, for
 * long enough.
 */
export function withDuals(graph: RoadLines): Pick<RoadLines, 'roads' | 'roadOfEdge'> {
  const { roads, roadOfEdge } = graph;
  const road = (e: number) => roads[roadOfEdge[e] ?? 0];
  const single = (e: number): boolean => isCarriageway(road(e));
  const all = Array.from({ length: graph.edges }, (_, e) => e).filter(single);
  if (all.every((e) => road(e)?.dual)) return { roads, roadOfEdge };
  const cells = new Map<string, Segment[]>();
  for (const edge of all)
    for (const segment of segmentsOf(graph, edge))
      for (const key of cellsUnder(segment)) {
        const kin = cells.get(key) ?? [];
        kin.push(segment);
        cells.set(key, kin);
      }
  const paired = all.filter((e) => {
    const looks = looksFrom(graph, e);
    const found = looks.filter((look) => besides(graph, cells, e, look)).length;
    return looks.length > 0 && found >= SHARE * looks.length;
  });
  const long = longRuns(graph, paired);
  const dualOf = new Map<number, number>();
  const more = [...roads];
  const now = roadOfEdge.slice();
  for (const e of long) {
    const of = roadOfEdge[e] ?? 0;
    const plain = roads[of];
    if (!plain || plain.dual) continue;
    const dual = dualOf.get(of) ?? more.push({ ...plain, dual: true }) - 1;
    dualOf.set(of, dual);
    now[e] = dual;
  }
  return { roads: more, roadOfEdge: now };
}

const isCarriageway = (road: Road | undefined): boolean =>
  road !== undefined &&
  road.oneWay &&
  !road.roundabout &&
  !road.link &&
  road.class !== 'service' &&
  (road.name !== '' || road.ref !== '');

const sameRoad = (a: Road | undefined, b: Road | undefined): boolean =>
  a !== undefined &&
  b !== undefined &&
  ((a.ref !== '' && a.ref === b.ref) || (a.name !== '' && a.name === b.name));

function segmentsOf({ x, y, firstPoint, points }: RoadLines, edge: number): readonly Segment[] {
  const found: Segment[] = [];
  for (let k = (firstPoint[edge] ?? 0) + 1; k < (firstPoint[edge + 1] ?? 0); k += 1) {
    const [a, b] = [points[k - 1] ?? 0, points[k] ?? 0];
    found.push({ edge, from: [x[a] ?? 0, y[a] ?? 0], to: [x[b] ?? 0, y[b] ?? 0] });
  }
  return found;
}

const cell = (x: number, y: number): string => `${Math.floor(x / CELL)} ${Math.floor(y / CELL)}`;

function cellsUnder({ from: [ax, ay], to: [bx, by] }: Segment): ReadonlySet<string> {
  const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / (CELL / 2)));
  return new Set(
    Array.from({ length: steps + 1 }, (_, n) =>
      cell(ax + (n / steps) * (bx - ax), ay + (n / steps) * (by - ay)),
    ),
  );
}

interface Look {
  readonly x: number;
  readonly y: number;
  /** Along the road. */
  readonly ux: number;
  readonly uy: number;
}

function looksFrom(graph: RoadLines, edge: number): readonly Look[] {
  return segmentsOf(graph, edge).flatMap(({ from: [ax, ay], to: [bx, by] }): Look[] => {
    const length = Math.hypot(bx - ax, by - ay);
    if (length < 0.1) return [];
    const count = Math.max(1, Math.round(length / STEP));
    return Array.from({ length: count }, (_, n): Look => {
      const share = (n + 0.5) / count;
      return {
        x: ax + share * (bx - ax),
        y: ay + share * (by - ay),
        ux: (bx - ax) / length,
        uy: (by - ay) / length,
      };
    });
  });
}

/** Whether the other carriageway lies straight across, where the oncoming traffic would be. */
function besides(
  { drivingSide, roads, roadOfEdge }: RoadLines,
  cells: ReadonlyMap<string, readonly Segment[]>,
  edge: number,
  { x, y, ux, uy }: Look,
): boolean {
  // Square to the road: to the right of it where one drives on the left.
  const [nx, ny] = drivingSide === 'left' ? [uy, -ux] : [-uy, ux];
  const own = roads[roadOfEdge[edge] ?? 0];
  const seen = new Set<string>();
  for (const out of [0, MOST_APART / 2, MOST_APART])
    for (const [dx, dy] of AROUND) {
      const key = cell(x + out * nx + dx, y + out * ny + dy);
      if (seen.has(key)) continue;
      seen.add(key);
      for (const { edge: other, from, to } of cells.get(key) ?? []) {
        if (other === edge || !sameRoad(own, roads[roadOfEdge[other] ?? 0])) continue;
        const [sx, sy] = [to[0] - from[0], to[1] - from[1]];
        const length = Math.hypot(sx, sy);
        if (length < 0.1 || (sx * ux + sy * uy) / length > -AGAINST) continue;
        // Where the line across meets the other's.
        const cross = nx * sy - ny * sx;
        if (Math.abs(cross) < 1e-9) continue;
        const apart = ((from[0] - x) * sy - (from[1] - y) * sx) / cross;
        const share = ((from[0] - x) * ny - (from[1] - y) * nx) / cross;
        if (apart >= LEAST_APART && apart <= MOST_APART && share >= 0 && share <= 1) return true;
      }
    }
  return false;
}

const AROUND = [
  [0, 0],
  [CELL / 2, 0],
  [-CELL / 2, 0],
  [0, CELL / 2],
  [0, -CELL / 2],
] as const;

/** Of some edges those that belong to a run of one road that is long enough. */
function longRuns(
  { roads, roadOfEdge, lengthOfEdge, firstPoint, points }: RoadLines,
  edges: readonly number[],
): readonly number[] {
  const starting = new Map<number, number[]>();
  const first = (e: number) => points[firstPoint[e] ?? 0] ?? 0;
  const last = (e: number) => points[(firstPoint[e + 1] ?? 1) - 1] ?? 0;
  for (const e of edges) starting.set(first(e), [...(starting.get(first(e)) ?? []), e]);
  const group = new Map(edges.map((e) => [e, e]));
  const rootOf = (e: number): number => {
    let root = e;
    while (group.get(root) !== root) root = group.get(root) ?? root;
    group.set(e, root);
    return root;
  };
  for (const e of edges)
    for (const next of starting.get(last(e)) ?? [])
      if (sameRoad(roads[roadOfEdge[e] ?? 0], roads[roadOfEdge[next] ?? 0]))
        group.set(rootOf(next), rootOf(e));
  const lengths = new Map<number, number>();
  for (const e of edges) {
    const root = rootOf(e);
    lengths.set(root, (lengths.get(root) ?? 0) + (lengthOfEdge[e] ?? 0));
  }
  return edges.filter((e) => (lengths.get(rootOf(e)) ?? 0) >= LEAST_LENGTH);
}
