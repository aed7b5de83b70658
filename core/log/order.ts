/** What every entry of every log carries. */
export interface Stamped {
  readonly id: string;
  readonly device: string;
  readonly seq: number;
  /** ISO instant. */
  readonly at: string;
}

/**
 * The order for computing: time, then device, then sequence number; each id once. Any order of arrival and
 * any repeats give the same list.
 */
export function inOrder<E extends Stamped>(events: readonly E[]): readonly E[] {
  const timed = events.map((event) => ({ event, time: Date.parse(event.at) }));
  timed.sort(
    (a, b) =>
      a.time - b.time ||
      byText(a.event.device, b.event.device) ||
      a.event.seq - b.event.seq ||
      byText(a.event.id, b.event.id) ||
      // Two contents under one id can only come from a broken writer; still the same one must win everywhere.
      byText(JSON.stringify(a.event), JSON.stringify(b.event)),
  );
  const once: E[] = [];
  const seen = new Set<string>();
  for (const { event } of timed) {
    if (seen.has(event.id)) continue;
    seen.add(event.id);
    once.push(event);
  }
  return once;
}

const byText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
