import type { default as Router, RouterContext } from '@koa/router';
import {
  MOST,
  routeSorts,
  RouteToKeep,
  type ListedRoute,
  type Page,
  type RouteSummary,
  type RouteView,
} from '../../contract';
import { parseRoute } from '../../core/route';
import {
  answerPicture,
  badInput,
  bodyAs,
  changedMeanwhile,
  conflict,
  etagOf,
  notFound,
  oneOf,
  pageOf,
  pagingOf,
  pictureBody,
  textOf,
  wantedRevision,
} from '../http';
import {
  keepRoute,
  keepRoutePhoto,
  countRoutes,
  listRoutes,
  removeRoute,
  removeRoutePhoto,
  routeById,
  routePhoto,
  type Database,
} from '../store';
import type { Parts } from './parts';

export function routeRoutes(router: Router, { db }: Parts): void {
  const answer = async (ctx: RouterContext) => {
    const held = await routeHeld(db, ctx);
    ctx.set('ETag', etagOf(held.revision));
    ctx.body = held satisfies RouteView;
  };

  router.get('/routes', async (ctx) => {
    // Without a limit all of them, for choosing one, without their pictures; with it the page of a list.
    const asked = ctx.query.limit === undefined ? null : pagingOf(ctx);
    const filter = asked && {
      limit: asked.limit + 1,
      after: asked.after,
      search: textOf(ctx, 'search'),
      sort: oneOf(ctx, 'sort', routeSorts),
    };
    const found = await listRoutes(db, filter);
    const page = asked
      ? pageOf(found, asked.limit, ({ sortKey, id }) => [sortKey, id])
      : { items: found, next: null };
    ctx.body = {
      items: page.items.map(({ sortKey: _, sketch, ...summary }) =>
        asked ? { ...summary, sketch } : summary,
      ),
      next: page.next,
    } satisfies Page<RouteSummary | ListedRoute>;
  });

  router.get('/routes/:id', async (ctx) => {
    await answer(ctx);
  });

  router.put('/routes/:id', async (ctx) => {
    const result = parseRoute(bodyAs(ctx, RouteToKeep).route);
    if (!result.ok)
      throw badInput(
        'The route has problems; nothing was stored.',
        result.problems.slice(0, 50).map(({ path, message }) => ({ path: `route.${path}`, message })),
      );
    const id = String(ctx.params.id);
    if (result.value.id !== id)
      throw badInput('The route has another id than its address.', [
        { path: 'route.id', message: `must be ${id}` },
      ]);
    const isNew = ctx.get('If-Match') === '';
    if (isNew && (await countRoutes(db)) >= MOST.routes)
      throw conflict(
        `The school has ${MOST.routes} routes already: remove some that are not driven any more.`,
      );
    const kept = await keepRoute(db, result.value, isNew ? null : wantedRevision(ctx));
    if (!kept) throw isNew ? conflict('Another route has this id.') : changedMeanwhile('route');
    ctx.status = isNew ? 201 : 200;
    await answer(ctx);
  });

  router.delete('/routes/:id', async (ctx) => {
    const { route } = await routeHeld(db, ctx);
    if (!(await removeRoute(db, route.id, wantedRevision(ctx)))) throw changedMeanwhile('route');
    ctx.status = 204;
  });

  router.get('/routes/:id/photos/:feature', async (ctx) => {
    const jpeg = await routePhoto(db, String(ctx.params.id), String(ctx.params.feature));
    if (!jpeg) throw notFound('such picture');
    answerPicture(ctx, jpeg);
  });

  router.put('/routes/:id/photos/:feature', async (ctx) => {
    const { route } = await routeHeld(db, ctx);
    const feature = String(ctx.params.feature);
    if (!route.features.some(({ id }) => id === feature)) throw notFound('such thing along this route');
    await keepRoutePhoto(db, route.id, feature, await pictureBody(ctx));
    await answer(ctx);
  });

  router.delete('/routes/:id/photos/:feature', async (ctx) => {
    const { route } = await routeHeld(db, ctx);
    await removeRoutePhoto(db, route.id, String(ctx.params.feature));
    await answer(ctx);
  });
}

async function routeHeld(db: Database, ctx: RouterContext): Promise<RouteView> {
  const route = await routeById(db, String(ctx.params.id));
  if (!route) throw notFound('such route');
  return route;
}
