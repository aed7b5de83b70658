import { useCallback } from 'react';
import type { LearnerView } from '../../../contract';
import { useLearnerPagesInfiniteQuery } from '../../data/api';

/** Reads page after page, for what has to look at every name: a calendar of another program. */
export function useEverybody(): () => Promise<readonly LearnerView[]> {
  const { fetchNextPage } = useLearnerPagesInfiniteQuery({ search: '', sort: 'name' });
  return useCallback(async () => {
    for (;;) {
      const { data, hasNextPage } = await fetchNextPage();
      if (!hasNextPage) return data?.pages.flatMap(({ items }) => items) ?? [];
    }
  }, [fetchNextPage]);
}
