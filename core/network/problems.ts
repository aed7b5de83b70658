import { commonWords, problemsIn } from '../problems';

/** What may be wrong with a road network and the extract that it is read from, in words. */
export const problem = problemsIn({
  ...commonWords,
  doctype: () => 'has a DOCTYPE, which no extract of OpenStreetMap has; it is not read',
  'no-osm': ({ element }: { readonly element: string }) =>
    `is no OpenStreetMap XML: its outermost element is <${element}>`,
  'no-node': ({ where }: { readonly where: string }) =>
    `has a way at ${where} that names a node by what is no number`,
  'too-many-points': ({ most }: { readonly most: number }) => `holds more than ${most} points of roads`,
  'no-degrees': ({
    where,
    key,
    found,
    most,
  }: {
    readonly where: string;
    readonly key: string;
    readonly found: string;
    readonly most: number;
  }) => `has a node at ${where} whose ${key} is ${found}; allowed: -${most} to ${most}`,
  'no-road': () => 'holds no road that cars may drive on, with nodes of its own',
  'too-many-pieces': ({ found, most }: { readonly found: number; readonly most: number }) =>
    `holds ${found} pieces of road; at most ${most}`,
  'other-length': () => 'has not as many entries as lat',
  'out-of-range': ({ most }: { readonly most: number }) =>
    `leaves the range from -${most} to ${most} degrees`,
  'half-piece': () => 'begins a piece that is not whole',
  'no-point': () => 'names a point that is not there',
  'no-piece': () => 'holds no piece of road',
  'names-nothing': () => 'names what is not there',
});
