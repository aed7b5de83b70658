import { describe, expect, it } from '@jest/globals';
import type { HeadOfMock } from '../store';
import { mocksForRates } from './jobs/evidence';

const DAY = '2026-11-20';

/** Five mocks of each learner, the newest first: the newest is on the day itself, and doesn't count. */
const school = (learners: readonly string[]): ReadonlyMap<string, readonly HeadOfMock[]> =>
  new Map(
    learners.map((learner) => [
      learner,
      [20, 18, 15, 11, 6].map((day) => ({
        id: `${learner} ${day}`,
        learner,
        startedAt: `2026-11-${String(day).padStart(2, '0')}T09:00:00.000Z`,
        revision: 1,
        position: 40,
      })),
    ]),
  );

const named = (count: number): readonly string[] => Array.from({ length: count }, (_, n) => `learner ${n}`);
const idsOf = (mocks: ReturnType<typeof mocksForRates>): readonly string[] =>
  mocks.flatMap((own) => own.map(({ id }) => id));
const learnersOf = (mocks: ReturnType<typeof mocksForRates>): ReadonlySet<string> =>
  new Set(mocks.flatMap((own) => own.map(({ learner }) => learner)));

describe('mocks for the school’s rates', () => {
  it('are the newest three before the day of every learner of a school of three hundred', () => {
    const some = mocksForRates(school(named(300)), DAY);
    expect(some).toHaveLength(300);
    expect(idsOf(some).slice(0, 3)).toEqual(['learner 0 18', 'learner 0 15', 'learner 0 11']);
    expect(mocksForRates(school(named(300)), '2026-11-06')).toEqual([]);
  });

  it('are those of three hundred of a larger school, whoever is asked about first', () => {
    const many = mocksForRates(school(named(1_000)), DAY);
    expect(learnersOf(many).size).toBe(300);
    expect(mocksForRates(school([...named(1_000)].reverse()), DAY)).toEqual(many);
    // Neither those who came first nor those who came last.
    const early = [...learnersOf(many)].filter((learner) => Number(learner.slice(8)) < 500).length;
    expect(Math.abs(early - 150)).toBeLessThan(40);
  });

  it('stay those of the same learners when one more comes: one of them may make room', () => {
    const many = learnersOf(mocksForRates(school(named(1_000)), DAY));
    for (let n = 1_000; n < 1_020; n += 1) {
      const more = learnersOf(mocksForRates(school([...named(1_000), `learner ${n}`]), DAY));
      expect([...many].filter((learner) => !more.has(learner)).length).toBe(more.has(`learner ${n}`) ? 1 : 0);
    }
  });
});
