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
  /** The spot that lies at a pixel. */
  readonly spotAt: (pixel: Spot) => Spot;
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
  const lying = (top - bottom) / Math.max(right - left, 1) > TALL && room.width > room.height;
  if (!lying) return fitted([left, bottom], [right, top], room, EDGE);
  // Turned by a quarter: what was up the page goes to the right.
  const turned = fitted([bottom, -right], [top, -left], room, EDGE);
  return {
    ...turned,
    at: ([u, v]) => turned.at([v, -u]),
    spotAt: (pixel) => {
      const [v, u] = turned.spotAt(pixel);
      return [-u, v];
    },
    turn: (heading) => ((Math.PI / 2 - heading) * 180) / Math.PI,
  };
}

/** Metres to each side of a spot that a plan shows of a course that is larger. */
const AROUND = 14;

/** The ground round a spot where the course is much larger than that, else the whole course. */
export function projectionNear(
  layout: Layout,
  vehicle: YardVehicle,
  room: { readonly width: number; readonly height: number },
  [x, y]: Spot,
): Projection {
  const whole = projectionOf(layout, vehicle, room);
  const near = fitted([x - AROUND, y - AROUND], [x + AROUND, y + AROUND], room, 0);
  return whole.scale >= near.scale ? whole : near;
}

/** Fits a stretch of ground into so many pixels: x to the right, y up. @param edge pixels left free all round */
export function fitted(
  [left, bottom]: Spot,
  [right, top]: Spot,
  room: { readonly width: number; readonly height: number },
  edge: number,
): Projection {
  const [wide, tall] = [Math.max(right - left, 0.1), Math.max(top - bottom, 0.1)];
  const scale = Math.max(0.5, Math.min((room.width - 2 * edge) / wide, (room.height - 2 * edge) / tall));
  const [offX, offY] = [(room.width - wide * scale) / 2, (room.height - tall * scale) / 2];
  return {
    ...room,
    scale,
    at: ([u, v]) => [offX + (u - left) * scale, offY + (top - v) * scale],
    spotAt: ([px, py]) => [left + (px - offX) / scale, top - (py - offY) / scale],
    turn: (heading) => (-heading * 180) / Math.PI,
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
