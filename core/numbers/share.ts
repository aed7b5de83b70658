/** Of the standard normal distribution, for 80 % (from tables: 1.2816). */
export const Z80 = 1.2816;
/** The same for 95 %. */
export const Z95 = 1.96;

/**
 * Wilson's score interval of a share (1927).
 *
 * @param z how many standard errors wide to each side
 */
export function wilson(
  share: number,
  count: number,
  z: number,
): { readonly low: number; readonly high: number } {
  const z2 = z * z;
  const middle = (share + z2 / (2 * count)) / (1 + z2 / count);
  const off = (z * Math.sqrt((share * (1 - share)) / count + z2 / (4 * count * count))) / (1 + z2 / count);
  return { low: Math.max(0, middle - off), high: Math.min(1, middle + off) };
}
