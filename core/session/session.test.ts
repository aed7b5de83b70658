import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  driveOf,
  isFixedCourse,
  judge,
  openRun,
  stageNow,
  type DriveEvent,
  type EventBody,
} from '../marking';
import { anyLog, anyStandard, firstTest, instant, limitInput, standardWith } from '../testing';
import { limitsInView, outsideMarks, STEP_IN_SECONDS, stepInOpen, type Timed } from './index';
import { replaceMark } from './outside';
import { lastTouch } from './undo';
import { endDrive, startRun, stopRun } from './runs';

/** A recorder as a page is one: each touch its own instant, its events numbered. */
function recorder() {
  const events: DriveEvent[] = [];
  let seconds = 0;
  const touch = (...bodies: readonly Timed[]): string => {
    seconds += 1;
    for (const body of bodies)
      events.push({
        at: instant(seconds),
        ...body,
        id: `e${events.length + 1}`,
        device: 'd1',
        seq: events.length + 1,
      } as DriveEvent);
    return events.at(-1)?.id ?? '';
  };
  return { events, touch, wait: (more: number) => (seconds += more) };
}

const road = standardWith({
  drive: { minutes: 40, manoeuvres: { draw: 1, from: ['bay-park'] } },
  limits: [limitInput({ id: 'grave', where: { severities: ['grave'] } })],
});
const [garage, kerb] = road.manoeuvres;
if (!garage || !kerb) throw new Error('no manoeuvres');
const look: EventBody = { kind: 'fault', item: 'look', severity: 'minor' };

