import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { vehicleIds, vehicleOf } from '../testing/yard';
import {
  fullLock,
  jackKnifeAngle,
  leastRadius,
  parseYardVehicle,
  readControls,
  readYardVehicle,
  simulate,
  type Controls,
  type YardVehicle,
} from '.';

const vehicles = vehicleIds.map(vehicleOf);
const car = vehicleOf('small-hatchback');
const towing = vehicleOf('hatchback-trailer');

/** Drives at one speed with the wheel held. */
const held = (
  vehicle: YardVehicle,
  { v, steer, seconds, hitch = 0 }: { v: number; steer: number; seconds: number; hitch?: number },
) =>
  simulate(vehicle, {
    start: { x: 0, y: 0, heading: 0, hitch: vehicle.trailer ? hitch : null },
    controls: [
      { t: 0, v, steer },
      { t: seconds, v, steer },
    ],
  });

describe('vehicles', () => {
  it('ship six, each whole and named after its file', () => {
    expect(vehicleIds.map((id) => `${id}.vehicle.json`)).toEqual([
      'hatchback-trailer.vehicle.json',
      'minibus.vehicle.json',
      'rigid-truck.vehicle.json',
      'saloon.vehicle.json',
      'small-hatchback.vehicle.json',
      'van.vehicle.json',
    ]);
    for (const id of vehicleIds) expect(vehicleOf(id).id).toBe(id);
    expect(vehicles.filter(({ trailer }) => trailer).map(({ id }) => id)).toEqual(['hatchback-trailer']);
  });

  it('are refused with a turning circle too small, a hitch in front, parts named twice; everything is told at once', () => {
    const [part] = car.parts;
    const read = parseYardVehicle({
      ...towing,
      turningCircle: 5,
      track: 2.2,
      widthOverMirrors: 1,
      parts: [part, part],
      trailer: { ...towing.trailer, hitchBehindAxle: -0.4 },
    });
    expect(read.ok ? [] : read.problems.map(({ path, code }) => [path, code])).toEqual([
      ['turningCircle', 'circle-too-small'],
      ['track', 'wider-than-body'],
      ['widthOverMirrors', 'narrower-than-body'],
      ['trailer.hitchBehindAxle', 'hitch-in-front'],
      ['parts[1].id', 'named-twice'],
    ]);
    expect(parseYardVehicle({ ...car, colour: 'red' }).ok).toBe(false);
    expect(readYardVehicle('{').ok).toBe(false);
  });
});

