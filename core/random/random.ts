/** A stream of numbers from 0 up to 1. */
export type Random = () => number;

/** The same stream for the same seed (mulberry32, in the public domain). */
export function randomFrom(seed: number): Random {
  // Of 32 bits with a sign, which are kept where they are; without one they would be a new number on the heap each time.
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** A seed of a text, such as the id of a test: 32 bits by FNV-1a (public domain). */
export function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let n = 0; n < text.length; n += 1) hash = Math.imul(hash ^ text.charCodeAt(n), 0x01000193);
  return hash >>> 0;
}

/** One of the entries, each as likely as its weight; null when all weights are nought. */
export function pickWeighted<T>(random: Random, entries: readonly (readonly [T, number])[]): T | null {
  const total = entries.reduce((sum, [, weight]) => sum + weight, 0);
  let left = random() * total;
  for (const [entry, weight] of entries) {
    left -= weight;
    if (left < 0) return entry;
  }
  // Rounding may leave a crumb.
  return entries.findLast(([, weight]) => weight > 0)?.[0] ?? null;
}
