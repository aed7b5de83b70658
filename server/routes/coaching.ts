import type Router from '@koa/router';
import { AdviceToKeep, type AdviceView } from '../../contract';
import { parseAdvice, type Advice } from '../../core/coaching';
import { badInput, bodyAs, changedMeanwhile, etagOf, wantedRevision } from '../http';
import { keepSettings, settingsHeld } from '../store';
import type { Parts } from './parts';

const COACHING = 'coaching';

function adviceIn({ advice }: Readonly<Record<string, unknown>>): readonly Advice[] {
  const parsed = parseAdvice(advice ?? []);
  return parsed.ok ? parsed.value : [];
}

export function coachingRoutes(router: Router, { db }: Parts): void {
  router.get('/coaching', async (ctx) => {
    const { body, revision } = await settingsHeld(db, COACHING);
    ctx.set('ETag', etagOf(revision));
    ctx.body = { advice: adviceIn(body), revision } satisfies AdviceView;
  });

  router.put('/coaching', async (ctx) => {
    const revision = wantedRevision(ctx);
    const parsed = parseAdvice(bodyAs(ctx, AdviceToKeep).advice);
    if (!parsed.ok) throw badInput('The advice has problems; nothing was stored.', parsed.problems);
    if (!(await keepSettings(db, COACHING, revision, { advice: parsed.value })))
      throw changedMeanwhile('advice');
    ctx.set('ETag', etagOf(revision + 1));
    ctx.body = { advice: parsed.value, revision: revision + 1 } satisfies AdviceView;
  });
}
