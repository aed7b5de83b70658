import { parsed, type Parsed } from '../problems';
import { readGeoJson } from './geojson';
import { readGpx, type Places } from './gpx';
import { readRoute, ROUTE_FORMAT } from './route';

/** Reads a route from whatever file it came in: our own, GPX, or GeoJSON; told by what stands in it. */
export function readRouteFile(text: string): Parsed<Places> {
  if (text.trimStart().startsWith('<')) return readGpx(text);
  const own = ownText(text);
  if (own === null) return readGeoJson(text);
  const route = readRoute(own);
  if (!route.ok) return route;
  const { title, line } = route.value;
  return parsed({
    title,
    line: line.map((position) => ({ ...position, time: null })),
    waypoints: [],
    route: route.value,
  });
}

/** The text of a route of ours: the file itself, or the best of those that were composed, one a line. */
function ownText(text: string): string | null {
  if (formatOf(parsedOr(text)) === ROUTE_FORMAT) return text;
  const first = parsedOr(text.trimStart().split('\n', 1)[0] ?? '');
  const route = typeof first === 'object' && first !== null && 'route' in first ? first.route : null;
  return formatOf(route) === ROUTE_FORMAT ? JSON.stringify(route) : null;
}

const formatOf = (value: unknown): unknown =>
  typeof value === 'object' && value !== null && 'format' in value ? value.format : null;

function parsedOr(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
