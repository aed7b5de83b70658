import { readinessOf, type ReadinessInput } from './readiness';

/** The chance of passing as it stood after a mock, for a test on that day. */
export interface Stood {
  /** ISO instant of the mock. */
  readonly at: string;
  readonly pass: number;
  readonly low: number;
  readonly high: number;
  /** Mocks that it was worked out from. */
  readonly tests: number;
}

/** How it stood at an instant, from the mocks up to it. */
export function stoodAt(input: Omit<ReadinessInput, 'day' | 'now' | 'hours' | 'brief'>, at: string): Stood {
  const evidence = input.evidence.filter((mock) => mock.at <= at);
  const { forecast, tests } = readinessOf({ ...input, evidence, day: at, now: at, hours: 0, brief: true });
  return { at, pass: forecast.pass, low: forecast.low, high: forecast.high, tests };
}
