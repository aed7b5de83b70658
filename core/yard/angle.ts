/** An angle brought between half a turn to the right and half a turn to the left, in radians. */
export function wrapped(angle: number): number {
  const turned = angle % (2 * Math.PI);
  if (turned > Math.PI) return turned - 2 * Math.PI;
  return turned <= -Math.PI ? turned + 2 * Math.PI : turned;
}
