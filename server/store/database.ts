import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import SQLite from 'better-sqlite3';
import { Kysely, Migrator, SqliteDialect } from 'kysely';
import { migrations } from './migrations';
import type { Tables } from './schema';

export type Database = Kysely<Tables>;

/** Something about the database file that the person who runs the server must know; not a bug. */
export class DatabaseProblem extends Error {
  override readonly name = 'DatabaseProblem';
}

/**
 * Opens a database file, made when it is not there, and brings it to the newest version. A file with data
 * is copied beside itself before it is migrated.
 *
 * @param to last migration to run; for tests of older versions
 * @throws DatabaseProblem when the file is no database or comes from a newer program
 */
export async function openDatabase(file: string, to?: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const sqlite = connect(file);
  const db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite }) });
  try {
    await migrate(db, sqlite, file, to);
  } catch (error) {
    await db.destroy();
    throw error;
  }
  return db;
}

/**
 * Opens a database that is there and only reads it, beside the server that writes it.
 *
 * @throws DatabaseProblem when it is not there, is no database, or is of another version of this program
 */
export function openToRead(file: string): Database {
  let database;
  let done: string[];
  try {
    database = new SQLite(file, { readonly: true, fileMustExist: true });
    done = appliedMigrations(database);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new DatabaseProblem(`${file} cannot be opened as a database: ${why}`);
  }
  if (done.at(-1) !== Object.keys(migrations).at(-1))
    throw new DatabaseProblem(
      `${file} is of another version of Jasperwren; start the server on it once, or update the program.`,
    );
  return new Kysely<Tables>({ dialect: new SqliteDialect({ database }) });
}

/** All of some work or nothing of it; within a transaction it is part of that one. */
export const inTransaction = <T>(db: Database, work: (all: Database) => Promise<T>): Promise<T> =>
  db.isTransaction ? work(db) : db.transaction().execute(work);

function connect(file: string): SQLite.Database {
  try {
    const sqlite = new SQLite(file);
    sqlite.pragma('journal_mode = WAL');
    // An event that was acknowledged is on disk, also when the power goes.
    sqlite.pragma('synchronous = FULL');
    sqlite.pragma('foreign_keys = ON');
    sqlite.pragma('busy_timeout = 5000');
    return sqlite;
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new DatabaseProblem(`${file} cannot be opened as a database: ${why}`);
  }
}

async function migrate(db: Database, sqlite: SQLite.Database, file: string, to?: string): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(migrations) } });
  const done = appliedMigrations(sqlite);
  const unknown = done.find((name) => !(name in migrations));
  if (unknown)
    throw new DatabaseProblem(
      `${file} comes from a newer Jasperwren (it has ${unknown}); nothing was changed. Update the program.`,
    );
  const last = to ?? Object.keys(migrations).at(-1);
  if (last === undefined || done.includes(last)) return;
  const latest = done.at(-1);
  if (latest !== undefined) backUp(sqlite, `${file}.before-${last}`);
  const { error } = await migrator.migrateTo(last);
  if (error) throw error;
}

function appliedMigrations(sqlite: SQLite.Database): string[] {
  const table = sqlite.prepare(`select 1 from sqlite_master where name = 'kysely_migration'`).get();
  if (!table) return [];
  return sqlite.prepare<[], string>('select name from kysely_migration order by name').pluck().all();
}

function backUp(sqlite: SQLite.Database, to: string): void {
  if (existsSync(to)) rmSync(to);
  sqlite.prepare('vacuum into ?').run(to);
}
