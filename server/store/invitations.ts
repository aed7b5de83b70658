import { randomUUID } from 'node:crypto';
import type { InvitationView } from '../../contract';
import { plainName } from '../../core/names';
import type { Database } from './database';
import { newToken, tokenHash } from './secret';

const DAY = 86_400_000;

/** A link to join is opened when somebody has time for it; one to choose a passphrase is asked for and used at once. */
const GOOD_FOR: Readonly<Record<InvitationView['kind'], number>> = { first: 30, join: 7, passphrase: 1 };

const select = (db: Database) =>
  db
    .selectFrom('invitations')
    .select(['id', 'kind', 'name', 'role', 'created_at as createdAt', 'expires_at as expiresAt']);

/**
 * Makes a one-time link. Those of before that it stands in for are ended: another first one, and another for the
 * passphrase of the same person.
 *
 * @param instructor whose passphrase it is about; null for somebody new
 */
export async function makeInvitation(
  db: Database,
  {
    kind,
    name,
    role,
    instructor,
  }: Pick<InvitationView, 'kind' | 'name' | 'role'> & {
    readonly instructor: string | null;
  },
  now: Date,
): Promise<InvitationView & { readonly token: string }> {
  const token = newToken();
  const view: InvitationView = {
    id: randomUUID(),
    kind,
    name: plainName(name),
    role,
    createdAt: now.toISOString(),
    expiresAt: new Date(now.getTime() + GOOD_FOR[kind] * DAY).toISOString(),
  };
  if (kind !== 'join') {
    let before = db.deleteFrom('invitations').where('kind', '=', kind);
    if (instructor !== null) before = before.where('instructor', '=', instructor);
    await before.execute();
  }
  await db
    .insertInto('invitations')
    .values({
      id: view.id,
      kind,
      token_hash: tokenHash(token),
      name: view.name,
      role,
      instructor,
      created_at: view.createdAt,
      expires_at: view.expiresAt,
      used_at: null,
    })
    .execute();
  return { ...view, token };
}

/** What a token is good for now; null when it is unknown, was used, or has run out. */
export async function invitationOf(
  db: Database,
  token: string,
  now: Date,
): Promise<(InvitationView & { readonly instructor: string | null }) | null> {
  const row = await select(db)
    .select('instructor')
    .where('token_hash', '=', tokenHash(token))
    .where('used_at', 'is', null)
    .where('expires_at', '>', now.toISOString())
    .executeTakeFirst();
  return row ?? null;
}

/** Uses it up; false when somebody was quicker. */
export async function useInvitation(db: Database, id: string, now: Date): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('invitations')
    .set({ used_at: now.toISOString() })
    .where('id', '=', id)
    .where('used_at', 'is', null)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

/** Links that can still be used, the newest first. */
export const listInvitations = (db: Database, now: Date): Promise<InvitationView[]> =>
  select(db)
    .where('used_at', 'is', null)
    .where('expires_at', '>', now.toISOString())
    .orderBy('created_at', 'desc')
    .execute();

/** Ends a link; the one that is gone, or null when there was none. */
export async function endInvitation(db: Database, id: string): Promise<InvitationView | null> {
  const held = await select(db).where('id', '=', id).where('used_at', 'is', null).executeTakeFirst();
  if (held) await db.deleteFrom('invitations').where('id', '=', id).execute();
  return held ?? null;
}
