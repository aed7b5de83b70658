import { skipToken } from '@reduxjs/toolkit/query';
import { nameKey } from '../../../core/names';
import { useLearnersQuery } from '../../data/api';

/** A sentence when somebody taught here already has a name, so that nobody is added twice; null otherwise. */
export function useSameName(name: string, own: string | null): string | null {
  const key = nameKey(name);
  const { currentData } = useLearnersQuery(key === '' ? skipToken : name.trim());
  const same = currentData?.items.find((learner) => learner.id !== own && nameKey(learner.name) === key);
  return same
    ? `${same.name} is already a learner here. Save this one too only if it’s somebody else.`
    : null;
}
