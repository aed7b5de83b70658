import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { judge } from '../marking';
import { eventsOf, firstTest, instant, often, standardWith } from '../testing';
import { compareDrives, driftOf, sideOf, type OwnDrive } from './index';
import { pairedInTime } from './pairing';

const standard = standardWith();

type Marked = readonly [
  seconds: number,
  item: 'look' | 'mirror' | 'stall' | 'flag',
  severity?: 'minor' | 'grave',
];

const judged = (marks: readonly Marked[]) =>
  judge(
    standard,
    eventsOf(
      marks.map(([seconds, item, severity = 'minor']) =>
        item === 'flag'
          ? ({ kind: 'peg', at: instant(seconds) } as const)
          : ({ kind: 'fault', at: instant(seconds), item, severity, run: null } as const),
      ),
    ),
    firstTest,
  );

const compared = (first: readonly Marked[], second: readonly Marked[]) =>
  compareDrives(standard, judged(first), judged(second));
const kinds = (first: readonly Marked[], second: readonly Marked[]) =>
  compared(first, second).moments.map(({ kind }) => kind);

describe('two records of one drive', () => {
  it('hold the same item within 15 s to be the same, and not at 16', () => {
    expect(kinds([[60, 'look']], [[75, 'look']])).toEqual(['same']);
    expect(kinds([[60, 'look']], [[45, 'look']])).toEqual(['same']);
    expect(kinds([[60, 'look']], [[76, 'look']])).toEqual(['first', 'second']);
  });

  it('tell what was graded differently, named differently, and seen by one of them', () => {
    const told = compared(
      [
        [60, 'look'],
        [200, 'mirror', 'grave'],
        [400, 'stall'],
        [600, 'look'],
      ],
      [
        [62, 'look'],
        [195, 'mirror', 'minor'],
        [404, 'look'],
        [900, 'stall'],
      ],
    );
    expect(told.moments.map(({ kind }) => kind)).toEqual(['same', 'severity', 'item', 'first', 'second']);
    expect(told.counts).toEqual({ same: 1, severity: 1, item: 1, first: 1, second: 1 });
    // Eight marks, two of them twice: six that either made, two that both did.
    expect(told.shared).toMatchObject({ both: 2, of: 6 });
    // Grave is 3, minor 1: the second grades two steps milder on one of two.
    expect(told.leaning).toBe(-1);
    expect(told.areas).toEqual([
      { area: 'control', title: 'Control', both: 0, first: 1, second: 1 },
      { area: 'observation', title: expect.any(String), both: 2, first: 1, second: 1 },
    ]);
  });

  it('take a flag that isn’t sorted for having seen something, though not for a mark', () => {
    const told = compared([[60, 'look']], [[63, 'flag']]);
    expect(told.moments.map(({ kind }) => kind)).toEqual(['item']);
    expect(told.shared).toMatchObject({ both: 0, of: 1, low: 0 });
    expect(kinds([[60, 'flag']], [])).toEqual(['first']);
  });

  it('pair a mark with the nearest of its item, not with the first in reach', () => {
    const told = compared(
      [[60, 'look']],
      [
        [46, 'look'],
        [61, 'look', 'grave'],
      ],
    );
    expect(told.moments.map(({ kind }) => kind)).toEqual(['second', 'severity']);
  });

  it('are no agreement where neither marked anything', () => {
    expect(compared([], [])).toMatchObject({ shared: null, leaning: null, moments: [], areas: [] });
  });

  it('are the same from both sides', () => {
    const marks = fc.array(
      fc.tuple(
        fc.integer({ min: 0, max: 600 }),
        fc.constantFrom('look' as const, 'mirror' as const, 'stall' as const, 'flag' as const),
        fc.constantFrom('minor' as const, 'grave' as const),
      ),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(marks, marks, (a, b) => {
        const [there, back] = [compared(a, b), compared(b, a)];
        expect(back.counts.same + back.counts.severity).toBe(there.counts.same + there.counts.severity);
        expect(back.shared).toEqual(there.shared);
        // Every mark and flag stands at exactly one moment.
        expect(there.moments.filter(({ first }) => first).length).toBe(a.length);
        expect(there.moments.filter(({ second }) => second).length).toBe(b.length);
      }),
      { numRuns: often(40, 1_000) },
    );
  });

  it('find out that one clock is ahead, and say by how much', () => {
    const drive: readonly Marked[] = [
      [60, 'look'],
      [180, 'mirror'],
      [300, 'stall', 'grave'],
      [420, 'look'],
      [700, 'mirror'],
    ];
    const ahead = drive.map(([seconds, item, severity], n): Marked => [
      seconds + 93 + (n % 3),
      item,
      severity,
    ]);
    const told = compared(drive, ahead);
    expect(told.shift).toBeGreaterThanOrEqual(93);
    expect(told.shift).toBeLessThanOrEqual(95);
    expect(told.counts.same).toBe(5);
  });

  it('believe no shift that brings only a pair or two', () => {
    const told = compared(
      [
        [60, 'look'],
        [300, 'mirror'],
      ],
      [
        [160, 'look'],
        [400, 'mirror'],
      ],
    );
    expect(told.shift).toBe(0);
    expect(told.counts).toMatchObject({ same: 0, first: 2, second: 2 });
  });
});

