interface Entry {
  readonly startsAt: string;
  readonly learner: { readonly id: string } | null;
  readonly instructor: { readonly id: string };
}

/**
 * The entries of a repeated lesson after one of it that are still like it: with the same learner, given by the same
 * instructor. One that was given to somebody else is no longer part of it.
 *
 * @param series all entries of the repeated lesson
 */
export const laterOf = <T extends Entry>(
  { startsAt, learner, instructor }: Entry,
  series: readonly T[],
): T[] =>
  series.filter(
    (one) =>
      one.startsAt > startsAt && one.learner?.id === learner?.id && one.instructor.id === instructor.id,
  );
