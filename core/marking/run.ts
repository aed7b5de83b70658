import { stepRun, unstartedRun, type RunState } from '../standard';
import type { Drive } from './drive';
import type { DriveMark } from './mark';

/** One run of a manoeuvre, as far as it has been recorded. */
export interface Run extends RunState {
  readonly run: string;
  readonly manoeuvre: string;
  readonly side: 'left' | 'right' | null;
}

/** The runs of a drive in the order in which they began. */
export function runsOf(drive: Pick<Drive, 'manoeuvres'>): readonly Run[] {
  const runs = new Map<string, Run>();
  for (const { run: id, manoeuvre, side = null, phase, at } of drive.manoeuvres) {
    const run: Run = runs.get(id) ?? { run: id, manoeuvre, side, ...unstartedRun };
    runs.set(id, { ...run, ...stepRun(run, phase, at), side: run.side ?? side });
  }
  return [...runs.values()];
}

/** The run that is going on: the last one begun that has not stopped. */
export const openRun = (drive: Pick<Drive, 'manoeuvres'>): Run | null =>
  runsOf(drive).findLast(({ stoppedAt }) => stoppedAt === null) ?? null;

/** Whether the count or a reading of the run under way has already made this mark. */
export const markedByCount = (
  {
    drive,
    marks,
  }: {
    readonly drive: Pick<Drive, 'manoeuvres'>;
    readonly marks: readonly Pick<DriveMark, 'source' | 'run' | 'item'>[];
  },
  item: string,
): boolean => {
  const run = openRun(drive)?.run;
  return (
    run !== undefined &&
    marks.some((mark) => mark.source === 'conversion' && mark.run === run && mark.item === item)
  );
};
