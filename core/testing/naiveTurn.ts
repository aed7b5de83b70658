import { bodiesOf, endOf, fullLock, type YardVehicle } from '../yard';

// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { PI, abs, cos, floor, sin, tan } = Math;

/** Metres and radians of a cell, metres of a step, and metres that tyres keep from the kerbs. */
const CELL = 0.02;
const ANGLE = PI / 360;
const STEP = 0.12;
const MARGIN = 0.01;

/**
 * The fewest movements of a turn in the road, by trying everything: where along the road a car stands doesn't matter,
 * so poses are a place across it and a direction, in a fine grid. The wheel turns in no time. For tests: slow and
 * plain, written apart from the planner.
 *
 * @param starts places of the middle of the rear axle across the road, facing along it
 */
export function fewestMovements(
  vehicle: YardVehicle,
  width: number,
  starts: readonly number[],
  most: number,
): number | null {
  const car = { ...vehicle, trailer: null };
  const bodies = bodiesOf(car);
  const lock = fullLock(car);
  const steers = [-1, -0.5, 0, 0.5, 1].map((share) => share * lock);
  const tyresInside = (x: number, heading: number): boolean =>
    bodies.tyres.every(([along, aside]) => {
      const at = x + along * cos(heading) - aside * sin(heading);
      return at >= MARGIN && at <= width - MARGIN;
    });
  const arrived = (x: number, heading: number): boolean => {
    const front = endOf(bodies, { x, y: 0, heading, hitch: null }, 'front').x;
    const off = abs(((heading - (3 * PI) / 2 + 5 * PI) % (2 * PI)) - PI);
    return front >= width / 2 && front <= width && off <= (10 * PI) / 180;
  };
  const cellOf = (x: number, heading: number): number => {
    const turn = ((heading % (2 * PI)) + 2 * PI) % (2 * PI);
    return floor(x / CELL + 100) * 1_000 + floor(turn / ANGLE);
  };
  type State = readonly [x: number, heading: number];
  const seen = { forward: new Set<number>(), reverse: new Set<number>() };
  let now: { readonly forward: readonly State[]; readonly reverse: readonly State[] } = {
    forward: starts.map((x): State => [x, PI / 2]),
    reverse: [],
  };
  for (let movement = 1; movement <= most; movement += 1) {
    const reached = { forward: [] as State[], reverse: [] as State[] };
    for (const gear of ['forward', 'reverse'] as const) {
      const open: State[] = [...now[gear]];
      for (let state = open.pop(); state; state = open.pop()) {
        const [x, heading] = state;
        const cell = cellOf(x, heading);
        if (seen[gear].has(cell)) continue;
        seen[gear].add(cell);
        reached[gear].push(state);
        if (gear === 'forward' && arrived(x, heading)) return movement;
        for (const steer of steers) {
          // On a circle of radius L/tan d.
          const turn = ((gear === 'forward' ? STEP : -STEP) * tan(steer)) / car.wheelbase;
          const nextX =
            steer === 0
              ? x + (gear === 'forward' ? STEP : -STEP) * cos(heading)
              : x + (car.wheelbase / tan(steer)) * (sin(heading + turn) - sin(heading));
          if (tyresInside(nextX, heading + turn)) open.push([nextX, heading + turn]);
        }
      }
    }
    now = { forward: reached.reverse, reverse: reached.forward };
  }
  return null;
}
