import { describe, expect, it } from '@jest/globals';
import { fewestMovements } from '../../testing/naiveTurn';
import { often } from '../../testing/often';
import { courseOf, held, laid, vehicleIds, vehicleOf } from '../../testing/yard';
import {
  answerPlan,
  bodiesOf,
  combination,
  findPlan,
  fullLock,
  pathClearance,
  posesIn,
  reportRun,
  standsIn,
  surveyOf,
  UNWATCHED,
  whyNot,
  type Layout,
  type Plan,
  type Sample,
  type YardVehicle,
} from '..';

const car = vehicleOf('small-hatchback');
const towing = vehicleOf('hatchback-trailer');

interface Planned {
  readonly layout: Layout;
  readonly plan: Plan;
}

/** Each plan is made once. */
const made = new Map<string, Planned>();

function planOf(course: string, vehicle: YardVehicle): Planned {
  const key = `${course} ${vehicle.id}`;
  const before = made.get(key);
  if (before) return before;
  const layout = laid(course, vehicle);
  const plan = findPlan(vehicle, layout);
  if (!plan) throw new Error(`no plan: ${key}`);
  made.set(key, { layout, plan });
  return { layout, plan };
}

/**
 * A second integrator: Heun's rule of the third order on the controls alone, two milliseconds a step, the motion
 * written out again.
 */
function redriven(vehicle: YardVehicle, path: readonly Sample[]): readonly Sample[] {
  const { wheelbase, trailer } = vehicle;
  type State = readonly [x: number, y: number, heading: number, own: number];
  const rate = ([, , heading, own]: State, v: number, steer: number): State => {
    const turn = (v * Math.tan(steer)) / wheelbase;
    if (!trailer) return [v * Math.cos(heading), v * Math.sin(heading), turn, 0];
    const behind =
      (v * Math.sin(heading - own)) / trailer.hitchToAxle -
      ((trailer.hitchBehindAxle * v * Math.tan(steer)) / (wheelbase * trailer.hitchToAxle)) *
        Math.cos(heading - own);
    return [v * Math.cos(heading), v * Math.sin(heading), turn, behind];
  };
  const plus = (a: State, b: State, by: number): State => [
    a[0] + b[0] * by,
    a[1] + b[1] * by,
    a[2] + b[2] * by,
    a[3] + b[3] * by,
  ];
  const [first] = path;
  if (!first) return [];
  let state: State = [first.x, first.y, first.heading, first.heading + (first.hitch ?? 0)];
  return path.map((sample, n) => {
    const before = path[n - 1];
    if (before) {
      const seconds = sample.t - before.t;
      const steps = Math.max(1, Math.ceil(seconds / 0.002));
      const h = seconds / steps;
      for (let k = 0; k < steps; k += 1) {
        const at = (part: number): readonly [number, number] => {
          const share = (k + part) / steps;
          return [
            before.v + share * (sample.v - before.v),
            before.steer + share * (sample.steer - before.steer),
          ];
        };
        const a = rate(state, ...at(0));
        const b = rate(plus(state, a, h / 3), ...at(1 / 3));
        const c = rate(plus(state, b, (2 * h) / 3), ...at(2 / 3));
        state = plus(plus(state, a, h / 4), c, (3 * h) / 4);
      }
    }
    const [x, y, heading, own] = state;
    return { ...sample, x, y, heading, hitch: trailer ? own - heading : null };
  });
}

describe('a plan', () => {
  const cases: readonly (readonly [string, YardVehicle])[] = [
    ['garage-bay', car],
    ['angle-bay', vehicleOf('van')],
    ['alley-dock-right', vehicleOf('rigid-truck')],
    ['turn-in-the-road', vehicleOf('saloon')],
    ['alley-dock-left', towing],
    ['emergency-brake', car],
    ['slope-start', car],
    ...(often(0, 1) ? [['long-reversing-area', towing] as const] : []),
  ];

  it.each(cases)('of %s is where a second integrator drives it, within 5 cm', (course, vehicle) => {
    const { plan } = planOf(course, vehicle);
    const again = redriven(vehicle, plan.path);
    const drift = Math.max(
      ...plan.path.map((one, n) => Math.hypot(one.x - (again[n]?.x ?? NaN), one.y - (again[n]?.y ?? NaN))),
    );
    expect(drift).toBeLessThan(0.05);
    const bent = Math.max(...plan.path.map((one, n) => Math.abs((one.hitch ?? 0) - (again[n]?.hitch ?? 0))));
    expect(bent).toBeLessThan(0.02);
  });

  it.each(cases)(
    'of %s keeps every rule: clear, the wheel no faster than hands, never turned while standing',
    (course, vehicle) => {
      const { layout, plan } = planOf(course, vehicle);
      const { path } = plan;
      const { least, crossed } = pathClearance(vehicle, surveyOf(vehicle, layout), path);
      expect(crossed).toBeNull();
      expect(least.metres).toBeGreaterThan(0);
      expect(least.metres).toBeCloseTo(plan.clearance.metres, 6);
      const rate = (2 * fullLock(vehicle)) / vehicle.lockToLockTurns;
      for (const [n, sample] of path.entries()) {
        expect(Math.abs(sample.steer)).toBeLessThanOrEqual(fullLock(vehicle) + 1e-3);
        const before = path[n - 1];
        if (!before) continue;
        const seconds = sample.t - before.t;
        expect(seconds).toBeLessThanOrEqual(0.1 + 1e-9);
        expect(Math.abs(sample.steer - before.steer) / seconds).toBeLessThan(rate * 1.1);
        if (sample.v === 0 && before.v === 0) expect(sample.steer).toBeCloseTo(before.steer, 12);
      }
      const [start] = path;
      expect(start && standsIn(bodiesOf(vehicle), layout.start, start, 0.005, 0.005)).toBe(true);
      const report = reportRun(vehicle, layout, path);
      expect(report.slips).toEqual([]);
      expect(report.reached.map(({ stage }) => stage)).toEqual(layout.stages.map(({ id }) => id));
      expect(report.movements).toHaveLength(plan.movements);
      expect(report.movements.filter(({ shunt }) => shunt)).toHaveLength(plan.shunts);
    },
  );

  it('says in the words of the trade what to do, from the first to the last second', () => {
    const { plan } = planOf('turn-in-the-road', car);
    expect(plan.stages[0]?.from).toBe(0);
    expect(plan.stages.at(-1)?.to).toBeCloseTo(plan.path.at(-1)?.t ?? 0, 6);
    expect(
      plan.stages.some(({ say }) =>
        /^Reverse with full left lock for \d+\.\d m, until you have turned \d+°$/.test(say),
      ),
    ).toBe(true);
    expect(plan.stages.some(({ say }) => say.startsWith('Drive with full right lock'))).toBe(true);
  });

  it('is the same for the same seed', () => {
    const layout = laid('parallel-bay', car);
    expect(findPlan(car, layout, { seed: 7 })).toEqual(findPlan(car, layout, { seed: 7 }));
  });
});

