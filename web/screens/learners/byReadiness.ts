import type { ReadinessRow } from '../../../contract';

const order = ['ready', 'nearly', 'not yet', 'too little evidence'] as const;

/** The most ready first: by the word that counts, then by the chance of passing, then by name. */
export const byReadiness = (rows: readonly ReadinessRow[]): readonly ReadinessRow[] =>
  [...rows].sort((a, b) => {
    const [one, other] = [a, b].map(({ word, overrule }) => order.indexOf(overrule?.word ?? word));
    return (
      (one ?? 0) - (other ?? 0) ||
      (b.pass ?? -1) - (a.pass ?? -1) ||
      a.learner.name.localeCompare(b.learner.name)
    );
  });
