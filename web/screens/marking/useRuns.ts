import { useMemo } from 'react';
import { manoeuvresDue, openRun, runsOf, type DueManoeuvre, type Run } from '../../../core/marking';
import { useJudged, type DriveHere } from '../../data/log';
import { sameList } from './same';

/** The manoeuvre under way and those of the standard, with how often each was done; marks leave both as they are. */
export function useRuns(drive: DriveHere): {
  readonly running: Run | null;
  readonly due: readonly DueManoeuvre[];
} {
  const { standard } = drive;
  const manoeuvres = useJudged(drive, (judgement) => judgement.drive.manoeuvres, sameList);
  return useMemo(
    () => ({
      running: openRun({ manoeuvres }),
      due: manoeuvresDue(standard, runsOf({ manoeuvres })),
    }),
    [standard, manoeuvres],
  );
}
