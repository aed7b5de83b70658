import type { Point } from '../geo';

/**
 * Where marks along a line stand, the first after half of the distance between two of them.
 *
 * @param line in pixels
 * @param every pixels between two marks
 * @returns angle in radians, clockwise on the page
 */
export function* directionMarks(
  line: readonly Point[],
  every: number,
): Generator<Point & { readonly angle: number }> {
  let since = every / 2;
  for (const [n, b] of line.entries()) {
    const a = line[n - 1];
    if (!a) continue;
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    const angle = Math.atan2(b.y - a.y, b.x - a.x);
    for (let at = every - since; at < length; at += every)
      yield { x: a.x + (at / length) * (b.x - a.x), y: a.y + (at / length) * (b.y - a.y), angle };
    since = (since + length) % every;
  }
}
