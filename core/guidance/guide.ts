import { metresAlong, nearestOn, turnBetween, type Position } from '../geo';
import { directionsOf, timingOf, type Direction, type Feature, type Route } from '../route';

/** A route made ready to be guided along, as a device knows it: with the traps that it falls into. */
export interface Guide {
  readonly route: Route;
  readonly metres: readonly number[];
  readonly directions: readonly Direction[];
  readonly end: number;
}

/** Where somebody is on a guide, and what was said already. */
export interface Guided {
  /** Metres along, as far as the last place told. */
  readonly along: number;
  /** How far off the line the last place was. */
  readonly off: number;
  readonly state: 'on' | 'leaving' | 'off' | 'arrived';
  /** Places in a row that lay off the line. */
  readonly strays: number;
  /** Keys of the moments that were said. */
  readonly said: ReadonlySet<string>;
}

/** Something to be said now. */
export interface Cue {
  readonly key: string;
  readonly text: string;
  readonly moment: 'early' | 'main' | 'now' | 'exit' | 'left' | 'back' | 'arrived' | 'independent';
}

export interface GuideFix extends Position {
  readonly accuracy: number;
  /** Radians clockwise from north; null while standing, or where it is not known. */
  readonly heading?: number | null;
}

/** A place farther from the line than this, and than twice its own error, is off it (ours). */
const OFF_METRES = 40;
/** So many such places in a row mean that the route was left, and not that the receiver erred. */
const STRAYS = 3;
/** Around where one was last, the line is looked for in this stretch first. */
const BEHIND = 60;
const AHEAD = 400;
const AROUND = 2_500;
const ARRIVED = 25;

export function guideFor(route: Route): Guide {
  const metres = metresAlong(route.line);
  return {
    route,
    metres,
    directions: directionsOf(route, { device: true, timing: timingOf(route) }),
    end: metres.at(-1) ?? 0,
  };
}

export const guideStart: Guided = { along: 0, off: 0, state: 'on', strays: 0, said: new Set() };

/** Goes on with the next place that a receiver tells; says what is due. */
export function guideOn(
  guide: Guide,
  before: Guided,
  fix: GuideFix,
): { readonly now: Guided; readonly cues: readonly Cue[] } {
  if (before.state === 'arrived') return { now: before, cues: [] };
  const allowed = Math.max(OFF_METRES, 2 * fix.accuracy);
  const found = placeOn(guide, before, fix, allowed);
  if (!found) {
    const strays = before.strays + 1;
    const left = strays >= STRAYS && before.state !== 'off';
    const now: Guided = {
      ...before,
      strays,
      state: strays >= STRAYS ? 'off' : 'leaving',
      off: offOf(guide, fix),
    };
    return {
      now,
      cues: left
        ? [
            {
              key: `left ${Math.round(before.along)}`,
              moment: 'left',
              text: 'You have left the route. That isn’t a fault. Carry on safely.',
            },
          ]
        : [],
    };
  }
  const along = found.along;
  const back: Cue[] =
    before.state === 'off'
      ? [{ key: `back ${Math.round(along)}`, moment: 'back', text: 'You are on the route again.' }]
      : [];
  const arrived = along >= guide.end - ARRIVED;
  const due = arrived
    ? [{ key: 'arrived', moment: 'arrived' as const, text: 'You have arrived.' }]
    : dueCues(guide, along, before);
  const cues = [...back, ...due];
  return {
    now: {
      along,
      off: found.off,
      state: arrived ? 'arrived' : 'on',
      strays: 0,
      said: new Set([...before.said, ...passed(guide, along), ...cues.map(({ key }) => key)]),
    },
    cues,
  };
}

const offOf = ({ route, metres }: Guide, fix: Position): number =>
  nearestOn(route.line, metres, fix)?.off ?? Infinity;

