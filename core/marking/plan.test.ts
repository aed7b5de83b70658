import { describe, expect, it } from '@jest/globals';
import { eventsOf, instant, standardWith } from '../testing';
import { driveOf } from './drive';
import { HILL_START, planOf, PULL_UP, questionsDue, stageSeconds } from './plan';

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
    const said = (feature: string) => ({ kind: 'said', feature, text: feature }) as const;
    const step = (phase: 'start' | 'stop', manoeuvre: string) =>
      ({ kind: 'manoeuvre', run: manoeuvre, manoeuvre, phase }) as const;
    expect(told([], 600)).toEqual({
      minutes: '10 of 40',
      independent: '0 of 20',
      'pull-ups': '0 of 3',
      manoeuvres: '0 of 1',
      questions: '0 of 2',
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
    expect(done).toMatchObject({ 'pull-ups': '2 of 3', manoeuvres: '1 of 1', questions: '1 of 2' });
  });

  it('says nothing where nothing is planned', () => {
    const none = standardWith({ drive: undefined, questions: undefined });
    expect(planOf(none, driven([]), { startedAt: instant(0), now: instant(9) })).toEqual([]);
  });

  it('counts the seconds of a stage over all its times, pauses left out, up to the end of the drive', () => {
    const drive = driven([
      { kind: 'stage', stage: 'independent', at: instant(100) },
      { kind: 'pause', at: instant(110) },
      { kind: 'resume', at: instant(130) },
      { kind: 'stage', stage: 'drive', at: instant(160) },
      { kind: 'stage', stage: 'independent', at: instant(200) },
      { kind: 'end', how: 'finished', at: instant(230) },
    ]);
    expect(stageSeconds(drive, 'independent', instant(999))).toBe(40 + 30);
  });
});
