import type { Random } from '../../core/random';

export const between = (random: Random, low: number, high: number): number => low + random() * (high - low);

export const wholeBetween = (random: Random, low: number, high: number): number =>
  Math.floor(between(random, low, high + 1));

export function pick<T>(random: Random, entries: readonly [T, ...T[]]): T {
  return entries[Math.floor(random() * entries.length)] ?? entries[0];
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
