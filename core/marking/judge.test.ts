import { describe, expect, it } from '@jest/globals';
import { eventsOf, firstTest, instant, limitInput, standardWith } from '../testing';
import { driveOf } from './drive';
import { endingWords, judge } from './judge';

const standard = standardWith({
  limits: [
    limitInput({ id: 'minors', where: { severities: ['minor'] }, max: 2 }),
    limitInput({ id: 'grave', where: { severities: ['grave'] }, ends: true }),
  ],
});
const verdictOf = (bodies: Parameters<typeof eventsOf>[0]) =>
  judge(standard, eventsOf(bodies), firstTest).verdict;
const minor = { kind: 'fault', item: 'look', severity: 'minor' } as const;
const grave = { kind: 'fault', item: 'look', severity: 'grave' } as const;
const finished = { kind: 'end', how: 'finished' } as const;

describe('the outcome', () => {
  it('is a pass when nothing is breached and the drive was finished', () => {
    expect(verdictOf([minor, minor, finished])).toEqual({
      standard: { id: 'small', version: '1.0.0' },
      outcome: 'pass',
      breaches: [],
      headroom: [
        { limit: 'minors', scope: { per: 'test' }, total: 2, max: 2, left: 0 },
        { limit: 'grave', scope: { per: 'test' }, total: 0, max: 0, left: 0 },
      ],
      counts: { noted: 0, minor: 2, grave: 0 },
      points: 4,
      plan: { complete: false, missing: ['manoeuvre', 'explain question', 'demonstrate question'] },
      unsorted: 0,
    });
  });

  it.each([
    ['fail', [minor, minor, minor, finished]],
    ['fail', [minor, minor, minor]],
    ['ended', [grave, finished]],
    ['incomplete', [minor]],
    ['incomplete', [minor, { kind: 'end', how: 'stopped' } as const]],
    ['incomplete', [finished, { kind: 'retract', of: 'e1' } as const]],
  ] as const)('is %s', (outcome, bodies) => {
    expect(verdictOf(bodies).outcome).toBe(outcome);
  });

  it('names the limit, the total and the event that went past', () => {
    expect(verdictOf([minor, minor, minor, minor]).breaches).toEqual([
      { limit: 'minors', scope: { per: 'test' }, total: 4, max: 2, at: instant(30), by: 'e3' },
    ]);
  });

  it('counts what is marked after the end of the drive, as one remembers it at the kerb', () => {
    expect(verdictOf([finished, minor, minor, minor]).outcome).toBe('fail');
  });
});

describe('regrades', () => {
  it('apply whenever they were made, the last one in order winning', () => {
    const regrade = (severity: string, seconds: number) =>
      ({ kind: 'regrade', of: 'e1', severity, at: instant(seconds) }) as const;
    expect(verdictOf([grave, regrade('minor', 500), regrade('noted', 400), finished]).counts).toEqual({
      noted: 0,
      minor: 1,
      grave: 0,
    });
  });

  it('fall back to what was before when they are retracted', () => {
    const verdict = verdictOf([
      minor,
      { kind: 'regrade', of: 'e1', severity: 'grave' },
      { kind: 'retract', of: 'e2' },
    ]);
    expect(verdict.counts).toMatchObject({ minor: 1, grave: 0 });
  });

  it('keep what the mark was at first', () => {
    const drive = driveOf(standard, eventsOf([minor, { kind: 'regrade', of: 'e1', severity: 'grave' }]));
    expect(drive.marks).toMatchObject([{ severity: 'grave', regradedFrom: 'minor' }]);
  });
});

describe('flags', () => {
  const flag = { kind: 'peg' } as const;
  const sort = (faults: { item: string; severity: string }[]) =>
    ({ kind: 'sort', of: 'e1', faults }) as const;

  it('keep the verdict provisional until they are sorted or dismissed', () => {
    expect(verdictOf([flag]).unsorted).toBe(1);
    expect(verdictOf([flag, sort([])]).unsorted).toBe(0);
    expect(verdictOf([flag, sort([]), { kind: 'retract', of: 'e2' }]).unsorted).toBe(1);
    expect(verdictOf([flag, { kind: 'retract', of: 'e1' }]).unsorted).toBe(0);
  });

  it('count their faults at the time of the flag', () => {
    const late = { item: 'look', severity: 'grave' };
    const verdict = verdictOf([flag, minor, sort([late, { item: 'stall', severity: 'minor' }])]);
    expect(verdict.breaches).toEqual([
      { limit: 'grave', scope: { per: 'test' }, total: 1, max: 0, at: instant(10), by: 'e3' },
    ]);
    expect(verdict.counts).toMatchObject({ minor: 0, grave: 1 });
  });

  it('take the last of two sorts', () => {
    const verdict = verdictOf([
      flag,
      sort([{ item: 'look', severity: 'grave' }]),
      sort([{ item: 'look', severity: 'minor' }]),
    ]);
    expect(verdict.counts).toMatchObject({ minor: 1, grave: 0 });
  });
});

describe('questions', () => {
  const asked = (right: boolean, attempt: number) =>
    ({ kind: 'question', question: 'brakes', part: 'explain', right, attempt }) as const;

  it.each([
    ['right at once', [asked(true, 1)], 0],
    ['wrong, then right', [asked(false, 1), asked(true, 2)], 0],
    ['wrong twice', [asked(false, 1), asked(false, 2)], 1],
    [
      'wrong twice, then retracted',
      [asked(false, 1), asked(false, 2), { kind: 'retract', of: 'e2' } as const],
      0,
    ],
  ] as const)('%s', (_title, bodies, minors) => {
    expect(verdictOf(bodies).counts.minor).toBe(minors);
  });
});

describe('order', () => {
  it('is by time, not by its spelling, then by device and number', () => {
    const events = eventsOf([
      { ...grave, at: '2026-09-14T08:00:10.000Z', device: 'b' },
      { ...minor, at: '2026-09-14T08:00:10Z', device: 'a' },
    ]);
    expect(driveOf(standard, events).marks.map(({ by }) => by)).toEqual(['e2', 'e1']);
  });

  it('survives retracts that retract each other, and long chains of them', () => {
    const ring = eventsOf([minor, { kind: 'retract', of: 'e3' }, { kind: 'retract', of: 'e2' }]);
    expect(driveOf(standard, ring)).toEqual(driveOf(standard, ring.toReversed()));
    const chain = eventsOf([
      minor,
      ...Array.from({ length: 20_000 }, (_, n) => ({ kind: 'retract', of: `e${n + 1}` }) as const),
    ]);
    expect(driveOf(standard, chain).marks).toHaveLength(1);
  });
});

it('says which fault ended a test, and why', () => {
  const limits = [
    { id: 'grave', of: 'faults', where: { severities: ['grave'] }, per: 'test', max: 0, ends: true },
    { id: 'roll', of: 'measure:rollBack', per: 'test', max: 30, ends: true },
  ].map((limit) => limitInput({ ...limit, because: `Too much ${limit.id}.` }));
  const standard = standardWith({ limits });
  const words = (body: Parameters<typeof eventsOf>[0][number]) =>
    endingWords(standard, judge(standard, eventsOf([body]), firstTest));
  expect(words({ kind: 'fault', item: 'mirror', severity: 'grave' })).toBe('Mirror. Too much grave.');
  expect(words({ kind: 'measure', measure: 'rollBack', value: 31 })).toBe('Too much roll.');
  expect(words({ kind: 'fault', item: 'mirror', severity: 'minor' })).toBe('');
});
