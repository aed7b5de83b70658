import type { EvidenceView, ReadinessRow, ResultView } from '../../contract';
import { answerOf, startThread } from './thread';

/** What the thread is asked for. */
export type ReadinessJob =
  | { readonly what: 'list'; readonly now: string }
  | {
      readonly what: 'evidence';
      readonly learner: string;
      readonly standard: string | null;
      readonly now: string;
    }
  | { readonly what: 'foretell'; readonly learner: string; readonly standard: string; readonly day: string };

/** So many answers are kept; the oldest goes first. */
const KEPT = 24;
const held = new Map<string, Promise<unknown>>();

/**
 * Works out readiness in a thread and keeps the answer until something has changed that it was worked out from.
 *
 * @param state of the database; with the day, for a day makes evidence older
 */
function worked<T>(databaseFile: string, state: string, day: string, job: ReadinessJob): Promise<T> {
  const { what, ...asked } = job;
  const key = [databaseFile, state, day, what, JSON.stringify({ ...asked, now: null })].join('\n');
  const before = held.get(key);
  if (before) return before as Promise<T>;
  const answer = answerOf<{ readonly answer: T }>(
    startThread('readiness', { databaseFile, job }),
    'readiness',
  ).then((told) => told.answer);
  held.set(key, answer);
  for (const oldest of held.keys()) {
    if (held.size <= KEPT) break;
    held.delete(oldest);
  }
  // What failed is tried again the next time.
  answer.catch(() => held.delete(key));
  return answer;
}

export const readinessOfSchool = (file: string, state: string, now: string) =>
  worked<readonly ReadinessRow[]>(file, state, now.slice(0, 10), { what: 'list', now });

export const evidenceOfLearner = (
  file: string,
  state: string,
  job: { readonly learner: string; readonly standard: string | null; readonly now: string },
) => worked<EvidenceView | null>(file, state, job.now.slice(0, 10), { what: 'evidence', ...job });

export const foretold = (
  file: string,
  state: string,
  job: { readonly learner: string; readonly standard: string; readonly day: string },
) => worked<ResultView['foretold']>(file, state, job.day, { what: 'foretell', ...job });
