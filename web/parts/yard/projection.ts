import {
  extentOf,
  posesIn,
  bodiesOf,
  outlinesAt,
  type Layout,
  type Spot,
  type YardVehicle,
} from '../../../core/yard';

/** How metres of a course become pixels of a drawing. */
export interface Projection {
  readonly width: number;
  readonly height: number;
  /** Pixels a metre. */
  readonly scale: number;
  readonly at: (spot: Spot) => Spot;
  /** Degrees, clockwise as SVG turns, of a heading in radians. */
  readonly turn: (heading: number) => number;
}

/** Pixels round the drawing, for dimensions and labels. */
const EDGE = 44;
/** A course much taller than the room that it has lies on its side. */
const TALL = 1.4;

/** Fits a course, and the vehicle at its start, into so many pixels. */
export function projectionOf(
  layout: Layout,
  vehicle: YardVehicle,
  room: { readonly width: number; readonly height: number },
): Projection {
  const { x, y } = extentOf(layout);
  const [start] = posesIn(bodiesOf(vehicle), layout.start);
  const spots: readonly Spot[] = [[x[0], y[0]], [x[1], y[1]], ...outlinesAt(vehicle, start).flat()];
  const [left, right] = [Math.min(...spots.map(([at]) => at)), Math.max(...spots.map(([at]) => at))];
  const [bottom, top] = [Math.min(...spots.map(([, at]) => at)), Math.max(...spots.map(([, at]) => at))];
  const [wide, tall] = [Math.max(right - left, 1), Math.max(top - bottom, 1)];
  const lying = tall / wide > TALL && room.width > room.height;
  const [across, down] = lying ? [tall, wide] : [wide, tall];
  const scale = Math.max(0.5, Math.min((room.width - 2 * EDGE) / across, (room.height - 2 * EDGE) / down));
  const [offX, offY] = [(room.width - across * scale) / 2, (room.height - down * scale) / 2];
  return {
    ...room,
    scale,
    at: ([u, v]) =>
      lying
        ? [offX + (v - bottom) * scale, offY + (u - left) * scale]
        : [offX + (u - left) * scale, offY + (top - v) * scale],
    turn: (heading) => ((lying ? Math.PI / 2 - heading : -heading) * 180) / Math.PI,
  };
}

/** An outline as the points of a polygon. */
export const pointsText = ({ at }: Projection, outline: readonly Spot[]): string =>
  outline
    .map((spot) =>
      at(spot)
        .map((one) => one.toFixed(1))
        .join(','),
    )
    .join(' ');
