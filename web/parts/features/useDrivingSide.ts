import { newestVersions, useRoutesQuery, useSchoolQuery, useStandardsQuery } from '../../data/api';

/** The side on which one drives where no standard is in use: that of the school's standard, else of its routes. */
export function useDrivingSide(): 'left' | 'right' {
  const { data: school } = useSchoolQuery();
  const { data: standards } = useStandardsQuery();
  const { data: routes } = useRoutesQuery();
  const usual = newestVersions(standards?.items ?? []).find(({ id }) => id === school?.standard);
  return school?.drivingSide ?? usual?.drivingSide ?? routes?.items[0]?.drivingSide ?? 'left';
}
