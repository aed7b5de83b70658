import { commonWords, problemsIn } from '../problems';

const list = (ids: readonly string[]): string =>
  ids.length === 0 ? 'none' : ids.slice(0, 12).join(', ') + (ids.length > 12 ? ', …' : '');

/** What an example says and what the limits give, where they differ. */
export const differenceWords = ({
  wanted,
  found,
}: {
  readonly wanted: string;
  readonly found: string;
}): string => `says ${wanted}, but the limits give ${found}`;

/** What may be wrong with a standard, its examples, and what is marked under it, in words. */
export const problem = problemsIn({
  ...commonWords,
  'no-standard': () => 'is not a standard: it must be an object',
  unknown: ({
    id,
    what,
    known,
  }: {
    readonly id: string;
    readonly what: string;
    readonly known: readonly string[];
  }) => `${id} is no ${what} of this standard; known: ${list(known)}`,
  'given-twice': ({ id }: { readonly id: string }) => `${id} is given twice; every id once`,
  'no-skill': ({ skill }: { readonly skill: string }) => `${skill} is not in the shared list of skills`,
  'not-per': ({ of, per }: { readonly of: string; readonly per: string }) =>
    `${of} cannot be totalled per ${per}; allowed: ${of === 'elapsed' ? 'test' : 'test, manoeuvre, attempt'}`,
  'never-matches': ({ ids, what }: { readonly ids: readonly string[]; readonly what: string }) =>
    `names ${what} that no item of this standard has (${list(ids)}), so it never matches`,
  'empty-range': ({ from }: { readonly from: number }) => `must be more than from (${from})`,
  'no-mark': ({ of }: { readonly of: string }) =>
    `${of} belong to no mark; only manoeuvres can be named here`,
  'not-for-item': ({
    severity,
    item,
    allowed,
  }: {
    readonly severity: string;
    readonly item: string;
    readonly allowed: readonly string[];
  }) => `${severity} cannot be given for ${item}; allowed: ${allowed.join(', ')}`,
  'example-too-long': ({ found, most }: { readonly found: number; readonly most: number }) =>
    `holds ${found} marks, readings and steps of manoeuvres; at most ${most} may be in one example`,
  'examples-too-long': ({ found, most }: { readonly found: number; readonly most: number }) =>
    `hold ${found} marks, readings and steps of manoeuvres together; at most ${most} may be`,
  'no-questions': () => 'this standard has no questions',
  'leads-nowhere': ({ at }: { readonly at: string }) => `${at} leads nowhere in this standard`,
  'other-default': ({
    is,
    at,
    held,
  }: {
    readonly is: number | boolean;
    readonly at: string;
    readonly held: unknown;
  }) => `is ${is}, but ${at} is ${JSON.stringify(held)}`,
  'example-fails': ({
    wanted,
    found,
    title,
  }: {
    readonly wanted: string;
    readonly found: string;
    readonly title: string;
  }) => `${differenceWords({ wanted, found })} (${title})`,
});
