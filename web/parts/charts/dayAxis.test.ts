import { expect, it } from '@jest/globals';
import { dayAxis } from './dayAxis';

it('has room of days round a single instant, and labels that are days', () => {
  const axis = dayAxis(['2026-11-24T14:37:12.345Z'], 'Day of the mock');
  expect(axis).toMatchObject({ type: 'date', tickformat: '%-d %b', title: { text: 'Day of the mock' } });
  expect(axis.range).toEqual(['2026-11-21T14:37:12.345Z', '2026-11-27T14:37:12.345Z']);
  expect(axis.dtick).toBe(2 * 86_400_000);
});

it('leaves labels to the chart over months, and shows nothing without instants', () => {
  const axis = dayAxis(['2026-08-01T08:00:00Z', '2026-11-24T08:00:00Z'], 'Day');
  expect(axis.dtick).toBeUndefined();
  expect(axis.range?.[0]).toBe('2026-07-27T17:36:00.000Z');
  expect(dayAxis([], 'Day').range).toBeUndefined();
});
