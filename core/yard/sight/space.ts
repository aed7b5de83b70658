/** Metres forward, to the left and up: in the frame of a vehicle, its origin on the ground under the rear axle. */
export type Point = readonly [number, number, number];

export const minus = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/** `a + times b`. */
export const along = (a: Point, b: Point, times: number): Point => [
  a[0] + times * b[0],
  a[1] + times * b[1],
  a[2] + times * b[2],
];

export const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

export const cross = (a: Point, b: Point): Point => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

export const lengthOf = (a: Point): number => Math.sqrt(dot(a, a));

export const unit = (a: Point): Point => {
  const length = lengthOf(a);
  return [a[0] / length, a[1] / length, a[2] / length];
};

export const ORIGIN: Point = [0, 0, 0];
