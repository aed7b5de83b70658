import type { Tags } from './osm';

/**
 * Words of OpenStreetMap on who may pass, from the most special for a car to the most general. Its documentation
 * has the special one win; values from memory.
 */
const KEYS = ['motorcar', 'motor_vehicle', 'vehicle', 'access'] as const;
const SHUT = new Set([
  'no',
  'private',
  'permit',
  'residents',
  'agricultural',
  'forestry',
  'delivery',
  'military',
  'emergency',
]);

/** Whether cars may pass, as access tags say; null when they say nothing of cars. */
export function carAccess(tags: Tags): 'open' | 'shut' | null {
  for (const key of KEYS) {
    const words = (tags[key] ?? '').split(';').flatMap((word) => word.trim() || []);
    if (words.length === 0 || words.includes('unknown')) continue;
    return words.every((word) => SHUT.has(word)) ? 'shut' : 'open';
  }
  return null;
}

const HOURS = [...KEYS, 'oneway'].map((key) => `${key}:conditional`);

/** The hours or other conditions under which cars may pass or not, as they are written; empty where there are none. */
export const conditionOf = (tags: Tags): string =>
  HOURS.flatMap((key) => tags[key] ?? [])
    .join('; ')
    .slice(0, 120);

/** Barriers that cars pass unless their tags forbid it: those that stop others, or only slow cars down. */
const PASSED = new Set([
  'no',
  'open',
  'entrance',
  'arch',
  'kerb',
  'cattle_grid',
  'toll_booth',
  'border_control',
  'checkpoint',
  'sally_port',
  'height_restrictor',
]);
/** Barriers that may as well stand open; one of these that says nothing is taken as shut. */
const OPENS = /gate$|^(chain|rope|sliding_beam|yes)$/;
/** What stands along a road when a road itself bears it, and not across. */
const ALONGSIDE = new Set([
  'fence',
  'hedge',
  'wall',
  'city_wall',
  'retaining_wall',
  'guard_rail',
  'cable_barrier',
  'handrail',
  'ditch',
  'jersey_barrier',
]);

/** What a barrier does to cars; `assumed` when it may stand open and its tags do not say. */
export type Stopped = 'passes' | 'stops' | 'assumed';

/** What a node or a line across a road does to cars; null where there is no barrier. */
export function barrierOf(tags: Tags): Stopped | null {
  const { barrier } = tags;
  if (barrier === undefined) return null;
  if (tags.locked === 'yes') return 'stops';
  switch (carAccess(tags)) {
    case 'open':
      return 'passes';
    case 'shut':
      return 'stops';
    case null:
      return PASSED.has(barrier) ? 'passes' : OPENS.test(barrier) ? 'assumed' : 'stops';
  }
}

/** Whether a road is itself a barrier to cars, over all its length. */
export const blockedAlong = (tags: Tags): boolean =>
  tags.barrier !== undefined && !ALONGSIDE.has(tags.barrier) && barrierOf(tags) !== 'passes';

/** Whether a barrier is made to be opened or passed at a place, and so stands across the road that it touches. */
export const standsAcross = ({ barrier = '' }: Tags): boolean => !ALONGSIDE.has(barrier);
