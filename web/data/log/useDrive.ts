import { useCallback, useEffect, useMemo } from 'react';
import { useDispatch, useSelector, useStore } from 'react-redux';
import type { Judgement } from '../../../core/marking';
import type { Action } from '../../../core/session';
import { actOn, judgementOf, type DoAction, type Done } from './act';
import { PULL_EVERY } from './middleware';
import { openDrive, refreshDrive, type OpenDrive } from './slice';
import type { WithLog } from './useLink';

/** What of an open drive no mark changes. */
export type DriveHere = Pick<OpenDrive, 'mock' | 'standard' | 'practice'>;

type NotOpen =
  | { readonly status: 'loading' }
  | { readonly status: 'missing' | 'unreachable' | 'signed out'; readonly retry: () => void };

export type DriveHeld =
  NotOpen | { readonly status: 'open'; readonly drive: DriveHere; readonly act: DoAction };

export type DriveOnScreen =
  | NotOpen
  | {
      readonly status: 'open';
      readonly drive: OpenDrive;
      readonly judgement: Judgement;
      readonly act: DoAction;
    };

/**
 * A drive and the way to add to it; kept up with other devices. What is drawn for it is not drawn again for a
 * mark: what marks change is asked for by {@link useJudged}, where it is shown.
 */
export function useDriveHeld(mock: string): DriveHeld {
  const store = useStore<WithLog>();
  const dispatch = useDispatch();
  const drive: DriveHere | undefined = useSelector(({ log }: WithLog) => log.drives[mock], sameButEvents);
  const failure = useSelector(({ log }: WithLog) => log.failures[mock]);

  useEffect(() => {
    dispatch(openDrive(mock));
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') dispatch(refreshDrive(mock));
    }, PULL_EVERY);
    return () => clearInterval(timer);
  }, [dispatch, mock]);

  const act: DoAction = useCallback((action) => actOn(store, mock, action), [store, mock]);

  return useMemo(() => {
    if (drive) return { status: 'open', drive, act };
    if (failure) return { status: failure, retry: () => dispatch(openDrive(mock)) };
    return { status: 'loading' };
  }, [drive, act, failure, dispatch, mock]);
}

const sameButEvents = (a: DriveHere | undefined, b: DriveHere | undefined): boolean =>
  a?.mock === b?.mock && a?.standard === b?.standard && a?.practice === b?.practice;

/** A drive with its judgement as of its last event, and the way to add to it; kept up with other devices. */
export function useDrive(mock: string): DriveOnScreen {
  const held = useDriveHeld(mock);
  const drive = useSelector(({ log }: WithLog) => log.drives[mock]);
  return useMemo(
    () =>
      held.status === 'open' && drive
        ? { status: 'open', drive, judgement: judgementOf(drive), act: held.act }
        : held.status === 'open'
          ? { status: 'loading' }
          : held,
    [held, drive],
  );
}

/**
 * Something of the judgement of an open drive as of its last event. Whoever asks is drawn again only when it is
 * not the same any more.
 */
export function useJudged<T>(
  { mock }: DriveHere,
  of: (judgement: Judgement) => T,
  same?: (before: T, after: T) => boolean,
): T {
  return useSelector((state: WithLog) => of(judgementOf(heldIn(state, mock.id))), same);
}

/** The judgement of an open drive as it is when the function is called; always the same function. */
export function useJudgementNow({ mock: { id } }: DriveHere): () => Judgement {
  const store = useStore<WithLog>();
  return useCallback(() => judgementOf(heldIn(store.getState(), id)), [store, id]);
}

/** The whole log of an open drive as it is when the function is called. */
export function useEventsNow({ mock: { id } }: DriveHere): () => OpenDrive['events'] {
  const store = useStore<WithLog>();
  return useCallback(() => heldIn(store.getState(), id).events, [store, id]);
}

function heldIn({ log }: WithLog, id: string): OpenDrive {
  const drive = log.drives[id];
  if (!drive) throw new Error(`The drive ${id} is not open here.`);
  return drive;
}

/** Does something to a drive that this screen does not show. */
export function useActOn(): (mock: string, action: Action) => Done {
  const store = useStore<WithLog>();
  return useCallback((mock, action) => actOn(store, mock, action), [store]);
}
