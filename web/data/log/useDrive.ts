import { useCallback, useEffect, useMemo } from 'react';
import { useDispatch, useSelector, useStore } from 'react-redux';
import type { Judgement } from '../../../core/marking';
import type { Action } from '../../../core/session';
import { actOn, judgementOf, type DoAction, type Done } from './act';
import { PULL_EVERY } from './middleware';
import { openDrive, refreshDrive, type OpenDrive } from './slice';
import type { WithLog } from './useLink';

export type DriveOnScreen =
  | { readonly status: 'loading' }
  | { readonly status: 'missing' | 'unreachable' | 'signed out'; readonly retry: () => void }
  | {
      readonly status: 'open';
      readonly drive: OpenDrive;
      readonly judgement: Judgement;
      readonly act: DoAction;
    };

/** A drive with its judgement as of its last event, and the way to add to it; kept up with other devices. */
export function useDrive(mock: string): DriveOnScreen {
  const store = useStore<WithLog>();
  const dispatch = useDispatch();
  const drive = useSelector(({ log }: WithLog) => log.drives[mock]);
  const failure = useSelector(({ log }: WithLog) => log.failures[mock]);

  useEffect(() => {
    dispatch(openDrive(mock));
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') dispatch(refreshDrive(mock));
    }, PULL_EVERY);
    return () => clearInterval(timer);
  }, [dispatch, mock]);

  const judgement = drive ? judgementOf(drive) : null;

  const act: DoAction = useCallback((action) => actOn(store, mock, action), [store, mock]);

  return useMemo(() => {
    if (drive && judgement) return { status: 'open', drive, judgement, act };
    if (failure) return { status: failure, retry: () => dispatch(openDrive(mock)) };
    return { status: 'loading' };
  }, [drive, judgement, act, failure, dispatch, mock]);
}

/** Does something to a drive that this screen does not show. */
export function useActOn(): (mock: string, action: Action) => Done {
  const store = useStore<WithLog>();
  return useCallback((mock, action) => actOn(store, mock, action), [store]);
}
