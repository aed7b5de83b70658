import type { Delays } from '../network';
import type { FeatureKindId } from './features';
import type { Feature, Route } from './route';

const CROSSINGS: ReadonlySet<FeatureKindId> = new Set([
  'zebra-crossing',
  'signal-crossing',
  'informal-crossing',
  'level-crossing',
  'raised-crossing',
]);

/** Seconds that a feature costs beside the driving. */
export function delayOf(
  { kind }: Pick<Feature, 'kind'>,
  delays: Delays,
  drivingSide: 'left' | 'right',
): number {
  if (CROSSINGS.has(kind)) return delays.crossing;
  switch (kind) {
    case 'give-way':
      return delays.giveWay;
    case 'stop-junction':
      return delays.stop;
    case 'crossroads':
      return delays.crossroads;
    case 'traffic-lights':
      return delays.signals;
    case 'roundabout':
      return delays.roundabout;
    case 'mini-roundabout':
      return delays.miniRoundabout;
    case 'turn-round':
      return delays.turnRound;
    case 'turn-left':
      return drivingSide === 'left' ? delays.nearTurn : delays.farTurn;
    case 'turn-right':
      return drivingSide === 'left' ? delays.farTurn : delays.nearTurn;
    default:
      return 0;
  }
}

/** The limit at a place of a route, metres a second; null before its roads are known. */
export const limitAt = ({ stretches }: Pick<Route, 'stretches'>, along: number): number | null =>
  (stretches.find(({ until }) => until >= along) ?? stretches.at(-1))?.speed ?? null;

/** When a drive along a route is where. */
export interface Timing {
  readonly seconds: number;
  /** Seconds from the start to a place so many metres along; the wait at a junction lies before it. */
  readonly at: (along: number) => number;
  /** Metres along after so many seconds. */
  readonly along: (seconds: number) => number;
  /** Speed in metres a second on the open road there, without waiting. */
  readonly speed: (along: number) => number;
}

/** How long a route takes: each stretch at the usual share of its limit, and the delays of what lies along it. */
export function timingOf(route: Pick<Route, 'stretches' | 'features' | 'delays' | 'drivingSide'>): Timing {
  const { stretches, features, delays, drivingSide } = route;
  const marks: { along: number; seconds: number }[] = [{ along: 0, seconds: 0 }];
  const waits = features
    .map((feature) => ({ along: feature.along, wait: delayOf(feature, delays, drivingSide) }))
    .filter(({ wait }) => wait > 0)
    .sort((a, b) => a.along - b.along);
  let [from, seconds, next] = [0, 0, 0];
  for (const { until, free } of stretches) {
    const rate = until > from ? free / delays.pace / (until - from) : 0;
    let at = from;
    for (let wait = waits[next]; wait && wait.along <= until; wait = waits[(next += 1)]) {
      const along = Math.max(at, wait.along);
      seconds += (along - at) * rate;
      marks.push({ along, seconds });
      seconds += wait.wait;
      marks.push({ along, seconds });
      at = along;
    }
    seconds += (until - at) * rate;
    marks.push({ along: until, seconds });
    from = until;
  }
  // Places are rounded: what stands at the very end may lie some centimetres beyond it.
  for (const { wait } of waits.slice(next)) marks.push({ along: from, seconds: (seconds += wait) });
  const between = (key: 'along' | 'seconds', other: 'along' | 'seconds') => (value: number) => {
    const n = marks.findIndex((mark) => mark[key] >= value);
    if (n < 0) return marks.at(-1)?.[other] ?? 0;
    const [a, b] = [marks[Math.max(0, n - 1)], marks[n]];
    if (!a || !b || b[key] === a[key]) return b?.[other] ?? 0;
    return a[other] + ((value - a[key]) / (b[key] - a[key])) * (b[other] - a[other]);
  };
  return {
    seconds,
    at: between('along', 'seconds'),
    along: between('seconds', 'along'),
    speed: (along) => {
      const n = stretches.findIndex(({ until }) => until >= along);
      const stretch = stretches[n < 0 ? stretches.length - 1 : n];
      const start = stretches[(n < 0 ? stretches.length : n) - 1]?.until ?? 0;
      if (!stretch || stretch.free <= 0) return 0;
      return ((stretch.until - start) / stretch.free) * delays.pace;
    },
  };
}
