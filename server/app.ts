import Koa from 'koa';
import compress from 'koa-compress';
import type { Logger } from 'pino';
import {
  body,
  errors,
  floodLimit,
  log,
  moved,
  originCheck,
  pages,
  rateLimit,
  securityHeaders,
  session,
} from './http';
import { believing } from './reach';
import { routes, type Parts } from './routes';

export interface AppOptions extends Parts {
  readonly logger: Logger;
  /** The hosts that are the server's own. */
  readonly answersTo: (host: string) => boolean;
  /** Addresses of servers in front whose word on a browser is taken. */
  readonly fronts: readonly string[];
  /** Folder of the built web application. */
  readonly webRoot: string;
}

/** The server, from top to bottom. */
export function createApp({ logger, answersTo, fronts, webRoot, ...parts }: AppOptions): Koa {
  // Of the addresses that were gone through, the last one is that which the front saw itself.
  const app = new Koa({ proxy: fronts.length > 0, maxIpsCount: 1 });
  const believe = believing(fronts);
  const api = routes(parts);

  app.use((ctx, next) => {
    believe(ctx.req);
    if (parts.publicOrigin?.startsWith('https:')) ctx.cookies.secure = true;
    return next();
  });
  app.use(log(logger));
  app.use(errors);
  app.use(securityHeaders());
  app.use(originCheck(answersTo, parts.publicOrigin));
  app.use(floodLimit());
  app.use((ctx, next) => {
    // Whoever takes nothing that we have, not even plain text, gets it plain (RFC 9110, 12.5.3).
    if (ctx.acceptsEncodings('br', 'gzip', 'deflate', 'identity') === false)
      delete ctx.req.headers['accept-encoding'];
    return next();
  });
  app.use(pages(webRoot));
  app.use(moved);
  app.use(session(parts.db, parts.now));
  app.use(rateLimit());
  app.use(body());
  app.use(compress());
  app.use(api.routes());
  app.use(api.allowedMethods());

  app.on('error', (error: NodeJS.ErrnoException) => {
    // A browser that goes away while it is answered is no error of ours.
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE' && error.code !== 'ECONNRESET')
      logger.error({ err: error }, 'an answer failed');
  });
  return app;
}
