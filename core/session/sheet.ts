import { firstStage, type EventBody } from '../marking';
import type { Told } from '../problems';
import { compileStandard, markProblems, type Standard } from '../standard';
import type { Timed } from './timed';

/** How often an item was ticked at a severity. */
export interface Tally {
  readonly item: string;
  readonly severity: string;
  readonly times: number;
}

/** A sheet of paper as it lies on the table. */
export interface Sheet {
  /** ISO instant. */
  readonly startedAt: string;
  /** Driven, as the sheet or its owner says. */
  readonly minutes: number;
  readonly tallies: readonly Tally[];
  /** Whether the whole test was driven; else it was broken off. */
  readonly whole: boolean;
}

/** More strokes on one line are a slip of the finger. */
export const MOST_STROKES = 60;

/** Why the plan of a drive is not asked about: nobody ticks pull-ups on a sheet. */
export const SHEET_REASON = 'the sheet is of a whole test.';

/**
 * A sheet as the log of a mock. Marks have no times of their own: all stand at its end, the least grave first, so that
 * where the standard ends a test, all that was on the sheet before it counts.
 */
export function sheetEvents(
  standard: Standard,
  { startedAt, minutes, tallies, whole }: Sheet,
): readonly Timed[] {
  const end = new Date(Date.parse(startedAt) + minutes * 60_000).toISOString();
  const { severities } = compileStandard(standard);
  const gravity = ({ severity }: Tally): number => severities.get(severity)?.gravity ?? 0;
  const marks = [...tallies]
    .sort((a, b) => gravity(a) - gravity(b))
    .flatMap(({ item, severity, times }) =>
      Array.from({ length: times }, (): Timed => ({ kind: 'fault', item, severity, run: null, at: end })),
    );
  const ended: EventBody = whole
    ? { kind: 'end', how: 'finished', counts: true, reason: SHEET_REASON }
    : { kind: 'end', how: 'stopped' };
  return [{ kind: 'stage', stage: firstStage(standard), at: startedAt }, ...marks, { ...ended, at: end }];
}

/** What of a sheet's tallies the standard does not know or does not allow, by their place. */
export const tallyProblems = (standard: Standard, tallies: readonly Tally[]): readonly Told[] =>
  tallies.flatMap((tally, n) =>
    markProblems(standard, tally, `tallies[${n}].item`, `tallies[${n}].severity`),
  );
