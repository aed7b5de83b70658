import { useSearchParams } from 'react-router';
import type { LearnerView, VehicleView } from '../../../contract';
import { useLearnerQuery, useMocksQuery, useVehiclesQuery } from '../../data/api';
import { skipToken } from '@reduxjs/toolkit/query';
import { withParam } from '../../parts/ui';

export interface Chosen {
  readonly learner: LearnerView | null;
  /** The car of the test: the one chosen, else that of the learner's last mock. */
  readonly vehicle: VehicleView | null;
  readonly vehicles: readonly VehicleView[];
  readonly choose: (what: 'learner' | 'car', id: string) => void;
  readonly error: unknown;
  /** While true, neither is known: a choice offered now would be torn away when they come. */
  readonly loading: boolean;
}

/** Who drills, for which car; both stand in the address, so that it can be kept and shared. */
export function useChosen(): Chosen {
  const [params, setParams] = useSearchParams();
  const vehicles = useVehiclesQuery();
  const learnerId = params.get('learner');
  const learner = useLearnerQuery(learnerId ?? skipToken);
  const mocks = useMocksQuery(learnerId ? { learner: learnerId } : skipToken);
  const wanted = params.get('car') ?? mocks.currentData?.items.find(({ vehicle }) => vehicle)?.vehicle?.id;
  // A car that is no longer used can still be drilled for when it is asked for.
  const all = (vehicles.data?.items ?? []).filter(({ id, retired }) => !retired || id === params.get('car'));
  return {
    learner: learner.currentData ?? null,
    vehicle: all.find(({ id }) => id === wanted) ?? all[0] ?? null,
    vehicles: all,
    choose: (what, id) => setParams((before) => withParam(before, what, id), { replace: true }),
    error: learner.error ?? vehicles.error,
    loading: vehicles.isLoading || (learner.isFetching && !learner.currentData),
  };
}
