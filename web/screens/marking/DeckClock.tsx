import { useEffect, useState } from 'react';
import { clockText, elapsedSeconds, type Drive } from '../../../core/marking';

interface Props {
  readonly drive: Drive;
  readonly startedAt: string;
  /** Narrow screens leave the hour out while it is zero. */
  readonly wide: boolean;
}

/** Time since the start, pauses left out; ticks by itself, so that nothing else is drawn for it. */
export function DeckClock({ drive, startedAt, wide }: Props) {
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date().toISOString()), 500);
    return () => clearInterval(timer);
  }, []);
  const text = clockText(elapsedSeconds(drive, startedAt, now));
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
