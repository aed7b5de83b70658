import type { Drive } from './drive';

/** One run of a manoeuvre, as far as it has been recorded. */
export interface Run {
  readonly run: string;
  readonly manoeuvre: string;
  readonly side: 'left' | 'right' | null;
  /** When its seconds began: at its clock, else at its start. Null before either. */
  readonly since: string | null;
  readonly clocked: boolean;
  readonly stoppedAt: string | null;
  readonly attempts: number;
  readonly movements: number;
  readonly shunts: number;
}

/** The runs of a drive in the order in which they began. */
export function runsOf(drive: Pick<Drive, 'manoeuvres'>): readonly Run[] {
  const runs = new Map<string, Run>();
  for (const { run: id, manoeuvre, side = null, phase, at } of drive.manoeuvres) {
    const known = runs.get(id);
    const run: Run = known ?? {
      run: id,
      manoeuvre,
      side,
      since: null,
      clocked: false,
      stoppedAt: null,
      attempts: 0,
      movements: 0,
      shunts: 0,
    };
    runs.set(id, { ...run, side: run.side ?? side, ...stepped(run, phase, at) });
  }
  return [...runs.values()];
}

function stepped(run: Run, phase: Drive['manoeuvres'][number]['phase'], at: string): Partial<Run> {
  switch (phase) {
    case 'start':
      return { since: run.since ?? at };
    case 'clock':
      return run.clocked ? {} : { since: at, clocked: true };
    case 'attempt':
      return { attempts: run.attempts + 1 };
    case 'movement':
      return { movements: run.movements + 1 };
    case 'shunt':
      return { shunts: run.shunts + 1 };
    case 'stop':
    case 'end':
      return { stoppedAt: run.stoppedAt ?? at };
  }
}

/** The run that is going on: the last one begun that has not stopped. */
export const openRun = (drive: Pick<Drive, 'manoeuvres'>): Run | null =>
  runsOf(drive).findLast(({ stoppedAt }) => stoppedAt === null) ?? null;
