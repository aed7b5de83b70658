import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { firstTest, instant, standardWith } from '../testing';
import { eventChecker, judge, openRun, parseEvent, type DriveEvent } from '../marking';
import { act, refusalWords, type Action } from './index';

const small = standardWith({
  checks: [{ id: 'eyes', title: 'Reads a plate', item: 'look', severity: 'grave' }],
});

/** Does one thing after another, each an instant of its own; what was refused is kept by its code. */
function session(standard = small) {
  const events: DriveEvent[] = [];
  const refused: string[] = [];
  let runs = 0;
  const judged = () => judge(standard, events, firstTest);
  const does = (action: Action): readonly string[] => {
    const done = act({ standard, events, judgement: judged() }, action, () => `run-${(runs += 1)}`);
    if (!done.ok) {
      refused.push(done.why.code);
      expect(refusalWords(done.why)).toMatch(/\.$/);
      return [];
    }
    const at = instant(events.length + 1);
    const ids = done.events.map((_, n) => `e${events.length + n + 1}`);
    for (const [n, body] of done.events.entries())
      events.push({ at, ...body, id: ids[n], device: 'd', seq: events.length + 1 } as DriveEvent);
    return ids;
  };
  return { events, refused, does, judged };
}

const mark: Action = { do: 'mark', item: 'look', severity: 'minor' };

describe('what an action records', () => {
  it('begins with the stage and the checks that were not in order', () => {
    const { does, judged } = session();
    does({ do: 'begin', failed: ['eyes'] });
    expect(judged().drive.stages).toHaveLength(1);
    expect(judged().marks).toMatchObject([{ item: 'look', severity: 'grave', run: null }]);
  });

  it('undoes the checks of set-up as the one touch they were, and names each', () => {
    const two = standardWith({
      checks: [
        { id: 'eyes', title: 'Reads a plate', item: 'look', severity: 'grave' },
        { id: 'mirrors', title: 'Sets the mirrors', item: 'mirror', severity: 'minor' },
      ],
    });
    const { events, does, judged } = session(two);
    does({ do: 'begin', failed: ['eyes', 'mirrors'] });
    const undo = act({ standard: two, events, judgement: judged() }, { do: 'undo' }, String);
    expect(undo).toMatchObject({ ok: true, undone: 'Look, grave; Mirror, minor' });
    does({ do: 'undo' });
    expect([judged().marks.length, judged().drive.stages.length]).toEqual([0, 1]);
  });

  it('puts marks, flags and readings into the manoeuvre that runs, and into none after it', () => {
    const { does, judged } = session();
    does({ do: 'start-run', manoeuvre: 'garage', side: null });
    does(mark);
    does({ do: 'measure', measure: 'rollBack', value: 12 });
    const run = openRun(judged().drive)?.run;
    does({ do: 'stop-run' });
    does(mark);
    const { marks, drive } = judged();
    expect(marks.map((one) => one.run)).toEqual([run, null]);
    expect(drive.happenings.find(({ kind }) => kind === 'measure')).toMatchObject({ run, value: 12 });
  });

  it('keeps what the severity guide was told with the mark, graded or taken back', () => {
    const { does, judged } = session();
    const [first = ''] = does(mark);
    const [second = ''] = does(mark);
    does({ do: 'regrade', mark: first, severity: 'grave', because: 'danger' });
    does({ do: 'take-back', events: [second], because: 'no fault' });
    const { marks, drive } = judged();
    expect(marks).toMatchObject([{ severity: 'grave', regradedFrom: 'minor' }]);
    expect(drive.notes.map(({ of, text, by }) => [of, text, by])).toEqual([
      [first, 'danger', 'severity-guide'],
      [second, 'no fault', 'severity-guide'],
    ]);
  });

  it('ends, counts in full with its reason, and opens again', () => {
    const { does, judged } = session();
    does({ do: 'end', how: 'finished', countedBecause: null });
    does({ do: 'count-in-full', because: 'Rain.' });
    expect(judged().drive.end).toMatchObject({ how: 'finished', counts: true, reason: 'Rain.' });
    does({ do: 'reopen' });
    expect(judged().drive.end).toBeNull();
  });

  it('undoes the last touch and says what it was, and restores it', () => {
    const { does, events, judged } = session();
    does(mark);
    const undone = act({ standard: small, events, judgement: judged() }, { do: 'undo' }, String);
    expect(undone).toMatchObject({ ok: true, undone: 'Look, minor' });
    const retracts = does({ do: 'undo' });
    expect(judged().marks).toEqual([]);
    does({ do: 'restore', retracts });
    expect(judged().marks).toHaveLength(1);
  });
});

