import { MPH } from '../network';
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
  /** A reminder at the junction; null where the main moment is that near. */
  readonly now: Moment | null;
  /** Said on a roundabout when the exit comes; null elsewhere, and where it comes at once. */
  readonly exit: Moment | null;
  /** Set when it was already said together with the direction before. */
  readonly saidWith: string | null;
}

export interface Moment {
  readonly along: number;
  /** As it is said, with the distance in the units of the route. */
  readonly text: string;
}

/** Seconds before a junction at which the direction is given, and its bounds in metres (ours). */
export const MAIN_SECONDS = 14;
export const LEAST_CUE = 90;
export const MOST_CUE = 750;
/** Above this speed there is an early direction too, at twice the time. */
export const EARLY_SPEED = 50 * MPH;
/** So far before the junction it is said once more, in metres. */
const NOW = 35;
/** So far before the exit of a roundabout it is said that this is it, in metres; and from which way round on (ours). */
const EXIT = 25;
const LEAST_ROUND = 45;

const YARD = 0.9144;
/** Distances that are spoken, in the units themselves (common practice: what devices say). */
const steps = { imperial: [100, 200, 300, 500, 800], metric: [100, 200, 300, 400, 500, 800] } as const;

/** How far before a junction the main direction is given, in metres, before it is rounded to what is spoken. */
export const cueDistance = (speed: number): number =>
  Math.min(MOST_CUE, Math.max(LEAST_CUE, MAIN_SECONDS * speed));

/** The distance that is spoken for one in metres: the nearest step, in the units and in metres. */
export function spoken(
  metres: number,
  units: Route['units'],
): { readonly text: string; readonly metres: number } {
  const unit = units === 'imperial' ? YARD : 1;
  const step = steps[units].reduce((best, one) =>
    Math.abs(one * unit - metres) < Math.abs(best * unit - metres) ? one : best,
  );
  return { text: `${step} ${units === 'imperial' ? 'yards' : 'metres'}`, metres: step * unit };
}

const ordinals = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth'];
const exitWords = (exit: number | null): string =>
  exit === null ? 'an exit' : `the ${ordinals[exit] ?? `${exit}th`} exit`;

/** What is asked for, without a distance: "turn left", "at the roundabout take the second exit". */
export function askWords(
  { kind, exit, side, toward }: Feature,
  { atWhat, sign }: { readonly atWhat: string; readonly sign: boolean },
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
      return 'join the dual carriageway';
    case 'dual-leave':
      return 'leave the dual carriageway';
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

/** Features that somebody has to be told of; those without a direction mean to follow the road. */
export const toldFeatures = (features: readonly Feature[]): readonly Feature[] =>
  features.filter(({ kind }) => TOLD.has(kind));

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
 * more at the junction; on a roundabout also when the exit comes. Two junctions nearer to each other than the second one's own distance are spoken as one.
 *
 * @param device as a guidance device says it, with its traps; else as an instructor says it
 */
export function directionsOf(
  route: Pick<Route, 'features' | 'stretches' | 'delays' | 'drivingSide' | 'units'>,
  { device = false, timing = timingOf(route) }: { readonly device?: boolean; readonly timing?: Timing } = {},
): readonly Direction[] {
  const { units } = route;
  const told = toldFeatures(route.features).map((feature) => (device ? misled(feature) : feature));
  const words = (feature: Feature, sign = false) =>
    askWords(feature, { atWhat: atWhat(feature, route.features), sign });
  const cues = told.map(({ along }, n) => {
    const speed = timing.speed(Math.max(0, along - 120));
    const before = told[n - 1]?.along ?? 0;
    const wanted = spoken(cueDistance(speed), units);
    // Nothing is said before the junction before it has been driven.
    return { speed, wanted, room: along - before };
  });
  return told.map((feature, n): Direction => {
    const { along: at, id, kind } = feature;
    const cue = cues[n];
    const [following, next] = [cues[n + 1], told[n + 1]];
    const together = following && next ? following.room < Math.min(following.wanted.metres, 250) : false;
    const then = together && next ? `, then ${words(next)}` : '';
    const wanted = cue?.wanted ?? spoken(LEAST_CUE, units);
    const room = cue?.room ?? at;
    const near = room < wanted.metres;
    const distance = Math.max(0, Math.min(wanted.metres, room - 5));
    const compound =
      n > 0 && (cue?.room ?? Infinity) < Math.min(wanted.metres, 250) ? (told[n - 1]?.id ?? null) : null;
    const early = !near && (cue?.speed ?? 0) > EARLY_SPEED ? spoken(2 * wanted.metres, units) : null;
    return {
      feature: id,
      kind,
      at,
      early:
        early && early.metres > wanted.metres + 50 && room > early.metres
          ? { along: at - early.metres, text: sentence(`in ${early.text} ${words(feature, true)}`) }
          : null,
      main: {
        along: at - distance,
        text: sentence(
          near ? `next ${words(feature)}${then}` : `in ${wanted.text} ${words(feature, !then)}${then}`,
        ),
      },
      now: distance > 2.5 * NOW ? { along: at - NOW, text: sentence(words(feature)) } : null,
      exit:
        kind === 'roundabout' && feature.length >= LEAST_ROUND && feature.trap !== 'wrong-exit'
          ? { along: at + feature.length - EXIT, text: 'Take this exit' }
          : null,
      saidWith: compound,
    };
  });
}

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1).replaceAll('  ', ' ');
