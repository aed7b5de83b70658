import { metresAlong, positionAlong, roundedPosition, type Position } from '../../core/geo';
import type { DriveEvent } from '../../core/marking';
import { pickWeighted, randomFrom, seedOf } from '../../core/random';
import { logOf, type Action } from '../../core/session';
import { featureKindOf, referenceTo, timingOf, type Feature, type Route } from '../../core/route';
import type { Standard } from '../../core/standard';
import { between } from './random';

/** Some places of the demo are harder than others, and always the same ones: about one in nine (invented). */
const hardness = ({ id }: Feature): number => (seedOf(id) % 9 === 0 ? 7 : 1);

/** Between two fixes of the demo's receiver, in seconds. */
const FIX_EVERY = 12;

/** How well a place suits a mark on a skill: places ask for some skills, the first ones most. */
function suits({ kind }: Feature, skill: string | undefined): number {
  const asked = featureKindOf(kind)?.skills ?? [];
  const rank = asked.findIndex((one) => one === skill || skill?.startsWith(`${one}.`));
  return rank < 0 ? 0 : rank < 2 ? 3 : 1;
}

type Weighted = readonly (readonly [Feature, number])[];

/** What every drive on a route asks of it. */
interface Driven {
  readonly timing: ReturnType<typeof timingOf>;
  readonly metres: ReturnType<typeof metresAlong>;
  /** Places by how hard they are. */
  readonly hard: Weighted;
  /** The same for marks on a skill. */
  readonly forSkill: Map<string | undefined, Weighted>;
}

const driven = new WeakMap<Route, Driven>();

function drivenOn(route: Route): Driven {
  const known = driven.get(route);
  if (known) return known;
  const found = {
    timing: timingOf(route),
    metres: metresAlong(route.line),
    hard: route.features.map((feature) => [feature, hardness(feature)] as const),
    forSkill: new Map<string | undefined, Weighted>(),
  };
  driven.set(route, found);
  return found;
}

function placesFor({ hard, forSkill }: Driven, skill: string | undefined): Weighted {
  const known = forSkill.get(skill);
  if (known) return known;
  const found = hard.map(([one, weight]) => [one, weight * suits(one, skill)] as const);
  forSkill.set(skill, found);
  return found;
}

/**
 * Puts the marks of a drive where its route asks for what went wrong, and tells the way in between.
 *
 * @param tracked whether the drive's receiver was on
 */
export function onRoute(
  events: readonly DriveEvent[],
  standard: Standard,
  route: Route,
  { mock, tracked }: { readonly mock: string; readonly tracked: boolean },
): readonly DriveEvent[] {
  const random = randomFrom(seedOf(mock));
  const on = drivenOn(route);
  const { timing, metres, hard } = on;
  const skills = new Map(
    standard.sections.flatMap(({ items }) => items.map(({ id, skill }) => [id, skill] as const)),
  );
  const at = (kind: DriveEvent['kind'], stage?: string) =>
    events.find(
      (event) =>
        event.kind === kind && (stage === undefined || (event.kind === 'stage' && event.stage === stage)),
    )?.at;
  const from = Date.parse(at('stage', 'drive') ?? '');
  const until = Date.parse(at('end') ?? '');
  if (!(until > from)) return events;
  const instant = (along: number) =>
    new Date(from + (timing.at(along) / timing.seconds) * (until - from - 30_000)).toISOString();
  const off = (position: Position, by: number): Position =>
    roundedPosition({
      lat: position.lat + (between(random, -by, by) + between(random, -by, by)) / 111_195,
      lon: position.lon + (between(random, -by, by) + between(random, -by, by)) / 68_300,
    });
  const marked = events.map((event): DriveEvent => {
    if ((event.kind !== 'fault' && event.kind !== 'peg') || Date.parse(event.at) < from) return event;
    const skill = event.kind === 'fault' ? skills.get(event.item) : undefined;
    const feature = pickWeighted(random, placesFor(on, skill)) ?? pickWeighted(random, hard);
    if (!feature) return event;
    const along = Math.max(0, feature.along - between(random, 0, 40));
    const position = off(positionAlong(route.line, metres, along), 5);
    return { ...event, at: instant(along), place: position, feature: referenceTo(feature) };
  });
  if (!tracked) return marked;
  const start = { retest: false, startedAt: instant(0) };
  const fixes: DriveEvent[] = [];
  for (let second = 0; second < timing.seconds; second += FIX_EVERY) {
    const along = timing.along(second);
    const position: Action = {
      do: 'position',
      ...off(positionAlong(route.line, metres, along), 4),
      accuracy: 8,
      speed: Math.round(10 * timing.speed(along)) / 10,
      at: instant(along),
    };
    // Each by itself: every one is kept, however near the one before it is.
    const one = { action: position, at: position.at, id: `${mock}-fix-${fixes.length}` };
    const [fix] = logOf(standard, start, [one], { device: 'demo-receiver', newId: () => one.id });
    if (fix) fixes.push({ ...fix, seq: fixes.length + 1 });
  }
  return [...marked, ...fixes];
}
