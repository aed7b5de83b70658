import type Router from '@koa/router';
import { SchoolToKeep, type SchoolView } from '../../contract';
import { badInput, bodyAs, changedMeanwhile, etagOf, signedIn, wantedRevision } from '../http';
import { keepSettings, newestStandard, SCHOOL, settingsHeld, type Database } from '../store';
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

/** The school's own words; units follow its standard until somebody says otherwise. */
async function schoolHeld(db: Database): Promise<SchoolView> {
  const { body, revision } = await settingsHeld(db, SCHOOL);
  const standard = typeof body.standard === 'string' ? body.standard : null;
  const units = body.units === 'metric' || body.units === 'imperial' ? body.units : null;
  return { standard, units: units ?? (await unitsOfLastMock(db)) ?? 'imperial', revision };
}

async function unitsOfLastMock(db: Database): Promise<SchoolView['units'] | null> {
  const last = await db
    .selectFrom('tests')
    .select('standard')
    .orderBy('started_at', 'desc')
    .limit(1)
    .executeTakeFirst();
  return last ? ((await newestStandard(db, last.standard))?.units ?? null) : null;
}
