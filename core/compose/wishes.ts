import type { Habits } from '../marking';

/** How much of a learner's own drives weighs as much as those of the school. */
const SCHOOL_WEIGHT = 3;
/** A learner's weakest skill counts so many times more than one that never goes wrong (ours). */
const WEAKEST = 4;

/**
 * How much each skill is wanted on a route for a learner: one for what never goes wrong, five for the weakest,
 * by how often their drives had it wrong, leaning on the school's while there are few.
 */
export function skillWeights(learner: Habits, school: Habits): Readonly<Record<string, number>> {
  const skills = new Set([...Object.keys(learner.marks), ...Object.keys(school.marks)]);
  const rates = [...skills].map((skill) => {
    const usual = (school.marks[skill] ?? 0) / Math.max(1, school.drives);
    return [
      skill,
      ((learner.marks[skill] ?? 0) + SCHOOL_WEIGHT * usual) / (learner.drives + SCHOOL_WEIGHT),
    ] as const;
  });
  const most = Math.max(1e-9, ...rates.map(([, rate]) => rate));
  return Object.fromEntries(rates.map(([skill, rate]) => [skill, 1 + (WEAKEST * rate) / most]));
}
