import { useMemo } from 'react';
import { useRouteQuery } from '../../data/api';
import { useUnits } from './useUnits';

/** One route, its lengths and speeds in the units of the school. */
export function useRouteInUnits(id: string) {
  const { data, error, isLoading, refetch } = useRouteQuery(id);
  const units = useUnits();
  const view = useMemo(() => (data ? { ...data, route: { ...data.route, units } } : null), [data, units]);
  return { view, error, isLoading, refetch };
}
