/** Something about the database file that the person who runs the server must know; not a bug. */
export class DatabaseProblem extends Error {
  override readonly name = 'DatabaseProblem';
}

/** The code that SQLite, zlib and Node mark their errors with; empty for others. */
export const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
