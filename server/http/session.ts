import Bowser from 'bowser';
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

/** Finds who is signed in. */
export const session =
  (db: Database, now: () => Date): Middleware =>
  async (ctx, next) => {
    const token = sessionToken(ctx);
    ctx.state.instructor = token ? await instructorOfSession(db, token, now()) : null;
    await next();
  };

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

/** What kind of device asks, as far as its browser says. */
export function deviceOf(ctx: Context): string {
  const agent = ctx.get('user-agent').slice(0, 400);
  if (agent === '') return 'A device';
  const { browser, os } = Bowser.parse(agent);
  const parts = [browser.name, os.name].flatMap((name) => (name ? [name] : []));
  return parts.length > 0 ? parts.join(' on ').slice(0, 80) : 'A device';
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
