import { createEmptyCard, fsrs, Rating, type Card, type Grade as FsrsGrade } from 'ts-fsrs';
import type { Grade } from './drill';

/** An answer as memory sees it, wherever it was given. */
export interface Recalled {
  readonly question: string;
  readonly at: string;
  readonly grade: Grade;
}

/**
 * What the questions of a test tell of memory: right at once is well, right at a later try with trouble.
 *
 * @param asked the questions of one test, in time order
 */
export function recalledInTest(
  asked: readonly {
    readonly question: string;
    readonly at: string;
    readonly right: boolean;
    readonly attempt: number;
  }[],
): readonly Recalled[] {
  const last = new Map(asked.map((answer) => [answer.question, answer]));
  return [...last.values()].map(({ question, at, right, attempt }) => ({
    question,
    at,
    grade: right ? (attempt === 1 ? 'good' : 'hard') : 'again',
  }));
}

/** What is held of one question by one learner. */
export interface Memory {
  readonly question: string;
  /** Days until the chance of recall has fallen to nine in ten. */
  readonly stability: number;
  /** From 1, easy, to 10. */
  readonly difficulty: number;
  /** When it should be asked next, ISO instant. */
  readonly due: string;
  readonly last: string;
  readonly answers: number;
  /** Times it was forgotten after it had been known. */
  readonly lapses: number;
}

/** Chance that a question is answered right which was never asked before (ours). */
export const UNSEEN_RECALL = 0.3;

/** The scheduler with its published parameters and no chance in it: the same answers, the same memory. */
const scheduler = fsrs({ enable_fuzz: false });

const ratings: Readonly<Record<Grade, FsrsGrade>> = {
  again: Rating.Again,
  hard: Rating.Hard,
  good: Rating.Good,
  easy: Rating.Easy,
};

/** Each question's memory after all its answers, by the FSRS algorithm. @param answers in time order */
export function memoryOf(answers: readonly Recalled[]): ReadonlyMap<string, Memory> {
  const cards = new Map<string, { card: Card; answers: number }>();
  for (const { question, at, grade } of answers) {
    const time = new Date(at);
    const before = cards.get(question);
    const { card } = scheduler.next(before?.card ?? createEmptyCard(time), time, ratings[grade]);
    cards.set(question, { card, answers: (before?.answers ?? 0) + 1 });
  }
  return new Map(
    [...cards].map(([question, { card, answers: times }]) => [
      question,
      {
        question,
        stability: card.stability,
        difficulty: card.difficulty,
        due: card.due.toISOString(),
        last: (card.last_review ?? card.due).toISOString(),
        answers: times,
        lapses: card.lapses,
      },
    ]),
  );
}

/** The chance that a question is recalled at an instant; of one never asked, `UNSEEN_RECALL`. */
export function recallAt(memory: Memory | undefined, at: string): number {
  if (!memory) return UNSEEN_RECALL;
  const days = Math.max(0, (Date.parse(at) - Date.parse(memory.last)) / 86_400_000);
  return scheduler.forgetting_curve(days, memory.stability);
}

/** How much a question should be drawn: the weaker its recall, the more; never nought. */
export const weaknessAt = (memory: Memory | undefined, at: string): number => 1.05 - recallAt(memory, at);
