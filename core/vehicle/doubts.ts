import { numberText } from '../numbers';
import type { Problem } from '../problems';
import type { Checkup } from './checkup';
import { treadPlaces, wheelIds, wheels } from './parts';
import { BAR, MILE_KM, PSI } from './typed';
import { doubt } from './problems';

/** Cold pressures that car tyres are driven with lie between these, in kPa (common practice). */
const USUAL_PRESSURES = { least: 150, most: 400 } as const;
/** New tyres of cars are about so deep, in millimetres (common practice). */
const NEW_TREAD = 10;
/** More in a day than one car teaches and drives, in km (ours). */
const MOST_PER_DAY = 1_000;
/** Tread does not grow; so much is the gauge (ours), in millimetres. */
const GAUGE = 0.5;

/** What is odd about a pressure, with what may have been meant; null when nothing is. */
export function pressureDoubt(kpa: number): string | null {
  if (kpa >= USUAL_PRESSURES.least && kpa <= USUAL_PRESSURES.most) return null;
  const told = `${numberText(kpa, 1)} kPa is ${kpa > USUAL_PRESSURES.most ? 'very hard' : kpa < 50 ? 'a flat tyre' : 'very soft'}`;
  const usual = (other: number) => other >= USUAL_PRESSURES.least && other <= USUAL_PRESSURES.most;
  if (usual(kpa * PSI)) return `${told}; if the gauge shows psi, write “${numberText(kpa, 1)} psi”`;
  if (usual(kpa * BAR)) return `${told}; if the gauge shows bar, write “${numberText(kpa, 1)} bar”`;
  return told;
}

/**
 * What of a going-over can hardly be true, so that somebody looks again before it is kept. It may be true all the
 * same: nothing is refused.
 *
 * @param before the going-over before this one
 * @param units in which the odometer is told
 */
export function doubtsAbout(
  checkup: Checkup,
  before: Checkup | null,
  units: 'imperial' | 'metric',
): readonly Problem[] {
  return [
    ...odometerDoubts(checkup, before, units),
    ...wheelIds.flatMap((wheel): Problem[] => {
      const { tread, pressure } = checkup.tyres[wheel];
      const name = wheels[wheel];
      const odd = pressure === null ? null : pressureDoubt(pressure);
      return [
        ...tread.flatMap((depth, n): Problem[] => {
          const path = `${name}, ${treadPlaces[n] ?? ''}`;
          const was = before?.tyres[wheel].tread[n];
          if (depth > NEW_TREAD) return [doubt(path, 'deeper-than-new', { depth })];
          return was !== undefined && depth > was + GAUGE ? [doubt(path, 'deeper-than-before', { was })] : [];
        }),
        ...(odd === null ? [] : [doubt(`${name}, pressure`, 'odd-pressure', { words: odd })]),
      ];
    }),
  ];
}

function odometerDoubts(
  { odometer, at }: Checkup,
  before: Checkup | null,
  units: 'imperial' | 'metric',
): Problem[] {
  if (!before) return [];
  const path = 'Odometer';
  const days = Math.max(1, (Date.parse(at) - Date.parse(before.at)) / 86_400_000);
  const more = odometer - before.odometer;
  if (more < -1) return [doubt(path, 'less-than-before', { was: odometerText(before.odometer, units) })];
  if (more / days <= MOST_PER_DAY) return [];
  return [doubt(path, 'very-far', { more: odometerText(more, units), days: Math.round(days) })];
}

/** An odometer in the units of the school: "31,250 km", "19,418 miles". */
export const odometerText = (km: number, units: 'imperial' | 'metric'): string =>
  units === 'imperial' ? `${numberText(km / MILE_KM, 0)} miles` : `${numberText(km, 0)} km`;
