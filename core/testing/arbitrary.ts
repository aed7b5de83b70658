import fc from 'fast-check';
import type { DriveEvent } from '../marking';
import { addsUpMarks, quantityIds, type Standard } from '../standard';
import { instant, limitInput, standardWith } from './small';

/** Random standards and logs over the small standard, for laws and for comparing evaluators. */

const items = ['look', 'mirror', 'stall', 'answer'] as const;
/** Items that take every severity. */
export const free = ['look', 'mirror', 'stall'] as const;
const severities = ['noted', 'minor', 'grave'] as const;

const some = <T>(...values: readonly T[]) => fc.constantFrom(...values);
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined });
const maybeSome = <T>(...values: readonly T[]) => maybe(fc.subarray([...values], { minLength: 1 }));

const where = fc.record({
  severities: maybeSome(...severities),
  sections: maybeSome('looking', 'control'),
  items: maybeSome(...items),
  tags: maybeSome('observation'),
  skills: maybeSome('blind-spot', 'stalling'),
  manoeuvres: maybeSome('garage', 'bay-park', 'kerb'),
});
const markLimit = fc.record({
  of: some(...quantityIds.filter(addsUpMarks)),
  per: some('test', 'section', 'item', 'manoeuvre', 'attempt'),
  max: fc.nat(12),
  ends: fc.boolean(),
  where: maybe(where),
});
const runLimit = fc.record({
  of: some(
    'seconds',
    'seconds',
    ...quantityIds.filter((of) => !addsUpMarks(of) && of !== 'elapsed'),
    'measure:rollBack',
    'measure:stalls',
  ),
  per: some('test', 'manoeuvre', 'attempt'),
  max: fc.nat(40),
  ends: fc.boolean(),
  where: maybe(fc.record({ manoeuvres: maybeSome('garage', 'bay-park', 'kerb') })),
});
const elapsedLimit = fc.record({
  of: some('elapsed' as const),
  per: some('test' as const),
  max: fc.nat(70),
  ends: fc.boolean(),
  where: some(undefined),
});
const anyLimit = fc.oneof(markLimit, runLimit);
const anyLimitOfTest = fc.oneof({ weight: 4, arbitrary: anyLimit }, { weight: 1, arbitrary: elapsedLimit });
const conversion = fc
  .record({
    of: some('attempts', 'movements', 'shunts', 'measure:rollBack', 'measure:stalls'),
    manoeuvres: maybeSome('garage', 'bay-park', 'kerb'),
    from: maybe(fc.nat(4)),
    more: maybe(fc.integer({ min: 1, max: 12 })),
    item: some(...free),
    severity: some(...severities),
  })
  .map(({ more, ...one }) => ({ ...one, below: more === undefined ? undefined : (one.from ?? 0) + more }));

export interface Varied {
  /** Marks may be capped. */
  readonly caps: boolean;
  /** Limits that end the test may be among them. */
  readonly ends: boolean;
}

/** Standards with up to six limits of the test, some of a manoeuvre, some caps. */
export const anyStandard = ({ caps, ends }: Varied): fc.Arbitrary<Standard> =>
  fc
    .record({
      limits: fc.array(anyLimitOfTest, { minLength: 1, maxLength: 6 }),
      conversions: fc.array(conversion, { maxLength: 2 }),
      ofGarage: fc.array(anyLimit, { maxLength: 3 }),
      caps: fc.array(fc.record({ max: fc.nat(3), where: maybe(where) }), { maxLength: caps ? 3 : 0 }),
      retries: fc.nat(2),
      drive: maybe(
        fc.record({
          // The logs last a minute.
          minutes: fc.constantFrom(0, 0.5, 0.8, 1),
          independentMinutes: maybe(fc.constantFrom(0.1, 0.4)),
          pullUps: maybe(fc.nat(2)),
          manoeuvres: maybe(fc.record({ draw: fc.nat(2), from: fc.constant(['bay-park', 'kerb']) })),
          leastShare: maybe(fc.constantFrom(0.5, 1)),
        }),
      ),
    })
    .map(({ limits, ofGarage, caps: kept, conversions, retries, drive }) => {
      const small = standardWith();
      const inputs = (of: typeof limits, prefix: string) =>
        of.map((limit, n) =>
          limitInput({ ...limit, id: `${prefix}-${n}`, ends: ends && limit.ends, where: limit.where ?? {} }),
        );
      return standardWith({
        limits: inputs(limits, 'limit'),
        manoeuvres: small.manoeuvres.map((manoeuvre) =>
          manoeuvre.id === 'garage' ? { ...manoeuvre, limits: inputs(ofGarage, 'garage') } : manoeuvre,
        ),
        caps: kept.map((cap, n) => ({
          id: `cap-${n}`,
          of: 'faults',
          because: 'c',
          ...cap,
          where: cap.where ?? {},
        })),
        conversions: conversions.map((one) => JSON.parse(JSON.stringify(one)) as unknown),
        questions: { ...small.questions, retries },
        drive,
      });
    });

