import { isFixedCourse, openRun, runsOf, stageNow, type Drive, type EventBody, type Run } from '../marking';
import { stepsToCount, type Manoeuvre, type Standard } from '../standard';
import type { Timed } from './timed';

const MANOEUVRE = 'manoeuvre';

/**
 * Starts a manoeuvre: one that still runs stops, the stage changes, and where attempts are limited the first one
 * begins.
 *
 * @param run id of the new run
 */
export function startRun(
  standard: Standard,
  drive: Drive,
  { manoeuvre, side }: { readonly manoeuvre: Manoeuvre; readonly side: 'left' | 'right' | null },
  run: string,
): readonly EventBody[] {
  const running = openRun(drive);
  const step = (phase: 'start' | 'attempt') =>
    ({ kind: 'manoeuvre', run, manoeuvre: manoeuvre.id, phase, ...(side ? { side } : {}) }) as const;
  return [
    ...(running ? [stopped(running)] : []),
    ...(stageNow(standard, drive) === MANOEUVRE ? [] : [{ kind: 'stage', stage: MANOEUVRE } as const]),
    step('start'),
    ...(stepsToCount(standard, manoeuvre).some(({ phase }) => phase === 'attempt') ? [step('attempt')] : []),
  ];
}

/** Stops a run and goes back to the stage that it was started from; a fixed course stays where it is. */
export function stopRun(standard: Standard, drive: Drive, run: Run): readonly EventBody[] {
  const back = stageBefore(drive, run.run);
  const returns = !isFixedCourse(standard) && stageNow(standard, drive) === MANOEUVRE;
  return [stopped(run), ...(returns ? [{ kind: 'stage', stage: back } as const] : [])];
}

const stopped = ({ run, manoeuvre, side }: Pick<Run, 'run' | 'manoeuvre' | 'side'>): EventBody => ({
  kind: 'manoeuvre',
  run,
  manoeuvre,
  phase: 'stop',
  ...(side ? { side } : {}),
});

/** The last stage other than the manoeuvre before a run began. */
function stageBefore({ stages, manoeuvres }: Drive, run: string): string {
  const began = Date.parse(manoeuvres.find((step) => step.run === run)?.at ?? '');
  const before = stages.filter(({ stage, at }) => stage !== MANOEUVRE && Date.parse(at) <= began);
  return before.at(-1)?.stage ?? 'drive';
}

/** Ends a drive; a manoeuvre that nobody stopped has taken until now. */
export function endDrive(
  drive: Drive,
  how: 'finished' | 'stopped' | 'abandoned',
  /** Why it counts as a full test although parts of the plan are missing; null where it need not. */
  countedBecause: string | null,
): readonly EventBody[] {
  const running = openRun(drive);
  return [...(running ? [stopped(running)] : []), { kind: 'end', how, ...counted(countedBecause) }];
}

const counted = (because: string | null) => (because === null ? {} : { counts: true, reason: because });

/**
 * Counts a drive that ended as a full test although parts of the plan are missing, or no longer does.
 *
 * @param because why; null: it is incomplete after all
 */
export function countAsFull({ end }: Pick<Drive, 'end'>, because: string | null): readonly Timed[] {
  if (!end) return [];
  return [
    { kind: 'retract', of: end.id },
    { kind: 'end', how: end.how, ...counted(because), at: end.at },
  ];
}

/** The run that had begun last at a moment, and the one that began next after it. */
export function runsBeside(
  drive: Drive,
  at: string,
): { readonly before: Run | null; readonly after: Run | null } {
  const time = Date.parse(at);
  const begun = runsOf(drive).map((run) => ({
    run,
    from: Date.parse(drive.manoeuvres.find((step) => step.run === run.run)?.at ?? ''),
  }));
  return {
    before: begun.findLast(({ from }) => from <= time)?.run ?? null,
    after: begun.find(({ from }) => from > time)?.run ?? null,
  };
}
