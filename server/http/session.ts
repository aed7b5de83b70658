import type { Context, Middleware } from 'koa';
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

/** Finds who is signed in; what needs somebody asks with `signedIn`. */
export const session =
  (db: Database, now: () => Date): Middleware =>
  async (ctx, next) => {
    const token = sessionToken(ctx);
    ctx.state.instructor = token ? await instructorOfSession(db, token, now()) : null;
    await next();
  };

export function signedIn(ctx: Context): Instructor {
  const instructor = (ctx.state as { instructor: Instructor | null }).instructor;
  if (!instructor)
    throw new HttpProblem(
      401,
      'Not signed in',
      'Sign in first. Marks that wait in the browser are kept there.',
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
