import { compareInstants } from '../time';

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
  const ordered = isOrdered(events) ? events : [...events].sort(compareStamped);
  const once: E[] = [];
  const seen = new Set<string>();
  for (const event of ordered) {
    const { id } = event;
    if (seen.has(id)) continue;
    seen.add(id);
    once.push(event);
  }
  return once;
}

/** Most logs come as they were written. */
function isOrdered(events: readonly Stamped[]): boolean {
  let before: Stamped | undefined;
  for (const event of events) {
    if (before && compareStamped(before, event) > 0) return false;
    before = event;
  }
  return true;
}

const compareStamped = (a: Stamped, b: Stamped): number =>
  compareInstants(a.at, b.at) ||
  byText(a.device, b.device) ||
  a.seq - b.seq ||
  byText(a.id, b.id) ||
  // Two contents under one id can only come from a broken writer; still the same one must win everywhere.
  byText(JSON.stringify(a), JSON.stringify(b));

const byText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
