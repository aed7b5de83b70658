import { KMH, MPH } from '../../../core/network';
import { featureKindOf, type Feature, type Route } from '../../../core/route';

type Units = Route['units'];
const MILE = 1_609.344;
const YARD = 0.9144;

/** A length for reading: "12.4 miles", "16.6 km". */
export function lengthText(metres: number, units: Units): string {
  const whole = units === 'imperial' ? metres / MILE : metres / 1_000;
  return `${whole.toFixed(whole < 100 ? 1 : 0)} ${units === 'imperial' ? 'miles' : 'km'}`;
}

/** A distance ahead: "160 yd", "1.2 miles". */
export function distanceText(metres: number, units: Units): string {
  const far = units === 'imperial' ? MILE / 2 : 1_000;
  if (metres >= far) return lengthText(metres, units);
  const near = units === 'imperial' ? metres / YARD : metres;
  const step = near < 100 ? 10 : 20;
  return `${Math.max(0, Math.round(near / step) * step)} ${units === 'imperial' ? 'yd' : 'm'}`;
}

/** A limit: "30 mph", "50 km/h". */
export const speedText = (speed: number, units: Units): string =>
  units === 'imperial' ? `${Math.round(speed / MPH)} mph` : `${Math.round(speed / KMH)} km/h`;

export const minutesText = (seconds: number): string => `${Math.round(seconds / 60)} min`;

/** What a feature is, in a few words: "Roundabout, exit 2 of 4, Ring Road". */
export function featureText(
  {
    kind,
    exit,
    exits,
    toward,
    side,
    speed,
  }: Pick<Feature, 'kind' | 'exit' | 'exits' | 'toward' | 'side' | 'speed'>,
  units: Units,
): string {
  const title = featureKindOf(kind)?.title ?? kind;
  const turning = kind === 'turn-left' || kind === 'turn-right';
  return [
    title,
    exit === null ? '' : `exit ${exit}${exits === null ? '' : ` of ${exits}`}`,
    speed === null ? '' : `to ${speedText(speed, units)}`,
    side && !turning && exit === null ? side : '',
    toward,
  ]
    .filter((part) => part)
    .join(', ');
}
