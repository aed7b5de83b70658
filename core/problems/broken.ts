import type { Problem } from './problem';

/** Ends the reading of a text at the first thing that makes the rest meaningless. */
export class Broken extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}
