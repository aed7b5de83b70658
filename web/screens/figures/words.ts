import { KMH, MPH } from '../../../core/network';
import type { RoadState, Units } from '../../../core/roadcraft';

const YARD = 0.9144;

export const roadWords: Readonly<Record<RoadState, string>> = { dry: 'Dry', wet: 'Wet', ice: 'Ice or snow' };

/** The highest speeds that the pages offer: of a motorway with some over it, and of roads with junctions. */
export const MOST_SPEED: Readonly<Record<Units, number>> = { imperial: 80, metric: 130 };
export const MOST_AT_JUNCTIONS: Readonly<Record<Units, number>> = { imperial: 70, metric: 110 };

/** Speeds are whole numbers of the units that people read on a sign. */
export const perSpeed = (units: Units): number => (units === 'imperial' ? MPH : KMH);
export const speedUnit = (units: Units): string => (units === 'imperial' ? 'mph' : 'km/h');

export const speedWords = (speed: number, units: Units): string =>
  `${Math.round(speed / perSpeed(units))} ${speedUnit(units)}`;

/** Metres everywhere, since they are what the scale of the drawing is; yards beside them where people think in those. */
export const lengthWords = (metres: number, units: Units): string =>
  units === 'imperial'
    ? `${Math.round(metres)} m (${Math.round(metres / YARD)} yd)`
    : `${Math.round(metres)} m`;

export const secondsWords = (seconds: number): string => `${seconds.toFixed(1)} s`;

/** How many cars standing one behind the other: "5 car lengths". */
export function carsWords(metres: number, carLength: number): string {
  const cars = metres / carLength;
  const whole = cars < 3 ? Math.round(cars * 2) / 2 : Math.round(cars);
  return `${whole} car ${whole === 1 ? 'length' : 'lengths'}`;
}

/** The steepest slope that the pages offer, as on a warning sign. */
export const STEEPEST = 0.2;

export const gradeWords = (grade: number): string =>
  Math.abs(grade) < 0.005
    ? 'on the flat'
    : `${grade > 0 ? 'uphill' : 'downhill'} ${Math.round(Math.abs(grade) * 100)}%`;
