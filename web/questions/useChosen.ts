import { useSearchParams } from 'react-router';
import type { LearnerView, VehicleView } from '../../contract';
import { useLearnersQuery, useTestsQuery, useVehiclesQuery } from '../api';
import { skipToken } from '@reduxjs/toolkit/query';

export interface Chosen {
  readonly learner: LearnerView | null;
  readonly learners: readonly LearnerView[];
  /** The car of the test: the one chosen, else that of the learner's last mock. */
  readonly vehicle: VehicleView | null;
  readonly vehicles: readonly VehicleView[];
  readonly choose: (what: 'learner' | 'car', id: string) => void;
  readonly error: unknown;
  readonly loading: boolean;
}

/** Who drills, for which car; both stand in the address, so that it can be kept and shared. */
export function useChosen(): Chosen {
  const [params, setParams] = useSearchParams();
  const learners = useLearnersQuery();
  const vehicles = useVehiclesQuery();
  const learnerId = params.get('learner');
  const tests = useTestsQuery(learnerId ? { learner: learnerId } : skipToken);
  const all = vehicles.data?.items ?? [];
  const wanted = params.get('car') ?? tests.currentData?.items.find(({ vehicle }) => vehicle)?.vehicle?.id;
  return {
    learner: learners.data?.items.find(({ id }) => id === learnerId) ?? null,
    learners: learners.data?.items ?? [],
    vehicle: all.find(({ id }) => id === wanted) ?? all[0] ?? null,
    vehicles: all,
    choose: (what, id) =>
      setParams(
        (before) => {
          const next = new URLSearchParams(before);
          next.set(what, id);
          return next;
        },
        { replace: true },
      ),
    error: learners.error ?? vehicles.error,
    loading: learners.isLoading || vehicles.isLoading,
  };
}
