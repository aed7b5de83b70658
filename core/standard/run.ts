import type { RunPhase } from './happening';

/** How far a run of a manoeuvre has come. Times are ISO instants. */
export interface RunState {
  /** When its seconds began: at its clock, else at its start. Null before either. */
  readonly since: string | null;
  readonly clocked: boolean;
  /** When the seconds of its attempt began. */
  readonly attemptSince: string | null;
  readonly attempts: number;
  readonly movements: number;
  readonly shunts: number;
  readonly stoppedAt: string | null;
}

export const unstartedRun: RunState = {
  since: null,
  clocked: false,
  attemptSince: null,
  attempts: 0,
  movements: 0,
  shunts: 0,
  stoppedAt: null,
};

/** A run after one more step, for limits, for screens and for whoever asks what may come next. @param at ISO instant */
export function stepRun(run: RunState, phase: RunPhase, at: string): RunState {
  switch (phase) {
    case 'start':
      return { ...run, since: run.since ?? at, attemptSince: run.attemptSince ?? at };
    case 'clock':
      if (run.clocked) return run;
      return { ...run, clocked: true, since: at, attemptSince: run.attempts <= 1 ? at : run.attemptSince };
    case 'attempt':
      // What came before the first attempt belongs to it.
      return {
        ...run,
        attempts: run.attempts + 1,
        attemptSince: run.attempts > 0 ? at : run.attemptSince,
      };
    case 'movement':
      return { ...run, movements: run.movements + 1 };
    case 'shunt':
      return { ...run, shunts: run.shunts + 1 };
    case 'stop':
    case 'end':
      return { ...run, stoppedAt: run.stoppedAt ?? at };
  }
}
