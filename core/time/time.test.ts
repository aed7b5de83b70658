import { describe, expect, it } from '@jest/globals';
import { dayWords, isDay, isInstant, isZone } from '.';

describe('times from outside', () => {
  it.each(['2026-09-14T08:02:11.000Z', '2026-09-14T08:02:11Z', '2028-02-29T00:00:00.000Z'])(
    'takes %s as an instant',
    (text) => {
      expect(isInstant(text)).toBe(true);
      expect(Number.isNaN(Date.parse(text))).toBe(false);
    },
  );
  it.each([
    '2026-W01-1T08:00:00Z',
    '2026-250T08:00:00Z',
    '2026-02-30T08:00:00.000Z',
    '2027-02-29T08:00:00Z',
    '2026-09-14T24:00:00Z',
    '2026-09-14T08:02:11+01:00',
    '2026-09-14',
    '',
    null,
    1_700_000_000_000,
  ])('refuses %p as an instant', (text) => {
    expect(isInstant(text)).toBe(false);
  });
  it('knows the days of the calendar', () => {
    expect(['2026-12-01', '2028-02-29'].map(isDay)).toEqual([true, true]);
    for (const none of ['2026-02-30', '2027-02-29', '2026-W01', '20261201', '1.12.2026', null])
      expect(isDay(none)).toBe(false);
  });
  it('knows the zones that dates can be shown in', () => {
    for (const zone of ['UTC', 'Europe/London', 'America/Argentina/Buenos_Aires', 'Etc/GMT+3'])
      expect(isZone(zone)).toBe(true);
    for (const none of ['Mars/Phobos', '+01:00', '', 'Europe/London\r\nX', {}, null])
      expect(isZone(none)).toBe(false);
  });
});

it('writes a day as people read it, and leaves what is no day as it is', () => {
  expect(dayWords('2026-12-11')).toBe('Fri 11 Dec 2026');
  expect(dayWords('2027-02-01')).toBe('Mon 1 Feb 2027');
  expect(dayWords('soon')).toBe('soon');
});
