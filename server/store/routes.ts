import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import type { ListedRoute, RouteSort, RouteView } from '../../contract';
import { readRoute, sheetOf, writeRoute, type Route } from '../../core/route';
import type { Database } from './database';
import { readJson } from './readable';

/** More mocks than any route has. */
const MOST_DRIVEN = 999_999_999;

/** So many points make a small picture of a route. */
const SKETCH = 120;

export interface RouteFilter {
  readonly limit: number;
  /** Continue after the route with this sort key and id. */
  readonly after: readonly [key: string, id: string] | null;
  /** Part of the title. */
  readonly search: string | null;
  readonly sort: RouteSort;
}

/** Routes of the school, without those that were removed: all by title, or a page as it is asked for. */
export async function listRoutes(
  db: Database,
  filter: RouteFilter | null = null,
): Promise<(ListedRoute & { readonly sortKey: string })[]> {
  const driven = sql<number>`(select count(*) from mocks where mocks.route = routes.id and mocks.removed_at is null and mocks.beside is null)`;
  // The most driven first: the larger the number, the smaller the key.
  const key =
    filter?.sort === 'driven'
      ? sql<string>`printf('%09d', ${MOST_DRIVEN} - ${driven}) || ' ' || routes.title`
      : sql<string>`lower(routes.title)`;
  let query = db
    .selectFrom('routes')
    .select([
      'routes.id',
      'routes.summary',
      'routes.revision',
      BYTES.as('bytes'),
      driven.as('mocks'),
      key.as('sortKey'),
    ])
    .where('routes.removed', '=', 0)
    .orderBy(key)
    .orderBy('routes.id');
  if (filter) {
    query = query.limit(filter.limit);
    if (filter.search !== null)
      query = query.where(sql<boolean>`instr(lower(routes.title), lower(${filter.search})) > 0`);
    if (filter.after) {
      const [from, id] = filter.after;
      query = query.where(sql<boolean>`(${key}, routes.id) > (${from}, ${id})`);
    }
  }
  const rows = await query.execute();
  const found: (ListedRoute & { readonly sortKey: string })[] = [];
  for (const { id, summary, bytes, revision, mocks, sortKey } of rows) {
    const kept = summaryIn(summary);
    const own = kept?.bytes === bytes ? kept : summaryIn(await summaryNow(db, id));
    if (!own) continue;
    const { version: _version, bytes: _bytes, print: _print, ...told } = own;
    found.push({ ...told, start: told.sketch[0] ?? null, mocks, revision, sortKey });
  }
  return found;
}

/** How many routes the lists have. */
export async function countRoutes(db: Database): Promise<number> {
  const { held: count } = await db
    .selectFrom('routes')
    .select((is) => is.fn.countAll<number>().as('held'))
    .where('removed', '=', 0)
    .executeTakeFirstOrThrow();
  return count;
}

/** Grows whenever the same route has another summary. */
const SUMMARY = 2;

type KeptSummary = Omit<ListedRoute, 'start' | 'mocks' | 'revision'>;

/** Of which version a summary is, and of which text: its length, and a fingerprint of it. */
interface Made {
  readonly version: number;
  readonly bytes: number;
  readonly print: string;
}

/** Length of what a route is kept as, without reading it: a summary of another length is of something else. */
const BYTES = sql<number>`octet_length(routes.body)`;

const printOf = (body: string): string => createHash('sha256').update(body).digest('base64');

/** A route of many points takes long to read; its summary is kept beside it. */
function summaryText(route: Route, body: string): string {
  const made: Made = { version: SUMMARY, bytes: Buffer.byteLength(body), print: printOf(body) };
  return JSON.stringify({ ...made, ...summaryOf(route) });
}

/** Null where none is kept, or one by other rules. */
function summaryIn(text: string | null): (KeptSummary & Made) | null {
  const kept = text === null ? null : readJson<KeptSummary & Made>(text);
  return kept?.version === SUMMARY ? kept : null;
}

/** Whether a route can be read. What is letter for letter as when its summary was made is not read again. */
export const isReadableRoute = (body: string, summary: string | null): boolean =>
  summaryIn(summary)?.print === printOf(body) || readRoute(body).ok;

