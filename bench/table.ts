export interface Figure {
  readonly what: string;
  readonly median: string;
  readonly p95: string;
  readonly bound: string;
}

/** Value at a share of the sorted list; 0.5 is the median. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
}

const shown = (milliseconds: number): string => `${milliseconds.toFixed(2)} ms`;

export const figureOf = (what: string, milliseconds: readonly number[], bound: string): Figure => ({
  what,
  median: shown(quantile(milliseconds, 0.5)),
  p95: shown(quantile(milliseconds, 0.95)),
  bound,
});

/** A path as it is told in a table: ids say nothing there. */
export const pathText = (path: string): string => path.replaceAll(/[0-9a-f-]{36}/g, '…');

/** Prints figures as a table that can be put into docs/performance.md. */
export function printTable(figures: readonly Figure[]): void {
  console.log('| what | median | p95 | bound |\n| --- | --- | --- | --- |');
  for (const { what, median, p95, bound } of figures)
    console.log(`| ${what} | ${median} | ${p95} | ${bound} |`);
}

/** Above this share of time that others took, times tell of the machine more than of the program. */
const MUCH = 0.05;

/** Says how much of the machine went to others while a table was measured. */
export function printTaken(share: number | null): void {
  if (share === null) return;
  const words = share > MUCH ? 'too much to hold it against a bound' : 'little enough';
  console.log(`Other machines took ${(100 * share).toFixed(1)} % of the processors' time: ${words}.\n`);
}
