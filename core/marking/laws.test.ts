import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Standard } from '../standard';
import { anyLog, anyStandard, firstTest, free, instant } from '../testing';
import type { DriveEvent } from './event';
import { judge } from './judge';

const log = anyLog;
const some = <T>(...values: readonly T[]) => fc.constantFrom(...values);

const verdictOf = (standard: Standard, events: readonly DriveEvent[]) =>
  judge(standard, events, firstTest).verdict;

describe('the laws of a log', () => {
  it('any order of arrival and any repeats give the same verdict', () => {
    fc.assert(
      fc.property(
        anyStandard({ caps: true, ends: true }),
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
      fc.property(
        anyStandard({ caps: true, ends: true }),
        log,
        fc.nat(60),
        some(...free),
        (standard, events, second, item) => {
          const at = { device: 'd3', at: instant(second) };
          const fault: DriveEvent = { kind: 'fault', id: 'x1', seq: 1, ...at, item, severity: 'minor' };
          const retract: DriveEvent = { kind: 'retract', id: 'x2', seq: 2, ...at, of: 'x1' };
          const redo: DriveEvent = { kind: 'retract', id: 'x3', seq: 3, ...at, at: instant(0), of: 'x2' };
          expect(verdictOf(standard, [...events, fault, retract])).toEqual(verdictOf(standard, events));
          expect(verdictOf(standard, [...events, fault, retract, redo])).toEqual(
            verdictOf(standard, [...events, fault]),
          );
        },
      ),
    );
  });

  it('a further fault that no cap touches never turns a fail into a pass', () => {
    const failed = (outcome: string) => outcome === 'fail' || outcome === 'ended';
    fc.assert(
      fc.property(
        anyStandard({ caps: false, ends: true }),
        log,
        fc.nat(60),
        some(...free),
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
      fc.property(anyStandard({ caps: true, ends: true }), log, (standard, events) => {
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

describe('two devices on one mark', () => {
  const at = (second: number) => instant(second);
  const [standard] = fc.sample(anyStandard({ caps: false, ends: false }), { numRuns: 1, seed: 3 });
  const fault: DriveEvent = {
    kind: 'fault',
    id: 'f',
    device: 'tablet',
    seq: 1,
    at: at(1),
    item: 'look',
    severity: 'minor',
    run: null,
  };
  const counts = (...more: DriveEvent[]) => {
    if (!standard) throw new Error('no standard');
    return verdictOf(standard, [...more, fault]).counts;
  };
  const regrade = (device: string, second: number, severity: string): DriveEvent => ({
    kind: 'regrade',
    id: `regrade ${device}`,
    device,
    seq: 2,
    at: at(second),
    of: 'f',
    severity,
  });

  it('regrading it differently: the later in order wins, however they arrive; at one instant the device decides', () => {
    const [early, late] = [regrade('phone', 5, 'grave'), regrade('tablet', 6, 'noted')];
    expect(counts(early, late)).toMatchObject({ noted: 1, grave: 0 });
    expect(counts(late, early)).toMatchObject({ noted: 1, grave: 0 });
    const [phone, tablet] = [regrade('phone', 5, 'grave'), regrade('tablet', 5, 'noted')];
    expect(counts(tablet, phone)).toMatchObject({ noted: 1, grave: 0 });
  });

  it('one regrades and one retracts it: it no longer counts, whichever came first', () => {
    const retract = (second: number): DriveEvent => ({
      kind: 'retract',
      id: 'r',
      device: 'phone',
      seq: 3,
      at: at(second),
      of: 'f',
    });
    for (const second of [2, 9])
      expect(counts(retract(second), regrade('tablet', 5, 'grave'))).toEqual({
        noted: 0,
        minor: 0,
        grave: 0,
      });
  });
});
