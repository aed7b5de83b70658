import { endOf, placed, type Axle, type Bodies } from './bodies';
import type { Region } from './model';
import { wrapped } from './angle';
import type { Pose } from './motion';

/** How far an end of the combination is from a region: in its frame, and in angle. All 0: it stands in it. */
export interface Off {
  /** Metres beyond the box along and across it, with sign. */
  readonly along: number;
  readonly across: number;
  /** Radians beyond what is allowed, with sign. */
  readonly turned: number;
  /** Radians of the trailer beyond what is allowed, with sign. */
  readonly bent: number;
}

const beyond = (value: number, from: number, to: number): number =>
  value < from ? value - from : value > to ? value - to : 0;

/** How far a place is from the box of a region, in its frame. */
export function offBox({ origin, turn, x, y }: Region, at: Axle): Pick<Off, 'along' | 'across'> {
  const [dx, dy] = [at.x - origin[0], at.y - origin[1]];
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return {
    along: beyond(dx * cos + dy * sin, x[0], x[1]),
    across: beyond(dy * cos - dx * sin, y[0], y[1]),
  };
}

export function offFrom(bodies: Bodies, region: Region, pose: Pose): Off {
  const end = endOf(bodies, pose, region.of);
  const turned = wrapped(end.heading - region.heading);
  const bent = region.straight === null || pose.hitch === null ? 0 : pose.hitch;
  const allowed = region.straight ?? 0;
  return {
    ...offBox(region, end),
    turned: beyond(turned, -region.within, region.within),
    bent: beyond(bent, -allowed, allowed),
  };
}

/** Whether it stands in the region, but for some metres and radians. */
export function standsIn(bodies: Bodies, region: Region, pose: Pose, metres = 1e-6, radians = 1e-6): boolean {
  const off = offFrom(bodies, region, pose);
  return (
    Math.abs(off.along) <= metres &&
    Math.abs(off.across) <= metres &&
    Math.abs(off.turned) <= radians &&
    Math.abs(off.bent) <= radians
  );
}

/** The pose with the named end at a place of the region's box (0 to 1 each way), pointing as it should, in a line. */
export function poseIn(bodies: Bodies, region: Region, share: readonly [number, number]): Pose {
  const along = region.x[0] + share[0] * (region.x[1] - region.x[0]);
  const across = region.y[0] + share[1] * (region.y[1] - region.y[0]);
  const [x, y] = placed({ x: region.origin[0], y: region.origin[1], heading: region.turn }, [along, across]);
  const { heading } = region;
  const hitch = bodies.trailer ? 0 : null;
  const end = endOf(bodies, { x: 0, y: 0, heading, hitch }, region.of);
  return { x: x - end.x, y: y - end.y, heading, hitch };
}

/** Middle and ends of a region's box. */
const SHARES = [0.5, 0, 1] as const;

/** Poses in a region: in its middle, at its edges and in its corners. */
export const posesIn = (bodies: Bodies, region: Region): readonly [Pose, ...Pose[]] => {
  const [first, ...rest] = SHARES.flatMap((a) => SHARES.map((b) => poseIn(bodies, region, [a, b])));
  if (!first) throw new Error('a region without poses');
  return [first, ...rest];
};
