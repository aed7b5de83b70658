import { along, cross, dot, lengthOf, minus, type Point } from './space';

/** Metres by which a corner may lie off the plane of the others (measuring tape). */
const FLAT = 0.03;

/** What is wrong with an outline: it isn't flat, or a corner is bent inwards; null: nothing. */
export function outlineProblem(outline: readonly Point[]): 'not-flat' | 'bent-inwards' | null {
  const [a] = outline;
  if (!a) return null;
  // Newell: twice the area as a vector, whichever corners lie in a line.
  let normal: Point = [0, 0, 0];
  for (const [n, corner] of outline.entries())
    normal = along(normal, cross(minus(corner, a), minus(outline[(n + 1) % outline.length] ?? a, a)), 1);
  const size = lengthOf(normal);
  if (size < 1e-9) return 'not-flat';
  if (outline.some((corner) => Math.abs(dot(minus(corner, a), normal)) / size > FLAT)) return 'not-flat';
  const bent = outline.some((corner, n) => {
    const [before, after] = [outline.at(n - 1) ?? a, outline[(n + 1) % outline.length] ?? a];
    return dot(cross(minus(corner, before), minus(after, corner)), normal) < -1e-9;
  });
  return bent ? 'bent-inwards' : null;
}
