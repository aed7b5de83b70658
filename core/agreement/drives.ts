import type { Judgement } from '../marking';
import { wilson, Z95 } from '../numbers';
import { areaOf, compileStandard, skillAreas, type Gravity, type Standard } from '../standard';
import { pairedInTime } from './pairing';

/** Marks of two people belong together when they are at most so many seconds apart (ours). */
export const TOGETHER = 15;

/** What somebody saw at one moment of a drive: a mark, or a flag that isn't sorted yet. */
export interface Seen {
  /** ISO instant, by the clock of the device. */
  readonly at: string;
  /** Null for a flag. */
  readonly item: string | null;
  readonly severity: string | null;
  readonly gravity: Gravity;
}

/**
 * How two people were together at one moment: `same`, the same item and severity; `severity`, the same item graded
 * differently; `item`, something at the same moment, named differently; `first` and `second`, only one of them saw it.
 */
export const togetherKinds = ['same', 'severity', 'item', 'first', 'second'] as const;
export type Together = (typeof togetherKinds)[number];

export interface SeenTogether {
  readonly kind: Together;
  /** ISO instant of the first one's mark; where there is none, of the second one's by the first one's clock. */
  readonly at: string;
  readonly first: Seen | null;
  readonly second: Seen | null;
}

export interface AreaTogether {
  readonly area: string;
  readonly title: string;
  readonly both: number;
  readonly first: number;
  readonly second: number;
}

/** Two records of one drive, held against each other. */
export interface DriveAgreement {
  /** In the order in which it happened. */
  readonly moments: readonly SeenTogether[];
  readonly counts: Readonly<Record<Together, number>>;
  /** Of all that either marked, by item and moment, how much both did; with its 95 % range. Null where neither marked anything. */
  readonly shared: {
    readonly both: number;
    readonly of: number;
    readonly low: number;
    readonly high: number;
  } | null;
  /** By how many steps of gravity the second grades above the first, over the items that both marked; null without any. */
  readonly leaning: number | null;
  /** By area of skills, in the areas' order. */
  readonly areas: readonly AreaTogether[];
  /** So many seconds the second device's clock is ahead, as far as the marks tell; 0 where they don't. */
  readonly shift: number;
}

/**
 * Holds two records of one drive against each other, both under one standard. First marks of the same item within 15 s
 * are paired, as many as can be and then those nearest in time; of what is left, whatever else lies that near was seen
 * by both and named differently.
 */
export function compareDrives(standard: Standard, one: Judgement, other: Judgement): DriveAgreement {
  const [first, second] = [seenIn(standard, one), seenIn(standard, other)];
  const shift = shiftBetween(first, second);
  const moments = momentsOf(first, second, shift).sort((a, b) => a.at.localeCompare(b.at));
  const counts = countsOfKinds(moments);
  const graded = moments.filter(isPair);
  const both = graded.length;
  const marks = [...first, ...second].filter(({ item }) => item !== null).length;
  // A moment that was named differently is one mark of each: neither has the other's.
  const all = marks - both;
  return {
    moments,
    counts,
    shared: all === 0 ? null : { both, of: all, ...wilson(both / all, all, Z95) },
    leaning:
      graded.length === 0
        ? null
        : graded.reduce((sum, { first: a, second: b }) => sum + (b?.gravity ?? 0) - (a?.gravity ?? 0), 0) /
          graded.length,
    areas: areasOf(standard, moments),
    shift,
  };
}

const isPair = ({ kind }: SeenTogether): boolean => kind === 'same' || kind === 'severity';

function countsOfKinds(moments: readonly Pick<SeenTogether, 'kind'>[]): Readonly<Record<Together, number>> {
  const counts: Record<Together, number> = { same: 0, severity: 0, item: 0, first: 0, second: 0 };
  for (const { kind } of moments) counts[kind] += 1;
  return counts;
}

function seenIn(standard: Standard, { marks, drive }: Judgement): readonly Seen[] {
  const { severities } = compileStandard(standard);
  return [
    ...marks.map(({ at, item, severity }): Seen => {
      const gravity = severities.get(severity)?.gravity ?? 0;
      return { at, item, severity, gravity };
    }),
    ...drive.flags.flatMap(({ at, state }): readonly Seen[] =>
      state === 'unsorted' ? [{ at, item: null, severity: null, gravity: 0 }] : [],
    ),
  ];
}

const byItem = (seen: readonly Seen[]): ReadonlyMap<string, readonly Seen[]> => {
  const items = new Map<string, Seen[]>();
  for (const one of seen) {
    if (one.item === null) continue;
    const kin = items.get(one.item);
    if (kin) kin.push(one);
    else items.set(one.item, [one]);
  }
  return items;
};

const seconds = (at: string): number => Date.parse(at) / 1_000;

/** Marks of the same item that lie together. @param shift seconds by which the second clock is ahead */
function sameItems(
  first: readonly Seen[],
  second: readonly Seen[],
  shift: number,
): readonly (readonly [Seen, Seen])[] {
  const theirs = byItem(second);
  return [...byItem(first)].flatMap(([item, own]) =>
    pairedInTime(
      own,
      theirs.get(item) ?? [],
      (seen) => seconds(seen.at),
      (seen) => seconds(seen.at) - shift,
      TOGETHER,
    ),
  );
}

