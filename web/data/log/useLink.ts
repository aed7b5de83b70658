import { useSelector } from 'react-redux';
import type { LogState } from './slice';

export interface WithLog {
  readonly log: LogState;
}

/** Whether what was marked reaches the server. By itself, for Today needs it and no marking. */
export const useLink = () =>
  useSelector(
    ({ log }: WithLog) => log,
    (a, b) =>
      a.waiting === b.waiting && a.link === b.link && a.storage === b.storage && a.refusal === b.refusal,
  );
