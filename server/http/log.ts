import type { Middleware } from 'koa';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

declare module 'koa' {
  interface DefaultContext {
    log: Logger;
  }
}

/** An address as it may stand in a log: who reads that must not get in by a link. */
export const withoutToken = (url: string): string => url.replace(/\/(shared|calendar)\/[^/?]+/, '/$1/…');

/** One line a request, without bodies, cookies or names. */
export function log(logger: Logger): Middleware {
  const http = pinoHttp({
    logger,
    serializers: {
      req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({
        id,
        method,
        url: withoutToken(url),
      }),
      res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
    },
    customLogLevel: (_req, res) => (res.statusCode >= 500 ? 'error' : 'info'),
  });
  return async (ctx, next) => {
    http(ctx.req, ctx.res);
    ctx.log = logger;
    await next();
  };
}
