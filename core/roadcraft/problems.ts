import { commonWords, problemsIn } from '../problems';

/** What may be wrong with what a figure is asked for, in words. */
export const problem = problemsIn({
  ...commonWords,
  'no-speed': ({ found }: { readonly found: string }) =>
    `is ${found === '' ? 'empty' : found}; give a number and a unit: 30mph, 50km/h or 13.4m/s`,
  'speed-range': ({ found }: { readonly found: string }) =>
    `is ${found}; allowed: from 0 to 250 km/h (155 mph)`,
  'no-constant': ({ id, allowed }: { readonly id: string; readonly allowed: readonly string[] }) =>
    `is ${id}; allowed: ${allowed.join(', ')}`,
  'not-positive': () => 'must be above 0',
  'no-number': ({ found }: { readonly found: string }) => `is ${found}; it must be a number`,
  'out-of-range': ({
    found,
    least,
    most,
    unit,
  }: {
    readonly found: number;
    readonly least: number;
    readonly most: number;
    readonly unit: string;
  }) => `is ${found}; allowed: from ${least} to ${most}${unit === '' ? '' : ` ${unit}`}`,
});
