import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from '@jest/globals';
import type { Sample } from '../../core/yard';
import { scratchFolder } from '../testing';
import { judgeFiles } from './judge';
import { marksYard, markYard, planYard, seeYard, setOutYard, simulateYard } from './yard';

const root = join(import.meta.dirname, '..', '..');
const folder = scratchFolder();
afterAll(() => folder.remove());
const file = (name: string, text: string): string => {
  writeFileSync(folder.path(name), text);
  return folder.path(name);
};
const quarter = file(
  'quarter.jsonl',
  '{"start":{"x":1,"y":2,"heading":0}}\n{"t":0,"v":1,"steer":0.4}\n{"t":10,"v":1,"steer":0.4}\n',
);

describe('yard simulate', () => {
  it('prints the path of a shipped vehicle as one JSON object, every tenth of a second at least', () => {
    const { code, out } = simulateYard(root, { vehicle: 'small-hatchback', controls: quarter, text: false });
    expect(code).toBe(0);
    const { path } = JSON.parse(out) as { path: Sample[] };
    expect(path).toHaveLength(101);
    expect(path[0]).toEqual({ t: 0, v: 1, steer: 0.4, x: 1, y: 2, heading: 0, hitch: null });
    // Ten metres on a circle of radius L/tan d (geometry).
    expect(path.at(-1)?.heading).toBeCloseTo((10 * Math.tan(0.4)) / 2.5, 6);
  });

  it('writes for people, with the angle of a trailer', () => {
    const { out } = simulateYard(root, { vehicle: 'hatchback-trailer', controls: quarter, text: true });
    expect(out.split('\n')[0]).toBe('0.0 s: 1.00 m, 2.00 m, heading 0.0°, trailer 0.0°');
  });

  it('refuses what it can’t read, with the file and the place, and prints nothing', () => {
    const broken = file('broken.jsonl', '{"t":0,"v":1,"steer":0}\n{"t":0,"v":1,"steer":0}\n');
    const late = simulateYard(root, { vehicle: 'saloon', controls: broken, text: false });
    expect([late.code, late.out]).toEqual([2, '']);
    expect(late.err).toContain('broken.jsonl: line 2: is not later than the line before (0 s)');
    const none = simulateYard(root, { vehicle: 'hovercraft', controls: quarter, text: false });
    expect([none.code, none.err]).toEqual([2, expect.stringContaining('hovercraft: cannot be read')]);
    const own = file('own.vehicle.json', '{"format":"jasperwren-vehicle/1"}');
    expect(simulateYard(root, { vehicle: own, controls: quarter, text: false }).err).toContain('wheelbase');
  });
});

