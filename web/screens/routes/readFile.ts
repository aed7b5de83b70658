import { v4 as newId } from 'uuid';
import { lengthOf, metresAlong, nearestOn } from '../../../core/geo';
import { KMH, MPH } from '../../../core/network';
import { failed, parsed, type Parsed } from '../../../core/problems';
import {
  named,
  readRouteFile,
  ROUTE_FORMAT,
  type Places,
  type Route,
  routeProblem,
} from '../../../core/route';
import { usualDelays } from '../../../core/network';

/** What a file that was brought turned out to be. */
export interface Brought {
  readonly route: Route;
  /** Whether it is one of ours, whole. */
  readonly ours: boolean;
  readonly waypoints: number;
}

/** What a bare line does not say of itself. */
type Roads = Pick<Route, 'units' | 'drivingSide'>;

/** Reads a route from our own file, GPX or GeoJSON. @param name of the file, where nothing else names it */
export const readBrought = (name: string, text: string, roads: Roads): Parsed<Brought> =>
  fromPlaces(readRouteFile(text), name, roads);

function fromPlaces(places: Parsed<Places>, name: string, { units, drivingSide }: Roads): Parsed<Brought> {
  if (!places.ok) return places;
  const { route, line, waypoints, title } = places.value;
  if (route) return parsed({ route, ours: true, waypoints: 0 });
  const bare = line.map(({ lat, lon }) => ({ lat, lon }));
  const metres = metresAlong(bare);
  const length = lengthOf(bare);
  if (length < 50) return failed([routeProblem('', 'too-short', { least: 50 })]);
  // Until it is laid onto a network nothing is known of its roads.
  const speed = units === 'imperial' ? 30 * MPH : 50 * KMH;
  const notes = waypoints.map(({ lat, lon, name: called, text: more }) => ({
    kind: 'note' as const,
    along: nearestOn(bare, metres, { lat, lon })?.along ?? 0,
    note: [called, more]
      .filter((part) => part)
      .join(': ')
      .slice(0, 300),
    source: 'hand' as const,
    proposed: false,
  }));
  const [first, last] = [bare[0], bare.at(-1)];
  if (!first || !last) return failed([routeProblem('', 'no-line')]);
  return parsed({
    ours: false,
    waypoints: waypoints.length,
    route: {
      format: ROUTE_FORMAT,
      id: newId(),
      title: title || name.replace(/\.[^.]*$/, '').slice(0, 80) || 'A route',
      note: '',
      drivingSide,
      units,
      network: null,
      via: [first, last],
      line: bare,
      stretches: [
        {
          until: metres.at(-1) ?? length,
          name: '',
          ref: '',
          class: 'unclassified',
          speed,
          assumed: true,
          free: length / speed,
          when: '',
        },
      ],
      features: named({ line: bare, metres }, [
        { kind: 'start', along: 0 },
        ...notes,
        { kind: 'end', along: metres.at(-1) ?? length },
      ]),
      muted: [],
      independent: null,
      delays: usualDelays,
      variantOf: null,
      learners: '',
      leftOut: null,
    },
  });
}
