import { frameAt, type Point } from './plane';
import { bearing, distance, type Position } from './sphere';

/** Metres from the start of a line to each of its points: nought first, the whole length last. */
export function metresAlong(line: readonly Position[]): readonly number[] {
  let sum = 0;
  return line.map((position, n) => {
    const before = line[n - 1];
    if (before) sum += distance(before, position);
    return sum;
  });
}

export const lengthOf = (line: readonly Position[]): number => metresAlong(line).at(-1) ?? 0;

/** A place on a line, with the direction in which the line goes there, in radians clockwise from north. */
export interface OnLine extends Position {
  readonly along: number;
  readonly heading: number;
}

/**
 * The place so many metres along a line; before its start and after its end it is the end that is nearer.
 *
 * @param metres of `metresAlong(line)`, so that it is not worked out for each place anew
 * @throws RangeError for a line without points
 */
export function positionAlong(line: readonly Position[], metres: readonly number[], along: number): OnLine {
  const [first] = line;
  if (!first) throw new RangeError('a line of no points has no places');
  if (line.length === 1) return { ...first, along: 0, heading: 0 };
  const bounded = Math.min(metres.at(-1) ?? 0, Math.max(0, along));
  // The last point that is not beyond, but never the end itself.
  let low = 0;
  let high = line.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((metres[middle] ?? 0) <= bounded) low = middle;
    else high = middle - 1;
  }
  const from = line[low] ?? first;
  const to = line[low + 1] ?? first;
  const start = metres[low] ?? 0;
  const step = (metres[low + 1] ?? start) - start;
  const share = step > 0 ? (bounded - start) / step : 0;
  return {
    lat: from.lat + share * (to.lat - from.lat),
    lon: from.lon + share * (to.lon - from.lon),
    along: bounded,
    heading: bearing(from, to),
  };
}

/** The place of a line that is nearest to another place, and how far off that is in metres. */
export interface Nearest extends OnLine {
  readonly off: number;
}

/**
 * Where a line comes nearest to a place, among the stretch from `from` to `to` metres along it; null when
 * the stretch or the line is empty.
 */
export function nearestOn(
  line: readonly Position[],
  metres: readonly number[],
  position: Position,
  from = 0,
  to = Infinity,
): Nearest | null {
  const { toPoint } = frameAt(position);
  // Plain numbers and squared distances: a long drive asks for thousands of marks on hundreds of stretches.
  let [best, bestShare, bestSquare] = [-1, 0, Infinity];
  let before: Point | null = null;
  for (let n = 0; n + 1 < line.length; n += 1) {
    const start = metres[n] ?? 0;
    const end = metres[n + 1] ?? start;
    if (end < from || start > to) {
      before = null;
      continue;
    }
    const a: Point = before ?? toPoint(line[n] ?? position);
    const b = toPoint(line[n + 1] ?? position);
    before = b;
    const step = end - start;
    const least = step > 0 ? Math.max(0, (from - start) / step) : 0;
    const most = step > 0 ? Math.min(1, (to - start) / step) : 1;
    const dx = b.x - a.x;
    const dy = b.y - a.y;
    const length = dx * dx + dy * dy;
    const foot = length > 0 ? -(a.x * dx + a.y * dy) / length : 0;
    const share = Math.min(most, Math.max(least, foot));
    const x = a.x + share * dx;
    const y = a.y + share * dy;
    const square = x * x + y * y;
    if (square < bestSquare) [best, bestShare, bestSquare] = [n, share, square];
  }
  if (best < 0) return null;
  const start = metres[best] ?? 0;
  const along = start + bestShare * ((metres[best + 1] ?? start) - start);
  return { ...positionAlong(line, metres, along), off: Math.sqrt(bestSquare) };
}

/** The part of a line between two distances along it, with its ends. */
export function stretchOf(
  line: readonly Position[],
  metres: readonly number[],
  from: number,
  to: number,
): readonly Position[] {
  const bare = ({ lat, lon }: Position): Position => ({ lat, lon });
  const inside = line.filter((_place, n) => (metres[n] ?? 0) > from && (metres[n] ?? 0) < to);
  return [
    bare(positionAlong(line, metres, from)),
    ...inside.map(bare),
    bare(positionAlong(line, metres, to)),
  ];
}
