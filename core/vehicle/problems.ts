import { problemsIn } from '../problems';

/** What of a vehicle check is hard to believe, in words. */
export const doubt = problemsIn({
  'deeper-than-new': ({ depth }: { readonly depth: number }) =>
    `${depth} mm is deeper than new tyres of cars are`,
  'deeper-than-before': ({ was }: { readonly was: number }) =>
    `is deeper than last time, ${was} mm: is it another tyre?`,
  'odd-pressure': ({ words }: { readonly words: string }) => words,
  'less-than-before': ({ was }: { readonly was: string }) => `is less than last time, ${was}`,
  'very-far': ({ more, days }: { readonly more: string; readonly days: number }) =>
    `is ${more} more than last time, in ${days} ${days === 1 ? 'day' : 'days'}`,
});
