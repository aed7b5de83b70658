import { inOrder, retractedIds } from '../log';
import type { DriveEvent, EventKind } from '../marking';
import type { Standard } from '../standard';
import { eventWords } from './words';

/** All that one touch recorded. */
export interface Touch {
  /** Ids of its events: retracting each undoes it. */
  readonly events: readonly string[];
  /** What it was, such as "Giving way, driving fault". */
  readonly words: string;
}

/** What a touch can record and undo: positions come by themselves, an undo is no touch, an end is reopened. */
const kinds: Readonly<Record<EventKind, boolean>> = {
  stage: true,
  fault: true,
  retract: false,
  regrade: true,
  peg: true,
  sort: true,
  question: true,
  manoeuvre: true,
  measure: true,
  fix: false,
  said: true,
  intervention: true,
  note: true,
  rating: false,
  pause: true,
  resume: true,
  end: false,
};

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
  const standing = ordered.filter(({ id, kind }) => kinds[kind] && !gone.has(id) && id !== begun);
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
  return { events: together.map(({ id }) => id), words: eventWords(standard, started ?? telling, ordered) };
}
