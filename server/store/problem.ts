/** Something about the database file that the person who runs the server must know; not a bug. */
export class DatabaseProblem extends Error {
  override readonly name = 'DatabaseProblem';
}

/** The code that SQLite, zlib and Node mark their errors with; empty for others. */
export const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';

/** Why a database file cannot be opened, and what to do about it where that is known. */
export function whyNotOpened(file: string, error: unknown): string {
  switch (codeOf(error)) {
    case 'EROFS':
      return `${file} is on a disk that can only be read. Make the disk writable, or copy the file with its -wal file to another disk.`;
    case 'EACCES':
    case 'EPERM':
      return `${file} can't be opened: this user may not write there.`;
    default:
      return `${file} cannot be opened as a database: ${error instanceof Error ? error.message : String(error)}`;
  }
}
