import { recallAt, type Memory } from './memory';

/** About so many questions fit into a session of five minutes (ours: half a minute each). */
export const SESSION_QUESTIONS = 10;
/** New ones in a session, so that a beginner is not drowned and old ones come back too (ours). */
export const SESSION_NEW = 6;
/** After so many others a question that went wrong comes again. */
const AGAIN_AFTER = 3;

/**
 * The questions of a session: those due, the weakest first, then new ones in the order of the bank. When
 * neither fills it, those whose recall is lowest, though they are not due yet.
 */
export function sessionOf(
  questions: readonly { readonly id: string }[],
  memories: ReadonlyMap<string, Memory>,
  now: string,
): readonly string[] {
  const recall = (id: string) => recallAt(memories.get(id), now);
  const seen = questions.map(({ id }) => id).filter((id) => memories.has(id));
  const weakestFirst = [...seen].sort((a, b) => recall(a) - recall(b));
  const isDue = (id: string) => Date.parse(memories.get(id)?.due ?? now) <= Date.parse(now);
  const due = weakestFirst.filter(isDue);
  const fresh = questions.map(({ id }) => id).filter((id) => !memories.has(id));
  const firstNew = fresh.slice(0, SESSION_NEW);
  const rest = weakestFirst.filter((id) => !isDue(id));
  return [...due, ...firstNew, ...rest, ...fresh.slice(SESSION_NEW)].slice(0, SESSION_QUESTIONS);
}

/** What is left of a session after its first question was answered; what went wrong comes again soon. */
export function afterAnswer(queue: readonly string[], wrong: boolean): readonly string[] {
  const [first, ...rest] = queue;
  if (first === undefined || !wrong) return rest;
  return [...rest.slice(0, AGAIN_AFTER), first, ...rest.slice(AGAIN_AFTER)];
}
