import type { RouterMiddleware } from '@koa/router';
import type { Context, Middleware } from 'koa';
import type { Operation } from '../../contract';
import { instructorOfSession, SESSION_DAYS, type Database, type Instructor } from '../store';
import { HttpProblem } from './problem';

/**
 * Over https it is bound to this very host by its name (RFC 6265bis); and a browser that knows it takes no plain one in
 * its place.
 */
const cookieOf = (ctx: Context): string => (ctx.cookies.secure ? '__Host-jasperwren' : 'jasperwren');

declare module 'koa' {
  interface DefaultState {
    instructor: Instructor | null;
  }
}

/** Finds who is signed in. */
export const session =
  (db: Database, now: () => Date): Middleware =>
  async (ctx, next) => {
    const token = sessionToken(ctx);
    ctx.state.instructor = token ? await instructorOfSession(db, token, now()) : null;
    await next();
  };

/**
 * Lets nobody through who is not signed in, but to the operations of the list that are open. It stands within the
 * router: only there is it known which operation is asked for.
 */
export function signInNeeded(operations: readonly Operation[], prefix: string): RouterMiddleware {
  const open = new Set(
    operations.flatMap(({ method, path, open: isOpen }) => (isOpen ? [`${method} ${prefix}${path}`] : [])),
  );
  return async (ctx, next) => {
    const asked = (ctx.matched ?? []).filter(({ methods }) => methods.includes(ctx.method));
    const method = ctx.method === 'HEAD' ? 'get' : ctx.method.toLowerCase();
    if (!asked.every(({ path }) => open.has(`${method} ${String(path)}`))) instructorOf(ctx);
    await next();
  };
}

/** Who asks. @throws HttpProblem 401 when nobody is signed in */
export function instructorOf(ctx: Context): Instructor {
  const instructor = (ctx.state as { instructor: Instructor | null }).instructor;
  if (!instructor)
    throw new HttpProblem(
      401,
      'Not signed in',
      'Sign in first. Marks that wait in the browser are safe there.',
    );
  return instructor;
}

export const sessionToken = (ctx: Context): string | undefined => ctx.cookies.get(cookieOf(ctx));

export function setSession(ctx: Context, token: string | null): void {
  ctx.cookies.set(cookieOf(ctx), token, {
    httpOnly: true,
    sameSite: 'strict',
    path: '/',
    overwrite: true,
    secure: ctx.cookies.secure,
    ...(token === null ? {} : { maxAge: SESSION_DAYS * 86_400_000 }),
  });
}