describe('what an action refuses, with its reason', () => {
  it.each<[string, readonly Action[], string]>([
    [
      'a mark that the standard does not have',
      [{ do: 'mark', item: 'hum', severity: 'minor' }],
      'not-of-standard',
    ],
    [
      'a severity that the item cannot have',
      [{ do: 'mark', item: 'answer', severity: 'grave' }],
      'not-of-standard',
    ],
    ['a step where no manoeuvre runs', [{ do: 'step-run', step: 'movement' }], 'no-manoeuvre-runs'],
    ['an end of a manoeuvre where none runs', [{ do: 'stop-run' }], 'no-manoeuvre-runs'],
    [
      'a clock that a manoeuvre does not have',
      [
        { do: 'start-run', manoeuvre: 'kerb', side: null },
        { do: 'step-run', step: 'clock' },
      ],
      'no-clock',
    ],
    [
      'a manoeuvre of another standard',
      [{ do: 'start-run', manoeuvre: 'loop', side: null }],
      'not-of-standard',
    ],
    ['a reading below zero', [{ do: 'measure', measure: 'rollBack', value: -1 }], 'out-of-range'],
    [
      'a reading that is no number',
      [{ do: 'measure', measure: 'rollBack', value: Number.NaN }],
      'out-of-range',
    ],
    ['an undo of nothing', [{ do: 'undo' }], 'nothing-to-undo'],
    ['a second pause', [{ do: 'pause' }, { do: 'pause' }], 'already-so'],
    ['going on without a pause', [{ do: 'resume' }], 'already-so'],
    [
      'the stage that it is in',
      [
        { do: 'stage', stage: 'drive' },
        { do: 'stage', stage: 'drive' },
      ],
      'already-so',
    ],
    [
      'a second end',
      [
        { do: 'end', how: 'finished', countedBecause: null },
        { do: 'end', how: 'stopped', countedBecause: null },
      ],
      'already-so',
    ],
    ['opening again what has not ended', [{ do: 'reopen' }], 'not-ended'],
    ['a grading of a mark that is gone', [{ do: 'regrade', mark: 'e9', severity: 'grave' }], 'not-there'],
    ['a flag that is gone', [{ do: 'sort', flag: 'e9', faults: [] }], 'not-there'],
    ['taking back what was never there', [{ do: 'take-back', events: ['e9'] }], 'not-there'],
    ['a fourth goal', ['a', 'b', 'c', 'd'].map((text) => ({ do: 'goal', text })), 'enough-goals'],
    ['an empty goal', [{ do: 'goal', text: '  ' }], 'out-of-range'],
    ['a rating over ten', [{ do: 'rate', area: 'control', value: 11, by: 'learner' }], 'out-of-range'],
  ])('refuses %s', (_what, actions, code) => {
    const { does, refused, events } = session();
    for (const action of actions.slice(0, -1)) does(action);
    const before = events.length;
    expect(refused).toEqual([]);
    for (const action of actions.slice(-1)) does(action);
    expect(refused).toEqual([code]);
    expect(events).toHaveLength(before);
  });
});