describe('undoing the last touch', () => {
  const undoing = (...touches: readonly (readonly EventBody[])[]) => {
    const { events, touch } = recorder();
    touch({ kind: 'stage', stage: 'drive' });
    for (const bodies of touches) touch(...bodies);
    return lastTouch(road, events);
  };
  it.each([
    ['a mark', [look], 'Look, minor'],
    ['a flag', [{ kind: 'peg' }], 'flag'],
    ['a stage', [{ kind: 'stage', stage: 'return' }], 'stage Return'],
    [
      'a question',
      [{ kind: 'question', question: 'q', part: 'explain', right: false, attempt: 1 }],
      'explain question, wrong',
    ],
    ['a pull-up', [{ kind: 'said', feature: { kind: 'pull-up' }, text: 'Pull up' }], '“Pull up”'],
    ['a reading', [{ kind: 'measure', measure: 'rollBack', value: 12, run: null }], 'Roll-back 12 cm'],
    [
      'a step of a manoeuvre',
      [{ kind: 'manoeuvre', run: 'r', manoeuvre: 'garage', phase: 'movement' }],
      'Garage: a movement',
    ],
    ['a grading', [{ kind: 'regrade', of: 'e2', severity: 'grave' }], 'graded as grave: Look, minor'],
    ['stepping in', [{ kind: 'intervention', by: 'pedal' }], 'stepped in: pedal'],
  ] as [string, EventBody[], string][])(
    'undoes %s and says so, never the mark before it',
    (_what, bodies, words) => {
      expect(undoing([look], bodies)).toEqual({ events: ['e3'], words });
    },
  );

  it('undoes a start with all that came of the same touch', () => {
    const { events, touch } = recorder();
    touch({ kind: 'stage', stage: 'drive' });
    touch(look);
    touch(...startRun(road, driveOf(road, events), { manoeuvre: garage, side: null }, 'r'));
    const last = lastTouch(road, events);
    expect(last).toEqual({ events: ['e3', 'e4'], words: 'Garage: started' });
    for (const of of last?.events ?? []) touch({ kind: 'retract', of });
    const drive = driveOf(road, events);
    expect([openRun(drive), stageNow(road, drive)]).toEqual([null, 'drive']);
    expect(lastTouch(road, events)?.words).toBe('Look, minor');
  });

  it('takes a pause out whole, and leaves the stage that the drive began with', () => {
    expect(undoing([look], [{ kind: 'pause' }], [{ kind: 'resume' }])?.events).toEqual(['e3', 'e4']);
    expect(undoing()).toBeNull();
  });

  it('again and again leads back through every touch to the untouched drive, whatever was logged', () => {
    fc.assert(
      fc.property(anyStandard({ caps: true, ends: true }), anyLog, (standard, log) => {
        const events = [...log];
        for (let n = 0; n < 200; n += 1) {
          const touch = lastTouch(standard, events);
          if (!touch) break;
          for (const of of touch.events)
            events.push({
              kind: 'retract',
              of,
              id: `u${n} ${of}`,
              device: 'u',
              seq: events.length,
              at: instant(90),
            });
        }
        expect(lastTouch(standard, events)).toBeNull();
        const { verdict } = judge(standard, events, firstTest);
        expect(Object.values(verdict.counts).every((count) => count === 0)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
});

describe('a run', () => {
  it('goes back to the stage it was started from when it is done, and stays on a fixed course', () => {
    const { events, touch } = recorder();
    touch({ kind: 'stage', stage: 'drive' });
    touch({ kind: 'stage', stage: 'independent' });
    touch(...startRun(road, driveOf(road, events), { manoeuvre: garage, side: null }, 'r'));
    const during = driveOf(road, events);
    expect(stageNow(road, during)).toBe('manoeuvre');
    const run = openRun(during);
    if (!run) throw new Error('no run');
    touch(...stopRun(road, during, run));
    expect(stageNow(road, driveOf(road, events))).toBe('independent');

    const yard = standardWith();
    expect(isFixedCourse(yard)).toBe(true);
    const course = recorder();
    course.touch(...startRun(yard, driveOf(yard, []), { manoeuvre: garage, side: null }, 'r'));
    const running = openRun(driveOf(yard, course.events));
    if (!running) throw new Error('no run');
    expect(stopRun(yard, driveOf(yard, course.events), running)).toHaveLength(1);
  });

  it('stops when another starts and when the drive ends, and begins its first attempt where attempts are limited', () => {
    const { events, touch } = recorder();
    touch(...startRun(road, driveOf(road, events), { manoeuvre: garage, side: 'left' }, 'a'));
    // A limit of the manoeuvre's own, or one of the test that counts its attempts.
    const tries = limitInput({ id: 't', of: 'attempts', per: 'manoeuvre', max: 2 });
    for (const limited of [
      standardWith({ manoeuvres: [{ ...kerb, limits: [tries] }] }),
      standardWith({
        manoeuvres: [kerb],
        limits: [{ ...tries, per: 'test', where: { manoeuvres: [kerb.id] } }],
      }),
    ])
      expect(
        startRun(
          limited,
          driveOf(limited, []),
          { manoeuvre: limited.manoeuvres[0] ?? kerb, side: null },
          'c',
        ),
      ).toContainEqual(expect.objectContaining({ run: 'c', phase: 'attempt' }));
    const own = standardWith({ manoeuvres: [garage, { ...kerb, limits: [tries] }] });
    touch(...startRun(own, driveOf(own, events), { manoeuvre: own.manoeuvres[1] ?? kerb, side: null }, 'b'));
    expect(
      events.slice(2).map((event) => event.kind === 'manoeuvre' && `${event.run} ${event.phase}`),
    ).toEqual(['a stop', 'b start', 'b attempt']);
    expect(endDrive(driveOf(road, events), 'finished', 'Rain.')).toMatchObject([
      { run: 'b', phase: 'stop' },
      { kind: 'end', how: 'finished', counts: true, reason: 'Rain.' },
    ]);
  });
});

describe('the limits in view', () => {
  const timed = standardWith({
    limits: [
      limitInput({ id: 'grave', where: { severities: ['grave'] } }),
      limitInput({ id: 'whole', of: 'elapsed', max: 1_200 }),
      ...[1, 2, 3, 4, 5, 6].map((n) =>
        limitInput({ id: `m${n}`, where: { severities: ['minor'] }, max: n + 3 }),
      ),
    ],
  });
  const view = (most: number, ...bodies: readonly Timed[]) => {
    const { events, touch } = recorder();
    for (const body of bodies) touch(body);
    const rows = limitsInView(timed, judge(timed, events, firstTest), instant(0), most);
    return rows.map(({ limit, runsSince }) => (limit === 'whole' ? `${limit} ${runsSince}` : limit));
  };

  it('keep the time of the whole test last, counted from the start without pauses, where there is room', () => {
    expect(view(5, look).at(-1)).toBe(`whole ${instant(0)}`);
    expect(view(5, look)).toHaveLength(5);
    const paused = [
      { kind: 'pause', at: instant(100) },
      { kind: 'resume', at: instant(160) },
    ] as const;
    expect(view(5, ...paused).at(-1)).toBe(`whole ${instant(60)}`);
    expect(view(5, { kind: 'pause', at: instant(100) }).at(-1)).toBe('whole null');
    expect(view(5, { kind: 'end', how: 'finished', at: instant(300) }).at(-1)).toBe('whole null');
    // On a phone the two that are nearest to their end are more.
    expect(view(2, look).some((row) => row.startsWith('whole'))).toBe(false);
  });
});

describe('stepping in', () => {
  const open = (after: readonly EventBody[], seconds: number) => {
    const { events, touch } = recorder();
    touch({ kind: 'intervention', by: 'wheel' });
    for (const body of after) touch(body);
    return stepInOpen(driveOf(road, events), instant(1 + seconds));
  };
  it('waits ten seconds for its mark, then no longer', () => {
    expect(open([], 0)?.secondsLeft).toBe(STEP_IN_SECONDS);
    expect(open([], 9.5)?.secondsLeft).toBeCloseTo(0.5);
    expect(open([], 10)).toBeNull();
    expect(open([], 75)).toBeNull();
  });
  it('is over with the next mark or flag, or when it is undone', () => {
    expect(open([look], 2)).toBeNull();
    expect(open([{ kind: 'peg' }], 2)).toBeNull();
    expect(open([{ kind: 'stage', stage: 'drive' }], 2)).not.toBeNull();
    expect(open([{ kind: 'retract', of: 'e1' }], 2)).toBeNull();
  });
});

describe('a mark that no limit counts', () => {
  const yard = standardWith({
    manoeuvres: [
      {
        ...garage,
        limits: [limitInput({ id: 'small', where: { severities: ['minor'] }, per: 'manoeuvre', max: 2 })],
      },
    ],
  });
  const run = (id: string): EventBody[] =>
    (['start', 'stop'] as const).map((phase) => ({ kind: 'manoeuvre', run: id, manoeuvre: 'garage', phase }));
  const judged = (events: readonly DriveEvent[]) => judge(yard, events, firstTest);

  it('is named with the runs beside it; moved there it counts, at its own time', () => {
    const { events, touch } = recorder();
    for (const body of run('first')) touch(body);
    touch(look);
    for (const body of run('second')) touch(body);
    touch({ ...look, severity: 'noted' });
    const [outside, ...more] = outsideMarks(yard, judged(events));
    expect(more).toEqual([]);
    expect(outside?.runs.map((one) => one.run)).toEqual(['first', 'second']);
    if (!outside) throw new Error('none');
    touch(...replaceMark(judged(events), outside.mark, { run: 'second' }));
    const after = judged(events);
    expect(outsideMarks(yard, after)).toEqual([]);
    expect(after.headroom.find(({ scope }) => 'run' in scope && scope.run === 'second')?.total).toBe(1);
    expect(after.marks.find(({ item }) => item === 'look')?.at).toBe(outside.mark.at);
    // It was put elsewhere, not taken back.
    expect(after.drive.takenBack).toEqual([]);
  });

  it('of a flag leaves the other faults of the flag where they are', () => {
    const { events, touch } = recorder();
    for (const body of run('only')) touch(body);
    const flag = touch({ kind: 'peg' });
    touch({
      kind: 'sort',
      of: flag,
      faults: [
        { item: 'look', severity: 'minor' },
        { item: 'mirror', severity: 'grave' },
      ],
    });
    const [outside] = outsideMarks(yard, judged(events));
    if (!outside) throw new Error('none');
    touch(...replaceMark(judged(events), outside.mark, { run: 'only' }));
    expect(judged(events).marks.map(({ item, run: of }) => [item, of])).toEqual([
      ['mirror', null],
      ['look', 'only'],
    ]);
  });
});

it('everything that was taken back can be restored, one by one', () => {
  const { events, touch } = recorder();
  const ids = [touch(look), touch({ ...look, item: 'mirror' }), touch({ kind: 'peg' })];
  for (const of of ids) touch({ kind: 'retract', of });
  // Two devices may take back the same.
  touch({ kind: 'retract', of: 'e1' });
  const back = () => driveOf(road, events).takenBack;
  expect(back().map(({ event }) => event.id)).toEqual(ids);
  for (const of of back()[0]?.retracts ?? []) touch({ kind: 'retract', of });
  expect(back().map(({ event }) => event.id)).toEqual(ids.slice(1));
  expect(driveOf(road, events).marks.map(({ item }) => item)).toEqual(['look']);
  for (const { retracts } of back()) for (const of of retracts) touch({ kind: 'retract', of });
  expect(back()).toEqual([]);
  expect(driveOf(road, events)).toMatchObject({ marks: { length: 2 }, flags: { length: 1 } });
});
