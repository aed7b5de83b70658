import { distance, type Position } from '../geo';

/** An appointment, as far as it can clash with another. */
export interface Booked {
  readonly id: string;
  /** ISO instant. */
  readonly startsAt: string;
  readonly minutes: number;
  readonly instructor: string;
  readonly learner: string | null;
  readonly vehicle: string | null;
  readonly position: Position | null;
  /** Where it begins, in words; the same words are the same place. */
  readonly placeName: string;
}

export type Clash =
  | {
      readonly kind: 'overlap';
      readonly a: string;
      readonly b: string;
      readonly of: 'instructor' | 'learner' | 'vehicle';
    }
  /** The same instructor has too little time between two places; minutes. */
  | {
      readonly kind: 'gap';
      readonly a: string;
      readonly b: string;
      readonly has: number;
      readonly needs: number;
    };

/** Streets are longer than the straight line by so much, and driven at so many metres a second (ours). */
const DETOUR = 1.35;
const TOWN_SPEED = 9.5;
/** Minutes between two lessons even at one place: a word, and changing seats (ours). */
const CHANGE_OVER = 5;

const end = ({ startsAt, minutes }: Booked): number => Date.parse(startsAt) + minutes * 60_000;

/** Minutes to get from the place of one appointment to that of the next; a lesson ends where it began. */
export function travelMinutes(a: Booked, b: Booked): number {
  if (a.placeName !== '' && a.placeName === b.placeName) return CHANGE_OVER;
  if (!a.position || !b.position) return CHANGE_OVER;
  return Math.ceil((distance(a.position, b.position) * DETOUR) / TOWN_SPEED / 60) + CHANGE_OVER;
}

/**
 * Appointments that cannot both be kept: the same person or car at once, or no time to get from one to the next.
 *
 * @param booked in any order
 */
export function clashesOf(booked: readonly Booked[]): readonly Clash[] {
  const ordered = [...booked].sort(
    (a, b) => Date.parse(a.startsAt) - Date.parse(b.startsAt) || a.id.localeCompare(b.id),
  );
  const clashes: Clash[] = [];
  ordered.forEach((a, n) => {
    for (const b of ordered.slice(n + 1)) {
      if (Date.parse(b.startsAt) >= end(a)) break;
      for (const what of ['instructor', 'learner', 'vehicle'] as const)
        if (a[what] !== null && a[what] === b[what])
          clashes.push({ kind: 'overlap', a: a.id, b: b.id, of: what });
    }
    const next = ordered.slice(n + 1).find((b) => b.instructor === a.instructor);
    if (!next) return;
    const has = (Date.parse(next.startsAt) - end(a)) / 60_000;
    const needs = travelMinutes(a, next);
    if (has >= 0 && has < needs)
      clashes.push({ kind: 'gap', a: a.id, b: next.id, has: Math.floor(has), needs });
  });
  return clashes;
}
