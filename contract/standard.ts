import type { DriveResult } from '../core/marking';
import type { Breach, Outcome, StandardRef, Verdict } from '../core/standard';

export interface StandardSummary extends StandardRef {
  readonly title: string;
  readonly summary: string | null;
  readonly licenceClass: string;
  readonly drivingSide: 'left' | 'right';
  /** Kinds of manoeuvre that it has. */
  readonly manoeuvreKinds: readonly string[];
  /** Mocks marked under this very version. */
  readonly mocks: number;
  /** Who drove those under all its versions: how many, and the last few of them, the most recent first. */
  readonly learners: {
    readonly total: number;
    readonly last: readonly { readonly id: string; readonly name: string }[];
  };
}

/** One drive of the school as another standard would have judged it. */
export interface RejudgedMock {
  readonly mock: string;
  readonly learner: string;
  readonly startedAt: string;
  readonly zone: string;
  readonly own: StandardRef & { readonly title: string; readonly outcome: Outcome };
  /** Null when too few marks carried over to say. */
  readonly result: DriveResult | null;
  /** The breach that came first, if any, and what is left over the whole test. */
  readonly breaches: readonly Breach[];
  readonly headroom: Verdict['headroom'];
  readonly marks: number;
  readonly lost: number;
}

/** A line of the answer while all drives are judged anew: how many there are, some of them, the end. */
export type RejudgeLine =
  | { readonly kind: 'total'; readonly total: number }
  | { readonly kind: 'drives'; readonly done: number; readonly drives: readonly RejudgedMock[] }
  | { readonly kind: 'end' }
  | { readonly kind: 'failed'; readonly detail: string };

/** How a list of standards can be put in order; versions of one standard stay together, the newest first. */
export const standardSorts = ['title', 'used'] as const;
export type StandardSort = (typeof standardSorts)[number];
