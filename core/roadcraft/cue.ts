import { usual, type Values } from './constants';

export type Units = 'imperial' | 'metric';

const YARD = 0.9144;
/** Distances that are spoken, in the units themselves (common practice: what devices say). */
const steps = { imperial: [100, 200, 300, 500, 800], metric: [100, 200, 300, 400, 500, 800] } as const;

/** Metres in a yard, or in a metre. */
export const lengthUnit = (units: Units): number => (units === 'imperial' ? YARD : 1);

/**
 * How far before a junction the main direction is given, before it is rounded to what is spoken (ours).
 *
 * @param speed metres a second
 */
export const cueDistance = (speed: number, { cueSeconds, cueLeast, cueMost }: Values = usual): number =>
  Math.min(cueMost, Math.max(cueLeast, cueSeconds * speed));

export interface Spoken {
  readonly text: string;
  readonly metres: number;
}

/** The distance that is spoken for one in metres: the nearest step, in the units and in metres. */
export function spoken(metres: number, units: Units): Spoken {
  const unit = lengthUnit(units);
  const step = steps[units].reduce((best, one) =>
    Math.abs(one * unit - metres) < Math.abs(best * unit - metres) ? one : best,
  );
  return { text: `${step} ${units === 'imperial' ? 'yards' : 'metres'}`, metres: step * unit };
}

export interface Cue {
  /** Where the direction would be given, before it is rounded. */
  readonly metres: number;
  readonly main: Spoken;
  /** On fast roads there is one at twice the time. */
  readonly early: Spoken | null;
}

/** When a direction is given at a speed: the main one by time, and an early one on fast roads. */
export function cue(speed: number, units: Units, values: Values = usual): Cue {
  const metres = cueDistance(speed, values);
  return {
    metres,
    main: spoken(metres, units),
    early: speed > values.cueEarlyAbove ? spoken(2 * metres, units) : null,
  };
}
