import * as z from 'zod';
import { checkShape, failed, readJson, type Parsed } from '../problems';
import { featureKindOf } from './features';
import { besideLine, placesWith, type Places, type Waypoint } from './gpx';
import { MAX_ROUTE_LENGTH, type Route } from './route';
import { problem } from './problems';

/** A route as GeoJSON (RFC 7946): its line, its places, and all else of ours as a foreign member. */
export function writeGeoJson(route: Route): string {
  const collection = {
    type: 'FeatureCollection',
    jasperwren: besideLine(route),
    features: [
      {
        type: 'Feature',
        properties: { title: route.title },
        geometry: { type: 'LineString', coordinates: route.line.map(({ lat, lon }) => [lon, lat]) },
      },
      ...route.features.map(({ kind, lat, lon, note, toward, along }) => ({
        type: 'Feature',
        properties: { title: featureKindOf(kind)?.title ?? kind, kind, note, toward, along },
        geometry: { type: 'Point', coordinates: [lon, lat] },
      })),
    ],
  };
  return `${JSON.stringify(collection, null, 1)}\n`;
}

// A third number is a height; more are allowed by older files.
const position = z.tuple([z.number().min(-180).max(180), z.number().min(-90).max(90)], z.number());
const positions = z.array(position);

/** Reads GeoJSON, ours or anybody's: the longest line in it, and its points. */
export function readGeoJson(text: string): Parsed<Places> {
  const json = readJson(text, MAX_ROUTE_LENGTH);
  if (!json.ok) return json;
  const { value: input } = json;
  const lines: unknown[] = [];
  const points: { readonly at: unknown; readonly properties: unknown }[] = [];
  gather(input, null, lines, points, 0);
  const read = lines.map((line) => checkShape(positions, line));
  const problems = read.flatMap((result, n) =>
    result.ok ? [] : result.problems.map((one) => ({ ...one, path: `line ${n + 1}${one.path}` })),
  );
  if (problems.length > 0) return failed(problems.slice(0, 20));
  const longest = read.reduce<readonly z.output<typeof position>[]>(
    (best, result) => (result.ok && result.value.length > best.length ? result.value : best),
    [],
  );
  if (longest.length < 2) return failed([problem('', 'no-line')]);
  const waypoints = points.flatMap(({ at, properties }): Waypoint[] => {
    const result = checkShape(position, at);
    if (!result.ok) return [];
    const [lon, lat] = result.value;
    const told = words(properties);
    return [{ lat, lon, name: told('title') || told('name'), text: told('note') || told('description') }];
  });
  const ours = isObject(input) && isObject(input.jasperwren) ? input.jasperwren : null;
  const own = ours ? JSON.stringify(ours) : '';
  const title = typeof ours?.title === 'string' ? ours.title : '';
  return placesWith(
    title,
    longest.map(([lon, lat]) => ({ lat, lon, time: null })),
    waypoints,
    own,
  );
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const words =
  (properties: unknown) =>
  (key: string): string => {
    const value = isObject(properties) ? properties[key] : undefined;
    return typeof value === 'string' ? value.slice(0, key === 'title' || key === 'name' ? 80 : 300) : '';
  };

/** Lines and points of any GeoJSON object, however they are nested. */
function gather(
  value: unknown,
  properties: unknown,
  lines: unknown[],
  points: { readonly at: unknown; readonly properties: unknown }[],
  depth: number,
): void {
  if (!isObject(value) || depth > 12) return;
  const each = (list: unknown, act: (one: unknown) => void) => {
    if (Array.isArray(list)) list.forEach(act);
  };
  switch (value.type) {
    case 'FeatureCollection':
      return each(value.features, (one) => gather(one, null, lines, points, depth + 1));
    case 'Feature':
      return gather(value.geometry, value.properties, lines, points, depth + 1);
    case 'GeometryCollection':
      return each(value.geometries, (one) => gather(one, properties, lines, points, depth + 1));
    case 'LineString':
      lines.push(value.coordinates);
      return;
    case 'MultiLineString':
      return each(value.coordinates, (one) => lines.push(one));
    case 'Point':
      points.push({ at: value.coordinates, properties });
      return;
    case 'MultiPoint':
      return each(value.coordinates, (at) => points.push({ at, properties }));
    default:
      return;
  }
}
