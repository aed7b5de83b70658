import { distance, metresAlong, positionAlong, turnBetween, type OnLine, type Position } from '../geo';
import {
  edgeOf,
  endOf,
  lengthOfArc,
  reverseOf,
  turnOf,
  turnSeconds,
  waysFrom,
  type OnArc,
  type Snapped,
} from '../network';
import { courseOf, routeOf, timingOf, type Drawing, type Route } from '../route';

/** So far off its road a receiver may put a car, and so much may its direction differ from the road's. */
const NEAR = 80;
const ALIKE = 1.2;
/** Where on the route ahead one may come back to it, in metres from where it was left. */
const JOINS = [150, 300, 500, 800, 1_200, 1_800, 2_600];

/** The arcs at a place that go about in a direction, the nearest first. */
function arcsAt({ traffic, snap }: Drawing, position: Position, heading: number | null): readonly Snapped[] {
  return snap.near(position, NEAR).filter(({ arc, along }) => {
    if (heading === null) return true;
    const line = courseOf(traffic, [arc], { arc, along: 0 }, { arc, along: lengthOfArc(traffic.graph, arc) });
    const { heading: road } = positionAlong(line.line, line.metres, along);
    return Math.abs(turnBetween(heading, road)) < ALIKE;
  });
}

/**
 * The quickest way from where a car is back to a route ahead of where it left it, without turning round; past
 * places that are closed.
 */
export function wayBack(
  drawing: Drawing,
  from: Position & { readonly heading: number | null },
  route: Route,
  along: number,
  closed: readonly Position[] = [],
): { readonly route: Route; readonly joins: number } | null {
  const { traffic, search, closures } = drawing;
  const metres = metresAlong(route.line);
  const end = metres.at(-1) ?? 0;
  const timing = timingOf(route);
  const shutEdges = new Set(
    closed.flatMap((position) =>
      arcsAt(drawing, position, null)
        .slice(0, 2)
        .map(({ arc }) => edgeOf(arc)),
    ),
  );
  const shut = (arc: number) => shutEdges.has(edgeOf(arc)) || closures.of(arc) !== null;
  const starts = arcsAt(drawing, from, from.heading).slice(0, 2);
  let best: {
    readonly from: OnArc;
    readonly to: OnArc;
    readonly arcs: readonly number[];
    readonly joins: number;
    readonly cost: number;
  } | null = null;
  for (const join of JOINS) {
    const joins = Math.min(end, along + join);
    const position = positionAlong(route.line, metres, joins);
    for (const to of arcsAt(drawing, position, position.heading).slice(0, 1))
      for (const start of starts) {
        const path = search.path(start, to, shut);
        if (!path) continue;
        const cost = path.seconds + timing.seconds - timing.at(joins);
        if (!best || cost < best.cost) best = { from: start, to, arcs: path.arcs, joins, cost };
      }
    if (joins === end) break;
  }
  if (!best) return null;
  const course = courseOf(traffic, best.arcs, best.from, best.to);
  if (course.line.length < 2) return null;
  const { network, units } = route;
  return {
    joins: best.joins,
    route: routeOf(traffic, course, {
      id: 'way-back',
      title: 'Way back',
      network,
      units,
      via: [course.line[0] ?? from, course.line.at(-1) ?? from],
    }),
  };
}

/** How far somebody drives on after a wrong turn before the way back begins, in metres. */
const WRONG_METRES = 160;

/** The line of a car that takes another arm than the route at the next junction that has one. */
export function wrongTurn(drawing: Drawing, route: Route, along: number): readonly Position[] | null {
  const { traffic } = drawing;
  const { graph } = traffic;
  const metres = metresAlong(route.line);
  const here: OnLine = positionAlong(route.line, metres, along);
  const [start] = arcsAt(drawing, here, here.heading);
  if (!start) return null;
  const arcs = [start.arc];
  let travelled = along + lengthOfArc(graph, start.arc) - start.along;
  for (let n = 0; n < 25; n += 1) {
    const arc = arcs.at(-1) ?? start.arc;
    const onwards = waysFrom(graph, endOf(graph, arc)).filter(
      (next) =>
        next !== reverseOf(arc) &&
        drawing.closures.of(next) === null &&
        turnSeconds(traffic, arc, next) < Infinity,
    );
    const beyond = positionAlong(route.line, metres, travelled + 12);
    const right = onwards.find((next) =>
      arcsAt(drawing, beyond, beyond.heading).some((one) => one.arc === next),
    );
    const wrong = onwards
      .filter((next) => next !== right)
      .sort((a, b) => Math.abs(turnOf(traffic, arc, a)) - Math.abs(turnOf(traffic, arc, b)))[0];
    if (wrong !== undefined && right !== undefined) return lineOn(drawing, [...arcs, wrong], start);
    const next = right ?? onwards[0];
    if (next === undefined) return null;
    arcs.push(next);
    travelled += lengthOfArc(graph, next);
  }
  return null;
}

/** The line over arcs, and on along the road a little. */
function lineOn({ traffic }: Drawing, arcs: readonly number[], from: OnArc): readonly Position[] {
  const { graph } = traffic;
  const all = [...arcs];
  let beyond = lengthOfArc(graph, all.at(-1) ?? 0);
  while (beyond < WRONG_METRES) {
    const arc = all.at(-1) ?? 0;
    const [next] = waysFrom(graph, endOf(graph, arc))
      .filter((one) => one !== reverseOf(arc) && turnSeconds(traffic, arc, one) < Infinity)
      .sort((a, b) => Math.abs(turnOf(traffic, arc, a)) - Math.abs(turnOf(traffic, arc, b)));
    if (next === undefined) break;
    all.push(next);
    beyond += lengthOfArc(graph, next);
  }
  const last = all.at(-1) ?? 0;
  const { line } = courseOf(traffic, all, from, { arc: last, along: lengthOfArc(graph, last) });
  return line.filter((position, n) => n === 0 || distance(position, line[n - 1] ?? position) > 0.1);
}
