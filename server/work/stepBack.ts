import { constants, setPriority } from 'node:os';

/** Lets the server's own thread go first. On Linux this is of the calling thread, elsewhere of its whole process. */
export function stepBack(): void {
  try {
    setPriority(constants.priority.PRIORITY_BELOW_NORMAL);
  } catch {
    // It is a courtesy: where it is not allowed, work goes on as before.
  }
}
