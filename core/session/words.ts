import { rulesOf, type DriveEvent } from '../marking';
import type { Standard } from '../standard';

/**
 * One entry of a log in words, such as "Giving way, driving fault" or "Garage bay: a movement".
 *
 * @param log the others, for what an entry is about
 */
export function eventWords(standard: Standard, event: DriveEvent, log: readonly DriveEvent[]): string {
  const about = (id: string) => {
    const other = log.find((one) => one.id === id);
    // What names another entry in turn could name this one.
    return other && !('of' in other && other.of !== undefined)
      ? eventWords(standard, other, log)
      : 'an entry';
  };
  return rulesOf(event).words(event, { standard, about });
}
