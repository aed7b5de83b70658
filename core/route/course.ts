import { distance, roundedPosition, type Position } from '../geo';
import {
  lengthOfArc,
  positionOfPoint,
  pointsOf,
  roadOfArc,
  stepBetween,
  type OnArc,
  type Road,
  type Traffic,
} from '../network';

/** One arc of a course: the stretch of the line that it makes up. */
export interface Leg {
  readonly arc: number;
  readonly road: Road;
  /** Metres from the start of the course, and the metres of the arc that lie before its first one. */
  readonly from: number;
  readonly to: number;
  readonly skipped: number;
}

/** A way over a network from place to place: the arcs, and the line that they make. */
export interface Course {
  readonly legs: readonly Leg[];
  readonly line: readonly Position[];
  /** Metres from the start to each place of the line. */
  readonly metres: readonly number[];
}

/**
 * Lays a line along arcs, from a place on the first to a place on the last.
 *
 * @param arcs each begins where the one before ends
 */
export function courseOf(traffic: Traffic, arcs: readonly number[], from: OnArc, to: OnArc): Course {
  const { graph } = traffic;
  const line: Position[] = [];
  const metres: number[] = [];
  const legs: Leg[] = [];
  let travelled = 0;
  const add = (position: Position, at: number) => {
    const last = line.at(-1);
    if (last && distance(last, position) < 0.05) return;
    line.push(roundedPosition(position));
    metres.push(at);
  };
  arcs.forEach((arc, n) => {
    const length = lengthOfArc(graph, arc);
    const begin = n === 0 ? Math.min(from.along, length) : 0;
    const end = n === arcs.length - 1 ? Math.max(begin, Math.min(to.along, length)) : length;
    const points = pointsOf(graph, arc);
    const start = travelled - begin;
    let along = 0;
    points.forEach((point, k) => {
      const before = points[k - 1];
      const step = before === undefined ? 0 : stepBetween(graph, before, point);
      if (before !== undefined && step > 0)
        for (const cut of [begin, end])
          if (cut > along && cut < along + step) {
            const share = (cut - along) / step;
            const [a, b] = [positionOfPoint(graph, before), positionOfPoint(graph, point)];
            add({ lat: a.lat + share * (b.lat - a.lat), lon: a.lon + share * (b.lon - a.lon) }, start + cut);
          }
      along += step;
      if (along >= begin - 1e-6 && along <= end + 1e-6) add(positionOfPoint(graph, point), start + along);
    });
    legs.push({
      arc,
      road: roadOfArc(graph, arc),
      from: travelled,
      to: travelled + end - begin,
      skipped: begin,
    });
    travelled += end - begin;
  });
  return { legs, line, metres };
}
