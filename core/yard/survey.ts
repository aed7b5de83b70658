import { bodiesOf, type Bodies, type Box } from './bodies';
import type { Layout, Segment } from './model';
import type { Pose } from './motion';
import type { YardVehicle } from './vehicle';

// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { abs, cos, hypot, max, min, sin, sqrt } = Math;

/** How near a vehicle is to the thing that it is nearest to, in metres; below 0: how deep it stands in it. */
export interface Clearance {
  readonly metres: number;
  /** Id of the line, kerb, wall or cone; empty on a course without any. */
  readonly of: string;
}

/**
 * Measures a vehicle on a course: its bodies against walls and cones, its tyres against lines and kerbs. Exact for
 * rectangles against points and segments (geometry); tyres are the points where they touch the ground.
 */
export interface Survey {
  readonly bodies: Bodies;
  /** Measures pose after pose of a way from a pose on, each close to the one before. */
  readonly along: (from: Pose) => (pose: Pose) => Passing;
  readonly nearest: (pose: Pose) => Clearance;
  /** Each wall and cone, and how near it is to the nearest body. */
  readonly solids: (pose: Pose) => readonly (Clearance & { readonly kind: 'cone' | 'wall' })[];
  /** The line or kerb that a tyre crosses between two poses that lie close; null: none. */
  readonly crossed: (before: Pose, after: Pose) => string | null;
  /** Whether nothing is nearer than a margin, and no tyre crosses a line since a pose that lies close. */
  readonly clears: (before: Pose, after: Pose, margin: number) => boolean;
}

/** What is measured of a pose on a way. It is written over by the next one. */
export interface Passing {
  /** Metres of bodies from walls and cones. */
  readonly solid: number;
  /** Metres of tyres from lines and kerbs; never below 0, for a line has no inside. */
  readonly painted: number;
  /** Whether a tyre crossed a line since the pose before. */
  readonly crossed: boolean;
}

interface Paint {
  readonly id: string;
  readonly ax: number;
  readonly ay: number;
  readonly bx: number;
  readonly by: number;
}

