import { parsed, type Parsed } from '../problems';
import { readGeoJson } from './geojson';
import { readGpx, type Places } from './gpx';
import { readRoute, ROUTE_FORMAT } from './route';

/** Reads a route from whatever file it came in: our own, GPX, or GeoJSON; told by what stands in it. */
export function readRouteFile(text: string): Parsed<Places> {
  if (text.trimStart().startsWith('<')) return readGpx(text);
  if (formatOf(text) !== ROUTE_FORMAT) return readGeoJson(text);
  const route = readRoute(text);
  if (!route.ok) return route;
  const { title, line } = route.value;
  return parsed({
    title,
    line: line.map((place) => ({ ...place, time: null })),
    waypoints: [],
    route: route.value,
  });
}

function formatOf(text: string): unknown {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null && 'format' in value ? value.format : null;
  } catch {
    return null;
  }
}