const some = <T>(...values: readonly T[]) => fc.constantFrom(...values);
const target = fc.nat(20).map((n) => `e${n}`);
const item = some('look', 'mirror', 'stall', 'answer', 'hum');
const severity = some('noted', 'minor', 'grave', 'dire');
const anyAction: fc.Arbitrary<Action> = fc.oneof(
  fc.record({ do: some('mark' as const), item, severity }),
  fc.constant<Action>({ do: 'flag' }),
  fc.record({
    do: some('sort' as const),
    flag: target,
    faults: fc.array(fc.record({ item, severity }), { maxLength: 2 }),
  }),
  fc.record({ do: some('regrade' as const), mark: target, severity }),
  fc.record({ do: some('take-back' as const), events: fc.array(target, { maxLength: 2 }) }),
  fc.constant<Action>({ do: 'undo' }),
  fc.record({ do: some('stage' as const), stage: some('drive', 'independent') }),
  fc.record({
    do: some('start-run' as const),
    manoeuvre: some('garage', 'kerb', 'loop'),
    side: some('left' as const, null),
  }),
  fc.record({
    do: some('step-run' as const),
    step: some('clock' as const, 'attempt' as const, 'movement' as const, 'shunt' as const),
  }),
  fc.constant<Action>({ do: 'stop-run' }),
  fc.record({ do: some('measure' as const), measure: some('rollBack', 'heat'), value: fc.double() }),
  fc.record({ do: some('goal' as const), text: some('a', 'b', 'c', 'd', ' ') }),
  fc.record({ do: some('pause' as const, 'resume' as const) }),
  fc.record({
    do: some('end' as const),
    how: some('finished' as const, 'stopped' as const),
    countedBecause: some(null, 'Rain.'),
  }),
  fc.constant<Action>({ do: 'reopen' }),
);

it('whatever is done in whatever order, the log holds only what the server would take', () => {
  fc.assert(
    fc.property(fc.array(anyAction, { maxLength: 25 }), (actions) => {
      const { does, events } = session();
      for (const action of actions) does(action);
      const check = eventChecker(small, events);
      for (const event of events) {
        expect(parseEvent(event)).toMatchObject({ ok: true });
        expect(check(event)).toEqual([]);
      }
    }),
    { numRuns: 200 },
  );
});

describe('marks that are put right after the drive', () => {
  const ended = () => {
    const one = session();
    one.does({ do: 'begin', failed: [] });
    one.does(mark);
    one.does({ do: 'stage', stage: 'independent' });
    one.does({ do: 'end', how: 'finished', countedBecause: null });
    return one;
  };

  it('are added at their own time, and count as if they had been marked then', () => {
    const { does, judged, refused, events } = ended();
    const { end } = judged().drive;
    const add = (item: string, seconds: number) =>
      does({ do: 'add-mark', item, severity: 'minor', startedAt: instant(0), seconds });
    add('mirror', 3);
    expect(judged().marks.map(({ item, at }) => [item, at])).toEqual([
      ['look', instant(2)],
      ['mirror', instant(3)],
    ]);
    expect(judged().verdict.counts.minor).toBe(2);
    const held = events.length;
    expect(end?.at).toBe(instant(4));
    for (const seconds of [5, -1, NaN]) add('mirror', seconds);
    add('nothing', 3);
    expect(refused).toEqual(['outside-drive', 'outside-drive', 'outside-drive', 'not-of-standard']);
    expect(events.length).toBe(held);
  });

  it('become another item or severity at the same time, and a note goes with them', () => {
    const { does, judged, refused } = ended();
    const [first] = judged().marks;
    if (!first) throw new Error('no mark');
    const ids = does({ do: 'change-mark', mark: first, item: 'mirror', severity: 'grave' });
    does({ do: 'note', text: 'Seen in the inside mirror.', of: ids.at(-1) ?? '' });
    expect(judged().marks).toMatchObject([{ item: 'mirror', severity: 'grave', at: first.at }]);
    expect(judged().drive.notes).toMatchObject([{ of: ids.at(-1), text: 'Seen in the inside mirror.' }]);
    does({ do: 'change-mark', mark: first, item: 'look', severity: 'minor' });
    does({ do: 'note', text: 'x', of: 'nowhere' });
    const [now] = judged().marks;
    if (now) does({ do: 'change-mark', mark: now, item: 'mirror', severity: 'grave' });
    expect(refused).toEqual(['not-there', 'not-there', 'already-so']);
  });
});
