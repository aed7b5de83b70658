/** What a learner gains when one item is brought to the level of a ready learner. */
export interface Gain {
  readonly item: string;
  /** Added to the chance of passing; never below nought. */
  readonly gain: number;
}

/**
 * Simulated tests as they were drawn, kept so that "what if" is asked of the very same tests. Of each test there is
 * the order in which marks would come; how many of them come is a number with a known distribution, so that each
 * order tells of every length at once (conditioning, which takes most of the chance out of the estimate).
 */
export interface SimulatedTests {
  /** Marks of all tests, one after another, as cells; each with a number by which it may be taken away. */
  readonly marks: Uint16Array;
  readonly luck: Float32Array;
  /** Where each test's marks begin; one more at the end. */
  readonly starts: Uint32Array;
  /** Of each test: how many of its marks come for sure, at its beginning (safety questions). */
  readonly sure: Uint8Array;
  /** Chance that at most so many marks come, by learner. */
  readonly atMost: readonly Float64Array[];
  /** Chance that no other limit is broken, by learner. */
  readonly others: Float64Array;
  /** Tests of each learner. */
  readonly inner: number;
}

/** Chance that a test passes which first breaks at a mark (-1: at none). */
export function passWith({ atMost, others, sure, inner }: SimulatedTests, test: number, at: number): number {
  const learner = Math.floor(test / inner);
  const clear = others[learner] ?? 1;
  if (at < 0) return clear;
  const ahead = at - (sure[test] ?? 0);
  return ahead < 0 ? 0 : clear * (atMost[learner]?.[ahead] ?? 1);
}
