import type Router from '@koa/router';
import { PassphraseChange, SignIn, type SessionView } from '../../contract';
import {
  badInput,
  bodyAs,
  HttpProblem,
  setSession,
  sessionToken,
  instructorOf,
  type SignInThrottle,
} from '../http';
import {
  changePassphrase,
  closeOtherSessions,
  closeSession,
  firstDemoInstructor,
  openSession,
  recogniseInstructor,
  type Instructor,
} from '../store';
import type { Parts } from './parts';

export function sessionRoutes(router: Router, { db, now, demo }: Parts, throttle: SignInThrottle): void {
  const view = (instructor: Instructor): SessionView => ({ instructor });

  router.get('/session', (ctx) => {
    ctx.body = view(instructorOf(ctx));
  });

  router.post('/session', async (ctx) => {
    const { name, passphrase } = bodyAs(ctx, SignIn);
    const instructor = await throttle.attempt(ctx, name, () => recogniseInstructor(db, name, passphrase));
    if (!instructor) throw new HttpProblem(401, 'Not signed in', 'Name and passphrase do not go together.');
    setSession(ctx, await openSession(db, instructor.id, now()));
    ctx.body = view(instructor);
  });

  router.post('/session/demo', async (ctx) => {
    const instructor = demo && isLoopbackAddress(ctx.ip) ? await firstDemoInstructor(db) : null;
    if (!instructor) throw new HttpProblem(403, 'No demo here', 'The demo is open on its own machine only.');
    setSession(ctx, await openSession(db, instructor.id, now()));
    ctx.body = view(instructor);
  });

  router.put('/session/passphrase', async (ctx) => {
    const { current, next } = bodyAs(ctx, PassphraseChange);
    const { id, name } = instructorOf(ctx);
    const known = await throttle.attempt(ctx, name, () => recogniseInstructor(db, name, current));
    if (!known)
      throw badInput('This isn’t your passphrase; nothing was changed.', [
        { path: 'current', message: 'is not your passphrase' },
      ]);
    await changePassphrase(db, name, next);
    // Every device is signed out by that, and this one signed in again.
    setSession(ctx, await openSession(db, id, now()));
    ctx.body = view(known);
  });

  router.delete('/session/others', async (ctx) => {
    const token = sessionToken(ctx);
    if (token) await closeOtherSessions(db, instructorOf(ctx).id, token);
    ctx.status = 204;
  });

  router.delete('/session', async (ctx) => {
    const token = sessionToken(ctx);
    if (token) await closeSession(db, token);
    setSession(ctx, null);
    ctx.status = 204;
  });
}

const isLoopbackAddress = (address: string): boolean => /^(::ffff:)?127\.|^::1$/.test(address);
