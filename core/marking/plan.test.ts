import { describe, expect, it } from '@jest/globals';
import { eventsOf, firstTest, instant, standardWith } from '../testing';
import type { FeatureKindId } from '../route';
import { driveOf } from './drive';
import { parseEvent } from './event';
import { judge } from './judge';
import { HILL_START, PULL_UP } from './counted';
import { planOf, questionsDue, stageSeconds } from './plan';
import { resultOf, resultWords } from './words';

const drivePlan = {
  minutes: 40,
  independentMinutes: 20,
  pullUps: 3,
  manoeuvres: { draw: 1, from: ['bay-park'] },
};
const standard = standardWith({ drive: drivePlan });
type Bodies = Parameters<typeof eventsOf>[0];
const driven = (bodies: Bodies) => driveOf(standard, eventsOf(bodies));
const answer = (part: 'explain' | 'demonstrate', right: boolean, attempt: number) =>
  ({ kind: 'question', question: `${part}-1`, part, right, attempt }) as const;

describe('questions', () => {
  it('are settled by a right answer, or by the last wrong one that is allowed', () => {
    const due = (bodies: Bodies) =>
      questionsDue(standard, driven(bodies)).map(({ part, attempt, right }) => [part, attempt, right]);
    expect(due([])).toEqual([
      ['explain', 1, null],
      ['demonstrate', 1, null],
    ]);
    expect(due([answer('explain', false, 1)])[0]).toEqual(['explain', 2, null]);
    expect(due([answer('explain', false, 1), answer('explain', true, 2)])[0]).toEqual([
      'explain',
      null,
      true,
    ]);
    expect(due([answer('explain', false, 1), answer('explain', false, 2)])[0]).toEqual([
      'explain',
      null,
      false,
    ]);
    expect(due([answer('explain', true, 1), { kind: 'retract', of: 'e1' }])[0]).toEqual(['explain', 1, null]);
  });

  it('are not due where the standard asks none', () => {
    expect(questionsDue(standardWith({ questions: undefined }), driven([]))).toEqual([]);
  });
});

describe('the plan of a drive', () => {
  const told = (bodies: Bodies, seconds: number) =>
    Object.fromEntries(
      planOf(standard, driven(bodies), { startedAt: instant(0), now: instant(seconds) }).map(
        ({ id, done, planned }) => [id, `${done} of ${planned}`],
      ),
    );

  it('tells what is done of each thing that the standard plans', () => {
    const said = (feature: FeatureKindId) =>
      ({ kind: 'said', feature: { kind: feature }, text: feature }) as const;
    const step = (phase: 'start' | 'stop', manoeuvre: string) =>
      ({ kind: 'manoeuvre', run: manoeuvre, manoeuvre, phase }) as const;
    expect(told([], 600)).toEqual({
      minutes: '600 of 2400',
      independent: '0 of 1200',
      'pull-ups': '0 of 3',
      manoeuvres: '0 of 1',
      explain: '0 of 1',
      demonstrate: '0 of 1',
    });
    const done = told(
      [
        said(PULL_UP),
        said(PULL_UP),
        said(HILL_START),
        step('start', 'garage'),
        step('stop', 'garage'),
        step('start', 'kerb'),
        step('stop', 'kerb'),
        answer('demonstrate', true, 1),
      ],
      60,
    );
    expect(done).toMatchObject({ 'pull-ups': '2 of 3', manoeuvres: '1 of 1', demonstrate: '1 of 1' });
  });

  it('says nothing where nothing is planned', () => {
    const none = standardWith({ drive: undefined, questions: undefined, manoeuvres: [] });
    expect(planOf(none, driven([]), { startedAt: instant(0), now: instant(9) })).toEqual([]);
  });

  it('is the whole course, each side apart, where manoeuvres are a fixed course', () => {
    const garage = { id: 'garage', title: 'Garage', kind: 'bay-park', clock: { starts: 'reverse-gear' } };
    const yard = standardWith({
      questions: undefined,
      manoeuvres: [garage, { id: 'alley', title: 'Alley', kind: 'yard-reverse', sides: ['left', 'right'] }],
    });
    const run = (id: string, manoeuvre: string, side: 'left' | 'right' | null) =>
      (['start', 'stop'] as const).map(
        (phase) => ({ kind: 'manoeuvre', run: id, manoeuvre, phase, side }) as const,
      );
    const plan = (bodies: Bodies) =>
      planOf(yard, driveOf(yard, eventsOf(bodies)), { startedAt: instant(0), now: instant(9) });
    expect(
      plan([...run('a', 'garage', null), ...run('b', 'alley', 'left'), ...run('c', 'alley', 'left')]),
    ).toEqual([{ id: 'manoeuvres', done: 2, planned: 3, least: 3 }]);
  });

  it('counts the seconds of a stage over all its times, pauses left out, up to the end of the drive', () => {
    const drive = driven([
      { kind: 'stage', stage: 'independent', at: instant(100) },
      { kind: 'pause', at: instant(110) },
      { kind: 'resume', at: instant(130) },
      { kind: 'stage', stage: 'drive', at: instant(160) },
      { kind: 'stage', stage: 'independent', at: instant(200) },
      { kind: 'end', how: 'finished', at: instant(230) },
      { kind: 'stage', stage: 'drive', at: instant(300) },
    ]);
    expect(stageSeconds(drive, 'independent', instant(999))).toBe(40 + 30);
  });
});

