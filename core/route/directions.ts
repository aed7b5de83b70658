import type { RoadClass } from '../network';
import { cue as cueAt, lengthUnit, spoken, usual, type Spoken } from '../roadcraft';
import type { Feature, Route } from './route';
import { timingOf, type Timing } from './pace';

/** What is said on the way to one junction, and where on the route. */
export interface Direction {
  /** The feature that it leads through. */
  readonly feature: string;
  readonly kind: Feature['kind'];
  /** Metres along of the junction itself. */
  readonly at: number;
  /** Prepares, long before; null where the main moment is early enough. */
  readonly early: Moment | null;
  /** The instruction itself. */
  readonly main: Moment;
  /** A reminder at the junction, of a slip road where one signals; null where the main moment is that near. */
  readonly now: Moment | null;
  /** Where one signals for a slip road, in metres along: from the 300 marker, at the latest at 200; else null. */
  readonly signal: Signal | null;
  /** Said on a roundabout when the exit comes; null elsewhere, and where it comes at once. */
  readonly exit: Moment | null;
  /** Set when it was already said together with the direction before. */
  readonly saidWith: string | null;
  /** Whether the main moment is due even so: behind the junction before, the way is long enough to say it again. */
  readonly again: boolean;
}

export interface Signal {
  readonly from: number;
  readonly to: number;
  /** For the instructor. */
  readonly text: string;
}

export interface Moment {
  readonly along: number;
  /** As it is said, with the distance in the units of the route. */
  readonly text: string;
}

/** So far before the junction it is said once more, in metres. */
const NOW = 35;
/** So far before the exit of a roundabout it is said that this is it, in metres; and from which way round on (ours). */
const EXIT = 25;
const LEAST_ROUND = 45;

/**
 * For leaving by a slip road one signals from the 300-yard marker on and no later than at 200 yards, and slows down
 * on the slip road, not before (common practice). So it is said at least `BEFORE_SIGNAL` seconds earlier (ours).
 */
const SIGNAL = { from: 300, to: 200 } as const;
const BEFORE_SIGNAL = 5;

const ordinals = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth'];
const exitWords = (exit: number | null): string =>
  exit === null ? 'an exit' : `the ${ordinals[exit] ?? `${exit}th`} exit`;

/** What is asked for, without a distance: "turn left", "at the roundabout take the second exit". */
export function askWords(
  { kind, exit, side, toward }: Feature,
  {
    atWhat,
    sign,
    onto = 'trunk',
  }: { readonly atWhat: string; readonly sign: boolean; readonly onto?: RoadClass },
): string {
  const into = sign && toward ? ` into ${toward}` : '';
  switch (kind) {
    case 'turn-left':
      return `${atWhat}turn left${into}`;
    case 'turn-right':
      return `${atWhat}turn right${into}`;
    case 'straight-on':
      return side ? `${atWhat}keep ${side}${into}` : `${atWhat}go straight on`;
    case 'roundabout':
      return `at the roundabout take ${exitWords(exit)}${sign && toward ? `, ${toward}` : ''}`;
    case 'mini-roundabout':
      return `at the mini-roundabout ${exit === null ? (side ? `turn ${side}` : 'go straight on') : `take ${exitWords(exit)}`}`;
    case 'turn-round':
      return 'turn round where it is safe';
    case 'dual-join':
      return onto === 'motorway' ? 'join the motorway' : 'join the dual carriageway';
    case 'dual-leave':
      return `leave by the slip road${sign && toward ? ` for ${toward}` : ''}`;
    default:
      return 'follow the road ahead';
  }
}

const TOLD: ReadonlySet<Feature['kind']> = new Set([
  'turn-left',
  'turn-right',
  'straight-on',
  'roundabout',
  'mini-roundabout',
  'turn-round',
]);

/** Joining and leaving a dual carriageway by a slip road, which lies on a side; at its end nobody is told anything. */
const bySlip = ({ kind, side }: Feature): boolean =>
  (kind === 'dual-join' || kind === 'dual-leave') && side !== null;

/** Features that somebody has to be told of; those without a direction mean to follow the road. */
export const toldFeatures = (features: readonly Feature[]): readonly Feature[] =>
  features.filter((feature) => TOLD.has(feature.kind) || bySlip(feature));

/** What rules at the same place: "at the traffic lights", "at the end of the road". */
function atWhat(feature: Feature, features: readonly Feature[]): string {
  const here = features.filter(({ along, id }) => id !== feature.id && Math.abs(along - feature.along) < 1);
  const is = (kind: Feature['kind']) => here.some((one) => one.kind === kind);
  if (is('traffic-lights')) return 'at the traffic lights ';
  if (feature.kind !== 'straight-on' && (is('give-way') || is('stop-junction')))
    return 'at the end of the road ';
  if (is('crossroads')) return 'at the crossroads ';
  return '';
}

