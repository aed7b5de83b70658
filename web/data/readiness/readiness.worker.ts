import { expose } from 'comlink';
import { workOutReadiness, type Readiness, type ReadinessInput } from '../../../core/readiness';

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
};

export type ReadinessWorker = typeof worker;
expose(worker);
