const formats = new Map<string, Intl.DateTimeFormat>();

/** Minutes that clocks in a zone are ahead of UTC at an instant in milliseconds. */
function ahead(at: number, zone: string): number {
  // To make one costs a hundred times as much as to use it.
  const format =
    formats.get(zone) ?? new Intl.DateTimeFormat('en', { timeZone: zone, timeZoneName: 'longOffset' });
  formats.set(zone, format);
  const [, sign, hours, minutes] = /GMT([+-])(\d\d):(\d\d)/.exec(format.format(at)) ?? [];
  const offset = 60 * Number(hours ?? 0) + Number(minutes ?? 0);
  return sign === '-' ? -offset : offset;
}

const MINUTE = 60_000;
const DAY = 1_440 * MINUTE;

/**
 * What clocks in a zone show at an ISO instant: `2026-11-23T14:29:11`.
 *
 * @throws RangeError when there is no such instant or zone
 */
export function clockIn(at: string, zone: string): string {
  const time = Date.parse(at);
  return new Date(time + MINUTE * ahead(time, zone)).toISOString().slice(0, 19);
}

/**
 * The ISO instant at which clocks in a zone show a day and hour such as `2026-11-23T14:29`: the first one where they show
 * it twice; where they leave it out, so much later as they go forward.
 *
 * @throws RangeError when there is no such day, hour or zone
 */
export function instantIn(clock: string, zone: string): string {
  const shown = Date.parse(`${clock}Z`);
  const before = new Date(shown - MINUTE * ahead(shown - DAY, zone)).toISOString();
  const after = new Date(shown - MINUTE * ahead(shown + DAY, zone)).toISOString();
  return [before, after].find((at) => clockIn(at, zone).startsWith(clock)) ?? before;
}
