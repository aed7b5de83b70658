import type { Gear, Layout } from './model';
import { jackKnifeAngle } from './motion';
import { pathClearance } from './path';
import { standsIn } from './region';
import type { Sample } from './simulate';
import { surveyOf, type Clearance } from './survey';
import type { YardVehicle } from './vehicle';

/** What went wrong on a run, when, and with what of the course. */
export interface Slip {
  readonly kind: SlipKind;
  /** Seconds. */
  readonly t: number;
  /** Id of the line, kerb, wall, cone or stage; empty for steering while standing. */
  readonly of: string;
}

export type SlipKind = 'line' | 'kerb' | 'cone' | 'wall' | 'dry' | 'jack-knife' | 'goal';

/** A stretch in one gear without a change of direction. */
export interface Moved {
  readonly gear: Gear;
  readonly from: number;
  readonly to: number;
  /** Against the gear of the stage that was under way. */
  readonly shunt: boolean;
}

/** What a run came to. */
export interface RunReport extends Followed {
  readonly clearance: Clearance;
}

/** What a run has come to so far. */
export interface Followed {
  readonly movements: readonly Moved[];
  readonly slips: readonly Slip[];
  /** Stages that were brought to their goal, by id, and when. */
  readonly reached: readonly { readonly stage: string; readonly t: number }[];
  /** Seconds from the first move to the last stop. */
  readonly seconds: number;
  /** Time of the last sample, in seconds. */
  readonly until: number;
}

/** Metres a second below which a vehicle stands, and radians that a wheel may settle while it does. */
const STANDS = 0.02;
const SETTLES = 0.03;
/** Metres and radians by which a goal may be missed: what nobody sees (ours). */
const GOAL_METRES = 0.02;
const GOAL_ANGLE = 0.01;

/** A finished run: as followed, and what it came nearest to. */
export const reportRun = (vehicle: YardVehicle, layout: Layout, path: readonly Sample[]): RunReport => ({
  ...followRun(vehicle, layout, path, true),
  clearance: pathClearance(vehicle, surveyOf(vehicle, layout), path).least,
});

/**
 * Follows a path over a course: movements, shunts, what was touched, where the wheel was turned while standing.
 *
 * @param ended whether it ends here: then a goal that isn't reached is missed
 */
export function followRun(
  vehicle: YardVehicle,
  layout: Layout,
  path: readonly Sample[],
  ended: boolean,
): Followed {
  const follower = followerOf(vehicle, layout);
  for (const sample of path) follower.take(sample);
  return follower.told(ended);
}

/** Follows a run while it is driven: each sample once, in the order of time. */
export interface Follower {
  readonly take: (sample: Sample) => void;
  /** What the run has come to. @param ended whether it ends here; then nothing more is taken */
  readonly told: (ended: boolean) => Followed;
}

export function followerOf(vehicle: YardVehicle, layout: Layout): Follower {
  const survey = surveyOf(vehicle, layout);
  const movements: Moved[] = [];
  const slips: Slip[] = [];
  const reached: { stage: string; t: number }[] = [];
  const touching = new Set<string>();
  const mostHitch = jackKnifeAngle(vehicle);
  let [stage, bent, dry]: [number, boolean, boolean] = [0, false, false];
  let stood: number | null = null;
  let before: Sample | null = null;

  const arrive = (sample: Sample): void => {
    const own = layout.stages[stage];
    if (!own || movements.at(-1)?.gear !== own.gear) return;
    if (!standsIn(survey.bodies, own.goal, sample, GOAL_METRES, GOAL_ANGLE)) return;
    reached.push({ stage: own.id, t: sample.t });
    stage += 1;
  };

  const move = (sample: Sample): void => {
    const gear: Gear = sample.v > 0 ? 'forward' : 'reverse';
    const last = movements.at(-1);
    if (last?.gear === gear) movements[movements.length - 1] = { ...last, to: sample.t };
    else {
      const own = layout.stages[Math.min(stage, layout.stages.length - 1)];
      movements.push({ gear, from: before?.t ?? sample.t, to: sample.t, shunt: own?.gear !== gear });
    }
    [stood, dry] = [null, false];
  };

  const stand = (sample: Sample): void => {
    if (before && Math.abs(before.v) > STANDS) arrive(sample);
    stood ??= sample.steer;
    // Once for each time that it stands.
    if (!dry && Math.abs(sample.steer - stood) > SETTLES) {
      slips.push({ kind: 'dry', t: sample.t, of: '' });
      dry = true;
    }
  };

  const touch = (sample: Sample): void => {
    const crossed = before && survey.crossed(before, sample);
    if (crossed !== null) {
      const isKerb = layout.kerbs.some(({ id }) => id === crossed);
      slips.push({ kind: isKerb ? 'kerb' : 'line', t: sample.t, of: crossed });
    }
    for (const { of: id, kind, metres } of survey.solids(sample))
      if (metres < 0 && !touching.has(id)) {
        touching.add(id);
        slips.push({ kind, t: sample.t, of: id });
      } else if (metres > 0.05) touching.delete(id);
    if (mostHitch !== null && sample.hitch !== null) {
      const over = Math.abs(sample.hitch) > mostHitch;
      if (over && !bent) slips.push({ kind: 'jack-knife', t: sample.t, of: '' });
      bent = over;
    }
  };

  return {
    take: (sample) => {
      if (Math.abs(sample.v) > STANDS) move(sample);
      else stand(sample);
      touch(sample);
      before = sample;
    },
    told: (ended) => {
      if (before && ended) {
        arrive(before);
        const missed = layout.stages[stage];
        if (missed) slips.push({ kind: 'goal', t: before.t, of: missed.id });
      }
      return {
        movements: [...movements],
        slips: [...slips],
        reached: [...reached],
        until: before?.t ?? 0,
        seconds: (movements.at(-1)?.to ?? 0) - (movements[0]?.from ?? 0),
      };
    },
  };
}
