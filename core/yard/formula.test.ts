import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { courseIds, courseOf, held, vehicleOf } from '../testing/yard';
import { lengthPlus, lengthText, readLength } from './formula';
import { lengthIn, lengthSchema, type Length } from './length';
import { combination } from './vehicle';

const names = ['bay', 'far-side'];
const sizes = {
  ...combination(vehicleOf('hatchback-trailer')),
  parameters: { bay: 2.75, 'far-side': 9.5 },
};

const amount = fc.integer({ min: -90_000, max: 90_000 }).map((n) => n / 10_000);
const term = fc.record(
  {
    plus: amount,
    width: amount,
    length: amount,
    parameter: fc.constantFrom(...names),
    times: amount,
  },
  { requiredKeys: [] },
);
const length: fc.Arbitrary<Length> = fc.oneof(
  amount,
  term,
  fc.array(fc.oneof(amount, term), { maxLength: 8 }),
);

describe('a length as text', () => {
  it.each<[string, Length]>([
    ['3', 3],
    ['−0,3', -0.3],
    ['1.5 × vehicle width', { width: 1.5 }],
    ['1.5 x Vehicle Width + 1', [{ width: 1.5 }, 1]],
    ['2vehicle length - 0.5', [{ length: 2 }, -0.5]],
    ['bay', { parameter: 'bay' }],
    ['- bay / 2', 0],
    ['0.5*bay+0.5 * bay', { parameter: 'bay' }],
    ['far-side - bay', [{ parameter: 'far-side' }, { parameter: 'bay', times: -1 }]],
    ['bay - bay', 0],
  ])('%s', (text, expected) => {
    const read = readLength(text, names);
    if (text.includes('/')) expect(read.ok).toBe(false);
    else expect(held(read)).toEqual(expected);
  });

  it.each(['', 'garage', '3 m', '1 +', '2 × 3', 'vehicle', '++2', 'bay bay', '1e3', '#0#'])(
    'refuses %p and says what may stand there',
    (text) => {
      const read = readLength(text, names);
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.problems[0]?.message).toMatch(/vehicle width, vehicle length, bay, far-side/);
    },
  );

  it('means the same after it was written and read, and is a length of the format', () => {
    fc.assert(
      fc.property(length, (given) => {
        const read = held(readLength(lengthText(given), names));
        expect(lengthSchema.safeParse(read).success).toBe(true);
        expect(lengthIn(sizes, read)).toBeCloseTo(lengthIn(sizes, given), 2);
      }),
    );
  });

  it('writes and reads every length of every course that ships', () => {
    for (const id of courseIds) {
      const course = courseOf(id);
      const own = course.parameters.map((one) => one.id);
      const parameters = Object.fromEntries(own.map((one, n) => [one, 3 + n]));
      const lengths = course.cones
        .flatMap(({ at }) => at)
        .concat(course.lines.flatMap(({ from, to }) => [...from, ...to]));
      for (const one of lengths)
        expect(lengthIn({ ...sizes, parameters }, held(readLength(lengthText(one), own)))).toBeCloseTo(
          lengthIn({ ...sizes, parameters }, one),
          3,
        );
    }
  });

  it('moves by metres whatever it depends on', () => {
    fc.assert(
      fc.property(length, fc.integer({ min: -500, max: 500 }), (given, cm) => {
        const moved = lengthPlus(given, cm / 100);
        expect(lengthIn(sizes, moved) - lengthIn(sizes, given)).toBeCloseTo(cm / 100, 2);
      }),
    );
  });
});
