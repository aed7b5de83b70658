import QRCode from 'qrcode';
import type Router from '@koa/router';
import {
  SchoolToKeep,
  type BackupsView,
  type Page,
  type ReachView,
  type UnreadableRecord,
} from '../../contract';
import { plainName } from '../../core/names';
import { badInput, bodyAs, changedMeanwhile, etagOf, instructorOf, wantedRevision, whenGone } from '../http';
import {
  inTransaction,
  keepSettings,
  newestStandard,
  partsChanged,
  recordChange,
  SCHOOL,
  schoolHeld,
} from '../store';
import { work } from '../work';
import type { Parts } from './parts';

export function schoolRoutes(
  router: Router,
  { db, now, databaseFile, keeper, publicOrigin, trust }: Parts,
): void {
  router.get('/school/reach', async (ctx) => {
    const first = trust?.page ?? publicOrigin;
    ctx.body = {
      address: publicOrigin,
      secure: publicOrigin?.startsWith('https:') ?? false,
      trustPage: trust?.page ?? null,
      fingerprint: trust?.fingerprint ?? null,
      code: first && (await QRCode.toString(first, { type: 'svg', margin: 2 })),
    } satisfies ReachView;
  });

  router.get('/school', async (ctx) => {
    const view = await schoolHeld(db);
    ctx.set('ETag', etagOf(view.revision));
    ctx.body = view;
  });

  router.get('/school/backups', (ctx) => {
    ctx.body = keeper.view() satisfies BackupsView;
  });

  router.post('/school/backups', async (ctx) => {
    // The one that is being made already is the one that is wanted.
    await keeper.backUp();
    await recordChange(db, { by: instructorOf(ctx), at: now() }, 'backup made', { name: '' });
    ctx.body = keeper.view() satisfies BackupsView;
  });

  router.get('/school/unreadable', async (ctx) => {
    const items = await work('unreadable', databaseFile, {}, { signal: whenGone(ctx) });
    ctx.body = { items, next: null } satisfies Page<UnreadableRecord>;
  });

  router.put('/school', async (ctx) => {
    const given = bodyAs(ctx, SchoolToKeep);
    const { standard = null, units, learnerRoads } = given;
    const revision = wantedRevision(ctx);
    if (standard !== null && !(await newestStandard(db, standard)))
      throw badInput('The standard isn’t here.', [{ path: 'standard', message: 'is no standard here' }]);
    const twice = learnerRoads?.find((rules, n) =>
      learnerRoads.slice(0, n).some(({ licenceClass }) => licenceClass === rules.licenceClass),
    );
    if (twice)
      throw badInput('A licence class may stand there once only.', [
        { path: 'learnerRoads', message: `has ${twice.licenceClass} twice` },
      ]);
    const { revision: _, ...before } = await schoolHeld(db);
    const settings = {
      name: plainName(given.name ?? before.name),
      drivingSide: given.drivingSide === undefined ? before.drivingSide : given.drivingSide,
      standard,
      units,
      learnerRoads: learnerRoads ?? before.learnerRoads,
    };
    await inTransaction(db, async (all) => {
      if (!(await keepSettings(all, SCHOOL, revision, settings))) throw changedMeanwhile('settings');
      const parts = partsChanged(before, settings);
      if (parts.length > 0)
        await recordChange(all, { by: instructorOf(ctx), at: now() }, 'school changed', {
          name: settings.name,
          parts,
        });
    });
    const view = await schoolHeld(db);
    ctx.set('ETag', etagOf(view.revision));
    ctx.body = view;
  });
}
