import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { readStandard, type Standard } from '../standard';
import { courseOf, held, laid, vehicleOf } from '../testing/yard';
import { findPlan, followerOf, followRun, judgeFollowed, judgeRun, parseRun, type Run, type Sample } from '.';

const standardOf = (id: string): Standard =>
  held(
    readStandard(readFileSync(new URL(`../../data/standards/${id}.standard.json`, import.meta.url), 'utf8')),
  );

const vehicle = vehicleOf('small-hatchback');
const course = courseOf('garage-bay');
const layout = laid('garage-bay', vehicle);
const path: readonly Sample[] = findPlan(vehicle, layout)?.path ?? [];
const run: Run = { course, vehicle, settings: {}, path };
let ids = 0;
const practice = {
  startedAt: '2026-11-20T10:00:00.000Z',
  device: 'yard',
  newId: () => `id-${(ids += 1)}`,
};

describe('a run that is kept', () => {
  it('is judged like any other log', () => {
    const { verdict, events, run: followed } = held(judgeRun(standardOf('fault-ceiling'), run, practice));
    expect(verdict.outcome).toBe('pass');
    expect(followed).toEqual(followRun(vehicle, layout, path, true));
    expect(events[0]?.at).toBe(practice.startedAt);
  });

  it('is read from JSON as it was', () => {
    const sent = JSON.stringify(run);
    expect(held(parseRun(JSON.parse(sent) as Run))).toEqual(JSON.parse(sent));
  });

  it('is refused with every problem of every part, each with its place', () => {
    const read = parseRun({
      course: { ...course, movements: 99 },
      vehicle: { ...vehicle, wheelbase: -1 },
      settings: { bay: 'wide' },
      path,
    });
    expect(read.ok ? [] : read.problems.map((one) => one.path)).toEqual([
      'course.movements',
      'vehicle.wheelbase',
      'settings.bay',
    ]);
    const gap = parseRun({ ...run, path: [...path.slice(0, 5), ...path.slice(60)] });
    expect(gap.ok ? [] : gap.problems.map((one) => one.path)).toContain('path[5].t');
  });
});

describe('a run that is still on', () => {
  const timed = standardOf('timed-yard');
  /** Reverses for a second, then stands. */
  const follow = (seconds: number) => {
    const follower = followerOf(vehicle, layout);
    const start = path[0];
    if (!start) throw new Error('no plan');
    for (let n = 0; n <= seconds * 10; n += 1) {
      const t = n / 10;
      const v = t < 1 ? -0.5 : 0;
      follower.take({ ...start, t, v, steer: 0, x: start.x - Math.min(t, 1) * 0.5 });
    }
    return follower.told(false);
  };
  const outcome = (seconds: number, live: boolean) => {
    const followed = follow(seconds);
    const until = live ? { until: followed.until } : {};
    return held(judgeFollowed(timed, course, followed, { ...practice, ...until })).verdict.outcome;
  };

  it('is ended by the clock of its manoeuvre while the vehicle stands: 180 seconds, and not one before', () => {
    expect(outcome(179, true)).not.toBe('ended');
    expect(outcome(182, true)).toBe('ended');
    // Once it is over, the time after the last stop doesn't count.
    expect(outcome(182, false)).not.toBe('ended');
  });

  it('is followed sample by sample as it is in one go', () => {
    const follower = followerOf(vehicle, layout);
    for (const sample of path) {
      follower.take(sample);
      follower.told(false);
    }
    expect(follower.told(true)).toEqual(followRun(vehicle, layout, path, true));
  });
});
