import { describe, expect, it } from '@jest/globals';
import { judge, judgeUnder, markedByCount, type EventBody } from '../marking';
import { eventsOf, firstTest, instant, limitInput, standardInput, standardWith } from '../testing';
import { checkStandard, conversionSentence, parseStandard, stepsToCount, type Standard } from '.';

const shunted = {
  conversions: [
    { of: 'shunts', manoeuvres: ['garage'], below: 3, item: 'look', severity: 'minor' },
    { of: 'shunts', manoeuvres: ['garage'], from: 3, item: 'look', severity: 'grave' },
    { of: 'measure:rollBack', from: 15, below: 30, item: 'stall', severity: 'minor' },
    { of: 'measure:rollBack', from: 30, item: 'stall', severity: 'grave' },
  ],
};
const standard = standardWith(shunted);
const step = (phase: string, run = 'r', manoeuvre = 'garage') =>
  ({ kind: 'manoeuvre', run, manoeuvre, phase }) as EventBody;
const rolled = (value: number, run: string | null = 'r') =>
  ({ kind: 'measure', measure: 'rollBack', value, run }) as EventBody;
const finished = { kind: 'end', how: 'finished' } as EventBody;
const finishedAt = (second: number) => ({ kind: 'end', how: 'finished', at: instant(second) }) as const;
const judged = (...bodies: readonly EventBody[]) =>
  judge(standard, eventsOf([...bodies, finished]), firstTest);

describe('a count that becomes a mark', () => {
  it('is one for each step, at its time and in its run; the third is graver', () => {
    const { marks, verdict } = judged(step('start'), step('shunt'), step('shunt'));
    expect(marks).toMatchObject([
      { item: 'look', severity: 'minor', run: 'r', by: 'e2', at: instant(20), source: 'conversion' },
      { item: 'look', severity: 'minor', run: 'r', by: 'e3', at: instant(30), source: 'conversion' },
    ]);
    expect(verdict.outcome).toBe('pass');
    const third = judged(step('start'), step('shunt'), step('shunt'), step('shunt'));
    expect(third.verdict).toMatchObject({ outcome: 'fail', counts: { minor: 2, grave: 1 } });
    expect(third.verdict.breaches).toMatchObject([{ limit: 'grave', by: 'e4' }]);
  });

  it('counts in each run anew, and only in the manoeuvres that are named, by id or kind', () => {
    const runs = [step('start'), step('shunt'), step('shunt'), step('start', 's'), step('shunt', 's')];
    expect(judged(...runs).verdict.counts).toMatchObject({ minor: 3, grave: 0 });
    expect(judged(step('start', 'k', 'kerb'), step('shunt', 'k', 'kerb')).marks).toEqual([]);
    const byKind = standardWith({
      conversions: [{ of: 'movements', manoeuvres: ['bay-park'], item: 'look', severity: 'minor' }],
    });
    const log = eventsOf([step('start'), step('movement'), finished]);
    expect(judge(byKind, log, firstTest).verdict.counts.minor).toBe(1);
  });

  it('is taken back with its step', () => {
    const log = eventsOf([
      step('start'),
      step('shunt'),
      { kind: 'retract', of: 'e2' } as EventBody,
      finished,
    ]);
    expect(judge(standard, log, firstTest).marks).toEqual([]);
  });
});

it('is what has to be counted in a run, beside what a limit totals', () => {
  const counted = (own: Standard) =>
    own.manoeuvres.map((manoeuvre) => stepsToCount(own, manoeuvre).map(({ id }) => id));
  expect(counted(standard)).toEqual([['shunts'], []]);
  const limits = [
    limitInput({ of: 'movements', per: 'attempt', where: { manoeuvres: ['kerb-reverse-right'] } }),
  ];
  expect(counted(standardWith({ limits }))).toEqual([[], ['movements']]);
});

