import { createReadStream, statSync, writeFileSync } from 'node:fs';
import { compose, routeOfProposal } from '../../core/compose';
import {
  makeCounty,
  openNetwork,
  parseNetwork,
  readOsm,
  trafficOf,
  writeOsm,
  type LearnerRules,
  type NetworkFile,
} from '../../core/network';
import type { Position } from '../../core/geo';
import { failed, parsed, type Parsed, commonProblem } from '../../core/problems';
import {
  drawingOn,
  drawThrough,
  featureKindIds,
  MAX_ROUTE_LENGTH,
  readRouteFile,
  sheetOf,
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
  { text, rules }: { readonly text: boolean; readonly rules: LearnerRules },
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
  const sheet = sheetOf(route.value, standard?.ok ? standard.value : null, rules);
  return done(text ? sheetText(route.value, sheet) : `${JSON.stringify(sheet)}\n`);
}

function sheetText(route: Route, sheet: RouteSheet): string {
  const lines = [
    `${route.title}: ${Math.round(sheet.seconds / 60)} min, ${(sheet.metres / 1_000).toFixed(1)} km`,
    ...sheet.plan.map(
      ({ title, has, wants, met, unit }) =>
        `${met ? 'has' : 'MISSES'} ${title}: ${Math.round(has)} of ${wants}${unit ? ` ${unit}` : ''}`,
    ),
    ...sheet.closed.map(
      ({ road, from, metres, why }) =>
        `CLOSED ${road}, ${Math.round(metres)} m from ${Math.round(from)} m: ${why === 'motorway' ? 'learners don’t use motorways' : 'closed to learners'}`,
    ),
    ...(sheet.leftOut
      ? [
          `LEFT OUT ${sheet.leftOut.roads.map(({ road }) => road).join(', ')}: closed to learners; ${sheet.leftOut.seconds} s quicker`,
        ]
      : []),
    ...sheet.hours.map(
      ({ road, from, metres, when }) =>
        `ASSUMED open: ${road}, ${Math.round(metres)} m from ${Math.round(from)} m; ${when}`,
    ),
    ...sheet.directions.flatMap(({ main, signal }) => [
      `${Math.round(main.along)} m: ${main.text}`,
      ...(signal ? [`${Math.round(signal.from)} m: ${signal.text}`] : []),
    ]),
  ];
  return `${lines.join('\n')}\n`;
}

/** `lat,lon`; null for anything else. */
function positionOf(text: string): Position | null {
  const parts = text.split(',');
  const [lat = NaN, lon = NaN] = parts.map((part) => (part.trim() === '' ? NaN : Number(part)));
  return parts.length === 2 && Math.abs(lat) <= 90 && Math.abs(lon) <= 180 ? { lat, lon } : null;
}

const noPosition = (option: string, found: string) => ({
  path: option,
  message: `is ${found}; give a latitude and a longitude such as 52.12,-2.31`,
});

/** Draws a route through points on a network file. */
export function drawRoute(networkFile: string, points: readonly string[], rules: LearnerRules): Outcome {
  const network = readWith(networkFile, MOST_NETWORK, readNetworkFile);
  if (!network.ok) return refused(problemsOf(networkFile, network));
  const via = points.flatMap((point) => positionOf(point) ?? []);
  if (via.length < points.length)
    return refused(
      points
        .filter((point) => !positionOf(point))
        .map((point) => ({ file: 'route draw', problem: noPosition('--via', point) })),
    );
  const drawn = drawThrough(drawingOn(trafficOf(openNetwork(network.value)), rules), via, {
    id: 'drawn',
    title: 'Drawn',
    units: network.value.drivingSide === 'left' ? 'imperial' : 'metric',
    network: null,
  });
  return drawn.ok ? done(writeRoute(drawn.value.route)) : refused(problemsOf('route draw', drawn));
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
    readonly rules: LearnerRules;
  },
): Promise<Outcome> {
  const network = readWith(networkFile, MOST_NETWORK, readNetworkFile);
  if (!network.ok) return refused(problemsOf(networkFile, network));
  const start = positionOf(asked.start);
  const unknown = asked.want.filter((kind) => !featureKindIds.includes(kind as FeatureKindId));
  const problems = [
    ...(start ? [] : [noPosition('--start', asked.start)]),
    ...unknown.map((kind) => ({
      path: '--want',
      message: `is ${kind}; allowed: ${featureKindIds.join(', ')}`,
    })),
  ];
  if (!start || problems.length > 0)
    return refused(problems.map((problem) => ({ file: 'route compose', problem })));
  const { minutes, seed, proposals, steps, rules } = asked;
  const drawing = drawingOn(trafficOf(openNetwork(network.value)), rules);
  const wants: Partial<Record<FeatureKindId, number>> = {};
  for (const kind of asked.want as FeatureKindId[]) wants[kind] = (wants[kind] ?? 0) + 1;
  const found = await compose(drawing, {
    start,
    minutes,
    wants,
    skills: {},
    lately: new Set(),
    seed,
    proposals,
    steps,
  });
  if (!found.ok) return refused(problemsOf('route compose', found));
  const routes = found.value.map((proposal, n) => ({
    score: proposal.score,
    route: routeOfProposal(drawing, proposal, {
      id: `composed-${seed}-${n + 1}`,
      title: `Composed, ${minutes} minutes`,
      units: network.value.drivingSide === 'left' ? 'imperial' : 'metric',
      network: null,
    }),
  }));
  return done(routes.map((one) => `${JSON.stringify(one)}\n`).join(''));
}
