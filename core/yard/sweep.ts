import { bodiesOf, boxCorners, placed, trailerAxle } from './bodies';
import type { Spot } from './model';
import type { Pose } from './motion';
import type { Sample } from './simulate';
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

/** The swept area and the tyre tracks of a path. @param every metres between outlines */
export function sweep(vehicle: YardVehicle, path: readonly Sample[], every = 0.06): Sweep {
  const bodies = bodiesOf(vehicle);
  const tracks = new Map<Tyre, Spot[]>();
  const outlines: (readonly Spot[])[] = [];
  let last: Pose | null = null;
  for (const [n, pose] of path.entries()) {
    const moved = last
      ? Math.hypot(pose.x - last.x, pose.y - last.y) + Math.abs(pose.heading - last.heading)
      : Infinity;
    if (moved < every && n < path.length - 1) continue;
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
