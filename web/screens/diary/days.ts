import dayjs from 'dayjs';

/** The seven days of the week that a day is in, from Monday; each `2026-11-25`. */
export function weekOf(day: string): readonly string[] {
  const monday = dayjs(day).subtract((dayjs(day).day() + 6) % 7, 'day');
  return Array.from({ length: 7 }, (_, n) => monday.add(n, 'day').format('YYYY-MM-DD'));
}

export const dayAfter = (day: string, days: number): string =>
  dayjs(day).add(days, 'day').format('YYYY-MM-DD');

/** The day that an instant falls on here. */
export const dayOf = (at: string): string => dayjs(at).format('YYYY-MM-DD');

/** Hours since midnight here. */
export const hourOf = (at: string): number => dayjs(at).hour() + dayjs(at).minute() / 60;

export const today = (): string => dayjs().format('YYYY-MM-DD');

/** The instant of a local day and hour such as `09:30`. */
export const instantOf = (day: string, time: string): string => dayjs(`${day}T${time}`).toISOString();

export const timeOf = (at: string): string => dayjs(at).format('HH:mm');

export const dayTitle = (day: string): string => dayjs(day).format('ddd D MMM');

export const longDayTitle = (day: string): string => dayjs(day).format('dddd D MMMM');

/** Days of a series from the first on, so many weeks apart. */
export const seriesOf = (first: string, weeks: number, times: number): readonly string[] =>
  Array.from({ length: times }, (_, n) => dayAfter(first, 7 * weeks * n));

/** So many days from one day to another. */
export const daysBetween = (from: string, to: string): number => dayjs(to).diff(dayjs(from), 'day');

/** Whether a local time is on a day at all: when the clocks go forward, an hour is not. */
export const isThere = (day: string, time: string): boolean => timeOf(instantOf(day, time)) === time;

/** The first day of several on which the clocks stand otherwise than on the first; null when they do on none. */
export function clocksChangeBy(days: readonly string[], time: string): string | null {
  const offset = (day: string) => dayjs(`${day}T${time}`).utcOffset();
  const [first] = days;
  return (first && days.find((day) => offset(day) !== offset(first))) ?? null;
}
