import * as z from 'zod';
import { checkShape, type Parsed } from '../problems';
import { featureKinds, type FeatureKindId } from '../route';
import { skillOf } from '../standard';
import { shippedAdvice, type Advice } from './shipped';

const text = z.string().trim().min(1).max(400);
/** One piece of advice, as a school keeps it. */
export const adviceSchema = z
  .array(
    z
      .strictObject({
        skill: z.string().refine((id) => skillOf(id) !== undefined, { error: 'is no skill' }),
        cause: text,
        instead: text,
        exercise: text,
      })
      .readonly(),
  )
  .max(200)
  .readonly();

/** Checks a school's own advice; every problem is listed. */
export const parseAdvice = (input: unknown): Parsed<readonly Advice[]> => checkShape(adviceSchema, input);

/** The shipped advice with a school's own in place of it. */
export function adviceWith(own: readonly Advice[]): ReadonlyMap<string, Advice> {
  return new Map([...shippedAdvice, ...own].map((advice) => [advice.skill, advice]));
}

/** The advice for a skill; an aspect of a manoeuvre has that of the manoeuvre. */
export const adviceFor = (advice: ReadonlyMap<string, Advice>, skill: string): Advice | null =>
  advice.get(skill) ?? advice.get(skill.split('.')[0] ?? '') ?? null;

/** Kinds of feature on a route at which a skill can be practised, those that ask for it first in front. */
export function practisedAt(skill: string): readonly FeatureKindId[] {
  return featureKinds
    .map(({ id, skills }) => ({ id, rank: skills.indexOf(skill) }))
    .filter(({ rank }) => rank >= 0)
    .sort((a, b) => a.rank - b.rank)
    .map(({ id }) => id);
}
