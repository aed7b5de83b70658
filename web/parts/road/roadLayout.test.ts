import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { roadLayout } from './roadLayout';

const how = { room: 440, row: 54, units: 'metric' } as const;

describe('the ribbon', () => {
  it('is as long as its fourth thing wants, in one of few lengths', () => {
    expect(roadLayout([40, 90, 160, 260, 420, 900], how)).toMatchObject({ metres: 300, step: 50 });
    expect(roadLayout([40, 90, 160, 1_150], how)).toMatchObject({ metres: 1_200, step: 200 });
    expect(roadLayout([15_000], how).metres).toBe(15_000);
    expect(roadLayout([], how)).toMatchObject({ metres: 200, rows: [] });
    expect(roadLayout([100, 200, 300, 400], { ...how, units: 'imperial' }).step).toBeCloseTo(45.72, 5);
  });

  it('has words beside their place where they have room', () => {
    const { rows } = roadLayout([50, 150, 300, 500], how);
    expect(rows.map(({ middle }) => Math.round(middle))).toEqual([44, 132, 264, 413]);
  });

  it('keeps words in their order, apart from each other and inside, whatever lies ahead', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 9_000, noNaN: true }), { maxLength: 40 }),
        fc.integer({ min: 60, max: 900 }),
        (distances, room) => {
          const ahead = [...distances].sort((a, b) => a - b);
          const { metres, rows } = roadLayout(ahead, { ...how, room });
          expect(rows.length).toBeGreaterThanOrEqual(Math.min(ahead.length, 4, Math.floor(room / 54)));
          rows.forEach(({ at, middle }, n) => {
            expect(at).toBe(ahead[n]);
            expect(at).toBeLessThanOrEqual(metres);
            expect(middle).toBeGreaterThanOrEqual(27 - 1e-6);
            expect(middle).toBeLessThanOrEqual(room - 27 + 1e-6);
            const below = rows[n - 1];
            if (below) expect(middle - below.middle).toBeGreaterThanOrEqual(54 - 1e-6);
          });
        },
      ),
    );
  });
});