function momentsOf(first: readonly Seen[], second: readonly Seen[], shift: number): SeenTogether[] {
  const paired = sameItems(first, second, shift);
  const done = new Set(paired.flat());
  const left = [first, second].map((seen) => seen.filter((one) => !done.has(one)));
  const near = pairedInTime(
    left[0] ?? [],
    left[1] ?? [],
    (seen) => seconds(seen.at),
    (seen) => seconds(seen.at) - shift,
    TOGETHER,
  );
  for (const one of near.flat()) done.add(one);
  return [
    ...paired.map(([a, b]): SeenTogether => ({
      kind: a.severity === b.severity ? 'same' : 'severity',
      at: a.at,
      first: a,
      second: b,
    })),
    ...near.map(([a, b]): SeenTogether => ({ kind: 'item', at: a.at, first: a, second: b })),
    ...first.flatMap((a): readonly SeenTogether[] =>
      done.has(a) ? [] : [{ kind: 'first', at: a.at, first: a, second: null }],
    ),
    ...second.flatMap((b): readonly SeenTogether[] =>
      done.has(b)
        ? []
        : [
            {
              kind: 'second',
              at: new Date(Date.parse(b.at) - shift * 1_000).toISOString(),
              first: null,
              second: b,
            },
          ],
    ),
  ];
}

/** Clocks of two devices are believed to be at most so far apart, in seconds (ours). */
const MOST_SHIFT = 180;
/** A shift is believed when it brings so many pairs more, and half as many again (ours). */
const MORE_PAIRS = 3;
/** Of very long logs it isn't looked for. */
const MOST_SEEN = 400;

/** How far the second clock is ahead: the shift that brings most marks of the same items together. */
function shiftBetween(first: readonly Seen[], second: readonly Seen[]): number {
  if (first.length > MOST_SEEN || second.length > MOST_SEEN) return 0;
  const theirs = byItem(second);
  const wanted = [...byItem(first)].flatMap(([item, own]) =>
    own.flatMap((a) =>
      (theirs.get(item) ?? []).flatMap((b) => {
        const apart = seconds(b.at) - seconds(a.at);
        return Math.abs(apart) <= MOST_SHIFT ? [apart] : [];
      }),
    ),
  );
  const count = (shift: number) => sameItems(first, second, shift).length;
  const now = count(0);
  let best = { shift: 0, pairs: now };
  for (const shift of new Set(wanted.map(Math.round))) {
    // No shift can pair more than lie within its reach.
    if (wanted.filter((apart) => Math.abs(apart - shift) <= TOGETHER).length <= best.pairs) continue;
    const pairs = count(shift);
    if (pairs > best.pairs) best = { shift, pairs };
  }
  if (best.pairs < now + MORE_PAIRS || best.pairs < 1.5 * now) return 0;
  const apart = sameItems(first, second, best.shift)
    .map(([a, b]) => seconds(b.at) - seconds(a.at))
    .sort((a, b) => a - b);
  return Math.round(apart[Math.floor(apart.length / 2)] ?? 0);
}

function areasOf(standard: Standard, moments: readonly SeenTogether[]): readonly AreaTogether[] {
  const { itemOf } = compileStandard(standard);
  const areaOfSeen = (seen: Seen | null) => (seen?.item ? areaOf(itemOf(seen.item).item.skill) : null);
  return skillAreas.flatMap(({ id, title }) => {
    let [both, first, second] = [0, 0, 0];
    for (const moment of moments) {
      const [mine, theirs] = [areaOfSeen(moment.first) === id, areaOfSeen(moment.second) === id];
      if (mine && theirs) both += 1;
      else if (mine) first += 1;
      else if (theirs) second += 1;
    }
    return both + first + second === 0 ? [] : [{ area: id, title, both, first, second }];
  });
}

/** One drive that somebody marked together with others, from their side. */
export interface OwnDrive {
  readonly at: string;
  /** Of what the others marked, how much they marked too, and of how much. */
  readonly found: number;
  readonly of: number;
  /** Steps of gravity above the others, over so many items that both marked. */
  readonly above: number;
  readonly graded: number;
}

/** A drive's agreement from the side of one of the two. */
export function sideOf(
  at: string,
  { counts, leaning }: Pick<DriveAgreement, 'counts' | 'leaning'>,
  side: 'first' | 'second',
): OwnDrive {
  const graded = counts.same + counts.severity;
  const missed = counts[side === 'first' ? 'second' : 'first'];
  const above = (leaning ?? 0) * (side === 'second' ? 1 : -1);
  return { at, found: graded + counts.item, of: graded + counts.item + missed, above, graded };
}

/** So many of the newest drives are held against those before. */
const NEWEST_DRIVES = 3;

export interface Drift {
  readonly drives: number;
  readonly newest: { readonly found: number; readonly of: number; readonly above: number | null };
  /** Null where there are no drives before the newest. */
  readonly before: { readonly found: number; readonly of: number; readonly above: number | null } | null;
}

/** How somebody's marking beside others goes: the newest drives, and those before. @param drives in any order */
export function driftOf(drives: readonly OwnDrive[]): Drift | null {
  if (drives.length === 0) return null;
  const inOrder = [...drives].sort((a, b) => b.at.localeCompare(a.at));
  const earlier = inOrder.slice(NEWEST_DRIVES);
  return {
    drives: drives.length,
    newest: summed(inOrder.slice(0, NEWEST_DRIVES)),
    before: earlier.length === 0 ? null : summed(earlier),
  };
}

function summed(drives: readonly OwnDrive[]): Drift['newest'] {
  const graded = drives.reduce((sum, one) => sum + one.graded, 0);
  return {
    found: drives.reduce((sum, one) => sum + one.found, 0),
    of: drives.reduce((sum, one) => sum + one.of, 0),
    above: graded === 0 ? null : drives.reduce((sum, one) => sum + one.above * one.graded, 0) / graded,
  };
}
