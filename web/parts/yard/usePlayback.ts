import { useEffect, useState } from 'react';

export interface Playback {
  /** Seconds. */
  readonly t: number;
  readonly end: number;
  readonly playing: boolean;
  readonly speed: number;
  readonly toggle: () => void;
  readonly seek: (t: number) => void;
  readonly setSpeed: (speed: number) => void;
}

/** A clock that runs from 0 to an end, stops there, and can be moved. */
export function usePlayback(end: number): Playback {
  const [t, setT] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [speed, setSpeed] = useState(1);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    let last: number | null = null;
    const tick = (now: number): void => {
      const passed = last === null ? 0 : ((now - last) / 1000) * speed;
      last = now;
      setT((before) => Math.min(end, before + passed));
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [playing, speed, end]);
  const over = t >= end;
  return {
    t: Math.min(t, end),
    end,
    playing: playing && !over,
    speed,
    toggle: () => {
      if (over) setT(0);
      setPlaying(!(playing && !over));
    },
    seek: (to) => {
      // At its end it stands: going back shows that moment, and doesn't play on.
      if (over) setPlaying(false);
      setT(Math.max(0, Math.min(end, to)));
    },
    setSpeed,
  };
}