describe('a reading that becomes a mark', () => {
  it('is one from a value on and below another', () => {
    const graded = (value: number) => judged(step('start'), rolled(value)).verdict.counts;
    expect(graded(14.99)).toMatchObject({ minor: 0, grave: 0 });
    expect(graded(15)).toMatchObject({ minor: 1, grave: 0 });
    expect(graded(29.99)).toMatchObject({ minor: 1, grave: 0 });
    expect(graded(30)).toMatchObject({ minor: 0, grave: 1 });
  });

  it('belongs to its run, also when it was read before the run began, or to none', () => {
    expect(judged(rolled(20), step('start')).marks).toMatchObject([{ run: 'r' }]);
    expect(judged(rolled(20, null)).marks).toMatchObject([{ run: null }]);
  });
});

describe('somebody who also marks what was counted', () => {
  it('can be told that it is already there, while that run goes on and for that item only', () => {
    const there = (...bodies: readonly EventBody[]) => {
      const judgement = judge(standard, eventsOf(bodies), firstTest);
      return [markedByCount(judgement, 'look'), markedByCount(judgement, 'stall')];
    };
    expect(there(step('start'))).toEqual([false, false]);
    expect(there(step('start'), step('shunt'))).toEqual([true, false]);
    expect(there(step('start'), step('shunt'), step('stop'))).toEqual([false, false]);
    expect(there(step('start'), step('shunt'), step('stop'), step('start', 's'))).toEqual([false, false]);
  });

  it('can grade it otherwise, as any mark', () => {
    const log = eventsOf([
      step('start'),
      step('shunt'),
      { kind: 'regrade', of: 'e2', severity: 'noted' } as EventBody,
      finished,
    ]);
    expect(judge(standard, log, firstTest).marks).toMatchObject([
      { severity: 'noted', regradedFrom: 'minor' },
    ]);
  });
});

describe('conversions in a standard file', () => {
  const told = (conversions: unknown) => {
    const read = parseStandard(standardInput({ conversions }));
    return read.ok ? [] : read.problems.map(({ path, message }) => `${path} ${message}`);
  };

  it('are refused with what is wrong: unknown counts, measures, manoeuvres, items, an empty range', () => {
    const one = { of: 'shunts', item: 'look', severity: 'minor' };
    expect(told([one])).toEqual([]);
    expect(told([{ ...one, of: 'faults' }])[0]).toMatch(/^conversions\[0\]\.of faults is no count/);
    expect(told([{ ...one, of: 'measure:tilt' }])[0]).toMatch(/^conversions\[0\]\.of tilt is no measure/);
    expect(told([{ ...one, manoeuvres: ['moon'] }])[0]).toMatch(/^conversions\[0\]\.manoeuvres\[0\] moon/);
    expect(told([{ ...one, item: 'moon' }])[0]).toMatch(/^conversions\[0\]\.item moon/);
    expect(told([{ ...one, item: 'answer', severity: 'grave' }])[0]).toMatch(/^conversions\[0\]\.severity/);
    expect(told([{ ...one, from: 3, below: 3 }])[0]).toMatch(/^conversions\[0\]\.below must be more than/);
    expect(told([{ ...one, by: 'hand' }])[0]).toMatch(/^conversions\[0\]\.by/);
  });

  it('are told in sentences', () => {
    expect(standard.conversions.map((one) => conversionSentence(standard, one))).toEqual([
      'Each shunt from 1 to 2 in Garage is marked as Look, minor.',
      'Shunt 3 and each further one in Garage is marked as Look, grave.',
      'Roll-back (cm) of 15 or more, less than 30 is marked as Stall, minor.',
      'Roll-back (cm) of 30 or more is marked as Stall, grave.',
    ]);
  });

  it('are those of the standard that a drive is judged under: a count is never made a mark twice', () => {
    const log = eventsOf([step('start'), step('shunt'), finished]);
    const other = standardWith({ ...shunted, version: '1.1.0' });
    expect(judgeUnder(standard, other, log, firstTest).verdict.counts.minor).toBe(1);
    const without = standardWith({ version: '1.2.0' });
    // A standard that makes nothing of it takes the mark as it was.
    expect(judgeUnder(standard, without, log, firstTest).verdict.counts.minor).toBe(1);
    expect(judgeUnder(without, standard, log, firstTest).verdict.counts.minor).toBe(1);
  });
});

