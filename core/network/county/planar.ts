import Flatbush from 'flatbush';
import type { Point } from '../../geo';
import type { Tags } from '../osm';

/** A street as it was drawn: it crosses and meets others wherever they lie. */
export interface Street {
  readonly points: readonly Point[];
  readonly tags: Tags;
  /** Passes over what it crosses, in the stretches for which this says so. */
  readonly bridge?: (point: Point) => boolean;
}

export interface Planar {
  readonly nodes: readonly Point[];
  /** Nodes of each street in order; a street that has shrunk to a point has none. */
  readonly ways: readonly (readonly number[])[];
}

/** Ends so near to another street are led to it; points so near are one, in metres. */
const REACH = 32;
const ONE = 7;
const CELL = 120;

interface Segment {
  readonly street: number;
  readonly n: number;
  readonly a: Point;
  readonly b: Point;
  readonly over: boolean;
}

/** Makes of drawn streets a network: loose ends are led to streets nearby, and where streets cross, they meet. */
export function planar(streets: readonly Street[]): Planar {
  const index = boxes(streets);
  const led = streets.map((street, n) => ({ ...street, points: leadEnds(streets, index, n) }));
  const segments = led.flatMap(({ points, bridge }, street) =>
    points.slice(1).map((b, n): Segment => {
      const a = points[n] ?? b;
      return { street, n, a, b, over: isOver(bridge, a, b) };
    }),
  );
  const met = new Map<string, number[]>();
  for (const [s, t] of nearPairs(segments)) {
    if (s.over !== t.over || (s.street === t.street && Math.abs(s.n - t.n) < 2)) continue;
    const shares = meeting(s, t);
    if (!shares) continue;
    for (const [segment, share] of [
      [s, shares[0]],
      [t, shares[1]],
    ] as const) {
      const key = `${segment.street} ${segment.n}`;
      met.set(key, [...(met.get(key) ?? []), share]);
    }
  }
  const nodes: Point[] = [];
  const near = new Map<string, number[]>();
  const nodeAt = (point: Point, over: boolean): number => {
    const [cx, cy] = [Math.floor(point.x / ONE), Math.floor(point.y / ONE)];
    for (const dx of [0, -1, 1])
      for (const dy of [0, -1, 1])
        for (const n of near.get(`${over} ${cx + dx} ${cy + dy}`) ?? []) {
          const node = nodes[n];
          if (node && Math.hypot(node.x - point.x, node.y - point.y) < ONE) return n;
        }
    const n = nodes.push(point) - 1;
    const key = `${over} ${cx} ${cy}`;
    const kin = near.get(key);
    if (kin) kin.push(n);
    else near.set(key, [n]);
    return n;
  };
  const ways = led.map(({ points, bridge }, street) => {
    // What lies on a bridge is not one with what lies beneath it.
    const overAfter = (n: number): boolean => {
      const [a, b] = [points[n], points[n + 1]];
      return a !== undefined && b !== undefined && isOver(bridge, a, b);
    };
    const all = points.flatMap((point, n) => {
      const next = points[n + 1];
      const shares = [...(met.get(`${street} ${n}`) ?? [])].sort((a, b) => a - b);
      const own = { point, over: overAfter(n) && (n === 0 || overAfter(n - 1)) && n > 0 };
      return next
        ? [own, ...shares.map((share) => ({ point: between(point, next, share), over: overAfter(n) }))]
        : [own];
    });
    const refs = all
      .map(({ point, over }) => nodeAt(point, over))
      .filter((ref, n, whole) => ref !== whole[n - 1]);
    return refs.length > 1 ? refs : [];
  });
  return { nodes, ways };
}

const isOver = (bridge: Street['bridge'], a: Point, b: Point): boolean =>
  bridge !== undefined && (bridge(a) || bridge(b) || bridge(between(a, b, 0.5)));

const between = (a: Point, b: Point, share: number): Point => ({
  x: a.x + share * (b.x - a.x),
  y: a.y + share * (b.y - a.y),
});

function boxes(streets: readonly Street[]): Flatbush {
  const index = new Flatbush(Math.max(1, streets.length));
  for (const { points } of streets) {
    const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
    index.add(Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys));
  }
  if (streets.length === 0) index.add(0, 0);
  index.finish();
  return index;
}

/** The points of a street, its two ends moved onto the nearest other street if that is near. */
function leadEnds(streets: readonly Street[], index: Flatbush, of: number): readonly Point[] {
  const points = streets[of]?.points ?? [];
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length < 2 || Math.hypot(first.x - last.x, first.y - last.y) < 1)
    return points;
  return [foot(streets, index, of, first), ...points.slice(1, -1), foot(streets, index, of, last)];
}

function foot(streets: readonly Street[], index: Flatbush, of: number, end: Point): Point {
  let best = { point: end, off: REACH };
  const near = index.search(end.x - REACH, end.y - REACH, end.x + REACH, end.y + REACH);
  for (const n of near.sort((a, b) => a - b)) {
    if (n === of) continue;
    const points = streets[n]?.points ?? [];
    for (let k = 0; k + 1 < points.length; k += 1) {
      const [a, b] = [points[k] ?? end, points[k + 1] ?? end];
      const share = Math.min(1, Math.max(0, shareOf(a, b, end)));
      const point = between(a, b, share);
      const off = Math.hypot(point.x - end.x, point.y - end.y);
      if (off < best.off) best = { point, off };
    }
  }
  return best.point;
}

function shareOf(a: Point, b: Point, p: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const square = dx * dx + dy * dy;
  return square === 0 ? 0 : ((p.x - a.x) * dx + (p.y - a.y) * dy) / square;
}

/** Segments whose boxes share a cell of a grid, each pair once. */
function* nearPairs(segments: readonly Segment[]): Generator<readonly [Segment, Segment]> {
  const cells = new Map<string, number[]>();
  const cellsOf = ({ a, b }: Segment): string[] => {
    const keys: string[] = [];
    const cell = (v: number) => Math.floor(v / CELL);
    for (let cx = cell(Math.min(a.x, b.x) - 1); cx <= cell(Math.max(a.x, b.x) + 1); cx += 1)
      for (let cy = cell(Math.min(a.y, b.y) - 1); cy <= cell(Math.max(a.y, b.y) + 1); cy += 1)
        keys.push(`${cx} ${cy}`);
    return keys;
  };
  for (const [n, segment] of segments.entries()) {
    const before = new Set<number>();
    for (const key of cellsOf(segment)) {
      const kin = cells.get(key);
      for (const m of kin ?? []) before.add(m);
      if (kin) kin.push(n);
      else cells.set(key, [n]);
    }
    for (const m of before) {
      const other = segments[m];
      if (other) yield [other, segment];
    }
  }
}

/** Where two segments meet, as shares of each; null where they do not. An end that touches meets. */
function meeting({ a, b }: Segment, { a: c, b: d }: Segment): readonly [number, number] | null {
  const [rx, ry, sx, sy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = rx * sy - ry * sx;
  if (Math.abs(cross) < 1e-9) return null;
  const t = ((c.x - a.x) * sy - (c.y - a.y) * sx) / cross;
  const u = ((c.x - a.x) * ry - (c.y - a.y) * rx) / cross;
  const slackT = 0.5 / Math.hypot(rx, ry);
  const slackU = 0.5 / Math.hypot(sx, sy);
  if (t < -slackT || t > 1 + slackT || u < -slackU || u > 1 + slackU) return null;
  return [Math.min(1, Math.max(0, t)), Math.min(1, Math.max(0, u))];
}
