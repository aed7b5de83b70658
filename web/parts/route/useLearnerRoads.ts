import { useMemo } from 'react';
import { rulesFor, type LearnerRules } from '../../../core/network';
import { newestVersions, useSchoolQuery, useStandardsQuery } from '../../data/api';

export interface LearnerRoads {
  /** Licence classes of the school's standards, the usual one first. */
  readonly classes: readonly string[];
  readonly usual: string;
  /** Where learners of a class may drive; those of the usual one where none is named. */
  readonly rulesOf: (licenceClass: string) => LearnerRules;
}

/** Where the learners of each licence class may drive, as the school has it. */
export function useLearnerRoads(): LearnerRoads {
  const { data: school } = useSchoolQuery();
  const { data: standards } = useStandardsQuery();
  return useMemo(() => {
    const newest = newestVersions(standards?.items ?? []);
    const usual = newest.find(({ id }) => id === school?.standard)?.licenceClass ?? 'car';
    const classes = [...new Set([usual, ...newest.map(({ licenceClass }) => licenceClass)])];
    const all = school?.learnerRoads ?? [];
    return { classes, usual, rulesOf: (licenceClass) => rulesFor(all, licenceClass || usual) };
  }, [school, standards]);
}
