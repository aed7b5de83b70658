import type Router from '@koa/router';
import type { Context } from 'koa';
import type { HotSpotMark, Page } from '../../contract';
import { badInput, notFound, seenBy, whenGone } from '../http';
import { keepPlaced, stateOfPlaces } from '../store';
import { hotSpotsOf, work, type HotSpotFilter } from '../work';
import type { Parts } from './parts';

export function hotSpotRoutes(router: Router, { db, databaseFile }: Parts): void {
  router.get('/hot-spots', async (ctx) => {
    const asking = { databaseFile, state: await stateOfPlaces(db), signal: whenGone(ctx) };
    ctx.body = await hotSpotsOf(asking, filterOf(ctx), (laid) => keepPlaced(db, laid));
  });

  router.get('/hot-spots/:site/marks', async (ctx) => {
    const site = String(ctx.params.site);
    const items = await work(
      'hot spot marks',
      databaseFile,
      { site, ...filterOf(ctx) },
      { signal: whenGone(ctx) },
    );
    if (!items) throw notFound('such place');
    ctx.body = { items, next: null } satisfies Page<HotSpotMark>;
  });
}

function filterOf(ctx: Context): HotSpotFilter {
  const text = (key: string) => {
    const value = ctx.query[key];
    return typeof value === 'string' && value !== '' ? value : null;
  };
  const [learner, route, mock, skill] = ['learner', 'route', 'mock', 'skill'].map(text);
  const hours = ['from', 'until'].map((key) => {
    const value = text(key);
    const hour = value === null ? null : Number(value);
    if (hour !== null && !(Number.isInteger(hour) && hour >= 0 && hour <= 24))
      throw badInput(`${key} must be a whole hour from 0 to 24.`, [
        { path: key, message: 'must be from 0 to 24' },
      ]);
    return hour;
  });
  const gravity = Number(text('gravity') ?? 0);
  if (![0, 1, 2, 3].includes(gravity))
    throw badInput('gravity must be from 0 to 3.', [{ path: 'gravity', message: 'must be 0, 1, 2 or 3' }]);
  const [from = null, until = null] = hours;
  return {
    learner: learner ?? null,
    route: route ?? null,
    mock: mock ?? null,
    seenBy: seenBy(ctx),
    hours: from === null && until === null ? null : [from ?? 0, until ?? 24],
    marks: { gravity, skill: skill ?? null },
  };
}
