import type Router from '@koa/router';
import type { Context } from 'koa';
import {
  Invitation,
  PersonChange,
  type ChangeView,
  type DeviceView,
  type InvitationMade,
  type InvitationView,
  type Page,
  type PersonView,
} from '../../contract';
import { plainName } from '../../core/names';
import {
  askedOrigin,
  badInput,
  bodyAs,
  conflict,
  cursorText,
  instructorOf,
  notFound,
  pagingOf,
  textOf,
} from '../http';
import {
  changePerson,
  closeSessions,
  devicesOf,
  endInvitation,
  endLinksOf,
  instructorNamed,
  inTransaction,
  listChanges,
  listInvitations,
  listPeople,
  makeInvitation,
  ownersOf,
  personById,
  recordChange,
  type Deed,
} from '../store';
import type { Parts } from './parts';

type WithParams = Context & { readonly params: Record<string, string> };

export function peopleRoutes(router: Router, { db, now, publicOrigin }: Parts): void {
  const deed = (ctx: Context): Deed => ({ by: instructorOf(ctx), at: now() });
  const held = async (ctx: WithParams) => {
    const person = await personById(db, String(ctx.params.id));
    if (!person) throw notFound('such person');
    return person;
  };
  const urlOf = (ctx: Context, token: string): string =>
    `${publicOrigin ?? askedOrigin(ctx)}/welcome/${token}`;

  router.get('/people', async (ctx) => {
    const isOwner = instructorOf(ctx).role === 'owner';
    const items = (await listPeople(db)).map((one) => (isOwner ? one : { ...one, lastSeen: null }));
    ctx.body = { items, next: null } satisfies Page<PersonView>;
  });

  router.patch('/people/:id', async (ctx) => {
    const change = bodyAs(ctx, PersonChange);
    const before = await held(ctx);
    const after = {
      name: plainName(change.name ?? before.name),
      role: change.role ?? before.role,
      active: change.active ?? before.active,
    };
    const other = await instructorNamed(db, after.name);
    if (other && other.id !== before.id)
      throw badInput('Somebody else is called so; nothing was changed.', [
        { path: 'name', message: `${other.name} is here already` },
      ]);
    await inTransaction(db, async (all) => {
      await changePerson(all, before.id, after);
      // Their calendar is read without signing in.
      if (!after.active) await endLinksOf(all, 'calendar', before.id, now());
      if ((await ownersOf(all)) === 0)
        throw conflict('The school needs an owner: make somebody else an owner first. Nothing was changed.');
      const parts = (['name', 'role', 'active'] as const).flatMap((part) =>
        before[part] === after[part] ? [] : [{ part, from: String(before[part]), to: String(after[part]) }],
      );
      const subject = { kind: 'person', id: before.id } as const;
      if (parts.length > 0)
        await recordChange(all, deed(ctx), 'person changed', { name: before.name, subject, parts });
    });
    ctx.body = (await listPeople(db)).find(({ id }) => id === before.id);
  });

  router.get('/people/:id/devices', async (ctx) => {
    const { id } = await held(ctx);
    ctx.body = { items: await devicesOf(db, id, now(), null), next: null } satisfies Page<DeviceView>;
  });

  router.delete('/people/:id/devices', async (ctx) => {
    const { id, name } = await held(ctx);
    await inTransaction(db, async (all) => {
      await closeSessions(all, id);
      await recordChange(all, deed(ctx), 'signed out everywhere', { name, subject: { kind: 'person', id } });
    });
    ctx.status = 204;
  });

  router.post('/people/:id/passphrase', async (ctx) => {
    const { id, name, role, active } = await held(ctx);
    if (!active) throw conflict(`${name} may not sign in: let them in again first.`);
    const made = await inTransaction(db, async (all) => {
      const subject = { kind: 'person', id } as const;
      await recordChange(all, deed(ctx), 'passphrase link made', { name, subject });
      return makeInvitation(all, { kind: 'passphrase', name, role, instructor: id }, now());
    });
    ctx.status = 201;
    const { token, ...view } = made;
    ctx.body = { ...view, url: urlOf(ctx, token) } satisfies InvitationMade;
  });

  router.get('/invitations', async (ctx) => {
    ctx.body = { items: await listInvitations(db, now()), next: null } satisfies Page<InvitationView>;
  });

  router.post('/invitations', async (ctx) => {
    const { name, role } = bodyAs(ctx, Invitation);
    const other = await instructorNamed(db, name);
    if (other)
      throw badInput('Somebody is called so already; nothing was made.', [
        { path: 'name', message: `${other.name} is here already` },
      ]);
    const made = await inTransaction(db, async (all) => {
      const parts = [{ part: 'role', to: role }];
      await recordChange(all, deed(ctx), 'person invited', { name: plainName(name), parts });
      return makeInvitation(all, { kind: 'join', name, role, instructor: null }, now());
    });
    ctx.status = 201;
    const { token, ...view } = made;
    ctx.body = { ...view, url: urlOf(ctx, token) } satisfies InvitationMade;
  });

  router.delete('/invitations/:id', async (ctx) => {
    if (!(await endInvitation(db, String(ctx.params.id)))) throw notFound('such link that is open');
    ctx.status = 204;
  });

  router.get('/changes', async (ctx) => {
    const { limit, after } = pagingOf(ctx);
    const before = after === null ? null : Number(after[0]);
    if (before !== null && !Number.isSafeInteger(before))
      throw badInput('cursor is not one that this server gave.', [{ path: 'cursor', message: 'is broken' }]);
    const [by, of] = [textOf(ctx, 'by'), textOf(ctx, 'of')];
    const found = await listChanges(db, { limit: limit + 1, before, by, of });
    const items = found.slice(0, limit);
    const last = items.at(-1);
    const next = last && found.length > limit ? cursorText([String(last.position), '']) : null;
    ctx.body = { items, next } satisfies Page<ChangeView>;
  });
}
