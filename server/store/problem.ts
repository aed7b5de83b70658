/** Something about the database file that the person who runs the server must know; not a bug. */
export class DatabaseProblem extends Error {
  override readonly name = 'DatabaseProblem';
}
