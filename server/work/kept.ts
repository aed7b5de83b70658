import { WorkProblem } from './pool';

/** Whoever waits for an answer. */
type Waiting = Set<object>;

interface Run {
  state: string;
  readonly answer: Promise<unknown>;
  readonly waiting: Waiting;
  readonly stop: AbortController;
  ended: boolean;
}

interface Line {
  now: Run | null;
  /** Begins when the present one has ended, and then reads what is so by then. */
  next: Run | null;
}

/**
 * Answers that are kept until what they were worked out from has changed. Of one question at most one answer is
 * being worked out and one more waits, however often things change: whoever asks meanwhile shares it. It is ended
 * when nobody waits for it any more.
 *
 * @param most so many questions are kept; the one that was asked longest ago goes first
 */
export function keptAnswers(most: number) {
  const lines = new Map<string, Line>();

  function begin(
    state: string,
    after: Promise<unknown> | null,
    workOut: (signal: AbortSignal) => Promise<unknown>,
  ): Run {
    const stop = new AbortController();
    const started = (after ?? Promise.resolve()).catch(() => undefined);
    const run: Run = {
      state,
      answer: started.then(() => {
        if (stop.signal.aborted) throw new WorkProblem('ended');
        return workOut(stop.signal);
      }),
      waiting: new Set(),
      stop,
      ended: false,
    };
    run.answer.then(
      () => (run.ended = true),
      () => (run.ended = true),
    );
    return run;
  }

  /** What failed is tried again the next time. */
  function tidy(question: string, line: Line, run: Run, failed: boolean): void {
    if (line.now === run && (failed || line.next)) {
      line.now = line.next;
      line.next = null;
    }
    if (line.next === run && failed) line.next = null;
    if (!line.now && lines.get(question) === line) lines.delete(question);
  }

  function runFor(question: string, state: string, workOut: (signal: AbortSignal) => Promise<unknown>): Run {
    const line = lines.get(question) ?? { now: null, next: null };
    lines.delete(question);
    lines.set(question, line);
    for (const [oldest, { now }] of lines) {
      if (lines.size <= most) break;
      if (now?.ended) lines.delete(oldest);
    }
    // What is being given up helps nobody who comes now.
    if (line.now?.stop.signal.aborted) line.now = null;
    if (line.next?.stop.signal.aborted) line.next = null;
    if (line.now?.state === state) return line.now;
    if (line.next) {
      // It has not begun: what it will read is as new as this.
      line.next.state = state;
      return line.next;
    }
    const run = begin(state, line.now && !line.now.ended ? line.now.answer : null, workOut);
    if (line.now && !line.now.ended) line.next = run;
    else line.now = run;
    run.answer.then(
      () => tidy(question, line, run, false),
      () => tidy(question, line, run, true),
    );
    return run;
  }

  return async function ask<T>(
    question: string,
    state: string,
    signal: AbortSignal,
    workOut: (signal: AbortSignal) => Promise<T>,
  ): Promise<T> {
    const run = runFor(question, state, workOut);
    const me = {};
    run.waiting.add(me);
    const leave = () => {
      run.waiting.delete(me);
      if (run.waiting.size === 0 && !run.ended) run.stop.abort();
    };
    signal.addEventListener('abort', leave);
    try {
      return (await run.answer) as T;
    } finally {
      signal.removeEventListener('abort', leave);
      run.waiting.delete(me);
    }
  };
}
