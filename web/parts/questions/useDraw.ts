import { useMemo, useState } from 'react';
import {
  askableIn,
  drawSet,
  questionSets,
  setsWithout,
  weaknessAt,
  type Question,
  type QuestionKind,
  type QuestionSet,
} from '../../../core/questions';
import { randomFrom, seedOf } from '../../../core/random';
import type { Standard } from '../../../core/standard';
import { lacksOf, noCard } from '../../../core/vehicle';
import type { MockView } from '../../../contract';
import { useQuestionsQuery, useVehiclesQuery } from '../../data/api';
import { useDrill } from '../../data/drill';

/** The questions that are asked, by id; nothing while the bank is not here. */
export function useBank(): ReadonlyMap<string, Question> {
  const { data } = useQuestionsQuery();
  return useMemo(
    () =>
      new Map(
        data?.items.flatMap(({ question, enabled }) => (enabled ? [[question.id, question] as const] : [])),
      ),
    [data],
  );
}

export interface Draw {
  /** The so-manieth question of its kind in the set drawn now, from one; null where the bank has none. */
  readonly question: (kind: QuestionKind, number: number) => Question | null;
  /** Passes over a question: the next one is another. */
  readonly another: (question: string) => void;
}

/**
 * Draws the questions of a test as its standard says, from what the car has, weak ones sooner, none twice
 * before all were seen; the same for the same test, until another is asked for.
 */
export function useDraw(
  bank: ReadonlyMap<string, Question>,
  { questions: rule }: Standard,
  { id: mock, learner, vehicle, startedAt }: MockView,
): Draw {
  const [passed, setPassed] = useState<readonly { readonly set: string; readonly question: string }[]>([]);
  const vehicles = useVehiclesQuery();
  // What is answered in this very test must not change what it asks next.
  const { memories, sets: seen, loading } = useDrill(learner.id, startedAt);
  const card = vehicles.data?.items.find(({ id }) => id === vehicle?.id)?.card;
  const set = useMemo((): QuestionSet | null => {
    if (!rule || loading) return null;
    const random = randomFrom(seedOf(`${mock} ${passed.length}`));
    const sets = questionSets(askableIn([...bank.values()], lacksOf(card ?? noCard)), rule);
    // Another set may hold the same question: it must not come at once again.
    const others = setsWithout(sets, new Set(passed.map(({ question }) => question)));
    const drawn = [...seen, ...passed.map((one) => one.set)];
    return drawSet(others, drawn, (id) => weaknessAt(memories.get(id), startedAt), random);
  }, [bank, rule, mock, passed, card, memories, seen, loading, startedAt]);
  return {
    question: (kind, number) => {
      if (kind !== 'explain' && kind !== 'demonstrate') return null;
      const id = set?.[kind][number - 1];
      return id === undefined ? null : (bank.get(id) ?? null);
    },
    another: (question) => {
      if (set) setPassed([...passed, { set: set.key, question }]);
    },
  };
}