describe('motion', () => {
  it('with the wheel held runs the rear axle on a circle of radius L/tan d (geometry)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...vehicles),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.constantFrom(-1, 1),
        fc.constantFrom(-1.5, 1.2),
        (vehicle, share, side, v) => {
          const steer = side * share * fullLock(vehicle);
          const radius = vehicle.wheelbase / Math.tan(steer);
          for (const { x, y } of held({ ...vehicle, trailer: null }, { v, steer, seconds: 20 }))
            expect(Math.hypot(x, y - radius)).toBeCloseTo(Math.abs(radius), 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('at full lock gives the turning circle back, kerb to kerb (geometry)', () => {
    for (const vehicle of vehicles) {
      const { wheelbase, track, turningCircle } = vehicle;
      const radius = wheelbase / Math.tan(fullLock(vehicle));
      expect(radius).toBeCloseTo(leastRadius(vehicle), 9);
      expect(2 * Math.hypot(radius + track / 2, wheelbase)).toBeCloseTo(turningCircle, 9);
    }
  });

  it('brings a trailer onto its steady circle: hitch sqrt(R²+h²), axle sqrt(R²+h²-L2²) (geometry)', () => {
    const { trailer } = towing;
    if (!trailer) throw new Error('no trailer');
    const steer = 0.6 * fullLock(towing);
    const R = towing.wheelbase / Math.tan(steer);
    const last = held(towing, { v: 2, steer, seconds: 120 }).at(-1);
    if (!last || last.hitch === null) throw new Error('no end');
    const hitchAt = {
      x: last.x - trailer.hitchBehindAxle * Math.cos(last.heading),
      y: last.y - trailer.hitchBehindAxle * Math.sin(last.heading),
    };
    const own = last.heading + last.hitch;
    const axle = {
      x: hitchAt.x - trailer.hitchToAxle * Math.cos(own),
      y: hitchAt.y - trailer.hitchToAxle * Math.sin(own),
    };
    const fromMiddle = (p: { x: number; y: number }) => Math.hypot(p.x, p.y - R);
    expect(fromMiddle(hitchAt)).toBeCloseTo(Math.hypot(R, trailer.hitchBehindAxle), 6);
    expect(fromMiddle(axle)).toBeCloseTo(
      Math.sqrt(R ** 2 + trailer.hitchBehindAxle ** 2 - trailer.hitchToAxle ** 2),
      4,
    );
  });

  it('lets a small hitch angle grow by 1/L2 a metre in reverse (linearised kinematics)', () => {
    const { trailer } = towing;
    if (!trailer) throw new Error('no trailer');
    const end = held(towing, { v: -1, steer: 0, seconds: 2, hitch: 0.001 }).at(-1);
    expect((end?.hitch ?? 0) / 0.001).toBeCloseTo(Math.exp(2 / trailer.hitchToAxle), 3);
  });

  it('knows from which hitch angle on full lock can’t help any more', () => {
    const most = jackKnifeAngle(towing) ?? 0;
    const after = (hitch: number) =>
      // Reversing at full lock to the side that would straighten a trailer that stands to the left.
      held(towing, { v: -0.5, steer: -fullLock(towing), seconds: 1, hitch }).at(-1)?.hitch ?? 0;
    expect(after(most - 0.05)).toBeLessThan(most - 0.05);
    expect(after(most + 0.05)).toBeGreaterThan(most + 0.05);
    expect(jackKnifeAngle(car)).toBeNull();
  });

  it('is the same however finely controls are given, and comes back the way it went', () => {
    const controls = [
      { t: 0, v: 0, steer: 0 },
      { t: 1, v: 1.2, steer: 0.3 },
      { t: 4, v: 1.2, steer: -0.4 },
      { t: 5, v: 0, steer: -0.4 },
    ];
    const start = { x: 3, y: -2, heading: 1, hitch: 0.1 };
    const once = simulate(towing, { start, controls });
    const finer = simulate(towing, { start, controls: once.map(({ t, v, steer }) => ({ t, v, steer })) });
    const [a, b] = [once.at(-1), finer.at(-1)];
    for (const key of ['x', 'y', 'heading', 'hitch'] as const) expect(b?.[key]).toBeCloseTo(a?.[key] ?? 0, 7);
    const back = [...controls].reverse().map(({ t, v, steer }) => ({ t: 5 - t, v: -v, steer }));
    const home = simulate(towing, { start: a ?? start, controls: back }).at(-1);
    for (const key of ['x', 'y', 'heading', 'hitch'] as const) expect(home?.[key]).toBeCloseTo(start[key], 6);
    const steps = once.slice(1).map(({ t }, n) => t - (once[n]?.t ?? 0));
    expect(Math.max(...steps)).toBeLessThanOrEqual(0.1 + 1e-9);
  });
});

describe('controls', () => {
  const line = (value: object) => JSON.stringify(value);
  const read = (vehicle: YardVehicle, ...lines: readonly string[]) => readControls(vehicle, lines.join('\n'));

  it('begin where they say, at the origin where they say nothing', () => {
    const two = [line({ t: 0, v: 1, steer: 0 }), line({ t: 1, v: 1, steer: 0 })];
    const plain = read(car, ...two);
    expect(plain.ok && plain.value.start).toEqual({ x: 0, y: 0, heading: 0, hitch: null });
    const given = read(towing, line({ start: { x: 1, y: 2, heading: 0.5 } }), '', ...two);
    const value: Controls | null = given.ok ? given.value : null;
    expect(value?.start).toEqual({ x: 1, y: 2, heading: 0.5, hitch: 0 });
    expect(value?.controls).toHaveLength(2);
  });

  it('are refused with the line and the reason of each mistake', () => {
    const result = read(
      car,
      line({ t: 0, v: 1, steer: 0 }),
      line({ start: { x: 0, y: 0, heading: 0 } }),
      '{ t: 1 }',
      line({ t: 0, v: 1, steer: 0 }),
      line({ t: 2, v: 1 }),
    );
    expect(result.ok ? [] : result.problems.map(({ path, code }) => [path, code])).toEqual([
      ['line 2', 'start-not-first'],
      ['line 3', 'no-json'],
      ['line 4', 'not-later'],
      ['line 5.steer', expect.any(String)],
    ]);
    const short = read(car, line({ t: 0, v: 1, steer: 0 }));
    expect(short.ok ? '' : short.problems[0]?.code).toBe('too-few-controls');
    const hitched = read(
      car,
      line({ start: { x: 0, y: 0, heading: 0, hitch: 0.1 } }),
      line({ t: 0, v: 1, steer: 0 }),
      line({ t: 1, v: 1, steer: 0 }),
    );
    expect(hitched.ok ? '' : hitched.problems[0]?.code).toBe('needless-hitch');
  });
});
