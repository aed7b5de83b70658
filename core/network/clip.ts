import { PER_DEGREE, type StoredNetwork } from './file';

/** A part of the world, in degrees. */
export interface Extent {
  readonly south: number;
  readonly west: number;
  readonly north: number;
  readonly east: number;
}

/** What of a network lies in a part of the world: pieces of road with a point in it, and its places; for drawing. */
export function clipNetwork(file: StoredNetwork, { south, west, north, east }: Extent): StoredNetwork {
  const [lats, lons] = [sums(file.lat), sums(file.lon)];
  const within = (lat: number, lon: number) =>
    lat >= south * PER_DEGREE &&
    lat <= north * PER_DEGREE &&
    lon >= west * PER_DEGREE &&
    lon <= east * PER_DEGREE;
  const index = new Map<number, number>();
  const kept: number[] = [];
  const edges: number[] = [];
  for (let n = 0; n < file.edges.length;) {
    const [road = 0, count = 0] = [file.edges[n], file.edges[n + 1]];
    const points: number[] = [];
    let point = 0;
    for (let k = n + 2; k < n + 2 + count; k += 1) points.push((point += file.edges[k] ?? 0));
    n += 2 + count;
    if (!points.some((one) => within(lats[one] ?? 0, lons[one] ?? 0))) continue;
    const own = points.map((one) => {
      const known = index.get(one) ?? kept.push(one) - 1;
      index.set(one, known);
      return known;
    });
    edges.push(road, count, ...own.map((one, k) => one - (own[k - 1] ?? 0)));
  }
  return {
    ...file,
    lat: differences(kept.map((one) => lats[one] ?? 0)),
    lon: differences(kept.map((one) => lons[one] ?? 0)),
    ele: null,
    edges,
    signs: [],
    bans: [],
    places: (file.places ?? []).filter(({ lat, lon }) => within(lat, lon)),
  };
}

function sums(values: readonly number[]): Float64Array {
  const all = new Float64Array(values.length);
  let sum = 0;
  for (let n = 0; n < values.length; n += 1) all[n] = sum += values[n] ?? 0;
  return all;
}

const differences = (values: readonly number[]): number[] =>
  values.map((value, n) => value - (values[n - 1] ?? 0));
