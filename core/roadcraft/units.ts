import { KMH, MPH } from '../network';
import { typedNumber } from '../numbers';
import { failed, parsed, type Parsed } from '../problems';
import { problem } from './problems';

const speedUnits: Readonly<Record<string, number>> = {
  mph: MPH,
  'km/h': KMH,
  kmh: KMH,
  kph: KMH,
  'm/s': 1,
};

/** Faster than this no road vehicle of a learner drives: metres a second. */
export const FASTEST = 70;

/** A speed with its unit, such as 30mph, 50 km/h or 13,4 m/s, in metres a second. @param path named in problems */
export function readSpeed(text: string, path: string): Parsed<number> {
  const [, number = '', unit = ''] = /^\s*(.*?)\s*(mph|km\/h|kmh|kph|m\/s)\s*$/i.exec(text) ?? [];
  const factor = speedUnits[unit.toLowerCase()];
  const value = typedNumber(number);
  if (factor === undefined || value === null || Number.isNaN(value))
    return failed([problem(path, 'no-speed', { found: text })]);
  const speed = value * factor;
  if (speed < 0 || speed > FASTEST) return failed([problem(path, 'speed-range', { found: text })]);
  return parsed(speed);
}
