import type { OsmElement } from './osm';

/** A turn that is banned at a node: from a way into a way, or all others when `only`. */
export interface Ban {
  readonly from: string;
  readonly via: number;
  readonly to: string;
  readonly only: boolean;
}

/** The turns that one relation bans. */
export interface Restriction {
  /** None when it goes by way of a whole road, or names no way. */
  readonly bans: readonly Ban[];
  /** It holds at some hours only, and is taken to hold always. */
  readonly assumed: boolean;
}

const KINDS = /^(?:no|only)_(?:left|right|straight|u|entry|exit)/;
const CARS = ['restriction:motorcar', 'restriction:motor_vehicle', 'restriction'] as const;
const SPARED = new Set(['motorcar', 'motor_vehicle', 'vehicle']);

/**
 * The turns that a relation of OpenStreetMap bans for cars; null when it bans none. `no_entry` has several ways that
 * lead to the node, `no_exit` several that leave it.
 */
export function restrictionOf({ tags, members }: OsmElement): Restriction | null {
  if (tags.type !== 'restriction') return null;
  if ((tags.except ?? '').split(';').some((one) => SPARED.has(one.trim()))) return null;
  const said = CARS.map((key) => tags[key] ?? '').find((value) => value !== '');
  // "no_left_turn @ (Mo-Fr 07:00-09:00)"
  const atTimes = CARS.map((key) => tags[`${key}:conditional`] ?? '').find((value) => value !== '');
  const kind = said ?? atTimes ?? '';
  if (!KINDS.test(kind)) return null;
  const the = (role: string, type: string) =>
    members.filter((member) => member.role === role && member.type === type).map(({ ref }) => ref);
  const [via, ...more] = the('via', 'node');
  const byWay = the('via', 'way').length > 0;
  const bans =
    via === undefined || more.length > 0 || byWay
      ? []
      : the('from', 'way').flatMap((from) =>
          the('to', 'way').map((to): Ban => ({ from, via: Number(via), to, only: kind.startsWith('only') })),
        );
  return { bans, assumed: said === undefined || 'hour_on' in tags || 'day_on' in tags };
}
