import type { Context } from 'koa';
import type { LearnerView } from '../../contract';
import { notFound } from '../http';
import { learnerById, type Database } from '../store';

/** The learner in the address. @throws HttpProblem 404 when there is none */
export async function learnerHeld(
  db: Database,
  ctx: Context & { readonly params: Record<string, string> },
): Promise<LearnerView> {
  const learner = await learnerById(db, String(ctx.params.id));
  if (!learner) throw notFound('such learner');
  return learner;
}
