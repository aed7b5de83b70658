import type { Spot } from './model';
import type { Pose } from './motion';
import type { YardVehicle } from './vehicle';

/** A rectangle in the frame of the axle that carries it: from, to along x; half its width to each side. */
export interface Box {
  readonly from: number;
  readonly to: number;
  readonly half: number;
}

/** What of a vehicle takes up room, each in the frame of its own axle, in metres. */
export interface Bodies {
  readonly vehicle: Box;
  /** Tyres touch the ground at points: rear left, rear right, front left, front right. */
  readonly tyres: readonly Spot[];
  readonly trailer: {
    readonly box: Box;
    /** Left, right. */
    readonly tyres: readonly Spot[];
    readonly hitchBehindAxle: number;
    readonly hitchToAxle: number;
  } | null;
}

export function bodiesOf(vehicle: YardVehicle): Bodies {
  const { wheelbase, frontOverhang, rearOverhang, width, track, trailer } = vehicle;
  return {
    vehicle: { from: -rearOverhang, to: wheelbase + frontOverhang, half: width / 2 },
    tyres: [
      [0, track / 2],
      [0, -track / 2],
      [wheelbase, track / 2],
      [wheelbase, -track / 2],
    ],
    trailer: trailer && {
      box: {
        from: -trailer.axleToRear,
        to: trailer.hitchToAxle - trailer.hitchToBox,
        half: trailer.width / 2,
      },
      tyres: [
        [0, trailer.track / 2],
        [0, -trailer.track / 2],
      ],
      hitchBehindAxle: trailer.hitchBehindAxle,
      hitchToAxle: trailer.hitchToAxle,
    },
  };
}

/** A place with a direction on the ground. */
export interface Axle {
  readonly x: number;
  readonly y: number;
  readonly heading: number;
}

/** The middle of the trailer's axle. */
export function trailerAxle({ trailer }: Bodies, { x, y, heading, hitch }: Pose): Axle | null {
  if (!trailer || hitch === null) return null;
  const own = heading + hitch;
  return {
    x: x - trailer.hitchBehindAxle * Math.cos(heading) - trailer.hitchToAxle * Math.cos(own),
    y: y - trailer.hitchBehindAxle * Math.sin(heading) - trailer.hitchToAxle * Math.sin(own),
    heading: own,
  };
}

/** A point of a body on the ground. */
export function placed({ x, y, heading }: Axle, [along, aside]: Spot): Spot {
  const [cos, sin] = [Math.cos(heading), Math.sin(heading)];
  return [x + along * cos - aside * sin, y + along * sin + aside * cos];
}

/** The same the other way: a spot on the ground as it lies in the frame of a body. */
export function seenFrom({ x, y, heading }: Axle, [u, v]: Spot): Spot {
  const [cos, sin] = [Math.cos(heading), Math.sin(heading)];
  const [dx, dy] = [u - x, v - y];
  return [dx * cos + dy * sin, dy * cos - dx * sin];
}

/** The corners of a box on the ground: rear right, front right, front left, rear left. */
export const boxCorners = (axle: Axle, { from, to, half }: Box): readonly Spot[] =>
  (
    [
      [from, -half],
      [to, -half],
      [to, half],
      [from, half],
    ] as const
  ).map((spot) => placed(axle, spot));

/** The middle of the front or rear end of the combination, and the direction of the body that has it. */
export function endOf(bodies: Bodies, pose: Pose, end: 'front' | 'rear'): Axle {
  const trailer = trailerAxle(bodies, pose);
  if (end === 'front' || !trailer || !bodies.trailer) {
    const along = end === 'front' ? bodies.vehicle.to : bodies.vehicle.from;
    const [x, y] = placed(pose, [along, 0]);
    return { x, y, heading: pose.heading };
  }
  const [x, y] = placed(trailer, [bodies.trailer.box.from, 0]);
  return { x, y, heading: trailer.heading };
}
