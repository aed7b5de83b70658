import { EARTH_RADIUS, type Position } from './sphere';

/** Metres east and north of the middle of a frame. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/**
 * A flat frame of metres about a place: for what lies within some tens of kilometres it differs from
 * great-circle distances by a few in a thousand.
 */
export interface Frame {
  readonly toPoint: (position: Position) => Point;
  readonly toPosition: (point: Point) => Position;
}

export function frameAt(middle: Position): Frame {
  const perLat = (EARTH_RADIUS * Math.PI) / 180;
  const perLon = perLat * Math.cos((middle.lat * Math.PI) / 180);
  return {
    toPoint: ({ lat, lon }) => ({ x: (lon - middle.lon) * perLon, y: (lat - middle.lat) * perLat }),
    toPosition: ({ x, y }) => ({ lat: middle.lat + y / perLat, lon: middle.lon + x / perLon }),
  };
}
