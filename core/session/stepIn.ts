import type { Drive, EventOf } from '../marking';

/** So long after the instructor stepped in the next mark is taken for its reason, in seconds (ours). */
export const STEP_IN_SECONDS = 10;

/**
 * The stepping in that still waits for its mark. It is over with the next mark or flag, after ten seconds, or
 * when it is undone.
 *
 * @param now ISO instant
 */
export function stepInOpen(
  { interventions, marks, flags }: Pick<Drive, 'interventions' | 'marks' | 'flags'>,
  now: string,
): { readonly event: EventOf<'intervention'>; readonly secondsLeft: number } | null {
  const event = interventions.at(-1);
  if (!event) return null;
  const from = Date.parse(event.at);
  const secondsLeft = STEP_IN_SECONDS - (Date.parse(now) - from) / 1000;
  const marked = [...marks, ...flags].some(({ at }) => Date.parse(at) > from);
  return marked || secondsLeft <= 0 ? null : { event, secondsLeft: Math.min(STEP_IN_SECONDS, secondsLeft) };
}
