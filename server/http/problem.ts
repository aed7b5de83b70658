import type { Context } from 'koa';
import type { ProblemDetails } from '../../contract';
import type { Told } from '../../core/problems';

/** An answer that is not what was asked for: thrown by handlers, written by the errors middleware. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly errors: readonly Told[] = [],
    readonly headers: Readonly<Record<string, string>> = {},
  ) {
    super(detail);
  }
}

export const badInput = (detail: string, errors: readonly Told[] = []): HttpProblem =>
  new HttpProblem(400, 'Bad input', detail, errors);

export const notFound = (what: string): HttpProblem =>
  new HttpProblem(404, 'Not found', `There is no ${what}.`);

/** A link that was ended, has run out, or never was: which of these is nobody's business. */
export const gone = (what: string): HttpProblem =>
  new HttpProblem(
    410,
    'Gone',
    `There is no ${what} behind this link: it has run out, was ended, or never was.`,
  );

export const conflict = (detail: string): HttpProblem => new HttpProblem(409, 'Conflict', detail);

export const tooLarge = (detail: string): HttpProblem => new HttpProblem(413, 'Too large', detail);

export function writeProblem(ctx: Context, problem: HttpProblem): void {
  const body: ProblemDetails = {
    type: 'about:blank',
    title: problem.title,
    status: problem.status,
    detail: problem.detail,
    // What a code is about may be long, and stands in the words.
    ...(problem.errors.length > 0
      ? { errors: problem.errors.map(({ path, message }) => ({ path, message })) }
      : {}),
  };
  ctx.status = problem.status;
  ctx.set({ ...problem.headers });
  ctx.body = JSON.stringify(body);
  ctx.type = 'application/problem+json';
}
