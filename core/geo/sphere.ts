/** A place on the earth in degrees, WGS 84. */
export interface Position {
  readonly lat: number;
  readonly lon: number;
}

/** Mean radius of the earth in metres. Published: IUGG, Geodetic Reference System 1980. */
export const EARTH_RADIUS = 6_371_008.8;

const RADIANS = Math.PI / 180;

/**
 * Great-circle distance in metres, by the haversine formula. Against the ellipsoid it is wrong by at most
 * about half a per cent.
 */
export function distance(a: Position, b: Position): number {
  const dLat = (b.lat - a.lat) * RADIANS;
  const dLon = (b.lon - a.lon) * RADIANS;
  const h =
    Math.sin(dLat / 2) ** 2 + Math.cos(a.lat * RADIANS) * Math.cos(b.lat * RADIANS) * Math.sin(dLon / 2) ** 2;
  return 2 * EARTH_RADIUS * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** Direction in which one sets out from `a` to `b`, in radians clockwise from north, from 0 to 2π. */
export function bearing(a: Position, b: Position): number {
  const dLon = (b.lon - a.lon) * RADIANS;
  const [p, q] = [a.lat * RADIANS, b.lat * RADIANS];
  const y = Math.sin(dLon) * Math.cos(q);
  const x = Math.cos(p) * Math.sin(q) - Math.sin(p) * Math.cos(q) * Math.cos(dLon);
  return (Math.atan2(y, x) + 2 * Math.PI) % (2 * Math.PI);
}

/** By how much one turns from one direction to another: from -π to π, to the right is above nought. */
export function turnBetween(from: number, to: number): number {
  const turn = (to - from) % (2 * Math.PI);
  if (turn > Math.PI) return turn - 2 * Math.PI;
  return turn <= -Math.PI ? turn + 2 * Math.PI : turn;
}

/** A place to the ten-millionth of a degree, about a centimetre: as files keep it. */
export const roundedPosition = ({ lat, lon }: Position): Position => ({
  lat: Math.round(lat * 1e7) / 1e7,
  lon: Math.round(lon * 1e7) / 1e7,
});
