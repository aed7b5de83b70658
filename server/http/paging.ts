import type { Context } from 'koa';
import type { Page } from '../../contract';
import { nameKey } from '../../core/names';
import { badInput } from './problem';
import { oneOf, textOf } from './query';

/** Place in a list sorted by a text and an id: everything after it comes next. */
export type Cursor = readonly [key: string, id: string];

export interface Paging {
  readonly limit: number;
  readonly after: Cursor | null;
}

export function pagingOf(ctx: Context, most = 100): Paging {
  const { limit: asked, cursor } = ctx.query;
  const limit = asked === undefined ? 50 : Number(asked);
  if (!Number.isInteger(limit) || limit < 1 || limit > most)
    throw badInput(`limit must be a whole number from 1 to ${most}.`, [
      { path: 'limit', message: `must be from 1 to ${most}` },
    ]);
  return { limit, after: cursor === undefined ? null : readCursor(String(cursor)) };
}

/** Ask the store for one more than the page holds, to know whether there is a next one. */
export function pageOf<T>(entries: readonly T[], limit: number, cursorOf: (entry: T) => Cursor): Page<T> {
  const items = entries.slice(0, limit);
  const last = items.at(-1);
  const more = entries.length > limit && last !== undefined;
  return { items, next: more ? cursorText(cursorOf(last)) : null };
}

/**
 * An answer from a list that is short enough to be read whole: all of it as it stands, or what was asked for of it by
 * `search`, `sort`, `limit` and `cursor`.
 *
 * @param ctx its `sort` is one of `sorts`, the first when none is named; `words` is where letters of `search` are looked
 *   for, `key` what a way of sorting compares, `id` what decides where that is the same
 */
export function pageOfList<T, Sort extends string>(
  ctx: Context,
  list: readonly T[],
  {
    id,
    words,
    sorts,
    key,
  }: {
    readonly id: (entry: T) => string;
    readonly words: (entry: T) => string;
    readonly sorts: readonly [Sort, ...Sort[]];
    readonly key: (entry: T, sort: Sort) => string;
  },
): Page<T> {
  const search = nameKey(textOf(ctx, 'search') ?? '');
  const sort = oneOf(ctx, 'sort', sorts);
  if (ctx.query.limit === undefined && ctx.query.sort === undefined && search === '')
    return { items: list, next: null };
  const { limit, after } = pagingOf(ctx);
  const placed = list
    .filter((entry) => nameKey(words(entry)).includes(search))
    .map((entry) => ({ entry, at: [key(entry, sort), id(entry)] as const }))
    .sort((a, b) => compared(a.at, b.at))
    .filter(({ at }) => !after || compared(at, after) > 0);
  const { items, next } = pageOf(placed.slice(0, limit + 1), limit, ({ at }) => at);
  return { items: items.map(({ entry }) => entry), next };
}

const compared = (a: Cursor, b: Cursor): number =>
  a[0] < b[0] ? -1 : a[0] > b[0] ? 1 : a[1] < b[1] ? -1 : a[1] > b[1] ? 1 : 0;

/** A place in a list as it is sent, to go on from there. */
export const cursorText = (cursor: Cursor): string =>
  Buffer.from(JSON.stringify(cursor)).toString('base64url');

function readCursor(text: string): Cursor {
  try {
    const value: unknown = JSON.parse(Buffer.from(text, 'base64url').toString());
    if (Array.isArray(value) && typeof value[0] === 'string' && typeof value[1] === 'string')
      return [value[0], value[1]];
  } catch {
    // falls through to the one answer for every broken cursor
  }
  throw badInput('cursor is not one that this server gave.', [{ path: 'cursor', message: 'is broken' }]);
}
