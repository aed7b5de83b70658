import type { Breach, Headroom, JudgedMark } from './limits';
import type { Standard, StandardRef } from './schema';

export type Outcome = 'pass' | 'fail' | 'ended' | 'incomplete';

/** How a drive stands against the standard's drive plan. It changes no outcome. */
export interface PlanVerdict {
  readonly complete: boolean;
  /** What was not driven: `minutes`, `independent`, `pull-ups`, `manoeuvre`, `explain question`, `demonstrate question`. */
  readonly missing: readonly string[];
  /** Why the instructor counts it as a full test all the same; absent when nobody does. */
  readonly countedBecause?: string;
}

/** The judgement of one drive under one standard, as it is printed, sent and kept. */
export interface Verdict {
  readonly standard: StandardRef;
  readonly outcome: Outcome;
  readonly breaches: readonly Breach[];
  readonly headroom: readonly Omit<Headroom, 'times' | 'marks'>[];
  /** Marks that count, by severity id; every severity of the standard is named. */
  readonly counts: Readonly<Record<string, number>>;
  readonly points: number;
  /** Flags not yet sorted; while there are any, the verdict is provisional. */
  readonly unsorted: number;
  readonly plan: PlanVerdict;
}

export function countsOf(standard: Standard, marks: readonly JudgedMark[]): Record<string, number> {
  const counts = Object.fromEntries(standard.severities.map(({ id }) => [id, 0]));
  for (const { severity, uncounted } of marks)
    if (uncounted === null) counts[severity] = (counts[severity] ?? 0) + 1;
  return counts;
}
