/** A stream of numbers from 0 up to 1 that is the same for the same seed (mulberry32, in the public domain). */
export type Random = () => number;

export function randomFrom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

export const between = (random: Random, low: number, high: number): number => low + random() * (high - low);

export const wholeBetween = (random: Random, low: number, high: number): number =>
  Math.floor(between(random, low, high + 1));

export function pick<T>(random: Random, entries: readonly [T, ...T[]]): T {
  return entries[Math.floor(random() * entries.length)] ?? entries[0];
}

/** One of the entries, each as likely as its weight. */
export function pickWeighted<T>(random: Random, entries: readonly (readonly [T, number])[]): T | null {
  const total = entries.reduce((sum, [, weight]) => sum + weight, 0);
  let left = random() * total;
  for (const [entry, weight] of entries) {
    left -= weight;
    if (left < 0) return entry;
  }
  return entries.at(-1)?.[0] ?? null;
}

/** A Poisson count (Knuth's product of uniforms; means here are small). */
export function poisson(random: Random, mean: number): number {
  const floor = Math.exp(-mean);
  let product = random();
  let count = 0;
  while (product > floor) {
    product *= random();
    count += 1;
  }
  return count;
}

/** A UUID (version 4 in form) from the stream. */
export function uuidFrom(random: Random): string {
  const hex = Array.from({ length: 32 }, (_, n) => {
    const digit = Math.floor(random() * 16);
    if (n === 12) return '4';
    return (n === 16 ? 8 + (digit % 4) : digit).toString(16);
  }).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}
