import type { Checkup, VehicleRecord } from './checkup';
import { checkItems, paperKinds, treadPlaces, wheelIds, wheels, type CheckItem } from './parts';

/**
 * Least tread in millimetres, over the central three quarters of the width and all round. Published: Great
 * Britain, construction and use rules; Europe, directive 89/459/EEC (from memory). Check the authority's text.
 */
export const LEGAL_TREAD = 1.6;
/** Tread below which new tyres are advised, in millimetres (ours). */
export const ADVISED_TREAD = 3;
/** Pressure off the placard by more than these shares is advice, or not fit (ours). */
export const PRESSURE_ADVICE = 0.1;
export const PRESSURE_BAD = 0.25;
/** Below this, in kPa, a tyre is too soft to drive on whatever the placard says (common practice). */
export const FLAT = 150;
/** A going-over older than so many days says little of today; a paper is spoken of so many days ahead (ours). */
export const CHECKUP_DAYS = 30;
export const PAPER_DAYS = 30;

export interface Reason {
  readonly weight: 'bad' | 'advice';
  readonly text: string;
}

export interface Fitness {
  readonly verdict: 'fit' | 'advice' | 'not fit' | 'unknown';
  /** The grave ones first. */
  readonly reasons: readonly Reason[];
}

/** Findings that a test cannot begin with, whatever else is right (common practice). */
const advised: ReadonlySet<CheckItem> = new Set(['washer-fluid']);

/**
 * Whether a vehicle can go to a test.
 *
 * @param checkup the newest going-over, if any
 * @param today a day such as 2026-11-23
 */
export function fitnessOf(checkup: Checkup | null, record: VehicleRecord, today: string): Fitness {
  const reasons = [
    ...(checkup
      ? [...tyreReasons(checkup, record), ...findingReasons(checkup), ...ageReasons(checkup, today)]
      : []),
    ...paperReasons(record, today),
  ].sort((a, b) => Number(b.weight === 'bad') - Number(a.weight === 'bad'));
  const bad = reasons.some(({ weight }) => weight === 'bad');
  if (bad) return { verdict: 'not fit', reasons };
  if (!checkup)
    return {
      verdict: 'unknown',
      reasons: [{ weight: 'advice', text: 'Nobody has checked it yet' }, ...reasons],
    };
  return { verdict: reasons.length > 0 ? 'advice' : 'fit', reasons };
}

function tyreReasons({ tyres }: Checkup, { placard }: VehicleRecord): Reason[] {
  return wheelIds.flatMap((wheel): Reason[] => {
    const { tread, pressure, damaged } = tyres[wheel];
    const name = `${wheels[wheel]} tyre`;
    const depth = Math.min(...tread);
    const place = treadPlaces[tread.indexOf(depth)] ?? '';
    const wanted = placard?.[wheel.startsWith('front') ? 'front' : 'rear'];
    const off = pressure !== null && wanted ? (pressure - wanted) / wanted : 0;
    const offText = `${name}: ${kpa(pressure ?? 0)}, ${Math.round(Math.abs(off) * 100)}% ${off < 0 ? 'under' : 'over'} the placard’s ${kpa(wanted ?? 0)}`;
    return [
      ...(damaged ? [bad(`${name}: damaged`)] : []),
      ...(depth < LEGAL_TREAD
        ? [bad(`${name}: ${mm(depth)} of tread at its ${place} place, the law wants ${mm(LEGAL_TREAD)}`)]
        : depth < ADVISED_TREAD
          ? [
              advice(
                `${name}: ${mm(depth)} of tread at its ${place} place; change below ${mm(ADVISED_TREAD)}`,
              ),
            ]
          : []),
      ...(pressure !== null && pressure < FLAT && !wanted
        ? [bad(`${name}: ${kpa(pressure)}, too soft to drive on`)]
        : Math.abs(off) > PRESSURE_BAD
          ? [bad(offText)]
          : Math.abs(off) > PRESSURE_ADVICE
            ? [advice(offText)]
            : []),
    ];
  });
}

function findingReasons({ findings }: Checkup): Reason[] {
  return (Object.keys(checkItems) as CheckItem[]).flatMap((item): Reason[] => {
    switch (findings[item]) {
      case 'bad':
        return [
          advised.has(item)
            ? advice(`${checkItems[item]}: not in order`)
            : bad(`${checkItems[item]}: not in order`),
        ];
      case 'advice':
        return [advice(`${checkItems[item]}: needs attention`)];
      case 'good':
        return [];
      case undefined:
        return [advice(`${checkItems[item]}: not looked at`)];
    }
  });
}

function ageReasons({ at }: Checkup, today: string): Reason[] {
  const days = daysBetween(at.slice(0, 10), today);
  return days > CHECKUP_DAYS ? [advice(`Last checked ${days} days ago`)] : [];
}

function paperReasons({ papers }: VehicleRecord, today: string): Reason[] {
  return papers.flatMap(({ kind, until }): Reason[] => {
    const left = daysBetween(today, until);
    if (left < 0) return [bad(`${paperKinds[kind]}: ran out ${count(-left, 'day')} ago`)];
    if (left <= PAPER_DAYS)
      return [advice(`${paperKinds[kind]}: ${left === 0 ? 'runs out today' : `${count(left, 'day')} left`}`)];
    return [];
  });
}

/** Whole days from one day to another; below nought when the second is earlier. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000);

const bad = (text: string): Reason => ({ weight: 'bad', text });
const advice = (text: string): Reason => ({ weight: 'advice', text });
const mm = (depth: number): string => `${depth.toFixed(1)} mm`;
const kpa = (pressure: number): string => `${Math.round(pressure)} kPa`;
const count = (n: number, of: string): string => `${n} ${of}${n === 1 ? '' : 's'}`;
