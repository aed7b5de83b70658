import { describe, expect, it } from '@jest/globals';
import { laid, vehicleIds, vehicleOf } from '../../testing/yard';
import { findPlan, parseYardVehicle, withFigures } from '..';
import { settingOf, turnByRule, TURNS } from './adjust';
import { isInside, usualBody } from './hidden';
import { headFor, looksOf } from './looks';
import { seated, turnedFor } from './mirror';
import { outlineProblem } from './outline';

describe('looks', () => {
  const looked = (course: string, id: string) => {
    const vehicle = vehicleOf(id);
    const layout = laid(course, vehicle);
    const plan = findPlan(vehicle, layout);
    if (!plan) throw new Error(course);
    return { vehicle, plan, looks: looksOf(vehicle, layout, plan) };
  };

  it('begin each movement with a round: shoulder, mirror, rear window, mirror, other shoulder (common practice)', () => {
    for (const id of ['small-hatchback', 'van']) {
      const { plan, looks } = looked('turn-in-the-road', id);
      const rounds = looks.filter(({ kind }) => kind === 'round');
      expect(rounds).toHaveLength(plan.movements);
      for (const { ways } of rounds)
        expect(ways).toEqual([
          'left-shoulder',
          'left-mirror',
          ...(id === 'van' ? [] : ['rear']),
          'right-mirror',
          'right-shoulder',
        ]);
    }
  });

  it('come in order, and warn of the front that swings out to the other side when reversing', () => {
    const { plan, looks } = looked('alley-dock-left', 'small-hatchback');
    expect(looks.map(({ t }) => t)).toEqual(looks.map(({ t }) => t).toSorted((a, b) => a - b));
    const first = plan.stages[0];
    expect(first).toMatchObject({ gear: 'reverse', wheel: 'full left' });
    expect(looks.find(({ kind }) => kind === 'swing')).toMatchObject({ t: first?.from, ways: ['right'] });
  });

  it('name what a stage comes nearest to, with the way that it is seen, or what would show it', () => {
    const { looks } = looked('garage-bay', 'small-hatchback');
    const watched = looks.filter(({ kind }) => kind === 'watch');
    expect(watched.length).toBeGreaterThan(0);
    for (const { say, ways } of watched)
      expect(say).toMatch(
        ways.length > 0
          ? /^Watch the .* (ahead|window|shoulder|mirror): \d+ cm away at the nearest\.$/
          : /^You can’t see the .*, \d+ cm away at the nearest\. (With the .* mirror turned \d+° further down you can|Stop and look, or ask the spotter)\.$/,
      );
  });

  it('turn the head to a mirror, over a shoulder and back', () => {
    const car = vehicleOf('small-hatchback');
    expect(headFor(car, 'left-mirror').yaw).toBeGreaterThan(40);
    expect(headFor(car, 'right-mirror').yaw).toBeLessThan(-30);
    expect(headFor(car, 'left-shoulder').yaw).toBeGreaterThan(100);
    expect(Math.abs(headFor(car, 'rear').yaw)).toBeGreaterThan(165);
    expect(headFor(car, 'ahead').yaw).toBe(0);
  });
});

describe('the rule of a door mirror', () => {
  it('is met by turning it: own car 10 to 15 % of the width, horizon half-way (common practice)', () => {
    for (const id of vehicleIds) {
      const vehicle = vehicleOf(id);
      for (const mirror of vehicle.mirrors) {
        if (isInside(mirror)) {
          expect(settingOf(vehicle, mirror)).toBeNull();
          continue;
        }
        const own = seated(vehicle, { eye: null, turns: { [mirror.id]: turnByRule(vehicle, mirror) } });
        const turned = own.mirrors.find((one) => one.id === mirror.id) ?? mirror;
        expect([id, mirror.id, settingOf(own, turned)?.met]).toEqual([id, mirror.id, true]);
      }
    }
  });

  it('says less of the own car the further out, and a higher horizon the further down', () => {
    const car = vehicleOf('small-hatchback');
    const mirror = car.mirrors[0];
    if (!mirror) throw new Error('no mirror');
    const at = (out: number, down: number) => settingOf(car, turnedFor(mirror, car.eye, { out, down }));
    const outs = [-2, 4, 10, 16].map((out) => at(out, 5)?.own ?? NaN);
    expect(outs).toEqual(outs.toSorted((a, b) => b - a));
    expect(new Set(outs).size).toBeGreaterThan(2);
    const downs = [-6, -3, 0, 3, 6].map((down) => at(7, down)?.horizon ?? NaN);
    expect(downs).toEqual(downs.toSorted((a, b) => a - b));
    expect(at(7, TURNS.down[1])?.horizon).toBe(1);
    expect(at(7, TURNS.down[1])?.met).toBe(false);
  });
});

describe('a body in a vehicle file', () => {
  const car = vehicleOf('small-hatchback');
  const read = (body: unknown) => parseYardVehicle({ ...car, body });

  it('may be the usual one, written out, and is the same then', () => {
    for (const id of vehicleIds) {
      const vehicle = vehicleOf(id);
      const panels = usualBody(vehicle);
      expect(panels.filter(({ outline }) => outlineProblem(outline) !== null)).toEqual([]);
      expect(parseYardVehicle({ ...vehicle, body: panels }).ok).toBe(true);
    }
  });

  it('is refused with what is wrong: not flat, bent inwards, out of order, named twice', () => {
    const flat = [
      [0, 0, 0],
      [1, 0, 0],
      [1, 0, 1],
      [0, 0, 1],
    ];
    const panel = (outline: unknown, id = 'one') => ({ id, title: 'Panel', outline });
    expect(read([panel(flat)]).ok).toBe(true);
    const told = (body: unknown) => {
      const got = read(body);
      return got.ok ? [] : got.problems.map(({ path, message }) => `${path} ${message}`);
    };
    expect(told([panel([...flat.slice(0, 3), [0, 0.3, 1]])])[0]).toMatch(/^body\[0\]\.outline isn’t flat/);
    expect(told([panel([flat[0], flat[2], flat[1], flat[3]])])[0]).toMatch(/^body\[0\]\.outline/);
    expect(told([panel([...flat.slice(0, 3), [0.7, 0, 0.3]])])[0]).toMatch(/bent inwards/);
    expect(told([panel(flat), panel(flat)])[0]).toMatch(/^body\[1\]\.id one is given twice/);
  });

  it('moves with the figures of the vehicle', () => {
    const own = { ...car, body: usualBody(car) };
    const wide = withFigures(own, 'wide', { ...car, width: car.width + 0.1, widthOverMirrors: 2.1 });
    const side = wide.body?.find(({ id }) => id === 'left-side');
    for (const [, y] of side?.outline ?? []) expect(y).toBeCloseTo((car.width + 0.1) / 2, 9);
    expect(parseYardVehicle(wide).ok).toBe(true);
  });
});
