import type Router from '@koa/router';
import { SignIn, type SessionView } from '../../contract';
import { bodyAs, HttpProblem, setSession, sessionToken, instructorOf, type SignInThrottle } from '../http';
import {
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

  router.delete('/session', async (ctx) => {
    const token = sessionToken(ctx);
    if (token) await closeSession(db, token);
    setSession(ctx, null);
    ctx.status = 204;
  });
}

const isLoopbackAddress = (address: string): boolean => /^(::ffff:)?127\.|^::1$/.test(address);
