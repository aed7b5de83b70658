import { describe, expect, it } from '@jest/globals';
import { courseIds, courseOf, laid, vehicleIds, vehicleOf } from '../testing/yard';
import { combination, layOut, parseCourse, type Layout, type Segment } from '.';

const car = vehicleOf('small-hatchback');
const towing = vehicleOf('hatchback-trailer');

const line = (layout: Layout, id: string): Segment => {
  const found = [...layout.lines, ...layout.kerbs, ...layout.walls, ...layout.guides].find(
    (one) => one.id === id,
  );
  if (!found) throw new Error(`no ${id}`);
  return found;
};
const long = ({ from, to }: Segment): number => Math.hypot(to[0] - from[0], to[1] - from[1]);

/** A course that can be changed into a wrong one. */
const garage = () => structuredClone(courseOf('garage-bay')) as unknown as Record<string, unknown>;
const problemsOf = (course: unknown): readonly (readonly [string, string])[] => {
  const read = parseCourse(course);
  return read.ok ? [] : read.problems.map(({ path, code }) => [path, code]);
};

describe('courses', () => {
  it('ship, each whole, named after its file, and laid out for every vehicle', () => {
    expect(courseIds).toEqual([
      'alley-dock-left',
      'alley-dock-right',
      'angle-bay',
      'cone-bay',
      'emergency-brake',
      'garage-bay',
      'long-reversing-area',
      'parallel-bay',
      'slope-start',
      'straight-reverse',
      'turn-in-the-road',
    ]);
    for (const id of courseIds) {
      expect(courseOf(id).id).toBe(id);
      for (const vehicle of vehicleIds) expect(laid(id, vehicleOf(vehicle)).stages.length).toBeGreaterThan(0);
    }
  });

  it('have bays one and a half widths wide and a metre deeper than the vehicle (from memory)', () => {
    for (const vehicle of [car, towing]) {
      const { width, length } = combination(vehicle);
      for (const id of ['garage-bay', 'angle-bay', 'alley-dock-left', 'alley-dock-right']) {
        const layout = laid(id, vehicle);
        expect(long(line(layout, 'bay-end'))).toBeCloseTo(1.5 * width, 9);
        expect(long(line(layout, 'bay-left'))).toBeCloseTo(length + 1, 9);
      }
      expect(long(line(laid('parallel-bay', vehicle), 'bay-edge'))).toBeCloseTo(1.5 * length, 9);
    }
  });

  it('set the long reversing area out as 66 by 11 m with its cones where they belong (common practice)', () => {
    const { width, length } = combination(towing);
    const layout = laid('long-reversing-area', towing);
    expect(long(line(layout, 'line-right'))).toBe(66);
    expect(long(line(layout, 'line-top'))).toBe(11);
    const cone = (id: string) => layout.cones.find((one) => one.id === id)?.at ?? [NaN, NaN];
    expect(cone('top-right')[0] - cone('top-left')[0]).toBeCloseTo(1.5 * width, 9);
    expect(cone('top-left')[1] - cone('middle')[1]).toBeCloseTo(2 * length, 9);
    expect(11 - cone('middle')[0]).toBeCloseTo(1.5 * width, 9);
    expect(cone('bay-entry-right')[0] - cone('bay-entry-left')[0]).toBeCloseTo(1.5 * width, 9);
    expect(layout.cones.filter(({ pole }) => pole).map(({ id }) => id)).toEqual([
      'middle',
      'bay-entry-left',
      'bay-entry-right',
    ]);
  });

  it('turn a bay by the angle that is set, in degrees', () => {
    for (const angle of [45, 60, 90]) {
      const { from, to } = line(laid('angle-bay', car, { angle }), 'bay-right');
      expect((Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI).toBeCloseTo(angle, 9);
    }
  });

  it('take a setting within its bounds only, and know which they have', () => {
    const narrow = layOut(courseOf('turn-in-the-road'), car, { width: 1, length: 3 });
    expect(narrow.ok ? [] : narrow.problems.map(({ path, code }) => [path, code])).toEqual([
      ['parameters.length', 'no-parameter'],
      ['parameters.width', 'out-of-bounds'],
    ]);
  });

  it('are refused with every mistake and its path', () => {
    expect(problemsOf({ ...garage(), colour: 'red' })).toEqual([['colour', 'unknown-property']]);
    const course = garage();
    course.lines = [
      { id: 'one', from: [0, { parameter: 'nowhere' }], to: [1, 0] },
      { id: 'one', from: [0, 0], to: [1, 0], frame: 'none' },
    ];
    course.parameters = [
      ...(course.parameters as object[]),
      { id: 'odd', title: 'Odd', default: { parameter: 'bay' }, least: 0, most: 9 },
    ];
    expect(problemsOf(course)).toEqual([
      ['lines[1].id', 'named-twice'],
      ['parameters[3].default', 'parameter-of-parameter'],
      ['lines[0].from[1]', 'no-parameter'],
      ['lines[1].frame', 'no-frame'],
    ]);
  });

  it('are refused where the start lies in a wall, or a line has no length', () => {
    const course = garage();
    const start = course.start as { x: unknown; y: unknown };
    course.walls = [{ id: 'shed', from: [0, 10], to: [60, 10] }];
    start.y = [10, 10];
    const read = parseCourse(course);
    if (!read.ok) throw new Error('course');
    const blocked = layOut(read.value, car);
    expect(blocked.ok ? [] : blocked.problems.map(({ path, message }) => [path, message])).toEqual([
      ['start', 'overlaps shed wherever the vehicle stands in it; move the start or shed'],
    ]);
    const dot = parseCourse({ ...garage(), lines: [{ id: 'dot', from: [1, 1], to: [1, 1] }] });
    if (!dot.ok) throw new Error('course');
    const none = layOut(dot.value, car);
    expect(none.ok ? [] : none.problems.map(({ path, code }) => [path, code])).toEqual([
      ['lines[0]', 'no-length'],
    ]);
  });
});
