import { randomBytes, randomUUID, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import { promisify } from 'node:util';
import { nameKey, plainName } from '../../core/names';
import { inTransaction, type Database } from './database';

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

export interface Instructor {
  readonly id: string;
  readonly name: string;
}

export async function addInstructor(
  db: Database,
  instructor: {
    readonly name: string;
    readonly passphrase: string;
    readonly demo: boolean;
    readonly id?: string;
  },
): Promise<Instructor> {
  const { name, passphrase, demo, id = randomUUID() } = instructor;
  const passphrase_hash = await hashPassphrase(passphrase);
  const row = { id, name: plainName(name), name_key: nameKey(name), passphrase_hash, demo: demo ? 1 : 0 };
  await db.insertInto('instructors').values(row).execute();
  return { id, name: row.name };
}

/** The instructor, or null for a wrong passphrase as for an unknown name. */
export async function recogniseInstructor(
  db: Database,
  name: string,
  passphrase: string,
): Promise<Instructor | null> {
  const row = await db
    .selectFrom('instructors')
    .select(['id', 'name', 'passphrase_hash'])
    .where('name_key', '=', nameKey(name))
    .executeTakeFirst();
  const fits = await passphraseFits(passphrase, row?.passphrase_hash ?? NOBODY);
  return row && fits ? { id: row.id, name: row.name } : null;
}

export async function instructorNamed(db: Database, name: string): Promise<Instructor | null> {
  const row = await db
    .selectFrom('instructors')
    .select(['id', 'name'])
    .where('name_key', '=', nameKey(name))
    .executeTakeFirst();
  return row ?? null;
}

export async function firstDemoInstructor(db: Database): Promise<Instructor | null> {
  const row = await db
    .selectFrom('instructors')
    .select(['id', 'name'])
    .where('demo', '=', 1)
    .orderBy('name')
    .executeTakeFirst();
  return row ?? null;
}

/** Gives somebody a new passphrase, and ends all that they are signed in to. @returns how many those were; null for nobody of that name */
export async function changePassphrase(
  db: Database,
  name: string,
  passphrase: string,
): Promise<number | null> {
  const somebody = await instructorNamed(db, name);
  if (!somebody) return null;
  const passphrase_hash = await hashPassphrase(passphrase);
  return inTransaction(db, async (all) => {
    await all.updateTable('instructors').set({ passphrase_hash }).where('id', '=', somebody.id).execute();
    const { numDeletedRows } = await all
      .deleteFrom('sessions')
      .where('instructor', '=', somebody.id)
      .executeTakeFirstOrThrow();
    return Number(numDeletedRows);
  });
}

/** Whether it is the made-up school, which anybody may open on its own machine. */
export const isDemo = async (db: Database): Promise<boolean> => (await firstDemoInstructor(db)) !== null;
