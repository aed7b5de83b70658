import { commonWords, problemsIn } from '../problems';

/** What may be wrong with a route, its way and files of routes, in words. */
export const problem = problemsIn({
  ...commonWords,
  'beyond-end': ({ metres }: { readonly metres: number }) =>
    `lies beyond the end of the line, which is ${metres} m long`,
  'too-few-exits': ({ exit, exits }: { readonly exit: number; readonly exits: number }) =>
    `is ${exit} of ${exits} exits`,
  'out-of-order': () => 'is out of order, or beyond the end of the line',
  'ends-first': () => 'ends before it begins, or beyond the end of the line',
  'off-road': ({ point, metres }: { readonly point: number; readonly metres: number }) =>
    `point ${point} lies more than ${metres} m from any road`,
  'too-few-points': () => 'two points at least make a way',
  'no-way': ({ from, to }: { readonly from: number; readonly to: number }) =>
    `there is no way from point ${from} to point ${to} that a car may drive`,
  'closed-road': ({
    point,
    road,
    why,
  }: {
    readonly point: number;
    readonly road: string;
    readonly why: 'motorway' | 'named';
  }) =>
    `point ${point} lies on ${road}, ${why === 'motorway' ? 'a motorway, and learners don’t use motorways' : 'which is closed to learners'}`,
  'only-closed': ({ roads }: { readonly roads: readonly string[] }) =>
    `the only way leads over ${roads.join(', ')}, closed to learners`,
  'one-place': () => 'all points lie in one place',
  doctype: () => 'has a DOCTYPE, which no GPX has; it is not read',
  'no-gpx': ({ element }: { readonly element: string }) => `is no GPX: its outermost element is <${element}>`,
  'too-many-points': ({ most }: { readonly most: number }) => `has more than ${most} points`,
  'no-degrees': ({
    element,
    line,
    key,
    found,
    most,
  }: {
    readonly element: string;
    readonly line: number;
    readonly key: string;
    readonly found: string;
    readonly most: number;
  }) => `has a <${element}> at line ${line} whose ${key} is ${found}; allowed: -${most} to ${most}`,
  'no-track': ({ longest }: { readonly longest: number }) =>
    `holds no track or route of two points or more (the longest has ${longest})`,
  'line-too-long': ({ points, most }: { readonly points: number; readonly most: number }) =>
    `has a line of ${points} points; at most ${most}`,
  'too-short': ({ least }: { readonly least: number }) =>
    `has a line of less than ${least} m; that is no route`,
  'not-worked-out': () => 'the way could not be worked out',
  'no-line': () => 'holds no line of two points or more',
});
