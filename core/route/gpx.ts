import { SaxesParser } from 'saxes';
import { failed, parsed, type Parsed, Broken } from '../problems';
import type { Position } from '../geo';
import { featureKindOf } from './features';
import { MAX_ROUTE_LENGTH, MOST_LINE, parseRoute, type Route } from './route';
import { problem } from './problems';

/** Marks what is ours in files that others read too. */
export const OWN_SPACE = 'urn:jasperwren:route:1';

export interface TrackPoint extends Position {
  /** ISO instant, where the file has one. */
  readonly time: string | null;
}

export interface Waypoint extends Position {
  readonly name: string;
  readonly text: string;
}

/** What a file of places holds, whoever wrote it. */
export interface Places {
  readonly title: string;
  /** The longest track, or the longest route where there is no track. */
  readonly line: readonly TrackPoint[];
  readonly waypoints: readonly Waypoint[];
  /** The route whole, when it is one of ours. */
  readonly route: Route | null;
}

const escapes: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Characters that XML cannot hold are left out. */
const allowed = (sign: string): boolean => sign >= ' ' || sign === '\t' || sign === '\n' || sign === '\r';
const safe = (text: string): string =>
  [...text]
    .filter(allowed)
    .join('')
    .replace(/[&<>"]/g, (sign) => escapes[sign] ?? sign);

/** What of a route is not told by the line itself. */
export function besideLine({ line, ...rest }: Route): Omit<Route, 'line'> {
  void line;
  return rest;
}

/** A route as GPX 1.1 (topografix.com/GPX/1/1): line, places, and all else of ours as an extension. */
export function writeGpx(route: Route): string {
  const at = ({ lat, lon }: Position) => `lat="${lat}" lon="${lon}"`;
  const waypoints = route.features.map((feature) => {
    const { kind, note, toward } = feature;
    const name = `${featureKindOf(kind)?.title ?? kind}${toward ? `: ${toward}` : ''}`;
    return `<wpt ${at(feature)}><name>${safe(name)}</name>${note ? `<desc>${safe(note)}</desc>` : ''}<type>${kind}</type></wpt>\n`;
  });
  const points = route.line.map((position) => `<trkpt ${at(position)}/>`);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>\n',
    '<gpx version="1.1" creator="Jasperwren" xmlns="http://www.topografix.com/GPX/1/1">\n',
    `<metadata><name>${safe(route.title)}</name><extensions><route xmlns="${OWN_SPACE}">`,
    `${safe(JSON.stringify(besideLine(route)))}</route></extensions></metadata>\n`,
    ...waypoints,
    `<trk><name>${safe(route.title)}</name><trkseg>\n`,
    `${points.join('\n')}\n`,
    '</trkseg></trk>\n</gpx>\n',
  ].join('');
}

/** Reads GPX, ours or anybody's: tracks, routes and waypoints; what else is in it is passed over. */
export function readGpx(text: string): Parsed<Places> {
  if (text.length > MAX_ROUTE_LENGTH) return failed([problem('', 'too-long', { most: MAX_ROUTE_LENGTH })]);
  try {
    return placesOf(read(text));
  } catch (error) {
    if (error instanceof Broken) return failed([error.problem]);
    throw error;
  }
}

interface Read {
  title: string;
  own: string;
  readonly lines: { readonly kind: 'trk' | 'rte'; readonly points: TrackPoint[] }[];
  readonly waypoints: { lat: number; lon: number; name: string; text: string }[];
}

function read(text: string): Read {
  const parser = new SaxesParser({ position: true });
  const found: Read = { title: '', own: '', lines: [], waypoints: [] };
  const open: string[] = [];
  let words = '';
  let time: string | null = null;
  let position: Position | null = null;
  let points = 0;
  const local = (name: string) => name.slice(name.indexOf(':') + 1);
  parser.on('error', (error) => {
    throw new Broken(problem('', 'broken-xml', { where: error.message }));
  });
  parser.on('doctype', () => {
    throw new Broken(problem('', 'doctype'));
  });
  parser.on('opentag', (tag) => {
    const name = local(tag.name);
    if (open.length === 0 && name !== 'gpx')
      throw new Broken(problem('', 'no-gpx', { element: name.slice(0, 40) }));
    open.push(name);
    words = '';
    const attributes = tag.attributes as Record<string, string>;
    if (name === 'trk' || name === 'rte') found.lines.push({ kind: name, points: [] });
    if (name === 'trkpt' || name === 'rtept' || name === 'wpt') {
      position = placeIn(attributes, name, parser.line);
      time = null;
      if (name === 'wpt') found.waypoints.push({ ...position, name: '', text: '' });
      else if ((points += 1) > 20 * MOST_LINE)
        throw new Broken(problem('', 'too-many-points', { most: 20 * MOST_LINE }));
    }
  });
  const onText = (more: string) => {
    words += more;
  };
  parser.on('text', onText);
  parser.on('cdata', onText);
  parser.on('closetag', () => {
    const name = open.pop();
    const parent = open.at(-1);
    const waypoint = found.waypoints.at(-1);
    if (name === 'time' && position) time = instantOf(words);
    if (name === 'name' && (parent === 'metadata' || (parent === 'trk' && !found.title)))
      found.title = words.trim();
    if (name === 'name' && parent === 'wpt' && waypoint) waypoint.name = words.trim().slice(0, 80);
    if (name === 'desc' && parent === 'wpt' && waypoint) waypoint.text = words.trim().slice(0, 300);
    if (name === 'route' && parent === 'extensions') found.own = words;
    if ((name === 'trkpt' || name === 'rtept') && position)
      found.lines.at(-1)?.points.push({ ...position, time });
    if (name === 'trkpt' || name === 'rtept' || name === 'wpt') position = null;
    words = '';
  });
  parser.write(text).close();
  return found;
}

function placeIn(attributes: Readonly<Record<string, string>>, name: string, line: number): Position {
  const degrees = (key: 'lat' | 'lon', most: number): number => {
    const value = Number((attributes[key] ?? '') || NaN);
    if (!(Math.abs(value) <= most))
      throw new Broken(
        problem('', 'no-degrees', { element: name, line, key, found: attributes[key] ?? 'missing', most }),
      );
    return value;
  };
  return { lat: degrees('lat', 90), lon: degrees('lon', 180) };
}

function instantOf(text: string): string | null {
  const time = Date.parse(text.trim());
  return Number.isNaN(time) ? null : new Date(time).toISOString();
}

function placesOf({ title, own, lines, waypoints }: Read): Parsed<Places> {
  const tracks = lines.filter(({ kind }) => kind === 'trk');
  const longest = (of: Read['lines']) =>
    of.reduce((best, { points }) => (points.length > best.length ? points : best), [] as TrackPoint[]);
  const line = longest(tracks).length > 1 ? longest(tracks) : longest(lines);
  if (line.length < 2) return failed([problem('', 'no-track', { longest: line.length })]);
  return placesWith(title, line, waypoints, own);
}

/** Puts together what a file told; a part of ours that does not fit its line is passed over. */
export function placesWith(
  title: string,
  line: readonly TrackPoint[],
  waypoints: readonly Waypoint[],
  own: string,
): Parsed<Places> {
  if (line.length > MOST_LINE)
    return failed([problem('', 'line-too-long', { points: line.length, most: MOST_LINE })]);
  let route: Route | null = null;
  if (own !== '')
    try {
      const bare = line.map(({ lat, lon }) => ({ lat, lon }));
      const whole = parseRoute({ ...(JSON.parse(own) as object), line: bare });
      if (whole.ok) route = whole.value;
    } catch {
      // Not ours after all.
    }
  return parsed({ title: title.slice(0, 80), line, waypoints, route });
}
