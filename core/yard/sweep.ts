import { bodiesOf, boxCorners, placed, trailerAxle } from './bodies';
import type { Spot } from './model';
import type { Pose } from './motion';
import { sampleAt, type Sample } from './simulate';
import type { YardVehicle } from './vehicle';

/** What a vehicle sweeps over: its outlines along a path, and the tracks of its tyres. */
export interface Sweep {
  readonly outlines: readonly (readonly Spot[])[];
  readonly tracks: readonly { readonly id: Tyre; readonly line: readonly Spot[] }[];
}

export type Tyre =
  'rear-left' | 'rear-right' | 'front-left' | 'front-right' | 'trailer-left' | 'trailer-right';

const TYRES: readonly Tyre[] = ['rear-left', 'rear-right', 'front-left', 'front-right'];
const TRAILER_TYRES: readonly Tyre[] = ['trailer-left', 'trailer-right'];

/** The outlines of a vehicle and its trailer where they stand. */
export function outlinesAt(vehicle: YardVehicle, pose: Pose): readonly (readonly Spot[])[] {
  const bodies = bodiesOf(vehicle);
  const behind = trailerAxle(bodies, pose);
  return [
    boxCorners(pose, bodies.vehicle),
    ...(behind && bodies.trailer ? [boxCorners(behind, bodies.trailer.box)] : []),
  ];
}

/** Metres between outlines, and how many there are at most. */
const EVERY = 0.03;
const MOST = 900;

/** The swept area and the tyre tracks of a path. */
export function sweep(vehicle: YardVehicle, path: readonly Sample[]): Sweep {
  const whole = path.reduce((sum, pose, n) => sum + apart(path[n - 1] ?? pose, pose), 0);
  const every = Math.max(EVERY, whole / MOST);
  const bodies = bodiesOf(vehicle);
  const tracks = new Map<Tyre, Spot[]>();
  const outlines: (readonly Spot[])[] = [];
  let last: Pose | null = null;
  for (const [n, pose] of between(path, every).entries()) {
    if (last && n > 0 && apart(last, pose) < every * 0.99 && pose !== path.at(-1)) continue;
    last = pose;
    outlines.push(...outlinesAt(vehicle, pose));
    const behind = trailerAxle(bodies, pose);
    const put = (id: Tyre, spot: Spot): void => {
      const line = tracks.get(id);
      if (line) line.push(spot);
      else tracks.set(id, [spot]);
    };
    TYRES.forEach((id, k) => {
      const tyre = bodies.tyres[k];
      if (tyre) put(id, placed(pose, tyre));
    });
    if (behind)
      TRAILER_TYRES.forEach((id, k) => {
        const tyre = bodies.trailer?.tyres[k];
        if (tyre) put(id, placed(behind, tyre));
      });
  }
  return { outlines, tracks: [...tracks].map(([id, line]) => ({ id, line })) };
}

/** Metres, and radians as metres a metre away. */
const apart = (a: Pose, b: Pose): number =>
  Math.hypot(a.x - b.x, a.y - b.y) + Math.abs(a.heading - b.heading);

/** A path with places in between where its samples lie further apart. */
function between(path: readonly Sample[], every: number): readonly Pose[] {
  return path.flatMap((pose, n): readonly Pose[] => {
    const next = path[n + 1];
    if (!next) return [pose];
    const steps = Math.ceil(apart(pose, next) / every);
    return [
      pose,
      ...Array.from(
        { length: Math.max(0, steps - 1) },
        (_, k) => sampleAt(path, pose.t + ((next.t - pose.t) * (k + 1)) / steps) ?? pose,
      ),
    ];
  });
}
