import { wilson, Z80 } from '../numbers';

/** A chance of passing that was said before a test, and how the test went. */
export interface Foretold {
  readonly pass: number;
  readonly passed: boolean;
}

export interface Reliability {
  /** Bounds of the chances in this bin. */
  readonly from: number;
  readonly to: number;
  readonly count: number;
  /** Mean of what was said, and share that passed, with its 80 % interval (Wilson). */
  readonly said: number;
  readonly passed: number;
  readonly low: number;
  readonly high: number;
}

export interface Trust {
  readonly tests: number;
  readonly passed: number;
  /** Mean squared error of what was said, and of saying the share that passed for everybody (Brier 1950). */
  readonly brier: number;
  readonly brierBase: number;
  /** Mean of minus the logarithm of the chance that was given to what happened. */
  readonly logLoss: number;
  readonly logLossBase: number;
  readonly bins: readonly Reliability[];
  /** Whether there are enough to say anything. */
  readonly enough: boolean;
}

/** Fewer official results say nothing of whether 80 % means 80 % (ours). */
export const TRUST_TESTS = 20;
const BINS = [0, 0.2, 0.4, 0.6, 0.8, 1] as const;
/** A chance of nought or one would cost without bound. */
const CLOSEST = 0.005;

/** Whether chances that were said came true. @returns null without any result */
export function trustOf(results: readonly Foretold[]): Trust | null {
  const tests = results.length;
  if (tests === 0) return null;
  const passed = results.filter((one) => one.passed).length;
  const base = passed / tests;
  const mean = (of: (one: Foretold) => number) => results.reduce((sum, one) => sum + of(one), 0) / tests;
  const squared = (p: number, { passed: is }: Foretold) => (p - (is ? 1 : 0)) ** 2;
  const held = (p: number) => Math.min(1 - CLOSEST, Math.max(CLOSEST, p));
  const loss = (p: number, { passed: is }: Foretold) => -Math.log(is ? held(p) : 1 - held(p));
  return {
    tests,
    passed,
    brier: mean((one) => squared(one.pass, one)),
    brierBase: mean((one) => squared(base, one)),
    logLoss: mean((one) => loss(one.pass, one)),
    logLossBase: mean((one) => loss(base, one)),
    bins: BINS.slice(1).flatMap((to, n) => {
      const from = BINS[n] ?? 0;
      const own = results.filter(({ pass }) => pass >= from && (pass < to || to === 1));
      if (own.length === 0) return [];
      const share = own.filter((one) => one.passed).length / own.length;
      const said = own.reduce((sum, { pass }) => sum + pass, 0) / own.length;
      return [{ from, to, count: own.length, said, passed: share, ...wilson(share, own.length, Z80) }];
    }),
    enough: tests >= TRUST_TESTS,
  };
}
