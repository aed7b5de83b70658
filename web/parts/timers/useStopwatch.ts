import { useEffect, useRef, useState } from 'react';

/** The unit of a measure that can be timed on the spot. */
export const SECONDS = 's';

export interface Stopwatch {
  readonly running: boolean;
  /** Starts it; stops it when it runs, and gives the seconds then. */
  readonly toggle: () => number | null;
}

/** Counts seconds from a touch to the next. @param onSeconds told ten times a second, and when it stops */
export function useStopwatch(onSeconds: (seconds: number) => void): Stopwatch {
  const [since, setSince] = useState<number | null>(null);
  const told = useRef(onSeconds);
  told.current = onSeconds;
  useEffect(() => {
    if (since === null) return;
    const timer = setInterval(() => told.current(secondsFrom(since)), 100);
    return () => clearInterval(timer);
  }, [since]);
  return {
    running: since !== null,
    toggle: () => {
      if (since === null) {
        setSince(performance.now());
        told.current(0);
        return null;
      }
      const seconds = secondsFrom(since);
      setSince(null);
      told.current(seconds);
      return seconds;
    },
  };
}

/** To the tenth: a thumb is no better. */
const secondsFrom = (since: number): number => Math.round((performance.now() - since) / 100) / 10;
