import { useEffect, useState } from 'react';
import { clockText, elapsedSeconds } from '../../../core/marking';
import { useJudged, type DriveHere } from '../../data/log';

interface Props {
  readonly drive: DriveHere;
  /** Narrow screens leave the hour out while it is zero. */
  readonly wide: boolean;
}

/** Time since the start, pauses left out; ticks by itself, so that nothing else is drawn for it. */
export function DeckClock({ drive, wide }: Props) {
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date().toISOString()), 500);
    return () => clearInterval(timer);
  }, []);
  const seconds = useJudged(drive, (judgement) =>
    Math.floor(elapsedSeconds(judgement.drive, drive.mock.startedAt, now)),
  );
  const text = clockText(seconds);
  return (
    <div
      role="timer"
      aria-label="Time since the start"
      style={{ fontSize: 30, fontWeight: 700, lineHeight: 1 }}
    >
      {wide || !text.startsWith('00:') ? text : text.slice(3)}
    </div>
  );
}
