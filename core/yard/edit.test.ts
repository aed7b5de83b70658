import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { courseIds, courseOf, held, laid, vehicleOf } from '../testing/yard';
import { parseCourse } from './course';
import { idOf, withPointMoved } from './edit';
import { layOut } from './layout';
import { pointsOf } from './setout';

const hatchback = vehicleOf('small-hatchback');

describe('a point of a course that is dragged', () => {
  it('comes to lie where it was dragged to, and no other point moves', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...courseIds),
        fc.nat(30),
        fc.integer({ min: -30, max: 30 }),
        fc.integer({ min: -30, max: 30 }),
        (id, n, dx, dy) => {
          const course = courseOf(id);
          const before = pointsOf(laid(id, hatchback));
          const point = before[n % before.length];
          if (!point) throw new Error('no point');
          const to = [point.at[0] + dx / 100, point.at[1] + dy / 100] as const;
          const moved = held(parseCourse(withPointMoved(course, hatchback, {}, point.at, to)));
          const layout = layOut(moved, hatchback);
          // A corner that is dragged onto the next one, or a line into the start, is said; the course is kept.
          if (!layout.ok) return;
          const after = [
            ...layout.value.cones.map(({ id: own, at }) => ({ id: own, at })),
            ...(['lines', 'kerbs', 'walls', 'guides'] as const).flatMap((list) =>
              layout.value[list].flatMap((one) => [
                { id: `${one.id}-from`, at: one.from },
                { id: `${one.id}-to`, at: one.to },
              ]),
            ),
          ];
          for (const { id: own, at } of before) {
            const wanted = own === point.id ? to : at;
            const now = after.find((one) => one.id === own)?.at ?? [NaN, NaN];
            expect(now[0]).toBeCloseTo(wanted[0], 3);
            expect(now[1]).toBeCloseTo(wanted[1], 3);
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it('still depends on the vehicle as it did', () => {
    const course = courseOf('garage-bay');
    const [point] = pointsOf(laid('garage-bay', hatchback));
    const at = point?.at ?? [0, 0];
    const moved = withPointMoved(course, hatchback, {}, at, [at[0] + 1, at[1]]);
    const van = vehicleOf('van');
    const [before] = pointsOf(held(layOut(course, van)));
    const [after] = pointsOf(held(layOut(moved, van)));
    expect((after?.at[0] ?? NaN) - (before?.at[0] ?? NaN)).toBeCloseTo(1, 6);
  });
});

it.each([
  ['Our garage bay', 'our-garage-bay'],
  ['  Bay № 3 (left) ', 'bay-no-3-left'],
  ['Épi', 'epi'],
  ['!', ''],
])('words become an id: %p', (words, id) => expect(idOf(words)).toBe(id));
