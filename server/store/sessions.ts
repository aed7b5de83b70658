import { createHash, randomBytes } from 'node:crypto';
import type { Database } from './database';
import type { Instructor } from './instructors';

export const SESSION_DAYS = 30;

/** Only a hash is kept: who reads the database cannot sign in with it. */
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

export async function openSession(db: Database, instructor: string, now: Date): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  const expires = new Date(now.getTime() + SESSION_DAYS * 86_400_000).toISOString();
  await db.deleteFrom('sessions').where('expires_at', '<', now.toISOString()).execute();
  await db
    .insertInto('sessions')
    .values({ token_hash: hashOf(token), instructor, expires_at: expires })
    .execute();
  return token;
}

export async function instructorOfSession(
  db: Database,
  token: string,
  now: Date,
): Promise<Instructor | null> {
  const row = await db
    .selectFrom('sessions')
    .innerJoin('instructors', 'instructors.id', 'sessions.instructor')
    .select(['instructors.id', 'instructors.name'])
    .where('token_hash', '=', hashOf(token))
    .where('expires_at', '>', now.toISOString())
    .executeTakeFirst();
  return row ?? null;
}

/** Ends all that somebody is signed in to but one. @returns how many those were */
export async function closeOtherSessions(db: Database, instructor: string, token: string): Promise<number> {
  const { numDeletedRows } = await db
    .deleteFrom('sessions')
    .where('instructor', '=', instructor)
    .where('token_hash', '!=', hashOf(token))
    .executeTakeFirstOrThrow();
  return Number(numDeletedRows);
}

export async function closeSession(db: Database, token: string): Promise<void> {
  await db.deleteFrom('sessions').where('token_hash', '=', hashOf(token)).execute();
}
