import type { Context, Middleware } from 'koa';
import { HttpProblem } from './problem';

/** The address that was asked, without its path. */
export const askedOrigin = (ctx: Context): string => `${ctx.protocol}://${ctx.host}`;

/**
 * Changes are taken from our own pages only, and a server answers to its own names only, so that no foreign name
 * can be pointed at it.
 *
 * @param answersTo tells which hosts are its own
 * @param publicOrigin how browsers reach it when that is not as it is asked, such as behind a server in front
 */
export const originCheck =
  (answersTo: (host: string) => boolean, publicOrigin: string | null): Middleware =>
  async (ctx, next) => {
    if (!answersTo(ctx.hostname))
      throw new HttpProblem(
        421,
        'Wrong host',
        `This server does not answer to ${ctx.hostname}. Whoever looks after it can start it with --public-origin ${askedOrigin(ctx)}.`,
      );
    const changes = !['GET', 'HEAD', 'OPTIONS'].includes(ctx.method);
    const origin = ctx.get('origin');
    if (changes && origin !== '' && origin !== askedOrigin(ctx) && origin !== publicOrigin)
      throw new HttpProblem(403, 'Foreign origin', `Changes are not taken from pages of ${origin}.`);
    await next();
  };
