import type Router from '@koa/router';
import { AdviceToKeep, type AdviceView } from '../../contract';
import { parseAdvice } from '../../core/coaching';
import { badInput, bodyAs, changedMeanwhile, etagOf, instructorOf, wantedRevision } from '../http';
import { adviceHeld, inTransaction, keepAdvice, recordChange } from '../store';
import type { Parts } from './parts';

export function coachingRoutes(router: Router, { db, now }: Parts): void {
  router.get('/coaching', async (ctx) => {
    const held = await adviceHeld(db);
    ctx.set('ETag', etagOf(held.revision));
    ctx.body = held satisfies AdviceView;
  });

  router.put('/coaching', async (ctx) => {
    const revision = wantedRevision(ctx);
    const parsed = parseAdvice(bodyAs(ctx, AdviceToKeep).advice);
    if (!parsed.ok) throw badInput('The advice has problems; nothing was stored.', parsed.problems);
    await inTransaction(db, async (all) => {
      if (!(await keepAdvice(all, revision, parsed.value))) throw changedMeanwhile('advice');
      await recordChange(all, { by: instructorOf(ctx), at: now() }, 'advice changed', { name: '' });
    });
    ctx.set('ETag', etagOf(revision + 1));
    ctx.body = { advice: parsed.value, revision: revision + 1 } satisfies AdviceView;
  });
}
