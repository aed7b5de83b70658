import Koa from 'koa';
import compress from 'koa-compress';
import type { Logger } from 'pino';
import { body, errors, log, originCheck, pages, rateLimit, securityHeaders, session } from './http';
import { routes, type Parts } from './routes';

export interface AppOptions extends Parts {
  readonly logger: Logger;
  /** Bound to this machine only: then only its own names are answered to. */
  readonly loopbackOnly: boolean;
  /** Folder of the built web application. */
  readonly webRoot: string;
}

/** The server, from top to bottom. */
export function createApp({ logger, loopbackOnly, webRoot, ...parts }: AppOptions): Koa {
  const app = new Koa();
  const api = routes(parts);

  app.use(log(logger));
  app.use(errors);
  app.use(securityHeaders());
  app.use(originCheck(loopbackOnly));
  app.use(rateLimit());
  app.use(session(parts.db, parts.now));
  app.use(body());
  app.use(compress());
  app.use(pages(webRoot));
  app.use(api.routes());
  app.use(api.allowedMethods());

  app.on('error', (error: NodeJS.ErrnoException) => {
    // A browser that goes away while it is answered is no error of ours.
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE' && error.code !== 'ECONNRESET')
      logger.error({ err: error }, 'an answer failed');
  });
  return app;
}
