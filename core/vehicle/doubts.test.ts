import { describe, expect, it } from '@jest/globals';
import type { Checkup } from './checkup';
import { doubtsAbout, odometerText, pressureDoubt } from './doubts';
import { wheelIds } from './parts';
import { typedOdometer, typedPressure } from './typed';

const checkup = (
  odometer: number,
  at: string,
  tyre = { tread: [5, 5, 5] as const, pressure: 230 },
): Checkup => ({
  id: '9d3f0a7e-61a5-4b3c-8d52-0f1c2b3a4d5e',
  at,
  odometer,
  tyres: Object.fromEntries(
    wheelIds.map((wheel) => [wheel, { ...tyre, damaged: false }]),
  ) as Checkup['tyres'],
  findings: {},
  note: '',
});

describe('pressures and odometers as they are typed', () => {
  it('are taken with their unit', () => {
    expect(typedPressure('230')).toBe(230);
    expect(typedPressure('2,3 bar')).toBeCloseTo(230);
    // From a conversion table: 32 psi are 220.6 kPa.
    expect(typedPressure('32psi')).toBeCloseTo(220.6, 1);
    expect(typedPressure('  ')).toBeNull();
    expect(typedPressure('psi')).toBeNaN();
    expect(typedPressure('32 stone')).toBeNaN();
    expect(typedOdometer('31,250', 'metric')).toBe(31_250);
    expect(typedOdometer('31.250 km', 'imperial')).toBe(31_250);
    expect(typedOdometer('10,000', 'imperial')).toBeCloseTo(16_093.44, 2);
    expect(typedOdometer('10 000 mi.', 'metric')).toBeCloseTo(16_093.44, 2);
    expect(typedOdometer('', 'metric')).toBeNull();
    expect(typedOdometer('a lot', 'metric')).toBeNaN();
    expect(odometerText(16_093.44, 'imperial')).toBe('10,000 miles');
  });
});

describe('what can hardly be true', () => {
  it('is a pressure in another unit', () => {
    expect(pressureDoubt(230)).toBeNull();
    expect(pressureDoubt(32)).toBe('32 kPa is a flat tyre; if the gauge shows psi, write “32 psi”');
    expect(pressureDoubt(2.3)).toBe('2.3 kPa is a flat tyre; if the gauge shows bar, write “2.3 bar”');
    expect(pressureDoubt(100)).toBe('100 kPa is very soft');
    expect(pressureDoubt(480)).toBe('480 kPa is very hard');
  });

  it('is an odometer that runs back or leaps, and tread that grows; nothing else', () => {
    const before = checkup(31_000, '2026-11-01T08:00:00.000Z');
    const now = '2026-11-18T08:00:00.000Z';
    expect(doubtsAbout(checkup(31_250, now), before, 'metric')).toEqual([]);
    expect(doubtsAbout(checkup(31_250, now), null, 'metric')).toEqual([]);
    expect(doubtsAbout(checkup(31.25, now), before, 'metric')).toMatchObject([
      { path: 'Odometer', message: 'is less than last time, 31,000 km' },
    ]);
    expect(doubtsAbout(checkup(312_500, now), before, 'metric')).toMatchObject([
      { path: 'Odometer', message: 'is 281,500 km more than last time, in 17 days' },
    ]);
    const grown = doubtsAbout(
      checkup(31_250, now, { tread: [5, 7, 12] as never, pressure: 32 }),
      before,
      'metric',
    );
    expect(grown).toHaveLength(12);
    expect(grown.slice(0, 3)).toMatchObject([
      { path: 'Front left, centre', message: 'is deeper than last time, 5 mm: is it another tyre?' },
      { path: 'Front left, outer', message: '12 mm is deeper than new tyres of cars are' },
      {
        path: 'Front left, pressure',
        message: '32 kPa is a flat tyre; if the gauge shows psi, write “32 psi”',
      },
    ]);
  });
});
