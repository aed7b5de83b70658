import { isZone } from '../../core/time';
import type { Parsed } from '../../core/problems';

/**
 * What a column of JSON holds; null when it cannot be made sense of. A record that somebody else wrote, or a disk
 * spoiled, must not take the others with it: `unreadableRecords` tells which they are.
 */
export function readColumn<T>(text: string, parse: (input: unknown) => Parsed<T>): T | null {
  try {
    const result = parse(JSON.parse(text));
    return result.ok ? result.value : null;
  } catch {
    return null;
  }
}

/** Any JSON at all. */
export function readJson<T>(text: string): T | null {
  try {
    return JSON.parse(text) as T;
  } catch {
    return null;
  }
}

const zones = new Map<string, boolean>();

/** A zone in which times can be shown: what is none is shown in UTC. */
export function shownZone(name: string): string {
  let known = zones.get(name);
  if (known === undefined) {
    known = isZone(name);
    // Names come from outside: only so many are remembered.
    if (zones.size < 1_000) zones.set(name, known);
  }
  return known ? name : 'UTC';
}
