import { problemsIn, type Problem } from '../problems';

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
  'not-flat': () =>
    'isn’t flat: a corner lies more than 3 cm off the plane of the others; make two panels of it',
  'bent-inwards': () =>
    'has a corner that is bent inwards, or its corners are out of order; make two panels of it, with corners in order',
  'not-later': ({ before }: { readonly before: number }) =>
    `is not later than the line before (${before} s); each line needs a later time`,
  'start-not-first': () => 'gives the start; only the first line may',
  'too-few-controls': () => 'needs two lines of controls at least: where they begin and where they end',
  'needless-hitch': () => 'gives a hitch angle, but this vehicle has no trailer',
  'no-parameter': ({ id, known }: { readonly id: string; readonly known: readonly string[] }) =>
    `the course has no parameter ${id}; ${known.length > 0 ? `it has ${known.join(', ')}` : 'it has none'}`,
  'no-frame': ({ id, known }: { readonly id: string; readonly known: readonly string[] }) =>
    `the course has no frame ${id}; ${known.length > 0 ? `it has ${known.join(', ')}` : 'it has none'}`,
  'parameter-of-parameter': () => 'asks for a parameter; it may depend on the vehicle only',
  'out-of-bounds': ({
    value,
    least,
    most,
    unit,
  }: {
    readonly value: number;
    readonly least: number;
    readonly most: number;
    readonly unit: string;
  }) => `is ${shown(value)}; from ${shown(least)} to ${shown(most)} ${unit}`,
  'empty-box': () => 'has a box whose end lies before its beginning; give the smaller number first',
  'no-length': () => 'begins where it ends; a line needs two places',
  'start-blocked': ({ of }: { readonly of: string }) =>
    `overlaps ${of} wherever the vehicle stands in it; move the start or ${of}`,
  'no-manoeuvre': ({ standard, kinds }: { readonly standard: string; readonly kinds: readonly string[] }) =>
    `${standard} has no manoeuvre of this kind (${kinds.join(', ')}); choose another standard`,
  'no-hitch': () => 'is missing; this vehicle has a trailer',
  'not-a-length': ({ part, names }: { readonly part: string; readonly names: readonly string[] }) =>
    `can’t be read${part ? ` at “${part}”` : ''}; write metres and ${names.join(', ')}, added up, such as 1.5 × ${names[0] ?? ''} + 0.3`,
  'path-too-short': () => 'needs two samples at least',
  'path-gap': ({ metres, seconds }: { readonly metres: string; readonly seconds: string }) =>
    `jumps by ${metres} m in ${seconds} s, which its speed doesn't cover; the path has a gap`,
  'path-slow': ({ seconds }: { readonly seconds: string }) =>
    `comes ${seconds} s after the one before; samples may be at most 0.5 s apart`,
});

const shown = (value: number): string => String(Number(value.toFixed(3)));

/** Ids of one list that are given again, each with its path. */
export const namedTwice = (
  list: readonly { readonly id: string; readonly path: string }[],
): readonly Problem[] =>
  list.flatMap(({ id, path }, n) =>
    list.findIndex((other) => other.id === id) < n ? [problem(path, 'named-twice', { id })] : [],
  );