describe('the time of the whole test', () => {
  const timed = standardWith({
    limits: [limitInput({ id: 'whole', of: 'elapsed', max: 100, ends: true })],
  });
  const after = (second: number, ...bodies: readonly EventBody[]) =>
    judge(timed, eventsOf([...bodies, finishedAt(second)]), firstTest).verdict;

  it('is counted from its start to its end, pauses left out', () => {
    expect(after(100).outcome).toBe('pass');
    expect(after(101)).toMatchObject({
      outcome: 'ended',
      breaches: [{ limit: 'whole', total: 101, max: 100, by: 'e1' }],
    });
    const pause = { kind: 'pause', at: instant(20) } as unknown as EventBody;
    const resume = { kind: 'resume', at: instant(50) } as unknown as EventBody;
    expect(after(130, pause, resume).headroom).toMatchObject([{ total: 100, left: 0 }]);
    expect(after(131, pause, resume).outcome).toBe('ended');
  });

  it('is not known before the end', () => {
    const { verdict } = judge(timed, eventsOf([{ kind: 'stage', stage: 'drive' } as EventBody]), firstTest);
    expect(verdict).toMatchObject({ outcome: 'incomplete', headroom: [{ total: 0 }] });
  });

  it('is a limit of the test, and of nothing narrower', () => {
    const told = (limit: Record<string, unknown>) =>
      checkStandard(standardInput({ limits: [limitInput({ of: 'elapsed', ...limit })] })).problems.map(
        ({ path }) => path,
      );
    expect(told({})).toEqual([]);
    expect(told({ per: 'manoeuvre' })).toEqual(['limits[0].per']);
    expect(told({ where: { manoeuvres: ['garage'] } })).toEqual(['limits[0].where.manoeuvres']);
  });

  it('stands in a worked example on both sides of its limit', () => {
    const example = (elapsed: number, verdict: string, breaches: readonly string[]) => ({
      title: `${elapsed} seconds`,
      elapsed,
      verdict,
      breaches,
    });
    const limits = [limitInput({ id: 'whole', of: 'elapsed', max: 1200, ends: true })];
    const examples = [example(1200, 'pass', []), example(1201, 'ended', ['whole'])];
    expect(checkStandard(standardInput({ limits, examples })).problems).toEqual([]);
    const wrong = [example(1201, 'pass', [])];
    expect(checkStandard(standardInput({ limits, examples: wrong })).problems).not.toEqual([]);
  });
});

describe('a run that was not stopped', () => {
  it('ends with the test', () => {
    const limits = [limitInput({ id: 'time', of: 'seconds', per: 'manoeuvre', max: 60 })];
    const log = (second: number) => eventsOf([step('start'), finishedAt(second)]);
    const { verdict } = judge(standardWith({ limits }), log(71), firstTest);
    expect(verdict.breaches).toMatchObject([{ limit: 'time', total: 61, by: 'e2' }]);
    expect(judge(standardWith({ limits }), log(70), firstTest).verdict.outcome).toBe('pass');
  });
});

describe('skills and tags that no item has', () => {
  it('are a warning: the limit never matches', () => {
    const limits = [
      limitInput({ id: 'a', where: { skills: ['roundabouts'] } }),
      limitInput({ id: 'b', where: { tags: ['winter'] } }),
      limitInput({ id: 'c', where: { skills: ['roundabouts', 'blind-spot'] } }),
    ];
    const { problems, warnings } = checkStandard(standardInput({ limits }));
    expect(problems).toEqual([]);
    expect(warnings.map(({ path }) => path)).toEqual(['limits[0].where.skills', 'limits[1].where.tags']);
    const unknown = [limitInput({ where: { skills: ['flying'] } })];
    expect(checkStandard(standardInput({ limits: unknown })).problems).toMatchObject([
      { path: 'limits[0].where.skills[0]' },
    ]);
  });
});
