import { createReadStream, statSync, writeFileSync } from 'node:fs';
import { compose } from '../../core/compose';
import {
  createSearch,
  createSnap,
  makeCounty,
  openNetwork,
  parseNetwork,
  readOsm,
  trafficOf,
  writeOsm,
  type NetworkFile,
} from '../../core/network';
import { failed, parsed, type Parsed, commonProblem } from '../../core/problems';
import {
  courseOf,
  featureKindIds,
  MAX_ROUTE_LENGTH,
  readRouteFile,
  routeOf,
  sheetOf,
  viaOfWay,
  writeGeoJson,
  writeGpx,
  writeRoute,
  type FeatureKindId,
  type Route,
  type RouteSheet,
} from '../../core/route';
import { MAX_STANDARD_LENGTH, readStandard } from '../../core/standard';
import { done, readWith, problemsOf, refused, type Outcome } from './io';
import { problem } from './problems';

const MOST_NETWORK = 400_000_000;

/** Reads an extract, as large as it may be, and writes the network file. */
export async function importNetwork(
  file: string,
  { out, title, side }: { readonly out: string; readonly title: string; readonly side: 'left' | 'right' },
): Promise<Outcome> {
  try {
    statSync(file);
  } catch {
    return refused([{ file, problem: problem('', 'unreadable', { why: 'there is no such file' }) }]);
  }
  const result = await readOsm({
    chunks: () =>
      createReadStream(file, { encoding: 'utf8', highWaterMark: 1 << 18 }) as AsyncIterable<string>,
    title,
    source: 'Data © OpenStreetMap contributors, ODbL',
    drivingSide: side,
  });
  if (!result.ok) return refused(problemsOf(file, result));
  const { network, report } = result.value;
  writeFileSync(out, JSON.stringify(network));
  return done(`${JSON.stringify(report)}\n`);
}

/** Writes a made-up county as an OpenStreetMap extract. */
export function makeNetwork(
  out: string,
  { seed, towns }: { readonly seed: number; readonly towns: number },
): Outcome {
  const osm = makeCounty({ seed, towns, middle: { lat: 52.12, lon: -2.31 } });
  writeFileSync(out, [...writeOsm(osm)].join(''));
  return done(`${JSON.stringify({ nodes: osm.nodes.length, ways: osm.ways.length })}\n`);
}

function readNetworkFile(text: string): Parsed<NetworkFile> {
  try {
    return parseNetwork(JSON.parse(text));
  } catch {
    return failed([commonProblem('', 'no-json', { why: '' })]);
  }
}

/** A route of our own, or one of ours out of GPX or GeoJSON. */
function readAny(text: string): Parsed<Route> {
  const places = readRouteFile(text);
  if (!places.ok) return places;
  const { route } = places.value;
  return route ? parsed(route) : failed([problem('', 'of-another-program')]);
}

export function convertRoute(file: string, to: 'gpx' | 'geojson' | 'json'): Outcome {
  const route = readWith(file, MAX_ROUTE_LENGTH, readAny);
  if (!route.ok) return refused(problemsOf(file, route));
  const write = { gpx: writeGpx, geojson: writeGeoJson, json: writeRoute }[to];
  return done(write(route.value));
}

export function routeSheet(
  file: string,
  standardFile: string | null,
  { text }: { readonly text: boolean },
): Outcome {
  const route = readWith(file, MAX_ROUTE_LENGTH, readAny);
  const standard = standardFile === null ? null : readWith(standardFile, MAX_STANDARD_LENGTH, readStandard);
  const problems = [
    ...problemsOf(file, route),
    ...(standard === null || standard.ok
      ? []
      : standard.problems.map((problem) => ({ file: standardFile ?? '', problem }))),
  ];
  if (!route.ok || problems.length > 0) return refused(problems);
  const sheet = sheetOf(route.value, standard?.ok ? standard.value : null);
  return done(text ? sheetText(route.value, sheet) : `${JSON.stringify(sheet)}\n`);
}

function sheetText(route: Route, sheet: RouteSheet): string {
  const lines = [
    `${route.title}: ${Math.round(sheet.seconds / 60)} min, ${(sheet.metres / 1_000).toFixed(1)} km`,
    ...sheet.plan.map(
      ({ title, has, wants, met, unit }) =>
        `${met ? 'has' : 'MISSES'} ${title}: ${Math.round(has)} of ${wants}${unit ? ` ${unit}` : ''}`,
    ),
    ...sheet.directions.map(({ main }) => `${Math.round(main.along)} m: ${main.text}`),
  ];
  return `${lines.join('\n')}\n`;
}

/** Composes routes on a network file and prints them, one JSON object a line, the best first. */
export async function composeRoutes(
  networkFile: string,
  asked: {
    readonly start: string;
    readonly minutes: number;
    readonly want: readonly string[];
    readonly seed: number;
    readonly proposals: number;
    readonly steps: number;
  },
): Promise<Outcome> {
  const network = readWith(networkFile, MOST_NETWORK, readNetworkFile);
  if (!network.ok) return refused(problemsOf(networkFile, network));
  const [lat = NaN, lon = NaN] = asked.start.split(',').map(Number);
  const unknown = asked.want.filter((kind) => !featureKindIds.includes(kind as FeatureKindId));
  const problems = [
    ...(Math.abs(lat) <= 90 && Math.abs(lon) <= 180
      ? []
      : [
          {
            path: '--start',
            message: `is ${asked.start}; give a latitude and a longitude such as 52.12,-2.31`,
          },
        ]),
    ...unknown.map((kind) => ({
      path: '--want',
      message: `is ${kind}; allowed: ${featureKindIds.join(', ')}`,
    })),
  ];
  if (problems.length > 0) return refused(problems.map((problem) => ({ file: 'route compose', problem })));
  const traffic = trafficOf(openNetwork(network.value));
  const drawing = { traffic, snap: createSnap(traffic.graph), search: createSearch(traffic) };
  const { minutes, seed, proposals, steps } = asked;
  const wants: Partial<Record<FeatureKindId, number>> = {};
  for (const kind of asked.want as FeatureKindId[]) wants[kind] = (wants[kind] ?? 0) + 1;
  const found = await compose(drawing, {
    start: { lat, lon },
    minutes,
    wants,
    skills: {},
    lately: new Set(),
    seed,
    proposals,
    steps,
  });
  if (!found.ok) return refused(problemsOf('route compose', found));
  const routes = found.value.map(({ arcs, from, to, score }, n) => ({
    score,
    route: routeOf(traffic, courseOf(traffic, arcs, from, to), {
      id: `composed-${seed}-${n + 1}`,
      title: `Composed, ${minutes} minutes`,
      units: network.value.drivingSide === 'left' ? 'imperial' : 'metric',
      network: null,
      via: viaOfWay(drawing, arcs, from, to),
    }),
  }));
  return done(routes.map((one) => `${JSON.stringify(one)}\n`).join(''));
}
