const FIRST_WAIT = 1_000;
const LONGEST_WAIT = 30_000;

/** All is sent; the server is silent and gets another try by itself; or there is no use in trying again. */
export type Sent = 'done' | 'retry' | 'stop';

/**
 * Sends what waits, one sending at a time: what is asked for meanwhile is sent after it, and a silent server
 * is tried again after a second, two, four … at most half a minute.
 */
export function createPusher(
  send: () => Promise<Sent>,
  later: (wait: number, run: () => void) => void,
): () => Promise<void> {
  let wait = FIRST_WAIT;
  let pushing = false;
  let again = false;
  return async function push(): Promise<void> {
    if (pushing) {
      again = true;
      return;
    }
    pushing = true;
    try {
      do {
        again = false;
        const sent = await send();
        if (sent === 'done') wait = FIRST_WAIT;
        else {
          if (sent === 'retry') {
            later(wait, () => void push());
            wait = Math.min(LONGEST_WAIT, wait * 2);
          }
          return;
        }
      } while (again);
    } finally {
      pushing = false;
    }
  };
}
