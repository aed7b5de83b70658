import * as z from 'zod';

/** An instant in UTC as every log and request tells it: `2026-09-14T08:02:11.000Z`. A day that is none is refused. */
export const instant = z.iso.datetime({
  error: 'must be an ISO instant in UTC, such as 2026-09-14T08:02:11.000Z',
});

/** A day of the calendar: 2026-02-30 is none. */
export const day = z.iso.date({ error: 'must be a day such as 2026-12-01' });

/** A time zone by its name in the IANA database, as browsers tell it. */
export const zone = z
  .string()
  .min(1)
  .max(60)
  .refine((name) => isZone(name), { error: 'must be a time zone such as Europe/London' });

export const isInstant = (text: unknown): boolean => instant.safeParse(text).success;

export const isDay = (text: unknown): boolean => day.safeParse(text).success;

/** Whether dates can be shown in it. Offsets such as +01:00 are no zones: they do not change their clocks. */
export function isZone(name: unknown): name is string {
  if (typeof name !== 'string' || !/^[A-Za-z][\w+/-]*$/.test(name)) return false;
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

const shownDay = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

/** A day as people read it: "Fri 11 Dec 2026". @param date such as 2026-12-11 */
export const dayWords = (date: string): string =>
  isDay(date) ? shownDay.format(new Date(`${date}T12:00:00Z`)).replace(',', '') : date;
