import { typedNumber } from '../numbers';

/** Kilopascals in a pound to the square inch and in a bar. */
export const PSI = 6.894757;
export const BAR = 100;
/** Kilometres in a mile. */
export const MILE_KM = 1.609344;

const parts = (text: string): readonly [number: string, unit: string] => {
  const [, number = text, unit = ''] = /^(.*?)\s*([a-z/]*)\.?$/i.exec(text.trim()) ?? [];
  return [number, unit.toLowerCase()];
};

const pressureUnits: Readonly<Record<string, number>> = { '': 1, kpa: 1, bar: BAR, bars: BAR, psi: PSI };

/** A pressure in kPa, to a tenth, as it is typed: `230`, `2.3 bar`, `33 psi`. Null for nothing, NaN for what is no pressure. */
export function typedPressure(text: string): number | null {
  const [number, unit] = parts(text);
  const value = typedNumber(number);
  if (value === null) return unit ? NaN : null;
  return Math.round(10 * value * (pressureUnits[unit] ?? NaN)) / 10;
}

const lengthUnits: Readonly<Record<string, number>> = {
  km: 1,
  mi: MILE_KM,
  mile: MILE_KM,
  miles: MILE_KM,
};

/** An odometer in km, as it is typed: `31,250`, in the units of the school, or `31 250 km`. */
export function typedOdometer(text: string, units: 'imperial' | 'metric'): number | null {
  const [number, unit] = parts(text);
  const value = typedNumber(number, 'whole');
  const named = unit || (units === 'imperial' ? 'miles' : 'km');
  return value === null ? (unit ? NaN : null) : value * (lengthUnits[named] ?? NaN);
}
