import { useEffect, useState } from 'react';
import type { ListedLearner } from '../../../contract';
import { nameKey } from '../../../core/names';
import { useLearnersQuery } from '../../data/api';

/** So long typing rests before the server is asked, in milliseconds. */
const REST = 200;

export interface LearnersFound {
  readonly learners: readonly ListedLearner[];
  /** More were found than are listed. */
  readonly more: boolean;
  readonly loading: boolean;
  readonly error: unknown;
  readonly retry: () => void;
}

/**
 * Learners by part of their name, found by the server; without it, among those that are kept here. The nearest
 * licence test comes first.
 */
export function useLearnersFound(letters: string): LearnersFound {
  const [search, setSearch] = useState(letters);
  useEffect(() => {
    const timer = setTimeout(() => setSearch(letters), REST);
    return () => clearTimeout(timer);
  }, [letters]);
  const first = useLearnersQuery('');
  const found = useLearnersQuery(search.trim(), { skip: search.trim() === '' });
  const key = nameKey(letters);
  const kept = (first.data?.items ?? []).filter(({ name }) => nameKey(name).includes(key));
  const asked = search.trim() === '' ? first : found;
  const answered = search === letters ? asked.currentData : undefined;
  return {
    // While the server is asked, what is here already.
    learners: answered?.items ?? kept,
    more: (answered ?? first.data)?.next != null,
    loading: first.isLoading || (asked.isFetching && answered === undefined),
    error: first.data ? undefined : first.error,
    retry: () => void first.refetch(),
  };
}
