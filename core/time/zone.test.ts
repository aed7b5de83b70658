import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { clockIn, instantIn } from '.';

const anyZone = fc.constantFrom(
  'UTC',
  'Europe/London',
  'Europe/Berlin',
  'America/New_York',
  'America/St_Johns',
  'Asia/Kathmandu',
  'Australia/Lord_Howe',
  'Pacific/Kiritimati',
);

const anyInstant = fc.oneof(
  fc
    .integer({ min: Date.UTC(2000, 0, 1), max: Date.UTC(2040, 0, 1) })
    .map((at) => new Date(at).toISOString()),
  // Where the clocks of the tests' own zone go forward and back.
  fc.constantFrom('2026-03-29T00:59:59.000Z', '2026-03-29T01:00:00.000Z', '2026-10-25T00:30:00.000Z'),
);

it('clocks in a zone show what the platform itself writes, also while they change here', () => {
  fc.assert(
    fc.property(anyInstant, anyZone, (at, zone) => {
      const written = new Date(at).toLocaleString('sv-SE', { timeZone: zone });
      expect(clockIn(at, zone)).toBe(written.replace(' ', 'T'));
    }),
    { numRuns: 300 },
  );
});

it('what clocks show is shown at the instant that is found for it', () => {
  fc.assert(
    fc.property(anyInstant, anyZone, (at, zone) => {
      const clock = clockIn(at, zone).slice(0, 16);
      const found = instantIn(clock, zone);
      expect(clockIn(found, zone).slice(0, 16)).toBe(clock);
      // The first of two.
      expect(Date.parse(found)).toBeLessThanOrEqual(Date.parse(at));
    }),
    { numRuns: 300 },
  );
});

it('an hour that comes twice is the first, and one that is left out is as much later as the clocks go forward', () => {
  expect(instantIn('2026-10-25T01:30', 'Europe/London')).toBe('2026-10-25T00:30:00.000Z');
  const left = instantIn('2026-03-29T01:30', 'Europe/London');
  expect([left, clockIn(left, 'Europe/London')]).toEqual(['2026-03-29T01:30:00.000Z', '2026-03-29T02:30:00']);
});

it('no such zone, day or hour is an error', () => {
  expect(() => clockIn('2026-07-01T12:34:00.000Z', 'Mars/Olympus')).toThrow(RangeError);
  expect(() => clockIn('soon', 'UTC')).toThrow(RangeError);
  expect(() => instantIn('2026-13-01T09:00', 'UTC')).toThrow(RangeError);
});
