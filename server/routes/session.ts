import type Router from '@koa/router';
import { PassphraseChange, SignIn, type DeviceView, type Page, type SessionView } from '../../contract';
import {
  badInput,
  bodyAs,
  deviceOf,
  HttpProblem,
  notFound,
  setSession,
  sessionToken,
  instructorOf,
  type SignInThrottle,
} from '../http';
import {
  closeDevice,
  closeSession,
  closeSessions,
  devicesOf,
  firstDemoInstructor,
  hashPassphrase,
  inTransaction,
  keepPassphrase,
  openSession,
  recogniseInstructor,
  recordChange,
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
    setSession(ctx, await openSession(db, instructor.id, now(), deviceOf(ctx)));
    ctx.body = view(instructor);
  });

  router.post('/session/demo', async (ctx) => {
    const instructor = demo && isLoopbackAddress(ctx.ip) ? await firstDemoInstructor(db) : null;
    if (!instructor) throw new HttpProblem(403, 'No demo here', 'The demo is open on its own machine only.');
    setSession(ctx, await openSession(db, instructor.id, now(), deviceOf(ctx)));
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
    const hash = await hashPassphrase(next);
    await inTransaction(db, async (all) => {
      await keepPassphrase(all, id, hash);
      const subject = { kind: 'person', id } as const;
      await recordChange(all, { by: known, at: now() }, 'passphrase changed', { name, subject });
    });
    // Every device is signed out by that, and this one signed in again.
    setSession(ctx, await openSession(db, id, now(), deviceOf(ctx)));
    ctx.body = view(known);
  });

  router.get('/session/devices', async (ctx) => {
    const items = await devicesOf(db, instructorOf(ctx).id, now(), sessionToken(ctx) ?? null);
    ctx.body = { items, next: null } satisfies Page<DeviceView>;
  });

  router.delete('/session/devices/:id', async (ctx) => {
    if (!(await closeDevice(db, instructorOf(ctx).id, String(ctx.params.id))))
      throw notFound('such device that is signed in');
    ctx.status = 204;
  });

  router.delete('/session/others', async (ctx) => {
    const token = sessionToken(ctx);
    if (token) await closeSessions(db, instructorOf(ctx).id, token);
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
