import type { RunPhase } from './happening';
import { countedSteps, type CountedPhase } from './quantities';

/** How far a run of a manoeuvre has come. Times are ISO instants. */
export interface RunState {
  /** When its seconds began: at its clock, else at its start. Null before either. */
  readonly since: string | null;
  readonly clocked: boolean;
  /** When the seconds of its attempt began. */
  readonly attemptSince: string | null;
  /** How often each step that is counted was made. */
  readonly counts: Readonly<Record<CountedPhase, number>>;
  readonly stoppedAt: string | null;
}

export const unstartedRun: RunState = {
  since: null,
  clocked: false,
  attemptSince: null,
  counts: Object.fromEntries(countedSteps.map(({ phase }) => [phase, 0])) as RunState['counts'],
  stoppedAt: null,
};

/** A run after one more step, for limits, for screens and for whoever asks what may come next. @param at ISO instant */
export function stepRun(run: RunState, phase: RunPhase, at: string): RunState {
  switch (phase) {
    case 'start':
      return { ...run, since: run.since ?? at, attemptSince: run.attemptSince ?? at };
    case 'clock':
      if (run.clocked) return run;
      return {
        ...run,
        clocked: true,
        since: at,
        attemptSince: run.counts.attempt <= 1 ? at : run.attemptSince,
      };
    case 'stop':
    case 'end':
      return { ...run, stoppedAt: run.stoppedAt ?? at };
    default: {
      const counts = { ...run.counts, [phase]: run.counts[phase] + 1 };
      // What came before the first attempt belongs to it.
      const next = phase === 'attempt' && run.counts.attempt > 0;
      return { ...run, counts, attemptSince: next ? at : run.attemptSince };
    }
  }
}
