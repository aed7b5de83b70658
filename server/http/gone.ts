import type { Context } from 'koa';

/** Says that whoever asked went away before the answer. */
export function whenGone(ctx: Context): AbortSignal {
  const gone = new AbortController();
  ctx.res.once('close', () => {
    if (!ctx.res.writableFinished) gone.abort();
  });
  return gone.signal;
}
