import type { Layout, Segment, Spot } from './model';

/** A point of a course, the tape distances to it from the two base points, and how far off it may come to lie. */
export interface SetPoint {
  readonly id: string;
  readonly at: Spot;
  readonly tapes: readonly [number, number];
  /** Metres, when each tape is off by 2 cm. */
  readonly error: number;
}

/** What one needs to lay a course out with two tapes. */
export interface SetOut {
  readonly base: readonly [Spot, Spot];
  readonly points: readonly SetPoint[];
  /** Distances between far corners: where they are right, the course is square. */
  readonly diagonals: readonly { readonly from: string; readonly to: string; readonly metres: number }[];
  readonly counts: { readonly cones: number; readonly poles: number; readonly lineMetres: number };
  /** With a margin all round. */
  readonly area: { readonly width: number; readonly length: number };
  readonly extent: Extent;
}

export interface Extent {
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
}

/** Metres that a tape may be off, and metres of free ground round a course (common practice: a vehicle's width). */
const TAPE = 0.02;
const MARGIN = 2;

/** Whatever has two ends: painted lines, kerbs, walls and guide lines. */
export const linesOf = ({ lines, kerbs, walls, guides }: Layout): readonly Segment[] => [
  ...lines,
  ...kerbs,
  ...walls,
  ...guides,
];

/** Everything that is drawn of a course: the ends of its lines, and its cones. */
export function pointsOf(layout: Layout): readonly { readonly id: string; readonly at: Spot }[] {
  const ends = linesOf(layout).flatMap(({ id, from, to }) => [
    { id: `${id}-from`, at: from },
    { id: `${id}-to`, at: to },
  ]);
  const all = [...layout.cones.map(({ id, at }) => ({ id, at })), ...ends];
  // A place is set out once, by its first name.
  return all.filter(({ at }, n) => all.findIndex((other) => apart(other.at, at) < 0.005) === n);
}

export function extentOf(layout: Layout): Extent {
  const points = pointsOf(layout);
  const range = (of: readonly number[]): readonly [number, number] => [Math.min(...of), Math.max(...of)];
  return { x: range(points.map(({ at }) => at[0])), y: range(points.map(({ at }) => at[1])) };
}

/** The two ends of the side from which the points come out best; of a course on one line: its ends. */
export function usualBase(layout: Layout): readonly [Spot, Spot] {
  const { x, y } = extentOf(layout);
  const sides: readonly (readonly [Spot, Spot])[] = [
    [
      [x[0], y[0]],
      [x[1], y[0]],
    ],
    [
      [x[0], y[0]],
      [x[0], y[1]],
    ],
  ];
  const worst = (base: readonly [Spot, Spot]): number =>
    Math.max(...pointsOf(layout).map(({ at }) => errorOf(base, at)));
  const [bottom, left] = sides;
  return bottom && left && worst(left) < worst(bottom) && apart(...left) > LEAST_BASE
    ? left
    : (bottom ?? [
        [0, 0],
        [1, 0],
      ]);
}

/** Metres that base points have to lie apart. */
export const LEAST_BASE = 0.5;

/** The base points that are named, else the usual ones; null where they are one place. */
export function namedBase(layout: Layout, a: string | null, b: string | null): readonly [Spot, Spot] | null {
  const points = pointsOf(layout);
  const usual = usualBase(layout);
  const base = [
    points.find(({ id }) => id === a)?.at ?? usual[0],
    points.find(({ id }) => id === b)?.at ?? usual[1],
  ] as const;
  return apart(...base) > LEAST_BASE ? base : null;
}

/** Works out the tapes, diagonals and counts of a course. */
export function setOut(layout: Layout, base: readonly [Spot, Spot] = usualBase(layout)): SetOut {
  const points = pointsOf(layout).map(({ id, at }): SetPoint => ({
    id,
    at,
    tapes: [apart(base[0], at), apart(base[1], at)],
    error: errorOf(base, at),
  }));
  const extent = extentOf(layout);
  return {
    base,
    points,
    diagonals: diagonalsOf(points),
    counts: {
      cones: layout.cones.length,
      poles: layout.cones.filter(({ pole }) => pole).length,
      lineMetres: [...layout.lines, ...layout.guides].reduce((sum, { from, to }) => sum + apart(from, to), 0),
    },
    area: {
      width: extent.x[1] - extent.x[0] + 2 * MARGIN,
      length: extent.y[1] - extent.y[0] + 2 * MARGIN,
    },
    extent,
  };
}

/** Metres between two spots. */
export const apart = (a: Spot, b: Spot): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/**
 * How far a point may come to lie from its place when each tape is off by 2 cm one way or the other: the furthest of
 * the four places where the wrong tapes meet. Where they don't meet (the point is near the base line), the point may
 * lie anywhere between: half the height of the lens that the longer tapes make.
 */
function errorOf([a, b]: readonly [Spot, Spot], at: Spot): number {
  const [one, other] = [apart(a, at), apart(b, at)];
  const offs: number[] = [];
  for (const first of [-TAPE, TAPE])
    for (const second of [-TAPE, TAPE]) {
      const met = meeting(a, b, one + first, other + second, at);
      offs.push(apart(met, at));
    }
  return Math.max(...offs);
}

/** Where two tapes meet, on the side of a place; where they are too short to meet: on the line between their ends. */
function meeting(a: Spot, b: Spot, one: number, other: number, side: Spot): Spot {
  const base = apart(a, b);
  const along = (one ** 2 - other ** 2 + base ** 2) / (2 * base);
  const up = Math.sqrt(Math.max(0, one ** 2 - along ** 2));
  const [ux, uy] = [(b[0] - a[0]) / base, (b[1] - a[1]) / base];
  const left = ux * (side[1] - a[1]) - uy * (side[0] - a[0]) >= 0 ? 1 : -1;
  return [a[0] + along * ux - left * up * uy, a[1] + along * uy + left * up * ux];
}

/** The two longest distances between points that cross each other's middle: the corners of what has corners. */
function diagonalsOf(points: readonly SetPoint[]): SetOut['diagonals'] {
  const corner = (far: (at: Spot) => number): SetPoint | undefined =>
    points.reduce<SetPoint | undefined>(
      (best, one) => (!best || far(one.at) > far(best.at) ? one : best),
      undefined,
    );
  const pairs = [
    [corner(([x, y]) => -x - y), corner(([x, y]) => x + y)],
    [corner(([x, y]) => x - y), corner(([x, y]) => y - x)],
  ] as const;
  return pairs.flatMap(([from, to]) =>
    from && to && from !== to ? [{ from: from.id, to: to.id, metres: apart(from.at, to.at) }] : [],
  );
}
