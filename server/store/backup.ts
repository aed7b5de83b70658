import {
  closeSync,
  existsSync,
  fsyncSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { dirname } from 'node:path';
import SQLite from 'better-sqlite3';

/**
 * Copies an open database, also while it is written, into one file that needs no other beside it. The copy has its
 * name only when all of it is on disk.
 *
 * @param to a file that is not there yet
 */
export async function copyDatabase(database: SQLite.Database, to: string): Promise<void> {
  const making = `${to}.making`;
  await makeCopy(database, making);
  appear(making, to);
}

/**
 * Keeps a copy of a database beside it, and writes over none: an earlier one may be the only good one. A copy that
 * says the same as an earlier one is not kept twice.
 *
 * @returns the file in which it is kept
 */
export async function keepCopy(database: SQLite.Database, name: string): Promise<string> {
  const making = `${name}.making`;
  await makeCopy(database, making);
  for (let n = 1; ; n += 1) {
    const kept = n === 1 ? name : `${name}.${n}`;
    if (!existsSync(kept)) {
      appear(making, kept);
      return kept;
    }
    if (sameBytes(making, kept)) {
      rmSync(making);
      return kept;
    }
  }
}

async function makeCopy(database: SQLite.Database, making: string): Promise<void> {
  rmSync(making, { force: true });
  closeSync(openSync(making, 'wx', OWNER_ONLY));
  // All in one step: of a school that is written all the while, smaller ones would begin again and again.
  await database.backup(making, { progress: () => 0x7fffffff });
  // Without this, opening it would put two more files beside it.
  const copy = new SQLite(making);
  copy.pragma('journal_mode = delete');
  copy.close();
}

/** Whoever else has an account on the machine reads nothing of the school. */
export const OWNER_ONLY = 0o600;

/** Gives a file its name once all of it is on disk. */
export function appear(making: string, name: string): void {
  toDisk(making);
  renameSync(making, name);
  toDisk(dirname(name));
}

function toDisk(path: string): void {
  const opened = openSync(path, 'r');
  fsyncSync(opened);
  closeSync(opened);
}

const sameBytes = (one: string, two: string): boolean =>
  statSync(one).size === statSync(two).size && readFileSync(one).equals(readFileSync(two));

/** What is wrong with the file; null when nothing is. */
export function integrityOf(sqlite: SQLite.Database): string | null {
  try {
    const told = sqlite.pragma('quick_check(1)', { simple: true });
    return told === 'ok' ? null : String(told).replaceAll(/\s+/g, ' ');
  } catch (error) {
    return String(error);
  }
}
