import type Router from '@koa/router';
import { SchoolToKeep } from '../../contract';
import { badInput, bodyAs, changedMeanwhile, etagOf, signedIn, wantedRevision } from '../http';
import { keepSettings, newestStandard, SCHOOL, schoolHeld } from '../store';
import type { Parts } from './parts';

export function schoolRoutes(router: Router, { db }: Parts): void {
  router.get('/school', async (ctx) => {
    signedIn(ctx);
    const view = await schoolHeld(db);
    ctx.set('ETag', etagOf(view.revision));
    ctx.body = view;
  });

  router.put('/school', async (ctx) => {
    signedIn(ctx);
    const { standard = null, units } = bodyAs(ctx, SchoolToKeep);
    const revision = wantedRevision(ctx);
    if (standard !== null && !(await newestStandard(db, standard)))
      throw badInput('The standard is not kept here.', [
        { path: 'standard', message: 'is no standard here' },
      ]);
    if (!(await keepSettings(db, SCHOOL, revision, { standard, units }))) throw changedMeanwhile('settings');
    const view = await schoolHeld(db);
    ctx.set('ETag', etagOf(view.revision));
    ctx.body = view;
  });
}
