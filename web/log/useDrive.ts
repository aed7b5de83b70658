import { useEffect, useMemo } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import { judge, type Judgement } from '../../core/marking';
import type { Timed } from '../../core/session';
import { PULL_EVERY } from './middleware';
import { openDrive, record, refreshDrive, type LogState, type OpenDrive } from './slice';

interface WithLog {
  readonly log: LogState;
}

/** Records what one touch means. @returns the ids of its events */
export type RecordTouch = (...bodies: readonly Timed[]) => readonly string[];

export type DriveOnScreen =
  | { readonly status: 'loading' }
  | { readonly status: 'missing' | 'unreachable' | 'signed out'; readonly retry: () => void }
  | {
      readonly status: 'open';
      readonly drive: OpenDrive;
      readonly judgement: Judgement;
      readonly record: RecordTouch;
    };

/** A drive with its judgement as of its last event, and the way to add to it; kept up with other devices. */
export function useDrive(test: string): DriveOnScreen {
  const dispatch = useDispatch();
  const drive = useSelector(({ log }: WithLog) => log.drives[test]);
  const failure = useSelector(({ log }: WithLog) => log.failures[test]);

  useEffect(() => {
    dispatch(openDrive(test));
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') dispatch(refreshDrive(test));
    }, PULL_EVERY);
    return () => clearInterval(timer);
  }, [dispatch, test]);

  const { standard, events, test: view } = drive ?? {};
  const judgement = useMemo(
    () => (standard && events && view ? judge(standard, events, view) : null),
    [standard, events, view],
  );

  return useMemo(() => {
    if (drive && judgement)
      return {
        status: 'open',
        drive,
        judgement,
        record: (...bodies) => dispatch(record(test, bodies)).payload.events.map(({ id }) => id),
      };
    if (failure) return { status: failure, retry: () => dispatch(openDrive(test)) };
    return { status: 'loading' };
  }, [drive, judgement, failure, dispatch, test]);
}

export const useLink = () =>
  useSelector(
    ({ log }: WithLog) => log,
    (a, b) =>
      a.waiting === b.waiting && a.link === b.link && a.storage === b.storage && a.refusal === b.refusal,
  );
