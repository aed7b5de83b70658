import { describe, expect, it } from '@jest/globals';
import { courseIds, courseOf, laid, vehicleIds, vehicleOf } from '../testing/yard';
import { draggedTo, handlesOf } from './handles';
import { layOut } from './layout';
import { pointsOf } from './setout';

const hatchback = vehicleOf('small-hatchback');

describe('handles of a plan', () => {
  it('are one for each size in metres or degrees, at different points, for every course and vehicle', () => {
    for (const id of courseIds)
      for (const own of vehicleIds) {
        const vehicle = vehicleOf(own);
        const handles = handlesOf(courseOf(id), vehicle, {});
        const points = pointsOf(laid(id, vehicle)).map(({ at }) => at.join());
        expect(new Set(handles.map(({ parameter }) => parameter.id)).size).toBe(handles.length);
        for (const { at } of handles) expect(points).toContain(at.join());
        const drawn = courseOf(id).parameters.filter(({ unit }) => unit !== '%');
        expect([id, handles.length]).toEqual([id, drawn.length]);
      }
  });

  it('give the size that puts the point where it was dragged', () => {
    for (const id of courseIds)
      for (const handle of handlesOf(courseOf(id), hatchback, {})) {
        const { parameter, at, grows } = handle;
        expect(draggedTo(handle, at)).toBeCloseTo(parameter.value);
        const far = 0.3 * (parameter.most - parameter.value);
        const to = [at[0] + far * grows[0], at[1] + far * grows[1]] as const;
        const dragged = draggedTo(handle, to);
        expect(dragged).toBeCloseTo(parameter.value + far, 6);
        if (parameter.unit !== 'm') continue;
        const after = layOut(courseOf(id), hatchback, { [parameter.id]: dragged });
        const spots = after.ok ? pointsOf(after.value).map((one) => one.at) : [];
        expect(Math.min(...spots.map((one) => Math.hypot(one[0] - to[0], one[1] - to[1])))).toBeLessThan(
          0.01,
        );
      }
  });

  it('are measured from something that is drawn: for every length of every course', () => {
    for (const id of courseIds)
      for (const { parameter, from, at } of handlesOf(courseOf(id), hatchback, {})) {
        if (parameter.unit !== 'm') continue;
        const apart = from && Math.hypot(at[0] - from[0], at[1] - from[1]);
        expect([id, parameter.id, apart]).toEqual([id, parameter.id, expect.closeTo(parameter.value, 6)]);
      }
    // Between the two parked vehicles, and not somewhere along the kerb.
    const [gap] = handlesOf(courseOf('parallel-bay'), hatchback, {});
    const points = pointsOf(laid('parallel-bay', hatchback));
    const end = (spot: readonly [number, number] | null | undefined) =>
      points.find(({ at }) => spot && Math.hypot(at[0] - spot[0], at[1] - spot[1]) < 0.01)?.id ?? '';
    expect([end(gap?.from), end(gap?.at)].join()).toMatch(/vehicle-behind.*vehicle-ahead/);
  });

  it('stop at the bounds of the size', () => {
    const [handle] = handlesOf(courseOf('garage-bay'), hatchback, {});
    if (!handle) throw new Error('no handle');
    const { parameter, at, grows } = handle;
    const far = (by: number) => [at[0] + by * grows[0], at[1] + by * grows[1]] as const;
    expect(draggedTo(handle, far(1000))).toBe(parameter.most);
    expect(draggedTo(handle, far(-1000))).toBe(parameter.least);
  });

  it('are none where the course cannot be laid out', () => {
    expect(handlesOf(courseOf('garage-bay'), hatchback, { bay: 0.1 })).toEqual([]);
  });
});
