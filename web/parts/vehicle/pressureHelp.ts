import { numberText } from '../../../core/numbers';
import { BAR, pressureDoubt, PSI, typedPressure } from '../../../core/vehicle';

/** What stands under a field for a pressure: the same in the units of other gauges, or what is odd about it. */
export function pressureHelp(text: string, placard: number | null): string {
  const kpa = typedPressure(text);
  const wanted = placard === null ? '' : `placard ${numberText(placard, 0)} kPa`;
  if (kpa === null) return wanted || 'kPa, or write “33 psi” or “2.3 bar”';
  if (Number.isNaN(kpa)) return 'Write 230, “33 psi” or “2.3 bar”';
  const doubt = pressureDoubt(kpa);
  if (doubt) return doubt;
  const same = /[a-z]/i.test(text)
    ? `${numberText(kpa, 0)} kPa`
    : `${(kpa / BAR).toFixed(1)} bar, ${Math.round(kpa / PSI)} psi`;
  return wanted ? `${same}; ${wanted}` : same;
}
