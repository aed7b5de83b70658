import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import type { StandardSummary } from '../../contract';
import type { Standard } from '../../core/standard';
import { newestVersions, useStandardQuery, useStandardsQuery, useTestsQuery } from '../api';

export interface StandardAsked {
  readonly standard: Standard | undefined;
  readonly standards: readonly StandardSummary[];
  readonly choose: (id: string) => void;
}

/** The standard whose questions are meant: the one chosen here, else that of the learner's last mock. */
export function useStandardAsked(learner: string): StandardAsked {
  const [chosen, choose] = useState<string | null>(null);
  const tests = useTestsQuery({ learner });
  const { data } = useStandardsQuery();
  const standards = newestVersions(data?.items ?? []);
  const wanted = chosen ?? tests.currentData?.items[0]?.standard.id ?? standards[0]?.id;
  const summary = standards.find(({ id }) => id === wanted);
  const { currentData: standard } = useStandardQuery(
    summary ? { id: summary.id, version: summary.version } : skipToken,
  );
  return { standard, standards, choose };
}
