import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { DeviceView } from '../../contract';
import type { Database } from './database';
import type { Instructor } from './person';
import { newToken, tokenHash } from './secret';

export const SESSION_DAYS = 30;

/** Lists say to five minutes when a device was last used: more often nothing is written. */
const SEEN_EVERY = 5 * 60_000;

const seenTime = (now: Date): string =>
  new Date(Math.floor(now.getTime() / SEEN_EVERY) * SEEN_EVERY).toISOString();

/** Signs somebody in. @param device what kind of device it is, in words @returns the token, of which only a hash is kept */
export async function openSession(
  db: Database,
  instructor: string,
  now: Date,
  device: string,
): Promise<string> {
  const token = newToken();
  const expires = new Date(now.getTime() + SESSION_DAYS * 86_400_000).toISOString();
  await db.deleteFrom('sessions').where('expires_at', '<', now.toISOString()).execute();
  await db
    .insertInto('sessions')
    .values({
      token_hash: tokenHash(token),
      id: randomUUID(),
      instructor,
      device,
      started_at: seenTime(now),
      seen_at: seenTime(now),
      expires_at: expires,
    })
    .execute();
  return token;
}

/** Who is signed in by a token; and notes that they are here. */
export async function instructorOfSession(
  db: Database,
  token: string,
  now: Date,
): Promise<Instructor | null> {
  const hash = tokenHash(token);
  const row = await db
    .selectFrom('sessions')
    .innerJoin('instructors', 'instructors.id', 'sessions.instructor')
    .select(['instructors.id', 'instructors.name', 'instructors.role', 'sessions.seen_at as seenAt'])
    .where('token_hash', '=', hash)
    .where('expires_at', '>', now.toISOString())
    .where('instructors.active', '=', 1)
    .executeTakeFirst();
  if (!row) return null;
  const { seenAt, ...instructor } = row;
  if (seenAt < seenTime(now))
    await db
      .updateTable('sessions')
      .set({ seen_at: seenTime(now) })
      .where('token_hash', '=', hash)
      .execute()
      // A full disk keeps nobody from reading.
      .catch(() => undefined);
  return instructor;
}

/** Where somebody is signed in, the last used first. @param token that of the device that asks */
export async function devicesOf(
  db: Database,
  instructor: string,
  now: Date,
  token: string | null,
): Promise<DeviceView[]> {
  const here = token === null ? '' : tokenHash(token);
  const rows = await db
    .selectFrom('sessions')
    .select(['id', 'device as name', 'started_at as since', 'seen_at as lastSeen'])
    .select(sql<number>`token_hash = ${here}`.as('isHere'))
    .where('instructor', '=', instructor)
    .where('expires_at', '>', now.toISOString())
    .orderBy('seen_at', 'desc')
    .orderBy('started_at', 'desc')
    .orderBy('id')
    .execute();
  return rows.map(({ isHere, ...rest }) => ({ ...rest, here: isHere === 1 }));
}

/** Ends one of somebody's sessions; false when it is not theirs, or over already. */
export async function closeDevice(db: Database, instructor: string, id: string): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('sessions')
    .where('instructor', '=', instructor)
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  return numDeletedRows === 1n;
}

/** Ends all that somebody is signed in to, or all but one. @returns how many those were */
export async function closeSessions(
  db: Database,
  instructor: string,
  butThat: string | null = null,
): Promise<number> {
  let query = db.deleteFrom('sessions').where('instructor', '=', instructor);
  if (butThat !== null) query = query.where('token_hash', '!=', tokenHash(butThat));
  return Number((await query.executeTakeFirstOrThrow()).numDeletedRows);
}

export async function closeSession(db: Database, token: string): Promise<void> {
  await db.deleteFrom('sessions').where('token_hash', '=', tokenHash(token)).execute();
}
