import { existsSync, renameSync, rmSync } from 'node:fs';
import SQLite from 'better-sqlite3';
import type { UnreadableRecord } from '../../contract';
import { nameKey } from '../../core/names';
import { judge } from '../../core/marking';
import { copyDatabase, integrityOf } from './backup';
import { openToRead, type Database } from './database';
import { lockDatabase } from './lock';
import { appliedMigrations, isKnown } from './migrate';
import { DatabaseProblem, whyNotOpened } from './problem';
import { standardOf } from './standards';
import { drivesOfSchool } from './mocks';
import { rebuildWorkedOut } from './workedOut';
import { unreadableRecords } from './unreadable';

/** How much a school has of everything. */
export type Counts = Readonly<Record<string, number>>;

const counted = {
  instructors: 'instructors',
  learners: 'learners',
  vehicles: 'vehicles',
  standards: 'standards',
  routes: 'routes',
  networks: 'networks',
  mocks: 'mocks',
  events: 'events',
  positions: 'fixes',
  answers: 'drill',
  lessons: 'lessons',
  results: 'results',
  questions: 'questions',
  yardFiles: 'yard_files',
  practiceRuns: 'practice',
} as const;

/**
 * Copies a school into a file of its own, also while a server runs on it.
 *
 * @throws DatabaseProblem when there is no school, or the file is there already
 */
export async function backUp(file: string, to: string): Promise<Counts> {
  if (existsSync(to)) throw new DatabaseProblem(`${to} is there already; nothing was written.`);
  const sqlite = openSchool(file);
  try {
    await copyDatabase(sqlite, to);
  } finally {
    sqlite.close();
  }
  const copy = openSchool(to);
  const wrong = integrityOf(copy);
  copy.close();
  if (wrong === null) return countsIn(to);
  rmSync(to);
  throw new DatabaseProblem(`The copy of ${file} is damaged (${wrong}), so it wasn’t saved.`);
}

/**
 * Puts a backup in the place of a school, which is kept beside it.
 *
 * @returns what the backup holds, and where the school that was there is now
 * @throws DatabaseProblem when the backup is damaged or from a newer program, or a server runs on the school
 */
export async function restore(
  from: string,
  file: string,
  now: Date,
): Promise<{ readonly counts: Counts; readonly kept: string | null }> {
  const backup = openSchool(from);
  try {
    const wrong = integrityOf(backup);
    if (wrong !== null) throw new DatabaseProblem(`${from} is damaged (${wrong}); nothing was changed.`);
    const release = lockDatabase(file);
    try {
      const brought = `${file}.brought`;
      await copyDatabase(backup, brought);
      const kept = setAside(file, now);
      renameSync(brought, file);
      return { counts: countsIn(file), kept };
    } finally {
      release();
    }
  } finally {
    backup.close();
  }
}

/** Everything that was written beside a database belongs to it; it is put into the file before that is moved. */
function setAside(file: string, now: Date): string | null {
  if (!existsSync(file)) return null;
  const kept = `${file}.replaced-${now.toISOString().replaceAll(':', '-')}`;
  try {
    const sqlite = new SQLite(file);
    sqlite.pragma('wal_checkpoint(truncate)');
    sqlite.pragma('journal_mode = delete');
    sqlite.close();
  } catch {
    // A damaged school is kept as it is.
  }
  renameSync(file, kept);
  for (const ending of ['-wal', '-shm'])
    if (existsSync(file + ending)) renameSync(file + ending, kept + ending);
  return kept;
}

export interface Checked {
  readonly counts: Counts;
  /** `ok`, or what SQLite finds wrong with the file. */
  readonly integrity: string;
  readonly unreadable: readonly UnreadableRecord[];
  /** What is kept beside a record and does not follow from it. */
  readonly differences: readonly string[];
  /** How the mocks end, worked out from their logs. */
  readonly outcomes: Counts;
}

/** Reads a whole school, works out again what follows from its logs and records, and compares. */
export async function checkSchool(file: string): Promise<Checked> {
  const sqlite = openSchool(file);
  const integrity = integrityOf(sqlite) ?? 'ok';
  sqlite.close();
  const db = openToRead(file);
  try {
    const differences: string[] = [];
    for (const table of ['learners', 'instructors'] as const)
      for (const { name, name_key } of await db.selectFrom(table).select(['name', 'name_key']).execute())
        if (nameKey(name) !== name_key) differences.push(`${table}: ${name} would not be found by name`);
    for (const { id, version, title } of await db
      .selectFrom('standards')
      .select(['id', 'version', 'title'])
      .execute()) {
      const standard = await standardOf(db, { id, version });
      if (standard && (standard.id !== id || standard.version !== version || standard.title !== title))
        differences.push(`standards: ${id} ${version} says that it is ${standard.id} ${standard.version}`);
    }
    for (const mock of (await rebuildWorkedOut(db, false)).different)
      differences.push(`mocks: what is kept of ${mock} doesn’t follow from its log; rebuild corrects it`);
    return {
      counts: countsIn(file),
      integrity,
      unreadable: await unreadableRecords(db),
      differences,
      outcomes: await outcomesOf(db),
    };
  } finally {
    await db.destroy();
  }
}

async function outcomesOf(db: Database): Promise<Counts> {
  const outcomes: Record<string, number> = {};
  for await (const { drives } of drivesOfSchool(db))
    for (const { mock, standard, events } of drives) {
      const { outcome } = judge(standard, events, mock).verdict;
      outcomes[outcome] = (outcomes[outcome] ?? 0) + 1;
    }
  return outcomes;
}

/** A school that is there, to be read. @throws DatabaseProblem when it is none, or from a newer program */
export function openSchool(file: string): SQLite.Database {
  let sqlite: SQLite.Database | undefined;
  let applied: readonly string[];
  try {
    sqlite = new SQLite(file, { readonly: true, fileMustExist: true });
    applied = appliedMigrations(sqlite);
  } catch (error) {
    sqlite?.close();
    throw new DatabaseProblem(whyNotOpened(file, error));
  }
  if (applied.length > 0 && applied.every(isKnown)) return sqlite;
  sqlite.close();
  throw new DatabaseProblem(
    applied.length === 0
      ? `${file} is no school of Jasperwren.`
      : `${file} comes from a newer Jasperwren. Update the program.`,
  );
}

export function countsIn(file: string): Counts {
  const sqlite = new SQLite(file, { readonly: true });
  try {
    const there = new Set(
      sqlite.prepare(`select name from sqlite_master where type = 'table'`).pluck().all(),
    );
    return Object.fromEntries(
      Object.entries(counted).flatMap(([name, table]) =>
        there.has(table)
          ? [[name, Number(sqlite.prepare(`select count(*) from ${table}`).pluck().get())]]
          : [],
      ),
    );
  } finally {
    sqlite.close();
  }
}
