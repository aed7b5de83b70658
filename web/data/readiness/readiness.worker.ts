import { expose } from 'comlink';
import { readinessOf, workOutReadiness, type Readiness, type ReadinessInput } from '../../../core/readiness';

/** So long it works before it listens for being stopped, in milliseconds. */
const STRETCH = 40;

const pause = () => new Promise((resolve) => setTimeout(resolve));

let latest = 0;

const worker = {
  /**
   * Works out readiness; a later request stops an earlier one.
   *
   * @param onDone told the share that is done, now and then
   * @returns null when it was stopped
   */
  async workOut(input: ReadinessInput, onDone: (share: number) => void): Promise<Readiness | null> {
    const mine = (latest += 1);
    const steps = workOutReadiness(input);
    let since = performance.now();
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      if (performance.now() - since < STRETCH) continue;
      onDone(step.value);
      await pause();
      if (mine !== latest) return null;
      since = performance.now();
    }
  },
  /** How it stood after each mock, as it would have been said then for a test on that day. Between two it listens. */
  async overTime(input: ReadinessInput): Promise<readonly Stood[]> {
    const stood: Stood[] = [];
    for (const { at } of [...input.evidence].sort((a, b) => a.at.localeCompare(b.at))) {
      const evidence = input.evidence.filter((mock) => mock.at <= at);
      const then = { ...input, evidence, day: at, now: at, hours: 0, brief: true };
      const { forecast, tests } = readinessOf(then);
      stood.push({ at, pass: forecast.pass, low: forecast.low, high: forecast.high, tests });
      await pause();
    }
    return stood;
  },
};

export interface Stood {
  readonly at: string;
  readonly pass: number;
  readonly low: number;
  readonly high: number;
  readonly tests: number;
}

export type ReadinessWorker = typeof worker;
expose(worker);
