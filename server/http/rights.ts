import type { Context } from 'koa';
import type { RouterMiddleware } from '@koa/router';
import { may, reach, type Operation, type Owned } from '../../contract';
import { belongingOf, type Belonging, type Database, type Instructor } from '../store';
import { HttpProblem, notFound } from './problem';
import { instructorOf } from './session';

/**
 * Lets through who may: to the operations of the list that are open, everybody; to any other, who is signed in, has the
 * right that it takes, and sees (or may change) the learner whom it is about. It stands within the router: only there
 * is it known which operation is asked for. Lists are kept to what one sees by their handlers, with `seenBy`.
 */
export function rightsNeeded(
  operations: readonly Operation[],
  prefix: string,
  db: Database,
): RouterMiddleware {
  const known = new Map(operations.map((one) => [`${one.method} ${prefix}${one.path}`, one]));
  return async (ctx, next) => {
    const method = ctx.method === 'HEAD' ? 'get' : ctx.method.toLowerCase();
    for (const layer of (ctx.matched ?? []).filter(({ methods }) => methods.includes(ctx.method))) {
      const operation = known.get(`${method} ${String(layer.path)}`);
      if (operation?.open) continue;
      const instructor = instructorOf(ctx);
      if (!operation?.right || !may(instructor.role, operation.right)) throw notAllowed();
      const { id = '' } = layer.params(ctx.path, layer.captures(ctx.path));
      if (operation.of) await checkRecord(db, instructor, operation, operation.of, id);
      const { body } = ctx.request as { readonly body?: unknown };
      const named = operation.changes === true ? operation : { ...operation, changes: undefined };
      for (const learner of [namedIn(body), namedIn(ctx.query)])
        if (learner !== null) await checkRecord(db, instructor, named, 'learner', learner);
    }
    await next();
  };
}

function namedIn(input: unknown): string | null {
  const { learner } = (input ?? {}) as { readonly learner?: unknown };
  return typeof learner === 'string' && learner !== '' ? learner : null;
}

const WHAT: Readonly<Record<Owned, string>> = {
  learner: 'such learner',
  mock: 'such mock test',
  lesson: 'such entry',
  result: 'such result',
  practice: 'such run',
  share: 'such share link that is open',
};

/** One that is not there is the handler's to tell, or to make. */
async function checkRecord(
  db: Database,
  instructor: Instructor,
  operation: { readonly changes?: Operation['changes'] | undefined },
  of: Owned,
  id: string,
): Promise<void> {
  const { sees, changes: changing } = reach[instructor.role];
  if (sees === 'all' && (changing === 'all' || !operation.changes)) return;
  const whose = await belongingOf(db, of, id);
  if (!whose || isMine(instructor, whose)) return;
  if (sees === 'own') throw notFound(WHAT[of]);
  if (whose.taughtBy === null) return;
  throw new HttpProblem(
    403,
    'Not yours to change',
    `Only ${whose.names.join(', ')} or an owner of the school can change this; nothing was changed.`,
  );
}

const isMine = ({ id }: Instructor, { taughtBy, keptBy }: Belonging): boolean =>
  taughtBy === id || keptBy === id;

export const notAllowed = (): HttpProblem =>
  new HttpProblem(
    403,
    'Not allowed',
    'Your role in the school doesn’t allow this. An owner can change your role.',
  );

/** Whose records somebody sees in lists: their id when only their own, null when all of the school. */
export const seenBy = (ctx: Context): string | null => {
  const { id, role } = instructorOf(ctx);
  return reach[role].sees === 'all' ? null : id;
};
