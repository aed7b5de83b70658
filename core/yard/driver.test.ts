import { describe, expect, it } from '@jest/globals';
import { vehicleOf } from '../testing/yard';
import { driveOn, fullLock, MOST_SPEED, sampleAt, type Driving, type Sample } from '.';

const car = vehicleOf('small-hatchback');
const still: Sample = { t: 0, x: 0, y: 0, heading: 0, hitch: null, steer: 0, v: 0 };
const driven = (from: Sample, driving: Driving, seconds: number): Sample => {
  let sample = from;
  for (let n = 0; n < Math.round(seconds * 60); n += 1) sample = driveOn(car, sample, driving, 1 / 60);
  return sample;
};

describe('at the wheel', () => {
  it('a vehicle reaches walking pace, and no more', () => {
    expect(driven(still, { pace: 1, wheel: null }, 0.5).v).toBeCloseTo(0.4, 6);
    expect(driven(still, { pace: 5, wheel: null }, 10).v).toBe(MOST_SPEED);
    expect(driven(still, { pace: -1, wheel: null }, 10).x).toBeLessThan(-8);
  });

  it('the wheel takes as long from the middle to full lock as a turn a second lets it', () => {
    const lock = fullLock(car);
    expect(driven(still, { pace: 0, wheel: 1 }, car.lockToLockTurns / 4).steer).toBeCloseTo(lock / 2, 1);
    const full = driven(still, { pace: 0, wheel: 1 }, 3);
    expect(full.steer).toBeCloseTo(lock, 9);
    expect(driven(full, { pace: 0, wheel: null }, 1).steer).toBe(full.steer);
  });

  it('it stops before it goes the other way', () => {
    const moving = driven(still, { pace: 1, wheel: null }, 5);
    let sample = moving;
    const speeds: number[] = [];
    for (let n = 0; n < 120; n += 1) {
      sample = driveOn(car, sample, { pace: -1, wheel: null }, 1 / 60);
      speeds.push(sample.v);
    }
    expect(speeds).toContain(0);
    expect(sample.v).toBeLessThan(0);
  });
});

describe('a path at a time', () => {
  it('is between its samples, and stays at its ends', () => {
    const path = [still, { ...still, t: 2, x: 4, v: 2 }];
    expect(sampleAt(path, 0.5)).toMatchObject({ t: 0.5, x: 1, v: 0.5, hitch: null });
    expect(sampleAt(path, -1)).toBe(path[0]);
    expect(sampleAt(path, 9)).toBe(path[1]);
    expect(sampleAt([], 0)).toBeNull();
  });
});
