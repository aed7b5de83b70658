import { readdirSync, readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from '@jest/globals';
import { judge, parseEvent } from '../marking';
import { newestVersions, readStandard, type Standard } from '../standard';
import { courseIds, courseOf, held, laid, vehicleOf } from '../testing/yard';
import {
  findPlan,
  itemFor,
  manoeuvreFor,
  markRun,
  readPath,
  reportRun,
  simulate,
  type Plan,
  type RunReport,
  type Sample,
} from '.';

const folder = new URL('../../data/standards/', import.meta.url);
const standards = newestVersions(
  readdirSync(folder)
    .filter((file) => file.endsWith('.json'))
    .map((file) => held(readStandard(readFileSync(new URL(file, folder), 'utf8')))),
);
const standardOf = (id: string): Standard => {
  const found = standards.find((one) => one.id === id);
  if (!found) throw new Error(`no ${id}`);
  return found;
};

const car = vehicleOf('small-hatchback');
const towing = vehicleOf('hatchback-trailer');
const garage = laid('garage-bay', car);
const startedAt = '2026-11-20T10:00:00.000Z';
const marked = (standard: Standard, course: string, report: RunReport) => {
  let n = 0;
  const events = held(
    markRun(standard, courseOf(course), report, { startedAt, device: 'd', newId: () => `id-${(n += 1)}` }),
  );
  return { events, ...judge(standard, events, { retest: false, startedAt }) };
};

/** Drives from where the plan starts: gear, share of the lock and metres, piece by piece. */
const drive = (start: Sample, pieces: readonly (readonly [v: number, steer: number, seconds: number])[]) => {
  let t = 0;
  const controls = pieces.flatMap(([v, steer, seconds]) => {
    const from = t;
    t += seconds;
    return [
      { t: from + 0.01, v: 0, steer },
      { t: from + 0.1, v, steer },
      { t: t - 0.1, v, steer },
      { t, v: 0, steer },
    ];
  });
  return simulate(car, { start, controls: [{ t: 0, v: 0, steer: 0 }, ...controls] });
};

describe('a run', () => {
  let plan: Plan;
  let start: Sample;
  beforeAll(() => {
    const found = findPlan(car, garage);
    const [first] = found?.path ?? [];
    if (!found || !first) throw new Error('no plan');
    [plan, start] = [found, first];
  });

  it('as planned has nothing against it, under every standard that has such a manoeuvre', () => {
    const report = reportRun(car, garage, plan.path);
    expect(report.slips).toEqual([]);
    const names = standards.flatMap((standard) => {
      if (!manoeuvreFor(standard, courseOf('garage-bay'))) return [];
      const { marks, verdict } = marked(standard, 'garage-bay', report);
      expect(marks).toEqual([]);
      expect(verdict.breaches).toEqual([]);
      return [standard.id];
    });
    expect(names).toEqual(expect.arrayContaining(['fault-ceiling', 'timed-yard']));
  });

  it('counts movements and shunts, a wheel turned while standing, a line that a tyre crosses, a goal that is missed', () => {
    // Back, forward a little, back again with the other lock: over the lines of the bay.
    const path = drive(start, [
      [-1, -0.5, 3],
      [1, -0.5, 1.5],
      [-1, 0, 8],
    ]);
    const report = reportRun(car, garage, path);
    expect(report.movements.map(({ gear, shunt }) => [gear, shunt])).toEqual([
      ['reverse', false],
      ['forward', true],
      ['reverse', false],
    ]);
    const kinds = report.slips.map(({ kind }) => kind);
    // Before it moved at all, and before the last movement.
    expect(kinds.filter((kind) => kind === 'dry')).toHaveLength(2);
    expect(kinds).toContain('line');
    expect(report.slips.at(-1)).toMatchObject({ kind: 'goal', of: 'reverse-in' });
    expect(report.seconds).toBeGreaterThan(9);
    const { marks, verdict } = marked(standardOf('timed-yard'), 'garage-bay', report);
    expect(verdict.outcome).toBe('ended');
    expect(marks.map(({ item }) => item)).toEqual(expect.arrayContaining(['control.dry', 'ends.line-bay']));
  });

  it('tells a cone that is hit once, however long it is dragged', () => {
    const layout = {
      ...garage,
      cones: [{ id: 'cone', at: [start.x - 3, start.y] as const, pole: true, radius: 0.15 }],
    };
    const report = reportRun(car, layout, drive(start, [[-1, 0, 4]]));
    expect(report.slips.filter(({ kind }) => kind === 'cone').map(({ of }) => of)).toEqual(['cone']);
    expect(report.clearance.of).toBe('cone');
  });

  it('of a trailer past its jack-knife angle is told so', () => {
    const layout = laid('straight-reverse', towing);
    const path = simulate(towing, {
      start: { x: 1.75, y: 20, heading: Math.PI / 2, hitch: 0.1 },
      controls: [
        { t: 0, v: -1, steer: 0 },
        { t: 9, v: -1, steer: 0 },
      ],
    });
    expect(reportRun(towing, layout, path).slips.map(({ kind }) => kind)).toContain('jack-knife');
  });

  it('under the reversing exercise: each shunt is a driving fault, a line is serious', () => {
    const report: RunReport = {
      movements: [
        { gear: 'forward', from: 0, to: 40, shunt: false },
        { gear: 'reverse', from: 41, to: 60, shunt: false },
        { gear: 'forward', from: 61, to: 65, shunt: true },
        { gear: 'reverse', from: 66, to: 90, shunt: false },
      ],
      slips: [{ kind: 'line', t: 70, of: 'line-left' }],
      reached: [],
      until: 30,
      seconds: 90,
      clearance: { metres: 0, of: 'line-left' },
    };
    const { marks, verdict, events } = marked(
      standardOf('reversing-exercise'),
      'long-reversing-area',
      report,
    );
    expect(marks.map(({ item, severity }) => [item, severity])).toEqual([
      ['exercise.shunt', 'driving'],
      ['exercise.line', 'serious'],
    ]);
    expect(verdict.outcome).toBe('fail');
    for (const event of events) expect(parseEvent(event).ok).toBe(true);
    expect(events.at(-1)?.at).toBe('2026-11-20T10:01:30.000Z');
  });

  it('can be marked for each course under one of the standards at least, but for none where no manoeuvre is like it', () => {
    for (const id of courseIds)
      expect([id, standards.some((standard) => manoeuvreFor(standard, courseOf(id)))]).toEqual([id, true]);
    const none = markRun(
      standardOf('reversing-exercise'),
      courseOf('garage-bay'),
      reportRun(car, garage, plan.path),
      {
        startedAt,
        device: 'd',
        newId: () => 'x',
      },
    );
    expect(none.ok ? '' : none.problems[0]?.message).toMatch(
      /^Reversing exercise.* has no manoeuvre of this kind \(bay-park\)/,
    );
  });

  it('finds the item that a slip is marked with by its words, else by its skill', () => {
    const attempts = standardOf('attempts-yard');
    expect(itemFor(attempts, 'yard-reverse', 'cone')?.id).toBe('ends.obstacle');
    expect(itemFor(attempts, 'parallel-park', 'kerb')?.id).toBe('ends.kerb');
    expect(itemFor(attempts, 'yard-reverse', 'line')?.id).toBe('ends.line');
    expect(itemFor(attempts, 'turn-in-road', 'goal')?.id).toBe('ends.facing');
    expect(itemFor(standardOf('fault-ceiling'), 'bay-park', 'line')?.id).toBe('manoeuvres.bay-place');
    expect(itemFor(standardOf('fault-ceiling'), 'bay-park', 'shunt')).toBeNull();
  });
});

describe('a path file', () => {
  const sample = (t: number, x: number, more: object = {}) => ({
    t,
    x,
    y: 0,
    heading: 0,
    hitch: null,
    steer: 0,
    v: 1,
    ...more,
  });
  const problems = (text: string, vehicle = car) => {
    const read = readPath(vehicle, text);
    return read.ok ? [] : read.problems.map(({ path, code }) => [path, code]);
  };

  it('may be one object or a sample a line', () => {
    const two = [sample(0, 0), sample(0.1, 0.1)];
    expect(readPath(car, JSON.stringify({ path: two }))).toEqual({ ok: true, value: two });
    expect(readPath(car, two.map((one) => JSON.stringify(one)).join('\n'))).toEqual({ ok: true, value: two });
  });

  it('is refused where it has a gap, goes back in time, or lacks what it needs, with the place', () => {
    const file = (...path: readonly object[]) => JSON.stringify({ path });
    expect(problems(file(sample(0, 0)))).toEqual([['path', 'path-too-short']]);
    expect(problems(file(sample(0, 0), sample(0.1, 2)))).toEqual([['path[1]', 'path-gap']]);
    expect(problems(file(sample(0, 0), sample(0, 0)))).toEqual([['path[1].t', 'not-later']]);
    expect(problems(file(sample(0, 0), sample(3, 3)))).toEqual([['path[1].t', 'path-slow']]);
    expect(problems(file(sample(0, 0), sample(0.1, 0.1, { hitch: 0.2 })))).toEqual([
      ['path[1].hitch', 'needless-hitch'],
    ]);
    expect(problems(file(sample(0, 0), sample(0.1, 0.1)), towing)).toEqual([
      ['path[0].hitch', 'no-hitch'],
      ['path[1].hitch', 'no-hitch'],
    ]);
    expect(problems('{"t":0}\n{"t":')).toEqual(expect.arrayContaining([['line 2', 'no-json']]));
    expect(problems('[]').length).toBeGreaterThan(0);
  });
});