describe('pairs in time', () => {
  /** Tries every way of pairing. */
  const most = (
    a: readonly number[],
    b: readonly number[],
    reach: number,
  ): readonly [pairs: number, apart: number] => {
    const [head, ...rest] = a;
    if (head === undefined) return [0, 0];
    let best = most(rest, b, reach);
    b.forEach((other, n) => {
      if (Math.abs(other - head) > reach) return;
      const [pairs, apart] = most(
        rest,
        b.filter((_, k) => k !== n),
        reach,
      );
      const now = [pairs + 1, apart + Math.abs(other - head)] as const;
      if (now[0] > best[0] || (now[0] === best[0] && now[1] < best[1])) best = now;
    });
    return best;
  };

  it('are as many, and as near, as any way of pairing gives', () => {
    const times = fc.array(fc.integer({ min: 0, max: 90 }), { maxLength: 6 });
    fc.assert(
      fc.property(times, times, (a, b) => {
        const pairs = pairedInTime(a, b, Number, Number, 15);
        const apart = pairs.reduce((sum, [x, y]) => sum + Math.abs(x - y), 0);
        expect([pairs.length, apart]).toEqual(most(a, b, 15));
      }),
      { numRuns: often(200, 2_000) },
    );
  });

  it('of thousands without a gap are found too', () => {
    const times = Array.from({ length: 6_000 }, (_, n) => n);
    expect(pairedInTime(times, times, Number, Number, 15).length).toBe(6_000);
  });
});

describe('marking beside others over time', () => {
  const drive = (day: number, found: number, of: number, above: number, graded: number): OwnDrive => ({
    at: new Date(Date.UTC(2026, 8, day)).toISOString(),
    found,
    of,
    above,
    graded,
  });

  it('holds the three newest drives against those before', () => {
    const drives = [
      drive(9, 8, 10, 0, 8),
      drive(1, 2, 10, 1, 2),
      drive(3, 6, 10, -0.5, 4),
      drive(5, 7, 10, 0.5, 4),
    ];
    expect(driftOf(drives)).toEqual({
      drives: 4,
      newest: { found: 21, of: 30, above: 0 },
      before: { found: 2, of: 10, above: 1 },
    });
    expect(driftOf(drives.slice(0, 3))?.before).toBeNull();
    expect(driftOf([])).toBeNull();
  });

  it('is told from the side of each of the two', () => {
    const told = compared(
      [
        [60, 'look'],
        [200, 'mirror'],
        [300, 'stall'],
      ],
      [
        [62, 'look', 'grave'],
        [400, 'mirror'],
        [500, 'mirror'],
      ],
    );
    expect(sideOf(instant(0), told, 'first')).toMatchObject({ found: 1, of: 3, above: -2, graded: 1 });
    expect(sideOf(instant(0), told, 'second')).toMatchObject({ found: 1, of: 3, above: 2, graded: 1 });
  });
});
