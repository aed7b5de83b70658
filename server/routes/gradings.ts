import type Router from '@koa/router';
import { GradingToKeep, type GradingView, type Page } from '../../contract';
import { writtenCases } from '../../core/agreement';
import { badInput, bodyAs, conflict, instructorOf, seenBy, uuidOf } from '../http';
import { keepGrading, listGradings } from '../store';
import type { Parts } from './parts';

/** Written cases, graded by those who mark: what they make of them is compared on the screen. */
export function gradingRoutes(router: Router, { db, now }: Parts): void {
  router.get('/gradings', async (ctx) => {
    ctx.body = { items: await listGradings(db, seenBy(ctx)), next: null } satisfies Page<GradingView>;
  });

  router.put('/gradings/:id', async (ctx) => {
    const id = uuidOf(ctx);
    const { grades } = bodyAs(ctx, GradingToKeep);
    const known = new Set(writtenCases.map((one) => one.id));
    const problems = grades.flatMap((one, n) =>
      known.has(one.case) ? [] : [{ path: `grades[${n}].case`, message: 'is no written case' }],
    );
    if (problems.length > 0) throw badInput('The grades have problems; nothing was stored.', problems);
    const by = instructorOf(ctx).id;
    const added = await keepGrading(db, {
      id,
      at: now().toISOString(),
      by,
      grades: grades.map((one) => ({ case: one.case, grade: one.grade })),
    });
    const kept = (await listGradings(db, by)).find((one) => one.id === id);
    // A browser that got no answer asks again.
    if (!kept) throw conflict('Somebody else’s grades have this id.');
    ctx.status = added ? 201 : 200;
    ctx.body = kept;
  });
}
