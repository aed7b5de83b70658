import { closeSync, mkdirSync, openSync } from 'node:fs';
import { dirname } from 'node:path';
import SQLite from 'better-sqlite3';
import { Kysely, sql, SqliteDialect, type SqliteDatabase, type SqliteStatement } from 'kysely';
import { integrityOf, OWNER_ONLY } from './backup';
import { isNewest, migrate } from './migrate';
import { NOTHING } from './nothing';
import { DatabaseProblem, whyNotOpened } from './problem';
import type { Tables } from './schema';

export type Database = Kysely<Tables>;

/**
 * Opens a database file, made when it is not there, and brings it to the newest version. A file with data
 * is copied beside itself before it is migrated.
 *
 * @param to last migration to run; for tests of older versions
 * @throws DatabaseProblem when the file is no database, is damaged, or comes from a newer program
 */
export async function openDatabase(file: string, to?: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const sqlite = connect(file);
  try {
    const wrong = integrityOf(sqlite);
    if (wrong !== null)
      throw new DatabaseProblem(
        `${file} is damaged (${wrong}); nothing was changed. Bring back a backup: jasperwren restore --from BACKUP --database ${file}`,
      );
    await migrate(sqlite, file, to);
  } catch (error) {
    sqlite.close();
    throw error;
  }
  const db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: undoneAlready(sqlite) }) });
  // Only one that has been asked something closes the file when it is destroyed.
  await sql`select 1`.execute(db);
  return db;
}

/**
 * When the disk is full, SQLite undoes a transaction by itself. Undoing it again would fail, and that error would hide
 * the one that says why.
 */
const undoneAlready = (sqlite: SQLite.Database): SqliteDatabase => {
  const prepare = prepareOnce(sqlite);
  return {
    close: () => sqlite.close(),
    prepare: (text) => (text === 'rollback' && !sqlite.inTransaction ? NOTHING : prepare(text)),
  };
};

/** So many statements are kept ready; a batch of events uses some fifteen. */
const READY = 300;

/** Statements that are asked again need not be read again, which is an eighth of the time of a batch of events. */
function prepareOnce(sqlite: SQLite.Database): SqliteDatabase['prepare'] {
  const ready = new Map<string, SQLite.Statement>();
  return (text) => {
    const known = ready.get(text);
    // One that is still being read row by row can't be begun again.
    const statement = known && !known.busy ? known : sqlite.prepare(text);
    ready.delete(text);
    ready.set(text, statement);
    const [oldest] = ready.keys();
    if (ready.size > READY && oldest !== undefined) ready.delete(oldest);
    return statement as unknown as SqliteStatement;
  };
}

/**
 * Opens a database that is there and only reads it, beside the server that writes it.
 *
 * @throws DatabaseProblem when it is not there, is no database, or is of another version of this program
 */
export function openToRead(file: string): Database {
  let database;
  let newest: boolean;
  try {
    database = new SQLite(file, { readonly: true, fileMustExist: true });
    newest = isNewest(database);
  } catch (error) {
    throw new DatabaseProblem(whyNotOpened(file, error));
  }
  if (newest)
    return new Kysely<Tables>({ dialect: new SqliteDialect({ database: undoneAlready(database) }) });
  database.close();
  throw new DatabaseProblem(
    `${file} is of another version of Jasperwren; start the server on it once, or update the program.`,
  );
}

const tried = new WeakMap<Database, number>();

/** Writes something to the file, at most every ten seconds. @throws SQLite's error when that cannot be done */
export async function tryWriting(db: Database): Promise<void> {
  const now = performance.now();
  if (now - (tried.get(db) ?? -Infinity) < 10_000) return;
  // Once is always the same content: the point is that it reaches the disk.
  await sql`pragma user_version = 1`.execute(db);
  tried.set(db, now);
}

/** Grows with every row that this connection writes. */
export async function changesOf(db: Database): Promise<number> {
  const { rows } = await sql<{ changes: number }>`select total_changes() as changes`.execute(db);
  return rows[0]?.changes ?? 0;
}

/** Puts what was written beside the database file into it, as far as that makes nobody wait. */
export async function checkpoint(db: Database): Promise<void> {
  await sql`pragma wal_checkpoint(passive)`.execute(db);
}

/** All of some work or nothing of it; within a transaction it is part of that one. */
export const inTransaction = <T>(db: Database, work: (all: Database) => Promise<T>): Promise<T> =>
  db.isTransaction ? work(db) : db.transaction().execute(work);

function connect(file: string): SQLite.Database {
  try {
    closeSync(openSync(file, 'a', OWNER_ONLY));
    const sqlite = new SQLite(file);
    sqlite.pragma('journal_mode = WAL');
    // An event that was acknowledged is on disk, also when the power goes.
    sqlite.pragma('synchronous = FULL');
    sqlite.pragma('foreign_keys = ON');
    sqlite.pragma('busy_timeout = 5000');
    return sqlite;
  } catch (error) {
    throw new DatabaseProblem(whyNotOpened(file, error));
  }
}
