import { firstStage, type EventBody } from '../marking';
import type { Told } from '../problems';
import { compileStandard, markProblems, type Standard } from '../standard';
import { courseProblems, readingEvents, runEvents, type MarksOf } from './course';
import type { Reading, SheetRun, Tally } from './sheetParts';
import type { Timed } from './timed';

/** A sheet of paper as it lies on the table. */
export interface Sheet {
  /** ISO instant. */
  readonly startedAt: string;
  /** Driven, as the sheet or its owner says. */
  readonly minutes: number;
  /** Marks outside of any manoeuvre of a course. */
  readonly tallies: readonly Tally[];
  /** The manoeuvres of a fixed course that were driven, in their order; none of a test on the road. */
  readonly runs: readonly SheetRun[];
  /** What was measured for the whole test. */
  readonly readings: readonly Reading[];
  /** Whether the whole test was driven; else it was broken off. */
  readonly whole: boolean;
}

/** Why the plan of a drive is not asked about: nobody ticks pull-ups on a sheet. */
export const SHEET_REASON = 'the sheet is of a whole test.';

/**
 * A sheet as the log of a mock. Marks have no times of their own: all stand at the end of the test, or of their manoeuvre,
 * the least grave first, so that where the standard ends a test, all that was on the sheet before it counts.
 */
export function sheetEvents(
  standard: Standard,
  { startedAt, minutes, tallies, runs, readings, whole }: Sheet,
): readonly Timed[] {
  const began = Date.parse(startedAt);
  const { severities } = compileStandard(standard);
  const gravity = ({ severity }: Tally): number => severities.get(severity)?.gravity ?? 0;
  const marks: MarksOf = (of, run, at) =>
    [...of]
      .sort((a, b) => gravity(a) - gravity(b))
      .flatMap(({ item, severity, times }) =>
        Array.from({ length: times }, (): Timed => ({ kind: 'fault', item, severity, run, at })),
      );
  let from = began;
  const course = runs.flatMap((run, n) => {
    const { events, until } = runEvents(standard, run, { run: `run-${n + 1}`, from, marks });
    from = until;
    return events;
  });
  const end = new Date(Math.max(from, began + minutes * 60_000)).toISOString();
  const ended: EventBody = whole
    ? { kind: 'end', how: 'finished', counts: true, reason: SHEET_REASON }
    : { kind: 'end', how: 'stopped' };
  return [
    { kind: 'stage', stage: firstStage(standard), at: startedAt },
    ...course,
    ...marks(tallies, null, end),
    ...readingEvents(readings, null, end),
    { ...ended, at: end },
  ];
}

/** What of a sheet the standard does not know or does not allow, by its place. */
export const sheetProblems = (
  standard: Standard,
  sheet: Pick<Sheet, 'tallies' | 'runs' | 'readings' | 'minutes'>,
): readonly Told[] => [
  ...sheet.tallies.flatMap((tally, n) =>
    markProblems(standard, tally, `tallies[${n}].item`, `tallies[${n}].severity`),
  ),
  ...courseProblems(standard, sheet),
];
