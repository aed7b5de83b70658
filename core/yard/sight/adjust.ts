import type { YardVehicle } from '../vehicle';
import { isInside } from './hidden';
import { lookThrough, turnedFor, type Mirror } from './mirror';
import type { Turn } from './seat';
import type { Point } from './space';

/** How a door mirror is set, as shares of what it shows. */
export interface Setting {
  /** Share of its width that the own vehicle takes. */
  readonly own: number;
  /** Share of its height, from below, at which the horizon lies; 0 or 1 where it lies beyond the glass. */
  readonly horizon: number;
  /** Whether both are as they should be for driving. */
  readonly met: boolean;
}

/** The own car takes a narrow strip of the width and the horizon sits half-way up (common practice). */
export const STRIP = [0.1, 0.15] as const;
export const HORIZON = [0.4, 0.6] as const;

/** Places that are looked at along the glass. */
const ACROSS = 200;

/** How a door mirror is set for an eye; null of an inside mirror, which frames the rear window. */
export function settingOf(vehicle: YardVehicle, mirror: Mirror): Setting | null {
  if (isInside(mirror)) return null;
  const side = Math.sign(mirror.centre[1]);
  const shares = Array.from({ length: ACROSS }, (_, n) => -1 + (2 * n + 1) / ACROSS);
  const own = shares.filter((u) => showsOwn(vehicle, side, lookThrough(mirror, vehicle.eye, u, 0))).length;
  // Below the horizon one looks down.
  const below = shares.filter((v) => lookThrough(mirror, vehicle.eye, 0, v).way[2] < 0).length;
  const [strip, horizon] = [own / ACROSS, below / ACROSS];
  return {
    own: strip,
    horizon,
    met: within(strip, STRIP) && within(horizon, HORIZON),
  };
}

const within = (value: number, [least, most]: readonly [number, number]): boolean =>
  value >= least && value <= most;

/** Whether a look from a mirror meets the own vehicle's side, windows and all. */
function showsOwn(
  { rearOverhang, width }: YardVehicle,
  side: number,
  { at, way }: { readonly at: Point; readonly way: Point },
): boolean {
  const gap = at[1] * side - width / 2;
  if (gap <= 0) return true;
  if (way[1] * side >= 0) return false;
  return at[0] + (gap / -(way[1] * side)) * way[0] >= -rearOverhang;
}

/** Degrees within which a mirror can be turned. */
export const TURNS = { out: [-5, 30], down: [-10, 35] } as const;

/** How a door mirror has to be turned for the rule: found by halving, one way and then the other. */
export function turnByRule(vehicle: YardVehicle, mirror: Mirror): Turn {
  let turn: Turn = { out: 7, down: 7 };
  const set = (next: Turn): Setting | null => settingOf(vehicle, turnedFor(mirror, vehicle.eye, next));
  const halved = (range: readonly [number, number], over: (value: number) => boolean): number => {
    let [low, high] = [...range];
    for (let n = 0; n < 12; n += 1) {
      const middle = (low + high) / 2;
      if (over(middle)) high = middle;
      else low = middle;
    }
    return (low + high) / 2;
  };
  for (let n = 0; n < 3; n += 1) {
    const { down } = turn;
    const out = halved(
      TURNS.out,
      (value) => (set({ out: value, down })?.own ?? 0) < (STRIP[0] + STRIP[1]) / 2,
    );
    turn = { out, down: halved(TURNS.down, (value) => (set({ out, down: value })?.horizon ?? 0) > 0.5) };
  }
  return turn;
}
