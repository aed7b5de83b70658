import { blur2 } from 'd3-array';
import { contours } from 'd3-contour';
import { KMH, rankOf, roadClasses } from './road';
import type { RoadGraph } from './graph';

/** A closed line round a built-up area, or round a hole in one: x and y in turn, metres of the frame. */
export type Ring = Float32Array;

/** Side of a cell in metres, and the most cells along one side of a network. */
const CELL = 100;
const MOST_CELLS = 1_200;
/** Metres of street to a square metre from which on an area is built up (ours: blocks of 100 by 200 m have 0.015). */
const DENSE = 0.0045;
/** Streets of a town have a limit of 30 mph or 50 km/h at most. */
const TOWN_SPEED = 50 * KMH + 0.1;
const LIVING = roadClasses.indexOf('living_street');

/**
 * Where a network is built up, told from how close its streets of town limits lie: extracts say it too seldom and
 * too variously in areas of their own.
 *
 * @returns rings for the even-odd rule: what lies within an odd number of them is built up
 */
export function builtUpAreas(graph: RoadGraph): readonly Ring[] {
  const [west, south, east, north] = extentOf(graph);
  const cell = Math.max(CELL, (east - west) / MOST_CELLS, (north - south) / MOST_CELLS);
  // A border of empty cells, so that every area is closed.
  const border = 4;
  const width = Math.ceil((east - west) / cell) + 2 * border + 1;
  const height = Math.ceil((north - south) / cell) + 2 * border + 1;
  const data = new Float64Array(width * height);
  const { x, y, points, firstPoint } = graph;
  for (let e = 0; e < graph.edges; e += 1) {
    const road = graph.roads[graph.roadOfEdge[e] ?? 0];
    if (!road || road.speed > TOWN_SPEED || rankOf(road) < LIVING || road.roundabout) continue;
    for (let k = (firstPoint[e] ?? 0) + 1; k < (firstPoint[e + 1] ?? 0); k += 1) {
      const [a, b] = [points[k - 1] ?? 0, points[k] ?? 0];
      const [ax, ay] = [x[a] ?? 0, y[a] ?? 0];
      const [dx, dy] = [(x[b] ?? 0) - ax, (y[b] ?? 0) - ay];
      const length = Math.hypot(dx, dy);
      const parts = Math.max(1, Math.ceil(length / (cell / 2)));
      for (let n = 0; n < parts; n += 1) {
        const share = (n + 0.5) / parts;
        const column = Math.floor((ax + share * dx - west) / cell) + border;
        const row = Math.floor((ay + share * dy - south) / cell) + border;
        const at = row * width + column;
        data[at] = (data[at] ?? 0) + length / parts;
      }
    }
  }
  const values = blur2({ data, width, height }, CELL / cell).data as Float64Array;
  const [area] = contours()
    .size([width, height])
    .thresholds([DENSE * cell * cell])(Array.from(values));
  return (area?.coordinates ?? []).flatMap((polygon) =>
    polygon.map((ring) =>
      Float32Array.from(
        ring.flatMap(([column = 0, row = 0]) => [
          west + (column - border) * cell,
          south + (row - border) * cell,
        ]),
      ),
    ),
  );
}

function extentOf({ x, y }: RoadGraph): readonly [number, number, number, number] {
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let p = 0; p < x.length; p += 1) {
    [west, east] = [Math.min(west, x[p] ?? 0), Math.max(east, x[p] ?? 0)];
    [south, north] = [Math.min(south, y[p] ?? 0), Math.max(north, y[p] ?? 0)];
  }
  return [west, south, east, north];
}
