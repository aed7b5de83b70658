import { problemsIn } from '../problems';

/** What may be wrong with a vehicle or with controls, in words. */
export const problem = problemsIn({
  'circle-too-small': ({ least }: { readonly least: string }) =>
    `is too small for this wheelbase: the front wheel would have to stand square across; at least ${least} m`,
  'hitch-in-front': () => 'lies in front of the rear axle; give metres behind it, 0 or more',
  'wider-than-body': ({ width }: { readonly width: number }) =>
    `is more than the width of the body (${width} m)`,
  'narrower-than-body': ({ width }: { readonly width: number }) =>
    `is less than the width of the body (${width} m)`,
  'named-twice': ({ id }: { readonly id: string }) => `${id} is given twice; every id once`,
  'not-later': ({ before }: { readonly before: number }) =>
    `is not later than the line before (${before} s); each line needs a later time`,
  'start-not-first': () => 'gives the start; only the first line may',
  'too-few-controls': () => 'needs two lines of controls at least: where they begin and where they end',
  'needless-hitch': () => 'gives a hitch angle, but this vehicle has no trailer',
});
