import { judge, type DriveEvent, type DriveStart } from '../marking';
import type { Standard } from '../standard';
import { act, type Action } from './act';
import { refusalWords } from './refusal';

/** Something that was done in a mock, and when. */
export interface DoneAt {
  readonly action: Action;
  /** ISO instant. */
  readonly at: string;
  /** Of the first event that it records; null for a new one. */
  readonly id: string | null;
}

/**
 * The log of a mock in which one thing was done after another, each when what was done before it stood.
 *
 * @param done in time order
 * @throws Error when something is refused: whoever plans a mock must know what can be done in it
 */
export function logOf(
  standard: Standard,
  start: DriveStart,
  done: readonly DoneAt[],
  { device, newId }: { readonly device: string; readonly newId: () => string },
): DriveEvent[] {
  const events: DriveEvent[] = [];
  for (const { action, at, id } of done) {
    const acted = act({ standard, events, judgement: judge(standard, events, start) }, action, newId);
    if (!acted.ok) throw new Error(`${action.do} at ${at}: ${refusalWords(acted.why)}`);
    for (const [n, body] of acted.events.entries()) {
      const own = n === 0 && id !== null ? id : newId();
      events.push({ at, ...body, id: own, device, seq: events.length + 1 } as DriveEvent);
    }
  }
  return events;
}
