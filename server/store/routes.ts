import type { RouteSummary, RouteView } from '../../contract';
import { readRoute, sheetOf, writeRoute, type Route } from '../../core/route';
import type { Database } from './database';

/** So many points make a small picture of a route. */
const SKETCH = 120;

/** Routes of the school by title, without those that were removed. */
export async function listRoutes(db: Database): Promise<RouteSummary[]> {
  const rows = await db
    .selectFrom('routes')
    .leftJoin('mocks', 'mocks.route', 'routes.id')
    .select(({ fn }) => [
      'routes.id',
      'routes.body',
      'routes.revision',
      fn.count<number>('mocks.id').as('mocks'),
    ])
    .where('routes.removed', '=', 0)
    .groupBy('routes.id')
    .orderBy('routes.title')
    .execute();
  const known = summaries.get(db) ?? new Map<string, KnownSummary>();
  summaries.set(db, known);
  return rows.flatMap(({ id, body, revision, mocks }) => {
    const before = known.get(id);
    const summary = before?.revision === revision ? before.summary : summaryIn(body, revision);
    known.set(id, { revision, summary });
    return summary ? [{ ...summary, mocks }] : [];
  });
}

interface KnownSummary {
  readonly revision: number;
  /** Null for a route that cannot be read. */
  readonly summary: RouteSummary | null;
}

/** A route of many points takes long to read, and stays as it is until somebody changes it. */
const summaries = new WeakMap<Database, Map<string, KnownSummary>>();

function summaryIn(body: string, revision: number): RouteSummary | null {
  const route = held(body);
  return route && summaryOf(route, revision, 0);
}

function summaryOf(route: Route, revision: number, mocks: number): RouteSummary {
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
    mocks,
    revision,
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
  const values = { title: route.title, body: writeRoute(route), removed: 0 };
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
