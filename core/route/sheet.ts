import { metresAlong, positionAlong } from '../geo';
import { safeRules, type LearnerRules } from '../network';
import { skillOf, type Standard } from '../standard';
import { directionsOf, toldFeatures, type Direction } from './directions';
import { featureKindIds, featureKindOf, type FeatureKindId } from './features';
import { closedAlong, hoursAlong } from './learners';
import { timingOf } from './pace';
import type { Feature, Route } from './route';

/** A stretch on which nothing asks for anything: where a question may be asked. */
export interface CalmWindow {
  readonly from: number;
  readonly to: number;
  readonly seconds: number;
}

/** Seconds without anything behind and ahead of where the question is asked (ours). */
export const CALM_BEHIND = 15;
export const CALM_AHEAD = 20;
/** A window shorter than this, in seconds, is over before the question is out. */
const CALM_LEAST = 5;

/** What a route has for a part of a drive plan, and whether that is enough. */
export interface PlanCheck {
  readonly id:
    'minutes' | 'independent' | 'pull-ups' | 'hill-start' | 'manoeuvre' | 'question' | 'emergency-stop';
  readonly title: string;
  readonly has: number;
  readonly wants: number;
  readonly unit: 'min' | '';
  readonly met: boolean;
  /** Nothing is said of it, or it is only sometimes wanted. */
  readonly optional: boolean;
}

export interface RouteSheet {
  readonly metres: number;
  readonly seconds: number;
  readonly freeSeconds: number;
  readonly independentSeconds: number;
  /** How often each kind of feature comes, the most frequent first. */
  readonly kinds: readonly { readonly kind: FeatureKindId; readonly title: string; readonly times: number }[];
  /** How often each skill is asked for, the most frequent first. */
  readonly skills: readonly { readonly skill: string; readonly title: string; readonly times: number }[];
  readonly directions: readonly Direction[];
  readonly calm: readonly CalmWindow[];
  readonly plan: readonly PlanCheck[];
  /** Share of the way whose limit is assumed by the class of the road. */
  readonly assumedSpeeds: number;
  /** Parts on roads that are closed to those who drive it. */
  readonly closed: ReturnType<typeof closedAlong>;
  /** The quicker way that was left out because of roads that are closed to them. */
  readonly leftOut: Route['leftOut'];
  /** Parts that are assumed to be open at the hour. */
  readonly hours: ReturnType<typeof hoursAlong>;
}

/** Kinds that ask nothing of the driver as they pass: they do not disturb a question. */
const QUIET: ReadonlySet<FeatureKindId> = new Set([
  'pull-up',
  'hill-start',
  'emergency-stop',
  'bay-park',
  'parallel-park',
  'note',
  'start',
  'end',
  'hill-down',
  'hill-up',
]);

/**
 * Everything that a route sheet shows.
 *
 * @param standard whose drive plan it is held against
 * @param rules where those who drive it may drive
 */
export function sheetOf(
  route: Route,
  standard: Standard | null,
  rules: LearnerRules = safeRules,
): RouteSheet {
  const { features, stretches, delays } = route;
  const timing = timingOf(route);
  const metres = stretches.at(-1)?.until ?? metresAlong(route.line).at(-1) ?? 0;
  const freeSeconds = stretches.reduce((sum, { free }) => sum + free / delays.pace, 0);
  const independentSeconds = route.independent
    ? timing.at(route.independent.to) - timing.at(route.independent.from)
    : 0;
  const calm = calmWindows(route);
  const assumed = stretches.reduce(
    (sum, { until, assumed: is }, n) => sum + (is ? until - (stretches[n - 1]?.until ?? 0) : 0),
    0,
  );
  return {
    metres,
    seconds: timing.seconds,
    freeSeconds,
    independentSeconds,
    kinds: kindsOf(features),
    skills: skillsOf(features),
    directions: directionsOf(route, { timing }),
    calm,
    plan: standard ? planChecks(route, standard, { seconds: timing.seconds, independentSeconds, calm }) : [],
    assumedSpeeds: metres > 0 ? assumed / metres : 0,
    closed: closedAlong(route, rules),
    leftOut: route.leftOut,
    hours: hoursAlong(route),
  };
}

function kindsOf(features: readonly Feature[]): RouteSheet['kinds'] {
  const times = new Map<FeatureKindId, number>();
  for (const { kind } of features)
    if (kind !== 'start' && kind !== 'end') times.set(kind, (times.get(kind) ?? 0) + 1);
  return [...times]
    .map(([kind, count]) => ({ kind, title: featureKindOf(kind)?.title ?? kind, times: count }))
    .sort((a, b) => b.times - a.times || a.title.localeCompare(b.title));
}

/** How often each skill is asked for by what lies along a route. */
export function skillsOf(features: readonly Pick<Feature, 'kind'>[]): RouteSheet['skills'] {
  const times = new Map<string, number>();
  for (const { kind } of features)
    for (const skill of featureKindOf(kind)?.skills ?? []) times.set(skill, (times.get(skill) ?? 0) + 1);
  return [...times]
    .map(([skill, count]) => ({ skill, title: skillOf(skill)?.title ?? skill, times: count }))
    .sort((a, b) => b.times - a.times || a.title.localeCompare(b.title));
}

