import type { Context } from 'koa';
import { HttpProblem } from './problem';

export const etagOf = (revision: number): string => `"${revision}"`;

/** The revision that a change was made on; a change without it is refused. */
export function wantedRevision(ctx: Context): number {
  const header = ctx.get('if-match');
  const revision = /^"(\d+)"$/.exec(header)?.[1];
  if (revision === undefined)
    throw new HttpProblem(428, 'If-Match is missing', 'Send the ETag of what you changed in If-Match.');
  return Number(revision);
}

export const changedMeanwhile = (what: string): HttpProblem =>
  new HttpProblem(412, 'Changed meanwhile', `The ${what} was changed by somebody else. Load it again.`);
