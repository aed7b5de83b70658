import { describe, expect, it } from '@jest/globals';
import dayjs from 'dayjs';
import isoWeek from 'dayjs/plugin/isoWeek.js';
import utc from 'dayjs/plugin/utc.js';
import fc from 'fast-check';
import { keptTimes } from './retention';

dayjs.extend(utc);
dayjs.extend(isoWeek);

const day = (n: number, hour = 3): string => new Date(Date.UTC(2026, 0, 1 + n, hour)).toISOString();

describe('the backups that are kept', () => {
  it('are seven days, four weeks and twelve months of a school that is backed up every day for two years', () => {
    // As the server does: each day one more, and then those that are wanted no more go.
    let there: string[] = [];
    for (let n = 0; n < 730; n += 1) {
      there.push(day(n));
      const kept = keptTimes(there);
      there = there.filter((time) => kept.has(time));
    }
    const days = there.map((time) => time.slice(0, 10));
    expect(days.slice(-7)).toEqual(Array.from({ length: 7 }, (_, n) => day(723 + n).slice(0, 10)));
    expect(new Set(days.map((time) => time.slice(0, 7))).size).toBe(12);
    expect(there.length).toBeLessThanOrEqual(7 + 4 + 12);
    // A month is kept by its last day.
    expect(days).toContain('2027-06-30');
  });

  it('always hold the newest, at most 23, and nothing is lost by asking twice', () => {
    const time = fc
      .date({
        min: new Date('2020-01-01T00:00:00Z'),
        max: new Date('2030-01-01T00:00:00Z'),
        noInvalidDate: true,
      })
      .map((date) => date.toISOString());
    fc.assert(
      fc.property(fc.uniqueArray(time, { minLength: 1, maxLength: 200 }), (times) => {
        const kept = keptTimes(times);
        const newestFirst = [...times].sort().reverse();
        expect(kept.has(newestFirst[0] ?? '')).toBe(true);
        expect(kept.size).toBeLessThanOrEqual(23);
        expect(keptTimes([...kept])).toEqual(kept);
        // Each of the last days, ISO weeks and months that have one keeps its newest.
        for (const [most, spanOf] of [
          [7, (at: string) => dayjs.utc(at).format('YYYY-MM-DD')],
          [4, (at: string) => `${dayjs.utc(at).isoWeekYear()} ${dayjs.utc(at).isoWeek()}`],
          [12, (at: string) => dayjs.utc(at).format('YYYY-MM')],
        ] as const) {
          const spans = [...new Set(newestFirst.map(spanOf))].slice(0, most);
          for (const span of spans)
            expect(kept.has(newestFirst.find((at) => spanOf(at) === span) ?? '')).toBe(true);
        }
      }),
    );
  });
});
