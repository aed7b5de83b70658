import { metresAlong, nearestOn, type Position } from '../geo';
import type { Drive, DriveMark } from '../marking';
import { featureHere, ribbonOf, type FeatureKindId, type Route } from '../route';

/** Where a mark was made. */
export interface MarkedAt {
  readonly position: Position;
  /** Metres along the route; null off it, or without a route. */
  readonly along: number | null;
  /** What of the route it was made at, as the route calls it now; null when nothing tells. */
  readonly kind: FeatureKindId | null;
}

type Told = Pick<DriveMark, 'at' | 'feature' | 'place'>;

/** Marks farther from the route than this were made off it, in metres. */
const OFF = 80;

const measured = new WeakMap<Route, readonly number[]>();

/** Metres along a route's line, measured once however many drives were driven on it. */
function metresOf(route: Route): readonly number[] {
  const known = measured.get(route) ?? metresAlong(route.line);
  measured.set(route, known);
  return known;
}

/**
 * Where each mark of a drive was made, by the place that a receiver told, else by what of the route the
 * instructor said it was at; null where nothing tells. Every screen, report and rate of places asks here.
 *
 * @returns one entry for each of `marks`, in their order
 */
export function positionsOf(
  marks: readonly Told[],
  drive: Pick<Drive, 'marks' | 'said' | 'fixes'>,
  route: Route | null,
): readonly (MarkedAt | null)[] {
  const metres = route ? metresOf(route) : [];
  const told = featuresTold(drive, route);
  const found = new Map<Told, MarkedAt | null>();
  let after = 0;
  const timed = marks.map((mark) => ({ mark, time: Date.parse(mark.at) })).sort((a, b) => a.time - b.time);
  for (const { mark } of timed) {
    const position = positionOf(told ? mark : { ...mark, feature: null }, route, metres, after);
    after = Math.max(after, position?.along ?? 0);
    found.set(mark, position);
  }
  return marks.map((mark) => found.get(mark) ?? null);
}

/**
 * Whether the features of a drive's marks say where they were made. In drives of an earlier version every mark
 * names the first thing on the route when nothing told where the car was: no fix, no direction said, no touch.
 */
function featuresTold({ marks, said, fixes }: Pick<Drive, 'marks' | 'said' | 'fixes'>, route: Route | null) {
  if (!route || fixes.length > 0 || said.length > 0 || marks.some(({ place }) => place !== null)) return true;
  const named = new Set(marks.flatMap(({ feature }) => feature?.id ?? []));
  if (named.size !== 1) return true;
  const first = featureHere(ribbonOf(route), 0)?.id;
  return first === undefined || !named.has(first);
}

function positionOf(
  { feature: told, place }: Pick<Told, 'feature' | 'place'>,
  route: Route | null,
  metres: readonly number[],
  after: number,
): MarkedAt | null {
  const feature = route?.features.find((one) => one.id === told?.id);
  const kind = feature?.kind ?? told?.kind ?? null;
  if (feature && !place)
    return { position: { lat: feature.lat, lon: feature.lon }, along: feature.along, kind };
  const where = place ?? told?.place;
  if (!where) return null;
  return {
    position: where,
    along: route ? alongOf(route, metres, where, feature?.along, after) : null,
    kind,
  };
}

/** Where a place lies along a route: near its feature, else at the pass that comes after what was marked before. */
function alongOf(
  { line }: Route,
  metres: readonly number[],
  position: Position,
  feature: number | undefined,
  after: number,
): number | null {
  if (feature !== undefined)
    return nearestOn(line, metres, position, feature - 150, feature + 150)?.along ?? feature;
  const onwards = nearestOn(line, metres, position, after - 50);
  if (onwards && onwards.off <= OFF) return onwards.along;
  const anywhere = nearestOn(line, metres, position);
  return anywhere && anywhere.off <= OFF ? anywhere.along : null;
}
