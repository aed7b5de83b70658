/** What was asked of the server at its start cannot be done; the message says what to do. */
export class SetupProblem extends Error {
  override readonly name = 'SetupProblem';
}
