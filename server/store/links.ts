import { randomBytes, randomUUID } from 'node:crypto';
import type { LinkView } from '../../contract';
import type { Database } from './database';
import type { Tables } from './schema';
import { tokenHash } from './secret';

type Kind = Tables['links']['kind'];

/** Makes a way in without signing in; its token is told once and only its hash is kept. */
export async function makeLink(
  db: Database,
  kind: Kind,
  subject: string,
  instructor: string,
  {
    now,
    days,
    fullName = false,
  }: { readonly now: Date; readonly days: number | null; readonly fullName?: boolean },
): Promise<LinkView> {
  const token = randomBytes(24).toString('base64url');
  const link = {
    id: randomUUID(),
    createdAt: now.toISOString(),
    expiresAt: days === null ? null : new Date(now.getTime() + days * 86_400_000).toISOString(),
    revokedAt: null,
    fullName,
  };
  await db
    .insertInto('links')
    .values({
      id: link.id,
      kind,
      token_hash: tokenHash(token),
      subject,
      instructor,
      created_at: link.createdAt,
      expires_at: link.expiresAt,
      revoked_at: null,
      full_name: fullName ? 1 : 0,
    })
    .execute();
  return { ...link, token };
}

/** What a token opens now; null when it is unknown, ended or too old. */
export async function linkOf(
  db: Database,
  kind: Kind,
  token: string,
  now: Date,
): Promise<{
  readonly subject: string;
  readonly instructor: string;
  readonly expiresAt: string | null;
  readonly fullName: boolean;
} | null> {
  const row = await db
    .selectFrom('links')
    .select([
      'subject',
      'instructor',
      'expires_at as expiresAt',
      'revoked_at as revokedAt',
      'full_name as fullName',
    ])
    .where('kind', '=', kind)
    .where('token_hash', '=', tokenHash(token))
    .executeTakeFirst();
  if (!row || row.revokedAt !== null) return null;
  if (row.expiresAt !== null && row.expiresAt <= now.toISOString()) return null;
  return { ...row, fullName: row.fullName === 1 };
}

export async function linksOf(db: Database, kind: Kind, subject: string): Promise<LinkView[]> {
  const rows = await db
    .selectFrom('links')
    .select([
      'id',
      'created_at as createdAt',
      'expires_at as expiresAt',
      'revoked_at as revokedAt',
      'full_name as fullName',
    ])
    .where('kind', '=', kind)
    .where('subject', '=', subject)
    .orderBy('created_at', 'desc')
    .execute();
  return rows.map((row) => ({ ...row, fullName: row.fullName === 1 }));
}

/** Ends one link; false when there is none that was open. */
export async function endLink(db: Database, id: string, now: Date): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('links')
    .set({ revoked_at: now.toISOString() })
    .where('id', '=', id)
    .where('revoked_at', 'is', null)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

/** Ends all links of a kind to one thing. */
export async function endLinksOf(db: Database, kind: Kind, subject: string, now: Date): Promise<void> {
  await db
    .updateTable('links')
    .set({ revoked_at: now.toISOString() })
    .where('kind', '=', kind)
    .where('subject', '=', subject)
    .where('revoked_at', 'is', null)
    .execute();
}
