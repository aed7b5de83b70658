import { createSearch, createSnap, trafficOf, openNetwork, type Traffic } from '../network';
import { courseOf, routeOf, type Course, type Route } from '../route';
import type { Position } from '../geo';
import { networkOf } from './county';

export interface Drawn {
  readonly traffic: Traffic;
  readonly course: Course;
  readonly route: Route;
}

/** A route over a network, by the quickest way between two places. */
export function drawnOn(traffic: Traffic, from: Position, to: Position): Drawn {
  const snap = createSnap(traffic.graph);
  // The road that is nearest, in both of its directions.
  const near = (position: Position) =>
    [80, 400, 3_000]
      .map((most) => snap.near(position, most))
      .find((found) => found.length > 0)
      ?.slice(0, 2) ?? [];
  const search = createSearch(traffic);
  const ways = near(from).flatMap((a) =>
    near(to).flatMap((b) => {
      const path = search.path(a, b);
      return path ? [{ a, b, path }] : [];
    }),
  );
  const [best] = ways.sort((a, b) => a.path.seconds - b.path.seconds);
  if (!best) throw new Error('no way');
  const course = courseOf(traffic, best.path.arcs, best.a, best.b);
  const route = routeOf(traffic, course, {
    id: 'test',
    title: 'Test',
    units: 'imperial',
    network: null,
    via: [from, to],
  });
  return { traffic, course, route };
}

/** The same on an extract given as text. */
export const drawnOnXml = async (xml: string, from: Position, to: Position): Promise<Drawn> =>
  drawnOn(trafficOf(openNetwork(await networkOf(xml))), from, to);

/** A place on the grid of `osmXml`. */
export const gridPosition = (column: number, row: number, step = 200): Position => ({
  lat: (row * step) / 111_195,
  lon: (column * step) / 111_195,
});
