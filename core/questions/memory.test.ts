import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { createEmptyCard, fsrs, Rating } from 'ts-fsrs';
import { answersOf, grades, parseDrillEvent, type DrillEvent } from './drill';
import { memoryOf, recallAt, recalledInTest, UNSEEN_RECALL, type Recalled } from './memory';
import { afterAnswer, sessionOf, SESSION_QUESTIONS } from './session';

const DAY = 86_400_000;
const T0 = Date.UTC(2022, 10, 29, 12, 30);
const days = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / DAY;

describe('memory', () => {
  it('is asked again at the intervals that the algorithm publishes', () => {
    // The worked example in the public test suites of the FSRS-6 algorithm (from memory): six times good, twice
    // again, five times good, each asked on the day that it was due.
    let at = new Date(T0).toISOString();
    const answers: Recalled[] = [];
    const intervals = [...'gggggg', ...'aa', ...'ggggg'].map((letter) => {
      answers.push({ question: 'horn', at, grade: letter === 'g' ? 'good' : 'again' });
      const due = memoryOf(answers).get('horn')?.due ?? '';
      const interval = Math.floor(days(at, due) + 1e-6);
      at = due;
      return interval;
    });
    expect(intervals).toEqual([0, 2, 11, 46, 163, 498, 0, 0, 2, 4, 7, 12, 21]);
  });

  it('has fallen to nine in ten after as many days as its strength says', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...grades), { minLength: 1, maxLength: 8 }), (given) => {
        const answers = given.map((grade, n) => ({
          question: 'q',
          at: new Date(T0 + n * 3 * DAY).toISOString(),
          grade,
        }));
        const memory = memoryOf(answers).get('q');
        if (!memory) throw new Error('no memory');
        const later = new Date(Date.parse(memory.last) + memory.stability * DAY).toISOString();
        expect(recallAt(memory, later)).toBeCloseTo(0.9, 4);
        expect(recallAt(memory, memory.last)).toBeCloseTo(1, 6);
      }),
    );
  });

  it('is the library’s own for any answers on any days', () => {
    const engine = fsrs();
    const theirs = { again: Rating.Again, hard: Rating.Hard, good: Rating.Good, easy: Rating.Easy } as const;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...grades), fc.integer({ min: 1, max: 90 })), {
          minLength: 1,
          maxLength: 10,
        }),
        (steps) => {
          let time = T0;
          let card: Parameters<typeof engine.next>[0] | null = null;
          const answers: Recalled[] = [];
          for (const [grade, gap] of steps) {
            time += gap * DAY;
            answers.push({ question: 'q', at: new Date(time).toISOString(), grade });
            const rating = theirs[grade];
            card = engine.next(card ?? createEmptyCard(time), time, rating).card;
          }
          if (!card) throw new Error('no card');
          const at = time + 20 * DAY;
          const ours = recallAt(memoryOf(answers).get('q'), new Date(at).toISOString());
          expect(ours).toBeCloseTo(engine.get_retrievability(card, at, false), 4);
        },
      ),
    );
  });

  it('of a question never asked is a plain assumption', () => {
    expect(recallAt(undefined, '2026-11-23T00:00:00.000Z')).toBe(UNSEEN_RECALL);
  });

  it('takes from a test whether it was right at once, later, or not at all', () => {
    const asked = (question: string, attempt: number, right: boolean) => ({
      question,
      attempt,
      right,
      at: new Date(T0 + attempt).toISOString(),
    });
    const told = recalledInTest([
      asked('oil', 1, true),
      asked('horn', 1, false),
      asked('horn', 2, true),
      asked('tread', 1, false),
      asked('tread', 2, false),
    ]);
    expect(told.map(({ question, grade }) => [question, grade])).toEqual([
      ['oil', 'good'],
      ['horn', 'hard'],
      ['tread', 'again'],
    ]);
  });
});

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const answer = (n: number, question: string): DrillEvent => ({
  kind: 'answer',
  id: id(n),
  device: 'd',
  seq: n,
  at: new Date(T0 + n).toISOString(),
  question,
  grade: 'good',
  by: 'learner',
});

describe('a drill log', () => {
  it('counts each answer once, in time order, without what was undone', () => {
    const undo: DrillEvent = {
      kind: 'retract',
      id: id(9),
      device: 'd',
      seq: 9,
      at: new Date(T0 + 9).toISOString(),
      of: id(2),
    };
    const log = [answer(3, 'c'), undo, answer(2, 'b'), answer(1, 'a'), answer(3, 'c')];
    expect(answersOf(log).map(({ question }) => question)).toEqual(['a', 'c']);
  });

  it('refuses what is no answer', () => {
    expect(parseDrillEvent(answer(1, 'a')).ok).toBe(true);
    const broken = parseDrillEvent({ ...answer(1, 'a'), grade: 'splendid', mood: 'high' });
    expect(broken.ok ? [] : broken.problems.map(({ path }) => path)).toEqual(['grade', 'mood']);
  });
});

describe('a session', () => {
  const bank = Array.from({ length: 20 }, (_, n) => ({ id: `q${n}` }));
  const now = new Date(T0 + 30 * DAY).toISOString();

  it('begins with what is due, the weakest first, then new ones', () => {
    const answers: Recalled[] = [
      { question: 'q5', at: new Date(T0).toISOString(), grade: 'good' },
      { question: 'q7', at: new Date(T0).toISOString(), grade: 'again' },
      { question: 'q9', at: new Date(T0 + 29.9 * DAY).toISOString(), grade: 'easy' },
    ];
    const session = sessionOf(bank, memoryOf(answers), now);
    expect(session.slice(0, 2)).toEqual(['q7', 'q5']);
    expect(session.slice(2, 4)).toEqual(['q0', 'q1']);
    expect(session).toHaveLength(SESSION_QUESTIONS);
    expect(session.indexOf('q9')).toBe(8);
    expect(new Set(session).size).toBe(session.length);
  });

  it('holds the whole of a small bank, and nothing of an empty one', () => {
    expect(sessionOf(bank.slice(0, 4), new Map(), now)).toEqual(['q0', 'q1', 'q2', 'q3']);
    expect(sessionOf([], new Map(), now)).toEqual([]);
  });

  it('brings back soon what went wrong', () => {
    expect(afterAnswer(['a', 'b', 'c', 'd', 'e'], true)).toEqual(['b', 'c', 'd', 'a', 'e']);
    expect(afterAnswer(['a'], true)).toEqual(['a']);
    expect(afterAnswer(['a', 'b'], false)).toEqual(['b']);
    expect(afterAnswer([], true)).toEqual([]);
  });
});
