import type { CountedId } from '../standard';

/** How often an item was ticked at a severity. */
export interface Tally {
  readonly item: string;
  readonly severity: string;
  readonly times: number;
}

/** One measured value, in the unit of its measure. */
export interface Reading {
  readonly measure: string;
  readonly value: number;
}

/** A manoeuvre of a fixed course, as a sheet has it. */
export interface SheetRun {
  readonly manoeuvre: string;
  readonly side: 'left' | 'right' | null;
  /** Null where the sheet has no time. */
  readonly seconds: number | null;
  /** How often each counted step was made; movements are those of the last attempt. */
  readonly counts: Readonly<Partial<Record<CountedId, number>>>;
  readonly readings: readonly Reading[];
  readonly tallies: readonly Tally[];
}

/** More strokes on one line are a slip of the finger. */
export const MOST_STROKES = 60;

/** An hour in one manoeuvre is a slip of the finger. */
export const MOST_RUN_SECONDS = 3_600;
