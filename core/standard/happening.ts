import { countedSteps, type CountedPhase } from './quantities';

/** Phases of one run of a manoeuvre. Each `attempt` begins an attempt; what comes before the first belongs to it. */
export const runPhases: readonly [RunPhase, ...RunPhase[]] = [
  'start',
  'clock',
  ...countedSteps.map(({ phase }) => phase),
  'stop',
  'end',
];
export type RunPhase = 'start' | 'clock' | CountedPhase | 'stop' | 'end';

interface Happened {
  /** The event behind it. */
  readonly by: string;
  /** ISO instant, UTC. */
  readonly at: string;
}

export interface Mark extends Happened {
  readonly kind: 'mark';
  readonly item: string;
  readonly severity: string;
  /** The run of a manoeuvre it was marked in, if any. */
  readonly run: string | null;
  /** The count or measure that the standard made it of; absent for what somebody marked. */
  readonly converted?: string;
}

export interface RunStep extends Happened {
  readonly kind: 'run';
  readonly run: string;
  readonly manoeuvre: string;
  readonly phase: RunPhase;
  /** Of a manoeuvre that is done on either side. */
  readonly side?: 'left' | 'right' | null;
}

export interface Reading extends Happened {
  readonly kind: 'measure';
  readonly measure: string;
  /** In the unit of the measure; never below zero. */
  readonly value: number;
  readonly run: string | null;
}

/** The clock of the whole test stands still, goes on, or has come to its end. */
export interface TestClock extends Happened {
  readonly kind: 'pause' | 'resume' | 'end';
}

/** What the limits are worked out from, in time order: a log after its retracts, regrades and sorts. */
export type Happening = Mark | RunStep | Reading | TestClock;
