import type Router from '@koa/router';
import type { Context } from 'koa';
import { SettingsToKeep, type ReadinessList, type SettingsView } from '../../contract';
import { settingsFrom } from '../../core/readiness';
import {
  bodyAs,
  changedMeanwhile,
  etagOf,
  instructorOf,
  notFound,
  seenBy,
  wantedRevision,
  whenGone,
} from '../http';
import {
  keepSettings,
  inTransaction,
  newestStandard,
  partsChanged,
  recordChange,
  settingsHeld,
  stateOfEvidence,
} from '../store';
import { evidenceOfLearner, keepFound, pastOfLearner, READINESS, readinessOfSchool } from '../work';
import { learnerHeld } from './learnerHeld';
import type { Parts } from './parts';

export function readinessRoutes(router: Router, { db, databaseFile, now }: Parts): void {
  const asking = async (ctx: Context) => ({
    databaseFile,
    state: await stateOfEvidence(db),
    signal: whenGone(ctx),
  });

  const keep = keepFound(db);

  router.get('/readiness', async (ctx) => {
    const of = seenBy(ctx);
    const { rows, pending } = await readinessOfSchool(await asking(ctx), now().toISOString(), keep);
    const items = rows.filter(({ taughtBy }) => of === null || taughtBy === of);
    ctx.body = { items, next: null, pending } satisfies ReadinessList;
  });

  router.get('/readiness/settings', async (ctx) => {
    const { body, revision } = await settingsHeld(db, READINESS);
    ctx.set('ETag', etagOf(revision));
    ctx.body = { settings: settingsFrom(body), revision } satisfies SettingsView;
  });

  router.put('/readiness/settings', async (ctx) => {
    const { settings } = bodyAs(ctx, SettingsToKeep);
    const revision = wantedRevision(ctx);
    await inTransaction(db, async (all) => {
      const before = settingsFrom((await settingsHeld(all, READINESS)).body);
      if (!(await keepSettings(all, READINESS, revision, settings))) throw changedMeanwhile('settings');
      const parts = partsChanged<object>(before, settingsFrom({ ...settings }));
      await recordChange(all, { by: instructorOf(ctx), at: now() }, 'readiness rules changed', {
        name: '',
        parts,
      });
    });
    ctx.set('ETag', etagOf(revision + 1));
    ctx.body = { settings: settingsFrom({ ...settings }), revision: revision + 1 } satisfies SettingsView;
  });

  /** Of whom, under which standard, it is asked. */
  const asked = async (ctx: Parameters<typeof learnerHeld>[1]) => {
    const { id: learner } = await learnerHeld(db, ctx);
    const standard = typeof ctx.query.standard === 'string' ? ctx.query.standard : null;
    if (standard !== null && !(await newestStandard(db, standard))) throw notFound('such standard');
    return { learner, standard, now: now().toISOString() };
  };
  const found = <T>(view: T | null): T => {
    if (!view) throw notFound('standard to ask under: choose one for this learner');
    return view;
  };

  router.get('/learners/:id/evidence', async (ctx) => {
    ctx.body = found(await evidenceOfLearner(await asking(ctx), await asked(ctx), keep));
  });

  router.get('/learners/:id/past', async (ctx) => {
    ctx.body = found(await pastOfLearner(await asking(ctx), await asked(ctx), keep));
  });
}