describe('the shortest parallel gap for one movement', () => {
  /** S. R. Blackburn, The geometry of perfect parking, Royal Holloway, 2009. */
  const blackburn = (vehicle: YardVehicle): number => {
    const { wheelbase: l, frontOverhang: k, turningCircle, width: w } = vehicle;
    const side = Math.sqrt((turningCircle / 2) ** 2 - l ** 2);
    return combination(vehicle).length + Math.sqrt(side ** 2 + (l + k) ** 2 - (side - w) ** 2) - l - k;
  };

  it.each(vehicleIds)('of the %s is the published one, within 5 cm', (id) => {
    const vehicle = { ...vehicleOf(id), trailer: null };
    const gap = blackburn(vehicle);
    const plan = (more: number) =>
      findPlan(vehicle, laid('parallel-bay', vehicle, { gap: gap + more }), { movements: 1 });
    expect(plan(0.05)?.movements).toBe(1);
    expect(plan(-0.05)).toBeNull();
  });
});

describe('a turn in the road', () => {
  const all = [6, 6.5, 7, 7.5, 8, 8.5, 9, 9.5, 10, 10.5, 11, 11.5, 12];
  const each: readonly (readonly [string, readonly number[]])[] = often(0, 1)
    ? ['small-hatchback', 'saloon', 'van', 'minibus'].map((id) => [id, all])
    : [
        ['small-hatchback', [6, 9]],
        ['saloon', [8, 11]],
      ];

  it.each(each)(
    'of a %s takes as few movements as an exhaustive search on a fine grid finds',
    (id, widths) => {
      const vehicle = vehicleOf(id);
      for (const width of widths) {
        const layout = laid('turn-in-the-road', vehicle, { width });
        const starts = posesIn(bodiesOf(vehicle), layout.start).map(({ x }) => x);
        const [from, to] = [Math.min(...starts), Math.max(...starts)];
        const fine = Array.from({ length: 11 }, (_, n) => from + ((to - from) * n) / 10);
        const plan = findPlan(vehicle, layout, { movements: 7 });
        expect([width, plan?.movements]).toEqual([width, fewestMovements(vehicle, width, fine, 7)]);
      }
    },
  );
});

describe('what can’t be done', () => {
  const answer = (
    course: string,
    vehicle: YardVehicle,
    settings: Record<string, number>,
    movements: number,
  ) => held(answerPlan(courseOf(course), vehicle, settings, { movements }, UNWATCHED));

  it('is told with the metres that are missing, found by search', () => {
    const short = answer('parallel-bay', car, { gap: 5.2 }, 1);
    if (short.feasible) throw new Error('feasible');
    expect(short.missing?.parameter).toBe('gap');
    // 5.37 m by Blackburn's formula.
    expect(5.2 + (short.missing?.metres ?? 0)).toBeGreaterThan(5.32);
    expect(5.2 + (short.missing?.metres ?? 0)).toBeLessThan(5.44);
    expect(whyNot(short)).toMatch(
      /^No way was found with at most 1 movement\. It works with 0\.\d\d m more: free length between the parked vehicles\.$/,
    );
  });

  it('is told with the one length that helps most', () => {
    const stuck = answer('cone-bay', vehicleOf('rigid-truck'), { bay: 2.7, depth: 5.5, lane: 8 }, 1);
    if (stuck.feasible) throw new Error('feasible');
    // One movement isn't enough for a course with a way in and a way out, however much room there is.
    expect(stuck.missing).toBeNull();
    expect(whyNot(stuck)).toBe(
      'No way was found with at most 1 movement. No single length of the course helps.',
    );
  });

  it('ends at once when nobody asks any more', () => {
    const began = findPlan(
      car,
      laid('turn-in-the-road', car),
      {},
      { searched: () => undefined, cancelled: () => true },
    );
    expect(began).toBeNull();
  });
});