/** Stretches that stay calm: at least fifteen seconds after what was last, and twenty before what comes next. */
export function calmWindows(
  route: Pick<Route, 'features' | 'stretches' | 'delays' | 'drivingSide'>,
): readonly CalmWindow[] {
  const timing = timingOf(route);
  const end = route.stretches.at(-1)?.until ?? 0;
  const busy = route.features
    .filter(({ kind }) => !QUIET.has(kind))
    .map(({ along, length }) => ({ from: along, to: along + length }));
  const edges = [{ from: 0, to: 0 }, ...busy, { from: end, to: end }].sort((a, b) => a.from - b.from);
  const windows: CalmWindow[] = [];
  let clear = 0;
  for (const { from, to } of edges) {
    const [since, until] = [departure(timing.at, clear) + CALM_BEHIND, arrival(timing.at, from) - CALM_AHEAD];
    if (from > clear && until > since + CALM_LEAST)
      windows.push({ from: timing.along(since), to: timing.along(until), seconds: until - since });
    clear = Math.max(clear, to);
  }
  return windows;
}

/** When a place is left, after any wait there. */
const departure = (at: (along: number) => number, along: number): number => at(along + 0.01);

/** When a place is reached, before any wait there. */
const arrival = (at: (along: number) => number, along: number): number => at(Math.max(0, along - 0.01));

/** Where a manoeuvre can be practised that is not a kind of place itself (common practice). */
const elsewhere: Readonly<Record<string, readonly FeatureKindId[]>> = {
  'kerb-reverse-right': ['pull-up'],
  'turn-in-road': ['pull-up', 'emergency-stop'],
  'corner-reverse': ['pull-up'],
  'hill-park': ['hill-start'],
  'angle-park': ['bay-park'],
};

/** Kinds of places at which a manoeuvre of a drive plan can be asked for. */
const placesFor = (manoeuvre: string): readonly FeatureKindId[] =>
  elsewhere[manoeuvre] ?? featureKindIds.filter((kind) => kind === manoeuvre);

function planChecks(
  { features }: Route,
  standard: Standard,
  has: {
    readonly seconds: number;
    readonly independentSeconds: number;
    readonly calm: readonly CalmWindow[];
  },
): readonly PlanCheck[] {
  const { drive } = standard;
  const count = (...kinds: readonly FeatureKindId[]) =>
    features.filter(({ kind }) => kinds.includes(kind)).length;
  const wants = (
    id: PlanCheck['id'],
    title: string,
    amount: number,
    of: number,
    more: Partial<PlanCheck> = {},
  ): PlanCheck => ({
    id,
    title,
    has: amount,
    wants: of,
    unit: '',
    optional: false,
    met: amount >= of,
    ...more,
  });
  const minutes = has.seconds / 60;
  const { draw = 0, from: drawn = [] } = drive?.manoeuvres ?? {};
  const placed = drawn.filter((one) => count(...placesFor(one)) > 0);
  const places = count(...new Set(drawn.flatMap(placesFor)));
  return [
    ...(drive?.minutes
      ? // A few minutes more or less are no matter.
        [
          wants('minutes', 'Driving', minutes, drive.minutes, {
            unit: 'min',
            met: Math.abs(minutes - drive.minutes) <= 4,
          }),
        ]
      : []),
    ...(drive?.independentMinutes
      ? [
          wants('independent', 'Independent drive', has.independentSeconds / 60, drive.independentMinutes, {
            unit: 'min',
            met: has.independentSeconds / 60 >= drive.independentMinutes - 1,
          }),
        ]
      : []),
    ...(drive?.pullUps
      ? [wants('pull-ups', 'Places to pull up', count('pull-up', 'hill-start'), drive.pullUps)]
      : []),
    wants('hill-start', 'Hill-start place', count('hill-start'), 1),
    ...(draw > 0
      ? [
          wants(
            'manoeuvre',
            draw === 1 ? 'Manoeuvre with a place for it' : 'Manoeuvres with a place for each',
            Math.min(placed.length, places),
            draw,
          ),
        ]
      : []),
    ...(standard.questions?.demonstrate
      ? [wants('question', 'Calm stretch for the question', has.calm.length, standard.questions.demonstrate)]
      : []),
    ...(drive?.emergencyStopShare
      ? [
          wants('emergency-stop', 'Stretch for an emergency stop', count('emergency-stop'), 1, {
            optional: true,
          }),
        ]
      : []),
  ];
}

/**
 * The part of a route that makes a good independent drive: as long as is wanted, ending before the last
 * manoeuvre place, with the most directions in it.
 *
 * @returns null when the whole route is shorter than that
 */
export function proposedIndependent(route: Route, minutes: number): NonNullable<Route['independent']> | null {
  const timing = timingOf(route);
  const wanted = minutes * 60;
  if (timing.seconds < wanted + 120) return null;
  const told = toldFeatures(route.features).map(({ along }) => along);
  let best: { from: number; to: number; told: number } | null = null;
  for (let start = 60; start + wanted <= timing.seconds - 60; start += 30) {
    const [from, to] = [timing.along(start), timing.along(start + wanted)];
    const inside = told.filter((along) => along > from && along < to).length;
    if (!best || inside > best.told) best = { from, to, told: inside };
  }
  return best && { from: Math.round(best.from), to: Math.round(best.to) };
}

export const placeOnRoute = (route: Pick<Route, 'line'>, along: number) =>
  positionAlong(route.line, metresAlong(route.line), along);
