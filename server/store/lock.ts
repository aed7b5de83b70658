import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import SQLite from 'better-sqlite3';
import { codeOf, DatabaseProblem } from './problem';

/**
 * Holds a database file for one server. The operating system lets go of it when the process ends, however it ends.
 *
 * @returns lets go of it
 * @throws DatabaseProblem when another process holds it
 */
export function lockDatabase(file: string): () => void {
  let lock: SQLite.Database | undefined;
  try {
    mkdirSync(dirname(file), { recursive: true });
    lock = new SQLite(`${file}.lock`, { timeout: 0 });
    lock.exec('begin exclusive');
    return lock.close.bind(lock);
  } catch (error) {
    lock?.close();
    if (codeOf(error).startsWith('SQLITE_BUSY'))
      throw new DatabaseProblem(
        `${file} is open in another Jasperwren. Stop that one first; nothing was changed.`,
      );
    throw new DatabaseProblem(`${file} cannot be held: ${String(error)}`);
  }
}
