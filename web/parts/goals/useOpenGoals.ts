import { skipToken } from '@reduxjs/toolkit/query';
import type { GoalView } from '../../../contract';
import { useGoalsQuery } from '../../data/api';

/** Goals of a learner that still stand; none while they are loading. @param but a mock whose own goals are left out */
export function useOpenGoals(learner: string | null, but: string | null = null): readonly GoalView[] {
  const { currentData } = useGoalsQuery(learner ?? skipToken);
  return (currentData?.items ?? []).filter(({ reached, mock }) => reached === null && mock !== but);
}