describe('a drive that is less than its plan', () => {
  const judged = (bodies: Bodies) => judge(standard, eventsOf(bodies), firstTest);
  const run = (['start', 'stop'] as const).map(
    (phase) => ({ kind: 'manoeuvre', run: 'r', manoeuvre: 'garage', phase, at: instant(60) }) as const,
  );
  const whole: Bodies = [
    { kind: 'stage', stage: 'independent', at: instant(1) },
    ...run,
    ...[1, 2, 3].map(
      () => ({ kind: 'said', feature: { kind: PULL_UP }, text: 'p', at: instant(70) }) as const,
    ),
    { ...answer('explain', true, 1), at: instant(80) },
    { ...answer('demonstrate', true, 1), at: instant(90) },
  ];
  const words = (judgement: ReturnType<typeof judged>) =>
    resultWords(standard, resultOf(judgement), judgement.verdict);

  it('is told as incomplete with what is missing; its outcome by the format stays a pass', () => {
    const short = judged([{ kind: 'end', how: 'finished', at: instant(4) }]);
    expect(short.verdict.outcome).toBe('pass');
    expect(short.verdict.plan).toEqual({
      complete: false,
      missing: [
        'minutes',
        'independent',
        'pull-ups',
        'manoeuvre',
        'explain question',
        'demonstrate question',
      ],
    });
    expect(resultOf(short).outcome).toBe('incomplete');
    expect(words(short)).toEqual([
      '4 s of 40 min, no independent driving, no pull-ups, no manoeuvre, no questions.',
    ]);
  });

  it('is whole from three quarters of the minutes, or from the share that the standard says', () => {
    const until = (seconds: number) =>
      judged([...whole, { kind: 'end', how: 'finished', at: instant(seconds) }]);
    expect(until(1_800).verdict.plan).toEqual({ complete: true, missing: [] });
    expect(until(1_799).verdict.plan.missing).toEqual(['minutes']);
    const strict = standardWith({ drive: { ...drivePlan, leastShare: 1 } });
    const events = eventsOf([...whole, { kind: 'end', how: 'finished', at: instant(2_000) }]);
    expect(judge(strict, events, firstTest).verdict.plan.missing).toEqual(['minutes']);
  });

  it('counts as a full test when the instructor says so and why', () => {
    const counted = judged([
      { kind: 'end', how: 'finished', counts: true, reason: 'The road was closed.', at: instant(1_500) },
      ...whole,
    ]);
    expect(resultOf(counted)).toMatchObject({ outcome: 'pass', countedBecause: 'The road was closed.' });
    expect(words(counted).at(-1)).toBe('Counted as a full test: The road was closed. (25 of 40 min)');
    expect(parseEvent({ ...eventsOf([{ kind: 'end', how: 'finished', counts: true }])[0] })).toEqual({
      ok: false,
      problems: [
        {
          path: 'reason',
          code: 'no-reason',
          given: {},
          message: 'is missing; say why this counts as a full test',
        },
      ],
    });
  });

  it('stays a fail when a limit was exceeded', () => {
    const failing = judged([
      { kind: 'fault', item: 'look', severity: 'grave' },
      { kind: 'end', how: 'finished', at: instant(20) },
    ]);
    expect(resultOf(failing).outcome).toBe('fail');
    expect(words(failing)).toEqual(['Grave faults: 1, none allowed']);
  });
});
