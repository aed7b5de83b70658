import { useCallback, useEffect, useRef, useState } from 'react';
import {
  driveOn,
  followerOf,
  type Driving,
  type Followed,
  type Follower,
  type Layout,
  type Pose,
  type Sample,
  type YardVehicle,
} from '../../../core/yard';
import { inField } from '../../parts/ui';

/** Seconds of a step, and from one kept sample to the next. */
const STEP = 1 / 60;
const KEEP = 0.05;
/** Samples from one time that the path is told to the next. */
const TOLD = 4;
/** Steps that one picture may be behind: a window that was hidden doesn't catch up. */
const MOST_STEPS = 6;

export interface DrivingNow {
  readonly now: Sample;
  /** What was driven so far, a sample each twentieth of a second. */
  readonly path: readonly Sample[];
  /** What it has come to, five times a second, which is as fast as one reads. */
  readonly followed: Followed;
  /** When it was started; null before. */
  readonly startedAt: Date | null;
  readonly running: boolean;
  readonly start: () => void;
  readonly stop: () => void;
  readonly reset: () => void;
  readonly hold: (part: Partial<Held>) => void;
}

/** What is held down: keys, buttons, a slider. */
interface Held {
  readonly forward: boolean;
  readonly reverse: boolean;
  readonly left: boolean;
  readonly right: boolean;
  /** Share of full lock that is asked for; null: none. */
  readonly wheel: number | null;
}

const NOTHING: Held = { forward: false, reverse: false, left: false, right: false, wheel: null };

const KEYS: Readonly<Record<string, keyof Omit<Held, 'wheel'>>> = {
  ArrowUp: 'forward',
  ArrowDown: 'reverse',
  ArrowLeft: 'left',
  ArrowRight: 'right',
  w: 'forward',
  s: 'reverse',
  a: 'left',
  d: 'right',
};

/** A game pad: its first stick steers, its triggers are the pedals (the browser's standard layout). */
function padDriving(): Driving | null {
  const pad = navigator.getGamepads?.().find((one) => one?.connected);
  if (!pad) return null;
  const pace = (pad.buttons[7]?.value ?? 0) - (pad.buttons[6]?.value ?? 0);
  const stick = pad.axes[0] ?? 0;
  if (Math.abs(pace) < 0.05 && Math.abs(stick) < 0.08) return null;
  return { pace, wheel: Math.abs(stick) < 0.08 ? 0 : -stick };
}

export function drivingOf({ forward, reverse, left, right, wheel }: Held): Driving {
  const turns = left !== right;
  return { pace: Number(forward) - Number(reverse), wheel: turns ? (left ? 1 : -1) : wheel };
}

const UNMOVED: Followed = { movements: [], slips: [], reached: [], seconds: 0, until: 0 };

/** Digits of what is kept: a hundredth of a millimetre. */
const kept5 = (value: number): number => Number(value.toFixed(5));

/** A sample as it is kept and sent: what is judged here is judged there from the same numbers. */
const keptSample = ({ t, x, y, heading, hitch, steer, v }: Sample): Sample => ({
  t: kept5(t),
  x: kept5(x),
  y: kept5(y),
  heading: kept5(heading),
  hitch: hitch === null ? null : kept5(hitch),
  steer: kept5(steer),
  v: kept5(v),
});

const still = (pose: Pose): Sample => ({ ...pose, t: 0, v: 0, steer: 0 });

/** Somebody at the wheel: a fixed step, drawn as often as the screen draws. @param from where it starts */
export function useDriving(vehicle: YardVehicle, layout: Layout, from: Pose): DrivingNow {
  const [driven, setDriven] = useState<Sample | null>(null);
  // Until it moves it stands where it starts, which a plan may still change.
  const now = driven ?? still(from);
  const [path, setPath] = useState<readonly Sample[]>([]);
  const [followed, setFollowed] = useState(UNMOVED);
  const [startedAt, setStartedAt] = useState<Date | null>(null);
  const follower = useRef<Follower | null>(null);
  const [running, setRunning] = useState(false);
  const held = useRef<Held>(NOTHING);
  const stop = useCallback(() => setRunning(false), []);
  useEffect(() => {
    if (!running) return;
    let frame = 0;
    let last: number | null = null;
    let left = 0;
    let sample = now;
    let kept = [...path];
    const key = (down: boolean) => (event: KeyboardEvent) => {
      // A slider or a field keeps its own arrow keys.
      if (inField(event.target)) return;
      const part = KEYS[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!part) return;
      event.preventDefault();
      held.current = { ...held.current, [part]: down };
    };
    const [down, up] = [key(true), key(false)];
    const release = (): void => {
      held.current = NOTHING;
    };
    const tick = (time: number): void => {
      left += last === null ? 0 : (time - last) / 1000;
      last = time;
      const steps = Math.min(MOST_STEPS, Math.floor(left / STEP));
      left = steps === MOST_STEPS ? 0 : left - steps * STEP;
      for (let n = 0; n < steps; n += 1) {
        sample = driveOn(vehicle, sample, padDriving() ?? drivingOf(held.current), STEP);
        const before = kept.at(-1);
        if (before && sample.t - before.t < KEEP - 1e-9) continue;
        const next = keptSample(sample);
        kept = [...kept, next];
        follower.current ??= followerOf(vehicle, layout);
        follower.current.take(next);
        if (kept.length % TOLD === 0) setFollowed(follower.current.told(false));
      }
      setDriven(sample);
      setPath(kept);
      frame = requestAnimationFrame(tick);
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', release);
    frame = requestAnimationFrame(tick);
    return () => {
      cancelAnimationFrame(frame);
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', release);
      release();
    };
    // It goes on from what stands there when it starts.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [running, vehicle, layout]);
  return {
    now,
    path,
    followed,
    startedAt,
    running,
    start: () => {
      setStartedAt(new Date());
      setRunning(true);
    },
    stop,
    reset: () => {
      setRunning(false);
      setDriven(null);
      setPath([]);
      setFollowed(UNMOVED);
      setStartedAt(null);
      follower.current = null;
    },
    hold: (part) => {
      held.current = { ...held.current, ...part };
    },
  };
}
