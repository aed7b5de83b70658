import dayjs from 'dayjs';
import utc from 'dayjs/plugin/utc.js';
import { clockIn } from '../../../core/time';

dayjs.extend(utc);

const there = (at: string, zone: string): dayjs.Dayjs => dayjs.utc(clockIn(at, zone));

/** "14:29" where the drive was. */
export const hourText = (at: string, zone: string): string => there(at, zone).format('HH:mm');

/** "Mon 23 Nov" where the drive was. */
export const dayText = (at: string, zone: string): string => there(at, zone).format('ddd D MMM');

/** "Monday 23 November 2026" where the drive was. */
export const longDayText = (at: string, zone: string): string => there(at, zone).format('dddd D MMMM YYYY');

/** Whether an instant falls on the day that it now is here. */
export const isToday = (at: string, now: Date): boolean => dayjs(at).isSame(now, 'day');

/** Whole days from today to a day such as 2026-12-02; below zero when it has passed. */
export const daysUntil = (day: string, now: Date): number =>
  dayjs(day).startOf('day').diff(dayjs(now).startOf('day'), 'day');

export function daysText(days: number): string {
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  return days > 0 ? `in ${days} days` : `${-days} ${days === -1 ? 'day' : 'days'} ago`;
}

export const localZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** An instant as a field for day and hour holds it, where it was: "2026-11-23T14:29". */
export const zonedText = (at: string, zone: string): string => clockIn(at, zone).slice(0, 16);
