import { readFileSync } from 'node:fs';
import { quantile } from './table';

interface Ticks {
  readonly taken: number;
  readonly all: number;
}

/** Of all processors since the machine was started; null where the system does not tell. */
function ticks(): Ticks | null {
  try {
    // user nice system idle iowait irq softirq steal (proc(5), /proc/stat)
    const fields = readFileSync('/proc/stat', 'utf8').split('\n')[0]?.trim().split(/\s+/).slice(1, 9) ?? [];
    const of = fields.map(Number);
    return of.length === 8 ? { taken: of[7] ?? 0, all: of.reduce((sum, one) => sum + one, 0) } : null;
  } catch {
    return null;
  }
}

/**
 * Begins to watch the machine, which may share its processors with others. What this gives ends it.
 *
 * @returns the share of the processors' time that went to other machines meanwhile, 0 to 1; null where nobody tells
 */
export function watchMachine(): () => number | null {
  const before = ticks();
  return () => {
    const after = ticks();
    return before && after && after.all > before.all
      ? (after.taken - before.taken) / (after.all - before.all)
      : null;
  };
}

const NUMBERS = 100_000;
const TIMES = 15;

/**
 * How quick a processor is just now: neighbours on the same one make it slower without taking time that is told.
 *
 * @returns milliseconds that the same piece of work takes, the median of some: numbers written, read and sorted
 */
export function pace(): number {
  const times = Array.from({ length: TIMES }, () => {
    const began = performance.now();
    let state = 1;
    const numbers = Array.from({ length: NUMBERS }, () => (state = (state * 48_271) % 2_147_483_647));
    const read = JSON.parse(JSON.stringify(numbers)) as number[];
    read.sort((a, b) => a - b);
    return performance.now() - began;
  });
  return quantile(times, 0.5);
}
