import { contours } from 'd3-contour';
import type { Layout, Spot } from '../model';
import type { Pose } from '../motion';
import type { YardVehicle } from '../vehicle';
import { lookout } from './see';

/** How a spot of ground is seen: not at all, in a mirror only, through the windows. */
export const HIDDEN = 0;
export const MIRRORED = 1;
export const DIRECT = 2;

/** Ground round a vehicle on a grid in the vehicle's own frame, and how each spot is seen. */
export interface Ground {
  /** Metres of the first spot in the vehicle's frame, and from one to the next. */
  readonly from: Spot;
  readonly step: number;
  readonly columns: number;
  readonly rows: number;
  /** Row by row: forward along a row, to the left from row to row. */
  readonly codes: Uint8Array;
}

export interface GroundOptions {
  /** Metres of what stands there: 0 the ground itself, 1 a child. It is seen where any part of it is. */
  readonly height: number;
  /** Metres from the vehicle's outline to the edge of the grid. */
  readonly reach?: number;
  readonly step?: number;
}

/** Metres above the ground at which something that stands is looked for: from its top down. */
const APART = 0.25;

/** How the ground round a vehicle is seen by its driver, or what stands there. */
export function groundSeen(
  vehicle: YardVehicle,
  layout: Pick<Layout, 'walls'>,
  pose: Pose,
  { height, reach = 10, step = 0.25 }: GroundOptions,
): Ground {
  const { wheelbase, frontOverhang, rearOverhang, width, trailer } = vehicle;
  const back = trailer ? trailer.hitchBehindAxle + trailer.hitchToAxle + trailer.axleToRear : rearOverhang;
  const [x0, y0] = [-back - reach, -width / 2 - reach];
  const columns = Math.floor((wheelbase + frontOverhang + reach - x0) / step) + 1;
  const rows = Math.floor((-2 * y0) / step) + 1;
  const out = lookout(vehicle, layout, pose);
  const heights =
    height > 0
      ? Array.from({ length: Math.max(1, Math.floor(height / APART)) }, (_, n) => height - n * APART)
      : [0];
  const codes = new Uint8Array(columns * rows);
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      const [x, y] = [x0 + column * step, y0 + row * step];
      codes[row * columns + column] = heights.some((z) => out.free(out.eye, [x, y, z]))
        ? DIRECT
        : heights.some((z) => out.inMirror([x, y, z]))
          ? MIRRORED
          : HIDDEN;
    }
  return { from: [x0, y0], step, columns, rows, codes };
}

/** Outlines of the ground that is seen in one way, in metres of the vehicle's frame: outer ones, and holes the other way round. */
export function outlinesOf(
  { from, step, columns, rows, codes }: Ground,
  code: number,
): readonly (readonly Spot[])[] {
  const [shape] = contours().size([columns, rows]).thresholds([0.5])(
    Array.from(codes, (one) => Number(one === code)),
  );
  return (shape?.coordinates ?? []).flatMap((rings) =>
    rings.map((ring) =>
      // A spot stands in the middle of its square.
      ring.map(([x = 0, y = 0]): Spot => [from[0] + (x - 0.5) * step, from[1] + (y - 0.5) * step]),
    ),
  );
}
