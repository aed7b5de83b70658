import { randomBytes, randomUUID, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import { promisify } from 'node:util';
import { sql } from 'kysely';
import type { PersonView, Role } from '../../contract';
import { nameKey, plainName } from '../../core/names';
import { inTransaction, type Database } from './database';
import type { Instructor } from './person';
import { closeSessions } from './sessions';

const derive = promisify<string, Buffer, number, ScryptOptions, Buffer>(scrypt);
/** OWASP's password storage advice for scrypt: N = 2^17, r = 8, p = 1 (from memory). */
const COST = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 1024 * 1024 };

export async function hashPassphrase(passphrase: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(passphrase.normalize('NFKC'), salt, 32, COST);
  return `scrypt$${salt.toString('base64')}$${key.toString('base64')}`;
}

async function passphraseFits(passphrase: string, hash: string): Promise<boolean> {
  const [, salt = '', key = ''] = hash.split('$');
  const wanted = Buffer.from(key, 'base64');
  const found = await derive(passphrase.normalize('NFKC'), Buffer.from(salt, 'base64'), 32, COST);
  return wanted.length === found.length && timingSafeEqual(wanted, found);
}

/** Stands in for the hash of a name that is not there: the same work, and nothing fits it. */
const NOBODY = `scrypt$${Buffer.alloc(16).toString('base64')}$${Buffer.alloc(32).toString('base64')}`;

export async function addInstructor(
  db: Database,
  instructor: {
    readonly name: string;
    readonly passphrase: string;
    readonly demo: boolean;
    readonly role: Role;
    readonly id?: string;
  },
): Promise<Instructor> {
  const { passphrase, ...person } = instructor;
  return addPerson(db, { ...person, hash: await hashPassphrase(passphrase) });
}

/** As `addInstructor`, with a passphrase that was hashed before: within a transaction nobody waits for that. */
export async function addPerson(
  db: Database,
  person: {
    readonly name: string;
    readonly hash: string;
    readonly demo: boolean;
    readonly role: Role;
    readonly id?: string;
  },
): Promise<Instructor> {
  const { hash, demo, role, id = randomUUID() } = person;
  const name = plainName(person.name);
  await db
    .insertInto('instructors')
    .values({
      id,
      name,
      name_key: nameKey(name),
      passphrase_hash: hash,
      demo: demo ? 1 : 0,
      role,
      active: 1,
    })
    .execute();
  return { id, name, role };
}

const select = (db: Database) => db.selectFrom('instructors').select(['id', 'name', 'role']);

/** Who may sign in by a name and a passphrase, or null: for a wrong passphrase, an unknown name and somebody who may no longer. */
export async function recogniseInstructor(
  db: Database,
  name: string,
  passphrase: string,
): Promise<Instructor | null> {
  const row = await select(db)
    .select('passphrase_hash')
    .where('name_key', '=', nameKey(name))
    .where('active', '=', 1)
    .executeTakeFirst();
  const fits = await passphraseFits(passphrase, row?.passphrase_hash ?? NOBODY);
  return row && fits ? { id: row.id, name: row.name, role: row.role } : null;
}

export async function instructorNamed(db: Database, name: string): Promise<Instructor | null> {
  return (await select(db).where('name_key', '=', nameKey(name)).executeTakeFirst()) ?? null;
}

/** The owner of the demo school, or of those who work there the first. */
export async function firstDemoInstructor(db: Database): Promise<Instructor | null> {
  const row = await select(db)
    .where('demo', '=', 1)
    .where('active', '=', 1)
    .orderBy(sql`role = 'owner'`, 'desc')
    .orderBy('name')
    .executeTakeFirst();
  return row ?? null;
}

/** Gives somebody a new passphrase, and ends all that they are signed in to. @returns how many those were */
export const changePassphrase = async (db: Database, id: string, passphrase: string): Promise<number> =>
  keepPassphrase(db, id, await hashPassphrase(passphrase));

export const keepPassphrase = (db: Database, id: string, hash: string): Promise<number> =>
  inTransaction(db, async (all) => {
    await all.updateTable('instructors').set({ passphrase_hash: hash }).where('id', '=', id).execute();
    return closeSessions(all, id);
  });

/** Everybody who works here or did, by name. */
export async function listPeople(db: Database): Promise<PersonView[]> {
  const rows = await select(db)
    .select([
      'active',
      sql<number>`(select count(*) from learners where learners.instructor = instructors.id and has_left = 0)`.as(
        'learners',
      ),
      sql<string | null>`(select max(seen_at) from sessions where sessions.instructor = instructors.id)`.as(
        'lastSeen',
      ),
    ])
    .orderBy('active', 'desc')
    .orderBy('name_key')
    .execute();
  return rows.map((row) => ({ ...row, active: row.active === 1 }));
}

export async function personById(
  db: Database,
  id: string,
): Promise<(Instructor & { readonly active: boolean }) | null> {
  const row = await select(db).select('active').where('id', '=', id).executeTakeFirst();
  return row ? { ...row, active: row.active === 1 } : null;
}

/** Changes what somebody is called, what they are, or whether they may sign in. */
export async function changePerson(
  db: Database,
  id: string,
  { name, role, active }: { readonly name: string; readonly role: Role; readonly active: boolean },
): Promise<void> {
  await db
    .updateTable('instructors')
    .set({ name: plainName(name), name_key: nameKey(name), role, active: active ? 1 : 0 })
    .where('id', '=', id)
    .execute();
  if (!active) await closeSessions(db, id);
}

/** How many owners may sign in: a school needs one. */
export async function ownersOf(db: Database): Promise<number> {
  const { owners } = await db
    .selectFrom('instructors')
    .select((is) => is.fn.countAll<number>().as('owners'))
    .where('role', '=', 'owner')
    .where('active', '=', 1)
    .executeTakeFirstOrThrow();
  return owners;
}

export async function isNobodyHere(db: Database): Promise<boolean> {
  return (await db.selectFrom('instructors').select('id').limit(1).executeTakeFirst()) === undefined;
}

/** Whether it is the made-up school, which anybody may open on its own machine. */
export const isDemo = async (db: Database): Promise<boolean> => (await firstDemoInstructor(db)) !== null;
