import { describe, expect, it } from '@jest/globals';
import { held, vehicleIds, vehicleOf } from '../testing/yard';
import { withFigures } from './figures';
import { parseYardVehicle } from './vehicle';

const from = vehicleOf('small-hatchback');

describe('a vehicle with figures of its own', () => {
  it('is the same with the same figures', () => {
    for (const id of vehicleIds) {
      const vehicle = vehicleOf(id);
      const again = withFigures(vehicle, id, vehicle);
      expect(JSON.parse(JSON.stringify(again, round))).toEqual(JSON.parse(JSON.stringify(vehicle, round)));
    }
  });

  it('keeps a part where it was in proportion: behind, between and in front of the axles, on and beside the body', () => {
    const long = {
      ...from,
      wheelbase: 3,
      frontOverhang: 0.9,
      rearOverhang: 0.9,
      width: 2,
      widthOverMirrors: 2.4,
    };
    const moved = held(
      parseYardVehicle(
        withFigures(
          {
            ...from,
            parts: [
              { id: 'rear', title: 'rear', at: [-0.6, 0.85, 1] },
              { id: 'door', title: 'door', at: [1.25, -0.85, 1] },
              { id: 'nose', title: 'nose', at: [3.25, 0, 1] },
              { id: 'mirror', title: 'mirror', at: [2.5, 0.975, 1] },
            ],
          },
          'ours',
          { ...long, track: 1.6, turningCircle: 12 },
        ),
      ),
    );
    expect(moved.parts.map(({ at }) => at.map((one) => Number(one.toFixed(6))))).toEqual([
      [-0.9, 1, 1],
      [1.5, -1, 1],
      [3.9, 0, 1],
      [3, 1.2, 1],
    ]);
    expect(moved.id).toBe('ours');
  });

  it('aims the mirrors at a driver who sits on the other side', () => {
    const other = withFigures(from, 'ours', { ...from, steeringWheelSide: 'left' });
    expect(other.eye[1]).toBeCloseTo(-from.eye[1]);
    for (const { id, normal, centre } of other.mirrors) {
      const twin = from.mirrors.find((one) => one.id === ({ left: 'right', right: 'left' }[id] ?? id));
      expect(normal[1]).toBeCloseTo(-(twin?.normal[1] ?? NaN));
      expect(Math.sign(centre[1])).toBe(id === 'left' ? 1 : id === 'right' ? -1 : Math.sign(centre[1]));
    }
    // And back again.
    const back = withFigures(other, from.id, from);
    expect(JSON.parse(JSON.stringify(back, round))).toEqual(JSON.parse(JSON.stringify(from, round)));
  });
});

const round = (_: string, value: unknown): unknown =>
  typeof value === 'number' ? Number(value.toFixed(6)) + 0 : value;
