import { describe, expect, it } from '@jest/globals';
import { laid, vehicleOf } from '../testing/yard';
import { pointsOf, setOut, type Spot } from '.';

const layout = laid('alley-dock-left', vehicleOf('van'));

describe('setting out', () => {
  it('gives each point two tapes that meet there (Pythagoras)', () => {
    const base = [
      [1, 2],
      [11, 2],
    ] as const;
    const { points } = setOut(layout, base);
    expect(points).toHaveLength(pointsOf(layout).length);
    for (const { at, tapes } of points) {
      const [a, b] = tapes.map((tape) => tape ** 2);
      expect(((a ?? 0) - (b ?? 0) + 100) / 20 + 1).toBeCloseTo(at[0], 9);
      expect(Math.abs(at[1] - 2)).toBeCloseTo(Math.sqrt((a ?? 0) - (at[0] - 1) ** 2), 6);
    }
  });

  it('says how far off a point may be: worked by hand for a point above the middle, and poor near the base line', () => {
    const cones = (at: Spot) =>
      setOut(
        { ...layout, lines: [], kerbs: [], guides: [], cones: [{ id: 'c', at, pole: false, radius: 0.15 }] },
        [
          [0, 0],
          [10, 0],
        ],
      ).points[0];
    // Both tapes 2 cm long: sqrt(7.0911^2 - 25) - 5 = 2.8 cm; one long and one short: 2.8 cm to the side.
    expect(cones([5, 5])?.error).toBeCloseTo(0.0283, 3);
    expect(cones([5, 0.1])?.error).toBeGreaterThan(0.3);
    // In line with both base points beyond one of them nothing but the tape itself is off, up or down the tape.
    expect(cones([0, 8])?.error).toBeLessThan(0.05);
  });

  it('names the diagonals of the outermost corners, counts, and the ground with two metres all round', () => {
    const { diagonals, counts, area, extent } = setOut(layout);
    expect(counts).toEqual({ cones: 4, poles: 2, lineMetres: expect.any(Number) });
    const [width, length] = [extent.x[1] - extent.x[0], extent.y[1] - extent.y[0]];
    expect(area).toEqual({ width: width + 4, length: length + 4 });
    for (const { metres } of diagonals) expect(metres).toBeLessThanOrEqual(Math.hypot(width, length) + 1e-9);
    expect(diagonals.length).toBe(2);
  });

  it('chooses the side from which the worst point is nearest to its place', () => {
    const { base, points } = setOut(layout);
    const { extent } = setOut(layout);
    const bottom = setOut(layout, [
      [extent.x[0], extent.y[0]],
      [extent.x[1], extent.y[0]],
    ]);
    const worst = (of: typeof points) => Math.max(...of.map(({ error }) => error));
    expect(worst(points)).toBeLessThanOrEqual(worst(bottom.points) + 1e-9);
    expect(base[0]).not.toEqual(base[1]);
  });
});
