import { useCallback, useEffect, useRef, useState } from 'react';
import { simulatedFix, type Reception, type Replay } from '../../../core/guidance';
import type { GuidanceFix } from './useGuidance';

/** How often the simulated receiver tells a place, in milliseconds of this clock. */
const TICK = 250;

/** Runs a replay at some speed and tells its places; another replay can take over where it is. */
export function useSimulation(start: Replay, reception: Reception, onFix: (fix: GuidanceFix) => void) {
  const [running, setRunning] = useState(false);
  const [rate, setRate] = useState(4);
  const replay = useRef(start);
  const second = useRef(0);
  const [shownSecond, setShown] = useState(0);
  const live = useRef({ reception, onFix, rate });
  useEffect(() => {
    live.current = { reception, onFix, rate };
  });

  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => {
      second.current = Math.min(replay.current.seconds, second.current + (TICK / 1_000) * live.current.rate);
      const fix = simulatedFix(replay.current, second.current, live.current.reception);
      if (fix) live.current.onFix(fix);
      setShown(second.current);
      if (second.current >= replay.current.seconds) setRunning(false);
    }, TICK);
    return () => clearInterval(timer);
  }, [running]);

  const take = useCallback((next: Replay) => {
    replay.current = next;
    second.current = 0;
  }, []);
  const restart = useCallback(
    (next: Replay) => {
      take(next);
      setShown(0);
      setRunning(false);
    },
    [take],
  );
  return { running, setRunning, rate, setRate, take, restart, second: shownSecond };
}
