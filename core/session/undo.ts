import { inOrder, retractedIds } from '../log';
import { rulesOf, type DriveEvent } from '../marking';
import type { Standard } from '../standard';
import { eventWords } from './words';

/** All that one touch recorded. */
export interface Touch {
  /** Ids of its events: retracting each undoes it. */
  readonly events: readonly string[];
  /** What it was, such as "Giving way, driving fault". */
  readonly words: string;
}

/**
 * The last touch on a drive that still stands, of whatever kind; null when nothing is left to undo. Events of one
 * device at one instant came of one touch. Going on after a pause undoes the whole pause. The stage that a drive
 * begins with came of setting it up.
 *
 * @param events in any order, with any repeats
 */
export function lastTouch(standard: Standard, events: readonly DriveEvent[]): Touch | null {
  const ordered = inOrder(events);
  const gone = retractedIds(ordered);
  const begun = ordered.find(({ kind }) => kind === 'stage')?.id;
  const standing = ordered.filter(
    (event) => rulesOf(event).undone && !gone.has(event.id) && event.id !== begun,
  );
  const last = standing.at(-1);
  if (!last) return null;
  if (last.kind === 'resume') {
    const pause = standing.findLast(({ kind }) => kind === 'pause');
    return { events: pause ? [pause.id, last.id] : [last.id], words: eventWords(standard, last, ordered) };
  }
  const together = standing.filter(({ device, at }) => device === last.device && at === last.at);
  // What the touch was for: a manoeuvre brings its stage with it, a grading its reason.
  const telling = together.find(({ kind }) => kind !== 'stage' && kind !== 'note') ?? together.at(-1) ?? last;
  const started = together.find((event) => event.kind === 'manoeuvre' && event.phase === 'start');
  // Checks that were not in order at set-up are marks of one touch: each is named.
  const marks = together.filter(({ kind }) => kind === 'fault');
  const told = marks.length > 1 ? marks : [started ?? telling];
  return {
    events: together.map(({ id }) => id),
    words: told.map((event) => eventWords(standard, event, ordered)).join('; '),
  };
}