const run = fc.option(some('run-1', 'run-2', 'run-3'), { nil: null });
const target = fc.nat(30).map((n) => `e${n}`);
const body = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({ kind: some('fault'), item: some(...free), severity: some(...severities), run }),
  },
  { weight: 2, arbitrary: fc.record({ kind: some('retract'), of: target }) },
  { weight: 2, arbitrary: fc.record({ kind: some('regrade'), of: target, severity: some(...severities) }) },
  { weight: 2, arbitrary: fc.record({ kind: some('peg'), run }) },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: some('sort'),
      of: target,
      faults: fc.array(fc.record({ item: some(...free), severity: some(...severities) }), { maxLength: 3 }),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: some('question'),
      question: some('brakes'),
      part: some('explain', 'demonstrate'),
      right: fc.boolean(),
      attempt: fc.integer({ min: 1, max: 3 }),
    }),
  },
  {
    weight: 5,
    arbitrary: fc
      .record({
        kind: some('manoeuvre'),
        run: some('run-1', 'run-2'),
        phase: some('start', 'clock', 'movement', 'shunt', 'attempt', 'stop', 'end'),
      })
      .map((step) => ({ ...step, manoeuvre: step.run === 'run-1' ? 'garage' : 'kerb' })),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: some('measure'),
      measure: some('rollBack', 'stalls'),
      value: fc.nat(40),
      run,
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: some('stage'), stage: some('drive', 'independent') }) },
  { weight: 1, arbitrary: fc.record({ kind: some('pause', 'resume') }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: some('said'),
      feature: some({ kind: 'pull-up' as const }, { kind: 'turn-left' as const, id: 'f' }),
      text: some('…'),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: some('end'), how: some('finished', 'stopped') }) },
  {
    weight: 1,
    arbitrary: fc.constant({ kind: 'end', how: 'finished', counts: true, reason: 'Driven twice.' }),
  },
);

const at = fc.nat(60);

/** A whole run as it is driven: a start, then steps and marks in any number, a stop. */
const wholeRun = fc
  .record({
    run: some('run-1', 'run-2'),
    steps: fc.array(some('clock', 'attempt', 'attempt', 'movement', 'shunt'), { maxLength: 8 }),
    times: fc.array(at, { minLength: 10, maxLength: 10 }),
    stopped: fc.boolean(),
  })
  .map(({ run: id, steps, times, stopped }) => {
    const seconds = [...times].sort((a, b) => a - b);
    return ['start', ...steps, ...(stopped ? ['stop'] : [])].map((phase, n) => {
      const step = { kind: 'manoeuvre', run: id, manoeuvre: id === 'run-1' ? 'garage' : 'kerb', phase };
      return [step, 'd1', seconds[n] ?? 0] as const;
    });
  });

/** Logs of up to some fifty events by two devices within a minute. */
export const anyLog: fc.Arbitrary<DriveEvent[]> = fc
  .tuple(
    fc.array(wholeRun, { maxLength: 2 }),
    fc.array(fc.tuple(body, some('d1', 'd2'), at), { maxLength: 30 }),
  )
  .map(([runs, entries]) =>
    [...entries, ...runs.flat()].map(
      ([own, device, second], seq) =>
        ({ ...own, id: `e${seq}`, device, seq, at: instant(second) }) as unknown as DriveEvent,
    ),
  );
