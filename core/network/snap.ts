import Flatbush from 'flatbush';
import type { Position } from '../geo';
import { lengthOfArc, mayDrive, pointsOf, stepBetween, type RoadGraph } from './graph';
import type { OnArc } from './path';

/** A place on a road near to where it was asked for. */
export interface Snapped extends OnArc {
  readonly position: Position;
  /** Metres from the place asked for to this one. */
  readonly off: number;
}

export interface Snap {
  /** Places on roads within so many metres, the nearest first: one for each direction that may be driven. */
  readonly near: (position: Position, most: number) => readonly Snapped[];
  /** Edges whose box meets a box of metres in the graph's frame. */
  readonly edgesIn: (west: number, south: number, east: number, north: number) => readonly number[];
}

/** An index of all pieces of road by place. */
export function createSnap(graph: RoadGraph): Snap {
  const index = new Flatbush(graph.edges);
  for (let e = 0; e < graph.edges; e += 1) {
    let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let k = graph.firstPoint[e] ?? 0; k < (graph.firstPoint[e + 1] ?? 0); k += 1) {
      const p = graph.points[k] ?? 0;
      west = Math.min(west, graph.x[p] ?? 0);
      east = Math.max(east, graph.x[p] ?? 0);
      south = Math.min(south, graph.y[p] ?? 0);
      north = Math.max(north, graph.y[p] ?? 0);
    }
    index.add(west, south, east, north);
  }
  index.finish();
  return {
    edgesIn: (west, south, east, north) => index.search(west, south, east, north),
    near: (position, most) => {
      const { x, y } = graph.frame.toPoint(position);
      return index
        .search(x - most, y - most, x + most, y + most)
        .flatMap((e) => {
          const found = footOn(graph, 2 * e, x, y);
          if (found.off > most) return [];
          const { position: at, along, off } = found;
          const back = lengthOfArc(graph, 2 * e) - along;
          return [
            { arc: 2 * e, along, position: at, off },
            { arc: 2 * e + 1, along: back, position: at, off },
          ].filter(({ arc }) => mayDrive(graph, arc));
        })
        .sort((a, b) => a.off - b.off || a.arc - b.arc);
    },
  };
}

/** The place of an arc that is nearest to a point of the frame. */
function footOn(graph: RoadGraph, arc: number, x: number, y: number): Snapped {
  const points = pointsOf(graph, arc);
  let best = { along: 0, off: Infinity, x: 0, y: 0 };
  let start = 0;
  for (let n = 0; n + 1 < points.length; n += 1) {
    const [a, b] = [points[n] ?? 0, points[n + 1] ?? 0];
    const [ax, ay] = [graph.x[a] ?? 0, graph.y[a] ?? 0];
    const [dx, dy] = [(graph.x[b] ?? 0) - ax, (graph.y[b] ?? 0) - ay];
    const step = Math.hypot(dx, dy);
    const share = step > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (step * step))) : 0;
    const off = Math.hypot(ax + share * dx - x, ay + share * dy - y);
    const metres = stepBetween(graph, a, b);
    if (off < best.off) best = { along: start + share * metres, off, x: ax + share * dx, y: ay + share * dy };
    start += metres;
  }
  return { arc, along: best.along, off: best.off, position: graph.frame.toPosition(best) };
}