/** A summary made now, as it is kept; null for a route that cannot be read. */
async function summaryNow(db: Database, id: string): Promise<string | null> {
  const row = await db.selectFrom('routes').select('body').where('id', '=', id).executeTakeFirst();
  const route = row ? held(row.body) : null;
  return row && route ? summaryText(route, row.body) : null;
}

/** Makes the summaries that aren't kept, as after an update; between them others have their turn. */
export async function fillSummaries(db: Database, goOn: () => Promise<boolean>): Promise<void> {
  const rows = await db
    .selectFrom('routes')
    .select(['id', 'revision', 'summary', BYTES.as('bytes')])
    .execute();
  for (const { id, revision, summary, bytes } of rows) {
    if (summaryIn(summary)?.bytes === bytes) continue;
    const made = await summaryNow(db, id);
    if (made !== null)
      await db
        .updateTable('routes')
        .set({ summary: made })
        .where('id', '=', id)
        .where('revision', '=', revision)
        .execute();
    if (!(await goOn())) return;
  }
}

function summaryOf(route: Route): KeptSummary {
  const { id, title, line, variantOf, network, drivingSide } = route;
  const { metres, seconds, independentSeconds, kinds } = sheetOf(route, null);
  const every = Math.ceil(line.length / SKETCH);
  return {
    id,
    title,
    metres,
    seconds,
    independentSeconds,
    kinds: kinds.map(({ kind, times }) => ({ kind, times })),
    sketch: line.filter((_place, n) => n % every === 0 || n === line.length - 1),
    variantOf,
    network,
    drivingSide,
  };
}

/** A route, also one that was removed from the list. */
export async function routeById(db: Database, id: string): Promise<RouteView | null> {
  const row = await db
    .selectFrom('routes')
    .select(['body', 'revision'])
    .where('id', '=', id)
    .executeTakeFirst();
  const route = row ? held(row.body) : null;
  if (!row || !route) return null;
  return { route, photos: await picturesOf(db, id), revision: row.revision };
}

/**
 * Keeps a route.
 *
 * @param revision what it was read at; null for a new one
 * @returns false when somebody else changed or added it meanwhile
 */
export async function keepRoute(db: Database, route: Route, revision: number | null): Promise<boolean> {
  const body = writeRoute(route);
  const summary = summaryText(route, body);
  const values = { title: route.title, body, removed: 0, summary };
  if (revision === null) {
    const { numInsertedOrUpdatedRows } = await db
      .insertInto('routes')
      .values({ id: route.id, ...values, revision: 1 })
      .onConflict((conflict) => conflict.doNothing())
      .executeTakeFirstOrThrow();
    return numInsertedOrUpdatedRows === 1n;
  }
  const { numUpdatedRows } = await db
    .updateTable('routes')
    .set({ ...values, revision: revision + 1 })
    .where('id', '=', route.id)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

async function picturesOf(db: Database, route: string): Promise<string[]> {
  const rows = await db
    .selectFrom('route_photos')
    .select('feature')
    .where('route', '=', route)
    .orderBy('feature')
    .execute();
  return rows.map(({ feature }) => feature);
}

/** Takes a route out of the list; false when somebody changed it meanwhile. */
export async function removeRoute(db: Database, id: string, revision: number): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('routes')
    .set({ removed: 1, revision: revision + 1 })
    .where('id', '=', id)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

export async function routePhoto(db: Database, route: string, feature: string): Promise<Buffer | null> {
  const row = await db
    .selectFrom('route_photos')
    .select('jpeg')
    .where('route', '=', route)
    .where('feature', '=', feature)
    .executeTakeFirst();
  return row?.jpeg ?? null;
}

export async function keepRoutePhoto(
  db: Database,
  route: string,
  feature: string,
  jpeg: Buffer,
): Promise<void> {
  await db
    .insertInto('route_photos')
    .values({ route, feature, jpeg })
    .onConflict((conflict) => conflict.columns(['route', 'feature']).doUpdateSet({ jpeg }))
    .execute();
}

export async function removeRoutePhoto(db: Database, route: string, feature: string): Promise<void> {
  await db.deleteFrom('route_photos').where('route', '=', route).where('feature', '=', feature).execute();
}

/** Null when it cannot be made sense of: see readable.ts. */
function held(body: string): Route | null {
  const route = readRoute(body);
  return route.ok ? route.value : null;
}