/** Where a place lies on the line: near where one was; anywhere ahead once the route was left. */
function placeOn({ route, metres }: Guide, before: Guided, fix: GuideFix, allowed: number) {
  const { along, state } = before;
  const near = nearestOn(route.line, metres, fix, along - BEHIND, along + AHEAD);
  const fits = (found: typeof near) =>
    found !== null &&
    found.off <= allowed &&
    // Across the route, or against it, is not on it.
    (fix.heading == null || Math.abs(turnBetween(fix.heading, found.heading)) < 1.4);
  if (fits(near)) return near;
  if (state !== 'off') return null;
  // Not far from where it was left before anywhere at all: a loop ends where it begins.
  for (const far of [AROUND, Infinity]) {
    const found = nearestOn(route.line, metres, fix, along - far, along + far);
    if (fits(found)) return found;
  }
  return null;
}

const keyOf = (direction: Direction, moment: Cue['moment']): string => `${direction.feature} ${moment}`;

const moments = ['early', 'main', 'now', 'exit'] as const;

/** Over so many metres the word at the exit of a roundabout still helps (ours). */
const EXIT_METRES = 15;

/** Whether a direction has nothing more to say. */
const isOver = ({ at, exit }: Direction, along: number): boolean =>
  (exit ? exit.along + EXIT_METRES : at) + 5 < along;

/** Moments of junctions that lie behind are not said any more. */
const passed = ({ directions }: Guide, along: number): readonly string[] =>
  directions
    .filter((direction) => isOver(direction, along))
    .flatMap((direction) => moments.map((moment) => keyOf(direction, moment)));

function dueCues({ directions, route }: Guide, along: number, { said }: Guided): readonly Cue[] {
  const cues: Cue[] = [];
  for (const direction of directions) {
    if (isOver(direction, along)) continue;
    if (direction.main.along > along + 2_000) break;
    const due = moments.filter((moment) => {
      const place = direction[moment];
      // On the roundabout only the exit is left to say.
      if (moment !== 'exit' && direction.at < along) return false;
      const told = moment === 'main' && !direction.again && direction.at - along > 60;
      return place !== null && place.along <= along && !said.has(keyOf(direction, moment)) && !told;
    });
    // Of several that are due at once, as after a gap of the receiver, the latest says all.
    const last = due.at(-1);
    const place = last && direction[last];
    if (last && place) {
      cues.push({ key: keyOf(direction, last), moment: last, text: place.text });
      for (const moment of due.slice(0, -1)) cues.push({ key: keyOf(direction, moment), moment, text: '' });
    }
  }
  const { independent } = route;
  if (independent && along >= independent.to && along < independent.to + 200 && !said.has('independent end'))
    cues.push({
      key: 'independent end',
      moment: 'independent',
      text: 'That is the end of the independent drive.',
    });
  if (
    independent &&
    along >= independent.from &&
    along < independent.from + 200 &&
    !said.has('independent begin')
  )
    cues.push({
      key: 'independent begin',
      moment: 'independent',
      text: 'Now follow the directions of the device on your own.',
    });
  return cues;
}

/** What is shown while driving: the next junction and how far it is, and the limit that the device believes in. */
export interface Shown {
  readonly next: Feature | null;
  readonly metres: number;
  /** The junction after it, when both are spoken as one. */
  readonly then: Feature | null;
  readonly limit: number | null;
  readonly road: string;
}

/** A wrong limit of the device is ten miles an hour above the real one (ours). */
const WRONG_BY = 4.4704;

export function shownAt({ route, directions }: Guide, along: number): Shown {
  const at = directions.findIndex((direction) => direction.at > along);
  const direction = directions[at];
  const following = directions[at + 1];
  const feature = (id: string | undefined) => route.features.find((one) => one.id === id) ?? null;
  const stretch = route.stretches.find(({ until }) => until > along);
  const lastChange = route.features.findLast((one) => one.kind === 'speed-change' && one.along <= along);
  const wrong = lastChange?.trap === 'wrong-speed' ? WRONG_BY : 0;
  return {
    next: feature(direction?.feature),
    metres: direction ? direction.at - along : Math.max(0, (route.stretches.at(-1)?.until ?? 0) - along),
    then: following?.saidWith === direction?.feature ? feature(following?.feature) : null,
    limit: stretch ? stretch.speed + wrong : null,
    road: stretch?.name || stretch?.ref || '',
  };
}
