import { dayWords } from '../time';
import type { Papers } from './judgement';

/** A paper that a learner needs on the day. */
export interface Paper {
  readonly title: string;
  readonly seen: boolean;
  /** Last day on which it is good (`2026-12-01`); null or absent when it does not run out. */
  readonly until?: string | null | undefined;
}

/**
 * Whether papers are in order on the day of a test.
 *
 * @param day of the test, `2026-12-01`
 * @param seenAt when all of them were seen in setting up a mock; stands in where no paper is entered
 */
export function papersOn(papers: readonly Paper[], day: string, seenAt: string | null): Papers {
  if (papers.length === 0)
    return seenAt === null
      ? { inOrder: false, said: 'none entered, none seen at a mock' }
      : { inOrder: true, said: 'seen at the last mock' };
  const unseen = papers.filter(({ seen }) => !seen).map(({ title }) => `${title} not seen`);
  const over = papers
    .filter(({ seen, until }) => seen && until && until < day)
    .map(({ title, until }) => `${title} runs out on ${dayWords(until ?? '')}`);
  const wrong = [...unseen, ...over];
  return { inOrder: wrong.length === 0, said: wrong.length === 0 ? 'all seen' : wrong.join('; ') };
}