interface Round {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/** An axle with the cosine and sine of its heading, which everything on it needs. */
interface Turned {
  readonly x: number;
  readonly y: number;
  readonly cos: number;
  readonly sin: number;
}

const paintOf = ({ id, from, to }: Segment): Paint => ({
  id,
  ax: from[0],
  ay: from[1],
  bx: to[0],
  by: to[1],
});

export function surveyOf(vehicle: YardVehicle, layout: Layout): Survey {
  const bodies = bodiesOf(vehicle);
  const walls = layout.walls.map(paintOf);
  const paint = [...layout.lines, ...layout.kerbs].map(paintOf);
  const cones: readonly Round[] = layout.cones.map(({ id, at, radius }) => ({
    id,
    x: at[0],
    y: at[1],
    radius,
  }));
  const { vehicle: box, tyres } = bodies;
  const pulled = bodies.trailer;
  const solid = cones.length + walls.length > 0;

  const axle = ({ x, y, heading }: Pose): Turned => ({
    x,
    y,
    cos: cos(heading),
    sin: sin(heading),
  });
  const behind = (front: Turned, { heading, hitch }: Pose): Turned | null => {
    if (!pulled || hitch === null) return null;
    const own = heading + hitch;
    const [along, aside] = [cos(own), sin(own)];
    return {
      x: front.x - pulled.hitchBehindAxle * front.cos - pulled.hitchToAxle * along,
      y: front.y - pulled.hitchBehindAxle * front.sin - pulled.hitchToAxle * aside,
      cos: along,
      sin: aside,
    };
  };
  const boxFrom = (at: Turned, of: Box): number => {
    let least = Infinity;
    for (const cone of cones) least = min(least, pointFromBox(at, of, cone.x, cone.y) - cone.radius);
    for (const wall of walls) least = min(least, segmentFromBox(at, of, wall));
    return least;
  };
  /** Where tyres stand: x and y of each. */
  const standing = (at: Turned, of: Bodies['tyres']): Float64Array =>
    Float64Array.from(
      of.flatMap(([along, aside]) => [
        at.x + along * at.cos - aside * at.sin,
        at.y + along * at.sin + aside * at.cos,
      ]),
    );
  /** How near tyres are to lines, and whether they crossed one since they stood elsewhere; they stand here then. */
  const pass = (at: Turned, of: Bodies['tyres'], stood: Float64Array, told: { crossed: boolean }): number => {
    let least = Infinity;
    let n = 0;
    for (const [along, aside] of of) {
      const x = at.x + along * at.cos - aside * at.sin;
      const y = at.y + along * at.sin + aside * at.cos;
      const [px = 0, py = 0] = [stood[n], stood[n + 1]];
      const moved = (x - px) ** 2 + (y - py) ** 2;
      for (const line of paint) {
        const squared = squaredFromSegment(x, y, line);
        if (squared < least) least = squared;
        // What was crossed is no further off than the tyre moved.
        if (squared <= moved && !told.crossed && crosses(px, py, x, y, line)) told.crossed = true;
      }
      stood[n] = x;
      stood[n + 1] = y;
      n += 2;
    }
    return sqrt(least);
  };
  const crossing = (a: Turned, b: Turned, of: Bodies['tyres']): string | null => {
    for (const [along, aside] of of) {
      const px = a.x + along * a.cos - aside * a.sin;
      const py = a.y + along * a.sin + aside * a.cos;
      const qx = b.x + along * b.cos - aside * b.sin;
      const qy = b.y + along * b.sin + aside * b.cos;
      for (const line of paint) if (crosses(px, py, qx, qy, line)) return line.id;
    }
    return null;
  };
  const boxClears = (at: Turned, of: Box, margin: number): boolean => {
    const reach = (of.to - of.from) / 2;
    const far = hypot(reach, of.half) + margin;
    const mx = at.x + (of.from + reach) * at.cos;
    const my = at.y + (of.from + reach) * at.sin;
    for (const cone of cones) if (pointFromBox(at, of, cone.x, cone.y) < margin + cone.radius) return false;
    for (const wall of walls)
      if (squaredFromSegment(mx, my, wall) < far * far && segmentFromBox(at, of, wall) < margin) return false;
    return true;
  };
  const tyresClear = (a: Turned, b: Turned, of: Bodies['tyres'], margin: number): boolean => {
    for (const [along, aside] of of) {
      const px = a.x + along * a.cos - aside * a.sin;
      const py = a.y + along * a.sin + aside * a.cos;
      const qx = b.x + along * b.cos - aside * b.sin;
      const qy = b.y + along * b.sin + aside * b.cos;
      const moved = (qx - px) ** 2 + (qy - py) ** 2;
      for (const line of paint) {
        const squared = squaredFromSegment(qx, qy, line);
        if (squared < margin * margin) return false;
        if (squared <= moved && crosses(px, py, qx, qy, line)) return false;
      }
    }
    return true;
  };
  return {
    bodies,
    along: (from) => {
      const passing = { solid: Infinity, painted: Infinity, crossed: false };
      const front = axle(from);
      const back = behind(front, from);
      const [own, others] = [standing(front, tyres), back && pulled ? standing(back, pulled.tyres) : null];
      return (pose) => {
        const at = axle(pose);
        const after = behind(at, pose);
        passing.crossed = false;
        passing.solid = solid ? boxFrom(at, box) : Infinity;
        passing.painted = paint.length > 0 ? pass(at, tyres, own, passing) : Infinity;
        if (!after || !pulled || !others) return passing;
        if (solid) passing.solid = min(passing.solid, boxFrom(after, pulled.box));
        if (paint.length > 0)
          passing.painted = min(passing.painted, pass(after, pulled.tyres, others, passing));
        return passing;
      };
    },
    nearest: (pose) => {
      let nearest: Clearance = { metres: Infinity, of: '' };
      const nearer = (metres: number, of: string): void => {
        if (metres < nearest.metres) nearest = { metres, of };
      };
      const front = axle(pose);
      const back = behind(front, pose);
      const bodyOn = (at: Turned, of: Box, own: Bodies['tyres']): void => {
        for (const { id, x, y, radius } of cones) nearer(pointFromBox(at, of, x, y) - radius, id);
        for (const wall of walls) nearer(segmentFromBox(at, of, wall), wall.id);
        for (const [along, aside] of own)
          for (const line of paint)
            nearer(
              sqrt(
                squaredFromSegment(
                  at.x + along * at.cos - aside * at.sin,
                  at.y + along * at.sin + aside * at.cos,
                  line,
                ),
              ),
              line.id,
            );
      };
      bodyOn(front, box, tyres);
      if (back && pulled) bodyOn(back, pulled.box, pulled.tyres);
      return nearest;
    },
    solids: (pose) => {
      const front = axle(pose);
      const back = behind(front, pose);
      const least = (of: (at: Turned, own: Box) => number): number =>
        min(of(front, box), back && pulled ? of(back, pulled.box) : Infinity);
      return [
        ...cones.map(({ id, x, y, radius }) => ({
          of: id,
          kind: 'cone' as const,
          metres: least((at, own) => pointFromBox(at, own, x, y)) - radius,
        })),
        ...walls.map((wall) => ({
          of: wall.id,
          kind: 'wall' as const,
          metres: least((at, own) => segmentFromBox(at, own, wall)),
        })),
      ];
    },
    crossed: (before, after) => {
      if (paint.length === 0) return null;
      const [a, b] = [axle(before), axle(after)];
      const own = crossing(a, b, tyres);
      if (own !== null || !pulled) return own;
      const [c, d] = [behind(a, before), behind(b, after)];
      return c && d ? crossing(c, d, pulled.tyres) : null;
    },
    clears: (before, after, margin) => {
      const [a, b] = [axle(before), axle(after)];
      if (solid && !boxClears(b, box, margin)) return false;
      if (paint.length > 0 && !tyresClear(a, b, tyres, margin)) return false;
      if (!pulled) return true;
      const [c, d] = [behind(a, before), behind(b, after)];
      if (!c || !d) return true;
      return boxClears(d, pulled.box, margin) && tyresClear(c, d, pulled.tyres, margin);
    },
  };
}

/** How far a point lies from a box, in metres; below 0 inside. */
export function pointFromBox(at: Turned, { from, to, half }: Box, px: number, py: number): number {
  const dx = px - at.x;
  const dy = py - at.y;
  return fromBox(dx * at.cos + dy * at.sin, dy * at.cos - dx * at.sin, from, to, half);
}

function fromBox(along: number, aside: number, from: number, to: number, half: number): number {
  const over = max(from - along, along - to);
  const beside = abs(aside) - half;
  if (over <= 0 && beside <= 0) return max(over, beside);
  const [far, wide] = [max(over, 0), max(beside, 0)];
  return sqrt(far * far + wide * wide);
}

/** The square of a point's distance from a segment: squared, to avoid roots. */
function squaredFromSegment(x: number, y: number, { ax, ay, bx, by }: Omit<Paint, 'id'>): number {
  const dx = bx - ax;
  const dy = by - ay;
  const share = min(1, max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
  const ex = x - ax - share * dx;
  const ey = y - ay - share * dy;
  return ex * ex + ey * ey;
}

/**
 * How far a segment lies from a box, in metres; below 0 where it runs through, by how far the box would have to move
 * along the easiest of its own axes and across the segment (separating axes).
 */
export function segmentFromBox(at: Turned, box: Box, wall: Omit<Paint, 'id'>): number {
  const { from, to, half } = box;
  const [adx, ady] = [wall.ax - at.x, wall.ay - at.y];
  const [bdx, bdy] = [wall.bx - at.x, wall.by - at.y];
  const [ax, ay] = [adx * at.cos + ady * at.sin, ady * at.cos - adx * at.sin];
  const [bx, by] = [bdx * at.cos + bdy * at.sin, bdy * at.cos - bdx * at.sin];
  // Separation along the box's own axes, then across the segment.
  const over = max(from - max(ax, bx), min(ax, bx) - to);
  const beside = max(-half - max(ay, by), min(ay, by) - half);
  const length = hypot(bx - ax, by - ay);
  const [nx, ny] = [(ay - by) / length, (bx - ax) / length];
  const middle = ((from + to) / 2 - ax) * nx - ay * ny;
  const reach = (abs(nx) * (to - from)) / 2 + abs(ny) * half;
  const across = abs(middle) - reach;
  const apart = max(over, beside, across);
  if (apart <= 0) return apart;
  const own = { ax, ay, bx, by };
  const corners = min(
    squaredFromSegment(from, -half, own),
    squaredFromSegment(from, half, own),
    squaredFromSegment(to, -half, own),
    squaredFromSegment(to, half, own),
  );
  return min(fromBox(ax, ay, from, to, half), fromBox(bx, by, from, to, half), sqrt(corners));
}

/** Whether a way from p to q crosses a segment. */
function crosses(px: number, py: number, qx: number, qy: number, { ax, ay, bx, by }: Paint): boolean {
  const dx = bx - ax;
  const dy = by - ay;
  const before = dx * (py - ay) - dy * (px - ax);
  const after = dx * (qy - ay) - dy * (qx - ax);
  if (before > 0 === after > 0 && before !== 0) return false;
  const ex = qx - px;
  const ey = qy - py;
  const one = ex * (ay - py) - ey * (ax - px);
  const other = ex * (by - py) - ey * (bx - px);
  return one > 0 !== other > 0;
}
