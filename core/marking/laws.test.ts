import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Standard } from '../standard';
import { instant, limitInput, standardWith } from '../testing';
import type { DriveEvent } from './event';
import { judge } from './judge';

const items = ['look', 'mirror', 'stall'] as const;
const severities = ['noted', 'minor', 'grave'] as const;

const some = <T>(...values: readonly T[]) => fc.constantFrom(...values);
const maybeSome = <T>(...values: readonly T[]) =>
  fc.option(fc.subarray([...values], { minLength: 1 }), { nil: undefined });

const markLimit = fc.record({
  of: some('faults', 'points'),
  per: some('test', 'section', 'item', 'manoeuvre', 'attempt'),
  max: fc.nat(12),
  ends: fc.boolean(),
  where: fc.record({
    severities: maybeSome(...severities),
    sections: maybeSome('looking', 'control'),
    items: maybeSome(...items),
    tags: maybeSome('observation'),
    manoeuvres: maybeSome('garage', 'bay-park'),
  }),
});
const runLimit = fc.record({
  of: some('seconds', 'attempts', 'movements', 'shunts', 'measure:rollBack', 'measure:stalls'),
  per: some('test', 'manoeuvre', 'attempt'),
  max: fc.nat(40),
  ends: fc.boolean(),
});

const standardOf = (withCaps: boolean) =>
  fc
    .record({
      limits: fc.array(fc.oneof(markLimit, runLimit), { minLength: 1, maxLength: 6 }),
      cap: fc.option(fc.record({ max: fc.nat(3), sections: some('looking', 'control') }), { nil: undefined }),
    })
    .map(({ limits, cap }): Standard =>
      standardWith({
        limits: limits.map((limit, n) => limitInput({ id: `limit-${n}`, ...limit })),
        caps:
          withCaps && cap
            ? [{ id: 'cap', of: 'faults', where: { sections: [cap.sections] }, max: cap.max, because: 'c' }]
            : [],
      }),
    );

const run = fc.option(some('run-1', 'run-2'), { nil: null });
const target = fc.nat(30).map((n) => `e${n}`);
const body = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({ kind: some('fault'), item: some(...items), severity: some(...severities), run }),
  },
  { weight: 2, arbitrary: fc.record({ kind: some('retract'), of: target }) },
  { weight: 2, arbitrary: fc.record({ kind: some('regrade'), of: target, severity: some(...severities) }) },
  { weight: 2, arbitrary: fc.record({ kind: some('peg') }) },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: some('sort'),
      of: target,
      faults: fc.array(fc.record({ item: some(...items), severity: some(...severities) }), { maxLength: 3 }),
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
    weight: 4,
    arbitrary: fc
      .record({
        kind: some('manoeuvre'),
        run: some('run-1', 'run-2'),
        phase: some('start', 'clock', 'movement', 'shunt', 'attempt', 'stop', 'end'),
      })
      .map((step) => ({ ...step, manoeuvre: step.run === 'run-1' ? 'garage' : 'kerb' })),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: some('measure'),
      measure: some('rollBack', 'stalls'),
      value: fc.nat(40),
      run,
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: some('end'), how: some('finished', 'stopped') }) },
);

const log = fc
  .array(fc.tuple(body, some('d1', 'd2'), fc.nat(60)), { maxLength: 30 })
  .map((entries) =>
    entries.map(
      ([own, device, second], seq) =>
        ({ ...own, id: `e${seq}`, device, seq, at: instant(second) }) as unknown as DriveEvent,
    ),
  );

const verdictOf = (standard: Standard, events: readonly DriveEvent[]) =>
  judge(standard, events, { retest: false }).verdict;

describe('the laws of a log', () => {
  it('any order of arrival and any repeats give the same verdict', () => {
    fc.assert(
      fc.property(
        standardOf(true),
        log.chain((events) =>
          fc.tuple(
            fc.constant(events),
            fc.shuffledSubarray(events, { minLength: events.length, maxLength: events.length }),
            fc.subarray(events),
          ),
        ),
        (standard, [events, shuffled, repeats]) => {
          expect(verdictOf(standard, [...shuffled, ...repeats])).toEqual(verdictOf(standard, events));
        },
      ),
    );
  });

  it('a retract restores exactly, and retracting it brings the mark back exactly', () => {
    fc.assert(
      fc.property(standardOf(true), log, fc.nat(60), some(...items), (standard, events, second, item) => {
        const at = { device: 'd3', at: instant(second) };
        const fault: DriveEvent = { kind: 'fault', id: 'x1', seq: 1, ...at, item, severity: 'minor' };
        const retract: DriveEvent = { kind: 'retract', id: 'x2', seq: 2, ...at, of: 'x1' };
        const redo: DriveEvent = { kind: 'retract', id: 'x3', seq: 3, ...at, at: instant(0), of: 'x2' };
        expect(verdictOf(standard, [...events, fault, retract])).toEqual(verdictOf(standard, events));
        expect(verdictOf(standard, [...events, fault, retract, redo])).toEqual(
          verdictOf(standard, [...events, fault]),
        );
      }),
    );
  });

  it('a further fault that no cap touches never turns a fail into a pass', () => {
    const failed = (outcome: string) => outcome === 'fail' || outcome === 'ended';
    fc.assert(
      fc.property(
        standardOf(false),
        log,
        fc.nat(60),
        some(...items),
        some('minor', 'grave'),
        (standard, events, second, item, severity) => {
          fc.pre(failed(verdictOf(standard, events).outcome));
          const more: DriveEvent = {
            kind: 'fault',
            id: 'more',
            device: 'd3',
            seq: 1,
            at: instant(second),
            item,
            severity,
          };
          expect(failed(verdictOf(standard, [...events, more]).outcome)).toBe(true);
        },
      ),
    );
  });

  it('headroom and total make the maximum, and less than none is left exactly where a limit is breached', () => {
    fc.assert(
      fc.property(standardOf(true), log, (standard, events) => {
        const { headroom, breaches } = verdictOf(standard, events);
        for (const { left, total, max } of headroom) expect(left + total).toBeCloseTo(max, 6);
        const key = (entry: { limit: string; scope: object }) =>
          `${entry.limit} ${JSON.stringify(entry.scope)}`;
        expect(
          headroom
            .filter(({ left }) => left < 0)
            .map(key)
            .sort(),
        ).toEqual(breaches.map(key).sort());
      }),
    );
  });
});
