import { frameAt, type Position, type Point } from '../geo';

/** What part of the flat frame is seen: the middle, pixels to a metre, and which way is up (radians from north). */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
  readonly up: number;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

export type Bounds = readonly [west: number, south: number, east: number, north: number];

export const LEAST_SCALE = 0.004;
export const MOST_SCALE = 3;

/** From metres of the frame to pixels of the map. */
export function toPixels({ x, y, scale, up }: View, { width, height }: Size, point: Point): Point {
  const [dx, dy] = [(point.x - x) * scale, (point.y - y) * scale];
  const [c, s] = [Math.cos(up), Math.sin(up)];
  return { x: width / 2 + dx * c - dy * s, y: height / 2 - (dx * s + dy * c) };
}

export function toMetres({ x, y, scale, up }: View, { width, height }: Size, pixel: Point): Point {
  const [u, v] = [(pixel.x - width / 2) / scale, (height / 2 - pixel.y) / scale];
  const [c, s] = [Math.cos(up), Math.sin(up)];
  return { x: x + u * c + v * s, y: y - u * s + v * c };
}

/** The view that shows all of a part, north up, with a margin. */
export function viewOf([west, south, east, north]: Bounds, { width, height }: Size, margin = 36): View {
  const scale = Math.min(
    (width - 2 * margin) / Math.max(80, east - west),
    (height - 2 * margin) / Math.max(80, north - south),
  );
  return {
    x: (west + east) / 2,
    y: (south + north) / 2,
    scale: Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale)),
    up: 0,
  };
}

/** The part of a frame that some places take up. */
export function boundsOf(middle: Position, positions: readonly Position[]): Bounds {
  const { toPoint } = frameAt(middle);
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const position of positions) {
    const { x, y } = toPoint(position);
    [west, east] = [Math.min(west, x), Math.max(east, x)];
    [south, north] = [Math.min(south, y), Math.max(north, y)];
  }
  return [west, south, east, north];
}
