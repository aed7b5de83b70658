import { sql } from 'kysely';
import type { RouteSort, RouteSummary, RouteView } from '../../contract';
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
): Promise<(RouteSummary & { readonly sortKey: string })[]> {
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
  const found: (RouteSummary & { readonly sortKey: string })[] = [];
  for (const { id, summary, bytes, revision, mocks, sortKey } of rows) {
    const kept = summaryIn(summary, bytes) ?? (await summaryNow(db, id));
    if (kept) found.push({ ...kept, mocks, revision, sortKey });
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
const SUMMARY = 1;

type KeptSummary = Omit<RouteSummary, 'mocks' | 'revision'>;

/** Length of what a route is kept as, without reading it: a summary of another length is of something else. */
const BYTES = sql<number>`octet_length(routes.body)`;

/** A route of many points takes long to read; its summary is kept beside it. */
const summaryText = (summary: KeptSummary, bytes: number): string =>
  JSON.stringify({ version: SUMMARY, bytes, ...summary });

/** Null where it isn't kept, by other rules, or of something else. */
function summaryIn(text: string | null, bytes: number): KeptSummary | null {
  const kept =
    text === null ? null : readJson<KeptSummary & { readonly version: number; readonly bytes: number }>(text);
  if (kept?.version !== SUMMARY || kept.bytes !== bytes) return null;
  const { version: _version, bytes: _bytes, ...summary } = kept;
  return summary;
}

/** Null for a route that cannot be read. */
async function summaryNow(db: Database, id: string): Promise<KeptSummary | null> {
  const row = await db.selectFrom('routes').select('body').where('id', '=', id).executeTakeFirst();
  const route = row ? held(row.body) : null;
  return route && summaryOf(route);
}

/** Makes the summaries that aren't kept, as after an update; between them others have their turn. */
export async function fillSummaries(db: Database, goOn: () => Promise<boolean>): Promise<void> {
  const rows = await db
    .selectFrom('routes')
    .select(['id', 'revision', 'summary', BYTES.as('bytes')])
    .execute();
  for (const { id, revision, summary, bytes } of rows) {
    if (summaryIn(summary, bytes)) continue;
    const made = await summaryNow(db, id);
    if (made)
      await db
        .updateTable('routes')
        .set({ summary: summaryText(made, bytes) })
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
  const summary = summaryText(summaryOf(route), Buffer.byteLength(body));
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
