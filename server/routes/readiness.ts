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
  keepEvidence,
  keepForecasts,
  keepSettings,
  inTransaction,
  newestStandard,
  partsChanged,
  recordChange,
  settingsHeld,
  stateOfEvidence,
  type MadeForecast,
  type ReadEvidence,
} from '../store';
import { evidenceOfLearner, READINESS, readinessOfSchool } from '../work';
import { learnerHeld } from './learnerHeld';
import type { Parts } from './parts';

export function readinessRoutes(router: Router, { db, databaseFile, now }: Parts): void {
  const asking = async (ctx: Context) => ({
    databaseFile,
    state: await stateOfEvidence(db),
    signal: whenGone(ctx),
  });

  const keep = {
    evidence: (read: readonly ReadEvidence[]) => keepEvidence(db, read),
    forecasts: (made: readonly MadeForecast[]) => keepForecasts(db, made),
  };

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

  router.get('/learners/:id/evidence', async (ctx) => {
    const learner = await learnerHeld(db, ctx);
    const standard = typeof ctx.query.standard === 'string' ? ctx.query.standard : null;
    if (standard !== null && !(await newestStandard(db, standard))) throw notFound('such standard');
    const view = await evidenceOfLearner(
      await asking(ctx),
      {
        learner: learner.id,
        standard,
        now: now().toISOString(),
      },
      keep,
    );
    if (!view) throw notFound('standard to ask under: choose one for this learner');
    ctx.body = view;
  });
}
