// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { PI } = Math;

/** An angle brought between half a turn to the right and half a turn to the left, in radians. */
export function wrapped(angle: number): number {
  const turned = angle % (2 * PI);
  if (turned > PI) return turned - 2 * PI;
  return turned <= -PI ? turned + 2 * PI : turned;
}