/** A trap of the guidance device: the exit that it counts wrongly. */
export const misled = (feature: Feature): Feature =>
  feature.trap === 'wrong-exit' && feature.exit !== null
    ? { ...feature, exit: feature.exit === feature.exits ? Math.max(1, feature.exit - 1) : feature.exit + 1 }
    : feature;

/**
 * The directions of a route in order: early above fifty miles an hour, main by the speed of the road, and once
 * more at the junction, or where one signals for a slip road; on a roundabout also when the exit comes. Two junctions
 * nearer to each other than the second one's own distance are spoken as one.
 *
 * @param device as a guidance device says it, with its traps; else as an instructor says it
 */
export function directionsOf(
  route: Pick<Route, 'features' | 'stretches' | 'delays' | 'drivingSide' | 'units'>,
  { device = false, timing = timingOf(route) }: { readonly device?: boolean; readonly timing?: Timing } = {},
): readonly Direction[] {
  const { units, stretches } = route;
  const unit = lengthUnit(units);
  const told = toldFeatures(route.features).map((feature) => (device ? misled(feature) : feature));
  const words = (feature: Feature, sign = false) => {
    const onto = stretches.find(({ until }) => until > feature.along + 1)?.class;
    return askWords(feature, { atWhat: atWhat(feature, route.features), sign, ...(onto ? { onto } : {}) });
  };
  const cues = told.map((feature, n): Cue => {
    const { along, kind } = feature;
    const speed = timing.speed(Math.max(0, along - 120));
    const leaves = kind === 'dual-leave';
    const { metres, main, early } = cueAt(speed, units);
    const wanted = leaves
      ? spoken(Math.max(metres, SIGNAL.from * unit + BEFORE_SIGNAL * speed), units)
      : main;
    // Nothing is said before the junction before it has been driven.
    const room = along - (told[n - 1]?.along ?? 0);
    return {
      feature,
      wanted,
      leaves,
      early,
      distance: Math.max(0, Math.min(wanted.metres, room - 5)),
      room,
      near: room < wanted.metres,
    };
  });
  return cues.map((cue, n): Direction => {
    const { feature, wanted, distance, leaves, near, early, room } = cue;
    const { along: at, id, kind } = feature;
    const following = cues[n + 1];
    const then = following?.near ? `, then ${words(following.feature)}` : '';
    const reminder = leaves && distance > SIGNAL.from * unit + usual.cueLeast / 2 ? SIGNAL.from * unit : NOW;
    return {
      feature: id,
      kind,
      at,
      early:
        early && !near && early.metres > wanted.metres + 50 && room > early.metres
          ? { along: at - early.metres, text: sentence(`in ${early.text} ${words(feature, true)}`) }
          : null,
      main: {
        along: at - distance,
        text: sentence(
          near ? `next ${words(feature)}${then}` : `in ${wanted.text} ${words(feature, !then)}${then}`,
        ),
      },
      now:
        reminder !== NOW || distance > 2.5 * NOW
          ? { along: at - reminder, text: sentence(words(feature)) }
          : null,
      signal: leaves ? signalFor(at, room, units) : null,
      exit:
        kind === 'roundabout' && feature.length >= LEAST_ROUND && feature.trap !== 'wrong-exit'
          ? { along: at + feature.length - EXIT, text: 'Take this exit' }
          : null,
      saidWith: near ? (told[n - 1]?.id ?? null) : null,
      again: !near || distance >= usual.cueLeast,
    };
  });
}

function signalFor(at: number, room: number, units: Route['units']): Signal {
  const unit = lengthUnit(units);
  const { from, to } = SIGNAL;
  const yards = units === 'imperial' ? 'yard' : 'metre';
  return {
    from: at - Math.min(from * unit, room),
    to: at - Math.min(to * unit, room),
    text: `Signal ${
      room < from * unit ? 'at once' : `from the ${from}-${yards} marker, at ${to} ${yards}s at the latest`
    }. Slow down on the slip road, not before.`,
  };
}

/** When one direction is given, worked out before those around it are known. */
interface Cue {
  readonly feature: Feature;
  readonly wanted: Spoken;
  readonly early: Spoken | null;
  /** Metres before the junction at which the main moment lies. */
  readonly distance: number;
  /** Metres from the junction before. */
  readonly room: number;
  /** There is not room enough: it is spoken together with the one before. */
  readonly near: boolean;
  readonly leaves: boolean;
}

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1).replaceAll('  ', ' ');
