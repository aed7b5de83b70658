import type { Gear } from '../model';
import type { Sample } from '../simulate';
import type { Task } from './task';

/** What an instructor would say, from when to when (seconds). */
export interface Piece {
  readonly say: string;
  readonly from: number;
  readonly to: number;
  readonly gear: Gear;
  readonly wheel: Wheel;
}

/** Shares of full lock from which on the wheel counts as turned, and as fully turned. */
const TURNED = 0.12;
const FULL = 0.85;
/** Metres below which a piece isn't worth a sentence of its own; of a wheel on its way to or from a full lock. */
const SHORT = 0.5;
const WINDING = 1.3;

export type Wheel = 'straight' | 'left' | 'right' | 'full left' | 'full right';

interface Run {
  readonly wheel: Wheel;
  readonly from: number;
  readonly to: number;
  readonly metres: number;
  readonly turned: number;
}

/** A path in the words of the trade, piece by piece. */
export function pieces(
  task: Task,
  path: readonly Sample[],
  movements: readonly { readonly gear: Gear; readonly until: number }[],
): readonly Piece[] {
  let from = 0;
  return movements.flatMap(({ gear, until }) => {
    const own = path.filter(
      ({ t, v }, n) =>
        t <= until + 1e-9 && t >= from - 1e-9 && (v !== 0 || path[n + 1]?.v !== 0 || t >= until - 1e-9),
    );
    from = until;
    return merged(runsOf(task, own)).map((run) => ({
      say: sentence(gear, run),
      from: run.from,
      to: run.to,
      gear,
      wheel: run.wheel,
    }));
  });
}

function wheelOf({ lock }: Task, steer: number): Wheel {
  const share = steer / lock;
  if (Math.abs(share) < TURNED) return 'straight';
  const side = share > 0 ? 'left' : 'right';
  return Math.abs(share) >= FULL ? `full ${side}` : side;
}

function runsOf(task: Task, samples: readonly Sample[]): readonly Run[] {
  const runs: Run[] = [];
  for (const [n, sample] of samples.entries()) {
    const next = samples[n + 1];
    if (!next) break;
    const wheel = wheelOf(task, (sample.steer + next.steer) / 2);
    const metres = (Math.abs(sample.v + next.v) / 2) * (next.t - sample.t);
    const turned = next.heading - sample.heading;
    const last = runs.at(-1);
    if (last?.wheel === wheel)
      runs[runs.length - 1] = {
        ...last,
        to: next.t,
        metres: last.metres + metres,
        turned: last.turned + turned,
      };
    else runs.push({ wheel, from: sample.t, to: next.t, metres, turned });
  }
  return runs;
}

/** Short pieces belong to the longer of their neighbours; the wheel on its way to a lock belongs to the lock. */
function merged(runs: readonly Run[]): readonly Run[] {
  const left = [...runs];
  const winds = (n: number): boolean => {
    const own = left[n];
    const full = `full ${own?.wheel ?? ''}`;
    return (
      own !== undefined &&
      own.metres < WINDING &&
      [left[n - 1], left[n + 1]].some((one) => one?.wheel === full)
    );
  };
  for (;;) {
    const shortest = Math.min(...left.map((run) => run.metres));
    const winding = left.findIndex((_, n) => winds(n));
    const short =
      winding >= 0 ? winding : left.findIndex(({ metres }) => metres < SHORT && metres === shortest);
    if (short < 0 || left.length < 2) return left;
    const [before, own, after] = [left[short - 1], left[short], left[short + 1]];
    if (!own) return left;
    const locked =
      winding >= 0 ? [before, after].find((one) => one?.wheel === `full ${own.wheel}`) : undefined;
    const first = locked ? locked === before : before && (!after || before.metres >= after.metres);
    const into = first ? short - 1 : short + 1;
    const other = left[into];
    if (!other) return left;
    left[into] = {
      ...other,
      from: Math.min(own.from, other.from),
      to: Math.max(own.to, other.to),
      metres: own.metres + other.metres,
      turned: own.turned + other.turned,
    };
    left.splice(short, 1);
    // Two neighbours may now be alike.
    for (let n = left.length - 1; n > 0; n -= 1) {
      const [a, b] = [left[n - 1], left[n]];
      if (a && b && a.wheel === b.wheel) {
        left[n - 1] = { ...a, to: b.to, metres: a.metres + b.metres, turned: a.turned + b.turned };
        left.splice(n, 1);
      }
    }
  }
}

function sentence(gear: Gear, { wheel, metres, turned }: Run): string {
  const verb = gear === 'forward' ? 'Drive' : 'Reverse';
  const far = `${metres.toFixed(1)} m`;
  if (wheel === 'straight') return `${verb} straight ${gear === 'forward' ? 'ahead' : 'back'} for ${far}`;
  const lock = wheel.startsWith('full') ? `${wheel} lock` : `some ${wheel} lock`;
  const degrees = Math.round((Math.abs(turned) * 180) / Math.PI);
  return `${verb} with ${lock} for ${far}${degrees >= 2 ? `, until you have turned ${degrees}°` : ''}`;
}
