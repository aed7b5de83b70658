import type { Route } from '../../../core/route';
import { useSchoolQuery } from '../../data/api';

/** Units of lengths and speeds where no standard is in use: those of the school. */
export const useUnits = (): Route['units'] => useSchoolQuery().data?.units ?? 'imperial';