describe('yard plan, setout and mark', () => {
  const asked = { course: 'garage-bay', vehicle: 'small-hatchback', set: {}, text: false };

  it('plan a course as one JSON object with every length a number, and mark the path as a log that can be judged', () => {
    const { code, out } = planYard(root, asked);
    expect(code).toBe(0);
    const answer = JSON.parse(out) as {
      feasible: boolean;
      movements: number;
      path: Sample[];
      clearance: { least: number; of: string };
      course: { cones: { radius: number }[]; lines: { from: number[] }[] };
    };
    expect([answer.feasible, answer.movements]).toEqual([true, 1]);
    expect(answer.clearance.least).toBeGreaterThan(0);
    expect(answer.course.lines.every(({ from }) => from.every(Number.isFinite))).toBe(true);
    const standard = join(root, 'data', 'standards', 'timed-yard.standard.json');
    const marked = markYard(root, { ...asked, path: file('plan.json', out), standard });
    expect(marked.code).toBe(0);
    const judged = judgeFiles(standard, [file('run.jwlog.jsonl', marked.out)], { text: false });
    expect(JSON.parse(judged.out)).toMatchObject({ breaches: [] });
  });

  it('answer what can’t be done with the reason and the metres, and exit 0', () => {
    const { code, out } = planYard(root, {
      ...asked,
      course: 'parallel-bay',
      set: { gap: 5.2 },
      movements: 1,
    });
    expect(code).toBe(0);
    expect(JSON.parse(out)).toEqual({
      feasible: false,
      why: expect.stringContaining('at most 1 movement'),
      missing: { what: 'Free length between the parked vehicles', metres: expect.closeTo(0.18, 1) },
    });
    expect(planYard(root, { ...asked, text: true }).out).toContain('Closed area, a spotter, walking pace.');
  });

  it('set a course out from the base points that are given', () => {
    const { out } = setOutYard(root, {
      ...asked,
      from: [
        [0, 0],
        [10, 0],
      ],
    });
    const sheet = JSON.parse(out) as { points: { at: number[]; tapes: number[]; error: number }[] };
    for (const { at, tapes } of sheet.points)
      expect(tapes[0]).toBeCloseTo(Math.hypot(at[0] ?? 0, at[1] ?? 0), 9);
    expect(setOutYard(root, { ...asked, text: true, from: [] }).out).toMatch(/Diagonal .* m\n/);
    expect(setOutYard(root, { ...asked, from: [[0, 0]] })).toMatchObject({
      code: 2,
      out: '',
      err: '--from: give two base points half a metre apart or more, or none\n',
    });
  });

  it('refuse a course, a setting or a path that is wrong, each with its file', () => {
    expect(planYard(root, { ...asked, set: { gap: 3 } }).err).toContain(
      'parameters.gap: the course has no parameter gap',
    );
    expect(planYard(root, { ...asked, course: file('c.course.json', '{"format":"x"}') }).code).toBe(2);
    const bad = markYard(root, {
      ...asked,
      path: file('gap.json', '{"path":[]}'),
      standard: file('none.standard.json', '{}'),
    });
    expect([bad.code, bad.out]).toEqual([2, '']);
    expect(bad.err).toContain('path: needs two samples at least');
    expect(bad.err).toContain('none.standard.json');
  });
});

describe('yard see and marks', () => {
  const about = { course: 'long-reversing-area', set: {}, text: false } as const;

  it('tell which cones are seen directly, in which mirror, and which not at all', () => {
    const at = [5.5, 30, 1.57, null] as const;
    const { code, out } = seeYard(root, { ...about, vehicle: 'small-hatchback', at });
    expect(code).toBe(0);
    const told = JSON.parse(out) as {
      readonly direct: string[];
      readonly mirrors: Record<string, string[]>;
      readonly hidden: string[];
    };
    expect(Object.keys(told.mirrors)).toEqual(['left', 'right', 'inner']);
    // Facing up the area, the cones at the top lie in front.
    expect(told.direct).toEqual(expect.arrayContaining(['top-left', 'top-right']));
    const { out: text } = seeYard(root, { ...about, vehicle: 'small-hatchback', at, text: true });
    expect(text).toMatch(/^Through the windows: .*top left|^Through the windows: .*top-left/);
    expect(text).toContain('In the left door mirror: ');
  });

  it('refuse a hitch angle of a vehicle without a trailer', () => {
    const { code, err } = seeYard(root, { ...about, vehicle: 'van', at: [5, 30, 1.57, 0.1] });
    expect(code).toBe(2);
    expect(err).toContain('this vehicle has no trailer');
  });

  it('give a mark for each steering change and stop, or none, with how far off one may be', () => {
    const asked = { course: 'alley-dock-left', vehicle: 'small-hatchback', set: {}, text: false };
    const { marks } = JSON.parse(marksYard(root, asked).out) as {
      readonly marks: readonly {
        readonly turn: string;
        readonly kind: string | null;
        readonly error: { readonly eyeHigher3cm: number } | null;
      }[];
    };
    expect(marks.at(-1)?.turn).toBe('stop');
    const given = marks.filter(({ kind }) => kind !== null);
    expect(given.length).toBeGreaterThan(0);
    for (const { error } of given) expect(Math.abs(error?.eyeHigher3cm ?? 9)).toBeLessThanOrEqual(0.25);
    // Another eye has other marks.
    const tall = marksYard(root, { ...asked, eye: [1.05, -0.36, 1.32] });
    expect(tall.code).toBe(0);
    expect(JSON.parse(tall.out)).not.toEqual({ marks });
    const { out } = marksYard(root, { ...asked, text: true });
    expect(out).toMatch(/(Stop|Straighten up|Turn [a-z ]+) (when|by distance)/);
    expect(out).toContain('Closed area, a spotter');
  });
});
