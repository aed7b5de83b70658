import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import type { StandardSummary } from '../../../contract';
import type { Standard } from '../../../core/standard';
import { newestVersions, useLearnerQuery, useStandardQuery, useStandardsQuery } from '../../data/api';

export interface StandardAsked {
  readonly standard: Standard | undefined;
  readonly standards: readonly StandardSummary[];
  readonly choose: (id: string) => void;
}

/** The standard whose questions are meant: the one chosen here, else the one that the learner prepares for. */
export function useStandardAsked(learner: string): StandardAsked {
  const [chosen, choose] = useState<string | null>(null);
  const { currentData: who } = useLearnerQuery(learner);
  const { data } = useStandardsQuery();
  const standards = newestVersions(data?.items ?? []);
  const wanted = chosen ?? who?.preparesFor ?? standards[0]?.id;
  const summary = standards.find(({ id }) => id === wanted);
  const { currentData: standard } = useStandardQuery(
    summary ? { id: summary.id, version: summary.version } : skipToken,
  );
  return { standard, standards, choose };
}
