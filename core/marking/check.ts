import type { Problem } from '../problems';
import type { Standard } from '../standard';
import { rulesOf, type DriveEvent } from './event';

/**
 * Tells everything in an event that a standard does not know: items, severities, manoeuvres, measures. Paths are
 * within the event.
 *
 * @param events all that a regrade may name
 */
export function eventChecker(
  standard: Standard,
  events: readonly DriveEvent[],
): (event: DriveEvent) => readonly Problem[] {
  const byId = new Map(events.map((event) => [event.id, event]));
  const itemsOf = (id: string) => {
    const event = byId.get(id);
    return event ? (rulesOf(event).items?.(event, standard) ?? []) : [];
  };
  return (event) => rulesOf(event).problems?.(event, { standard, itemsOf }) ?? [];
}
