import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Verdict } from '../standard';
import { anyLog, anyStandard, firstTest, naiveVerdict, often } from '../testing';
import { judge } from './judge';

const key = ({ limit, scope }: { readonly limit: string; readonly scope: object }) =>
  `${limit} ${JSON.stringify(scope)}`;

const sorted = ({ breaches, headroom, ...rest }: Verdict) => ({
  ...rest,
  breaches: [...breaches].sort((a, b) => key(a).localeCompare(key(b))),
  headroom: [...headroom].sort((a, b) => key(a).localeCompare(key(b))),
});

describe('the evaluator and a naive second one', () => {
  it('agree on every part of the verdict, over many random standards and logs', () => {
    const seen = { pass: 0, fail: 0, ended: 0, incomplete: 0 };
    fc.assert(
      fc.property(
        fc.boolean().chain((ends) => anyStandard({ caps: true, ends })),
        anyLog,
        fc.boolean(),
        (standard, events, retest) => {
          const naive = naiveVerdict(standard, events, retest, firstTest.startedAt);
          fc.pre(naive !== null);
          if (!naive) return;
          seen[naive.outcome] += 1;
          expect(sorted(judge(standard, events, { ...firstTest, retest }).verdict)).toEqual(sorted(naive));
        },
      ),
      { numRuns: often(800, 3_000) },
    );
    // A comparison that only ever saw one outcome would prove little.
    for (const times of Object.values(seen)) expect(times).toBeGreaterThan(10);
  });
});
