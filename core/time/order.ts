/** Instants with milliseconds, as every clock here writes them: their text stands in the order of time. */
const USUAL_LENGTH = '2026-09-14T08:02:11.000Z'.length;

/**
 * Below zero where the first of two ISO instants in UTC is earlier, to the millisecond. Reading an instant costs more
 * than all else that judging does with an event, so the usual form is compared as text.
 */
export function compareInstants(a: string, b: string): number {
  if (a.length === USUAL_LENGTH && b.length === USUAL_LENGTH) return a < b ? -1 : a > b ? 1 : 0;
  return Date.parse(a) - Date.parse(b);
}
