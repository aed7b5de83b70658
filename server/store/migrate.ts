import type SQLite from 'better-sqlite3';
import { Kysely, SqliteDialect, type SqliteDatabase, type SqliteStatement } from 'kysely';
import { keepCopy } from './backup';
import { migrations } from './migrations';
import { NOTHING } from './nothing';
import { DatabaseProblem } from './problem';

const names = Object.keys(migrations);

/** The migrations that a database has had, in order. */
export function appliedMigrations(sqlite: SQLite.Database): string[] {
  const table = sqlite.prepare(`select 1 from sqlite_master where name = 'kysely_migration'`).get();
  if (!table) return [];
  return sqlite.prepare<[], string>('select name from kysely_migration order by name').pluck().all();
}

export const isKnown = (name: string): boolean => names.includes(name);

export const isNewest = (sqlite: SQLite.Database): boolean =>
  appliedMigrations(sqlite).at(-1) === names.at(-1);

/**
 * Brings a database to a version, each migration wholly or not at all. One with data is copied beside itself first.
 *
 * @param to the last migration to run
 * @throws DatabaseProblem when it comes from a newer program
 */
export async function migrate(sqlite: SQLite.Database, file: string, to = names.at(-1)): Promise<void> {
  const done = appliedMigrations(sqlite);
  const unknown = done.find((name) => !isKnown(name));
  if (unknown !== undefined)
    throw new DatabaseProblem(
      `${file} comes from a newer Jasperwren (it has ${unknown}); nothing was changed. Update the program.`,
    );
  const wanted = names.filter((name) => !done.includes(name) && name <= (to ?? ''));
  const last = wanted.at(-1);
  if (last === undefined) return;
  if (done.length > 0) await keepCopy(sqlite, `${file}.before-${last}`);
  for (const name of wanted) {
    try {
      await run(sqlite, name, sqlite);
    } catch (error) {
      if (!wasDoneBefore(error)) throw error;
      await run(sqlite, name, passingOver(sqlite));
    }
  }
}

/** One migration in one transaction, with the note that it was run. */
async function run(sqlite: SQLite.Database, name: string, through: SqliteDatabase): Promise<void> {
  const db = new Kysely<unknown>({ dialect: new SqliteDialect({ database: through }) });
  sqlite.exec('begin immediate');
  try {
    await migrations[name]?.up(db);
    sqlite.exec(
      'create table if not exists kysely_migration (name varchar(255) not null primary key, timestamp varchar(255) not null)',
    );
    sqlite.prepare('insert into kysely_migration values (?, ?)').run(name, new Date().toISOString());
    sqlite.exec('commit');
  } catch (error) {
    if (sqlite.inTransaction) sqlite.exec('rollback');
    throw error;
  }
}

/**
 * Once a migration was not one transaction, and a power cut could leave some of its statements done. Those are
 * passed over here, and the others run.
 */
function passingOver(sqlite: SQLite.Database): SqliteDatabase {
  const unlessDone = <T>(work: () => T, otherwise: T): T => {
    try {
      return work();
    } catch (error) {
      if (wasDoneBefore(error)) return otherwise;
      throw error;
    }
  };
  return {
    close: () => undefined,
    prepare: (sql) =>
      unlessDone<SqliteStatement>(() => {
        const statement = sqlite.prepare<unknown[]>(sql);
        const run = (values: readonly unknown[]) => statement.run(...values);
        return {
          reader: statement.reader,
          all: (values) => statement.all(...values),
          run: /^\s*insert/i.test(sql) ? (values) => unlessDone(() => run(values), NOTHING.run([])) : run,
          iterate: (values) => statement.iterate(...values),
        };
      }, NOTHING),
  };
}

const wasDoneBefore = (error: unknown): boolean =>
  /duplicate column name|(table|index) \S+ already exists|UNIQUE constraint failed/.test(String(error));
