import type { Middleware } from 'koa';
import { HttpProblem, notFound, writeProblem } from './problem';

/** Turns whatever a handler throws into problem details; bugs are logged and told without their insides. */
export const errors: Middleware = async (ctx, next) => {
  try {
    await next();
    if (ctx.status === 404 && !ctx.body && ctx.path.startsWith('/api/'))
      throw notFound(`${ctx.method} ${ctx.path}`);
    if (ctx.status === 405 || ctx.status === 501)
      throw new HttpProblem(405, 'Method not allowed', `${ctx.path} does not take ${ctx.method}.`);
  } catch (error) {
    writeProblem(ctx, asProblem(error));
    if (ctx.status >= 500) ctx.log.error({ err: error }, 'a request failed');
  }
};

function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  const status = error instanceof Error && 'status' in error ? error.status : undefined;
  if (status === 413)
    return new HttpProblem(
      413,
      'Too large',
      'The request is larger than this server takes; nothing was stored.',
    );
  if (status === 400 || status === 415)
    return new HttpProblem(400, 'Bad input', 'The body is not JSON; nothing was stored.');
  return new HttpProblem(500, 'Our fault', 'The server failed on this request; nothing of it was stored.');
}
